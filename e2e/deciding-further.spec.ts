// What people do with a document beside yes and no, through the interface: two keys, questions, handing over, one more approver, back a level, signing,
// several at once, reminders.
import { expect, type Page } from "@playwright/test";
import { answered, decide, enterOrder, pageOf, signIn, status, test, draw } from "./support";

const bar = (page: Page) => page.getByRole("region", { name: "Decide" });
const route = (page: Page) => page.getByRole("list", { name: "Route" });
/** An order of Noor Halvorsrud's, whose manager is Rui Tavares. */
async function ordered(page: Page, title: string, price = "700"): Promise<string> {
  await signIn(page, "noor-halvorsrud");
  return enterOrder(page, { title, price });
}

test("from sign-in to a decision on the first item: two keys after the page is there", async ({ page, browser }) => {
  await signIn(page, "rui-tavares");
  const id = await enterOrder(page, { title: "Two keys", price: "700" });
  const marta = await pageOf(browser, "marta-quelhas");
  await marta.goto(`/desk?open=${id}`);
  await expect(bar(marta)).toBeVisible();
  await bar(marta).press("a");
  await expect(bar(marta).locator('button[type="submit"]')).toBeFocused();
  await answered(marta, () => marta.keyboard.press("Enter"));
  await page.goto(`/documents/${id}`);
  await expect(status(page, "Approved")).toBeVisible();
});

test("a question goes to anybody, is answered in the thread, and shows without a reload; the time runs on", async ({
  page,
  browser,
}) => {
  const id = await ordered(page, "Asked about");
  const rui = await pageOf(browser, "rui-tavares");
  await rui.goto(`/documents/${id}`);
  await bar(rui).press("q");
  await expect(rui.getByRole("combobox", { name: "Whom" })).toBeFocused();
  await rui.getByRole("combobox", { name: "Whom" }).fill("petra");
  await rui.getByRole("option", { name: /Petra Zimbral/ }).click();
  await rui.getByLabel("Your question").fill("Is this the leased one?");
  await bar(rui).getByRole("button", { name: "Ask Petra Zimbral" }).click();
  await expect(rui.getByText("the time to decide runs on")).toBeVisible();
  const petra = await pageOf(browser, "petra-zimbral");
  await petra.goto("/desk");
  const asked = petra.getByRole("list", { name: "Questions to you" });
  await expect(asked).toContainText("Rui Tavares asks: “Is this the leased one?”");
  await petra.goto(`/documents/${id}`);
  await expect(bar(petra).getByRole("button", { name: /^Approve(?! in part)/ })).toHaveCount(0);
  await petra.getByLabel("Your answer").fill("No, that was last year");
  await petra.getByRole("button", { name: "Answer" }).click();
  await expect(rui.getByText("“No, that was last year”")).toBeVisible();
  await decide(rui, "Approve");
  await expect(status(rui, "Approved")).toBeVisible();
});

test("handing over lists who could take it with their limit and why others cannot", async ({ page, browser }) => {
  const id = await ordered(page, "Handed over");
  const rui = await pageOf(browser, "rui-tavares");
  await rui.goto(`/documents/${id}`);
  await bar(rui).press("h");
  const able = rui.getByRole("list", { name: "Who can take it" });
  await expect(able).toContainText("Teodora Lins");
  await expect(able).toContainText(/up to [\d,.]+ EUR/);
  await rui.getByText(/^Who cannot, and why/).click();
  await expect(rui.getByText(/: is the requester|: has no limit for this type/).first()).toBeVisible();
  await able.getByRole("radio", { name: /Teodora Lins/ }).check();
  await rui.getByLabel("What they should know").fill("I am at the yard");
  await bar(rui).getByRole("button", { name: "Hand over: Teodora Lins" }).click();
  await expect(rui.getByText(/handed Line manager over to Teodora Lins/)).toBeVisible();
  await expect(bar(rui).getByRole("button", { name: /^Approve(?! in part)/ })).toHaveCount(0);
  const teodora = await pageOf(browser, "teodora-lins");
  await teodora.goto(`/documents/${id}`);
  await decide(teodora, "Approve");
  await expect(status(teodora, "Approved")).toBeVisible();
});

test("one more approver comes first; a level sends back to the one before; what will happen is said", async ({
  page,
  browser,
}) => {
  const id = await ordered(page, "Back and forth", "7,000");
  const rui = await pageOf(browser, "rui-tavares");
  await rui.goto(`/documents/${id}`);
  await expect(rui.getByRole("region", { name: "If you approve" })).toContainText(
    "Then Marta Quelhas is asked as Head of the unit above.",
  );
  await decide(rui, "Approve");
  const marta = await pageOf(browser, "marta-quelhas");
  await marta.goto(`/documents/${id}`);
  await bar(marta)
    .getByRole("button", { name: /^Send back/ })
    .click();
  await marta.getByLabel("Back to").selectOption({ label: "Line manager" });
  await marta.locator("#comment").fill("Is the second offer in?");
  await bar(marta).getByRole("button", { name: "Send back to Line manager" }).click();
  await expect(marta.getByText(/sent it back to Line manager/)).toBeVisible();
  await expect(status(marta, "Waiting")).toBeVisible();
  await rui.reload();
  await expect(rui.getByText("“Is the second offer in?”")).toBeVisible();
  await decide(rui, "Approve", "It is");
  await bar(marta).getByRole("button", { name: "Add an approver" }).click();
  await marta.getByRole("radio", { name: /Teodora Lins/ }).check();
  await marta.getByLabel("What they are to look at").fill("The price");
  await bar(marta)
    .getByRole("button", { name: /Teodora Lins/ })
    .click();
  await expect(route(marta)).toContainText("Again after that");
  const teodora = await pageOf(browser, "teodora-lins");
  await teodora.goto(`/documents/${id}`);
  await decide(teodora, "Approve");
  await expect(bar(marta).getByRole("button", { name: /^Approve(?! in part)/ })).toBeVisible();
  await decide(marta, "Approve");
  await expect(status(marta, "Approved")).toBeVisible();
});

test("a signature names the exact revision; the wrong word signs nothing", async ({ page, browser }) => {
  await signIn(page, "noor-halvorsrud");
  const id = await enterOrder(page, { title: "Signed for", price: "160,000", category: "dry-dock" });
  for (const person of ["rui-tavares", "petra-zimbral", "teodora-lins"]) {
    const own = await pageOf(browser, person);
    await own.goto(`/documents/${id}`);
    await decide(own, "Approve");
    await expect(bar(own).locator('button[type="submit"]')).toHaveCount(0);
    await own.context().close();
  }
  const marta = await pageOf(browser, "marta-quelhas");
  await marta.goto(`/documents/${id}`);
  await bar(marta)
    .getByRole("button", { name: /^Approve(?! in part)/ })
    .click();
  const hash = (await marta.getByText(/You sign for this revision/).textContent())!.match(/[0-9a-f]{64}/)![0];
  await marta.getByLabel("Your name").fill("Marta Quelhas");
  await marta.getByLabel(/^The word of the demonstration/).fill("wrong");
  await bar(marta).locator('button[type="submit"]').click();
  await expect(marta.getByRole("alert").first()).toContainText("nothing was signed");
  await marta.getByLabel(/^The word of the demonstration/).fill("demonstration");
  await bar(marta).locator('button[type="submit"]').click();
  // The directors sign by hand as well.
  await expect(marta.getByRole("alert").first()).toContainText("draw your signature");
  await draw(marta);
  await marta.getByLabel(/^The word of the demonstration/).fill("demonstration");
  await bar(marta).locator('button[type="submit"]').click();
  await expect(marta.getByText(/signed “Marta Quelhas” by the word of the demonstration and by hand/)).toBeVisible();
  await expect(route(marta)).toContainText("signed");
  const record = await marta.request.get(`/api/documents/${id}/record`);
  expect(await record.text()).toContain(hash);
  await marta.getByRole("link", { name: "The record" }).click();
  const image = marta.getByRole("img", { name: "Signature of Marta Quelhas, drawn by hand" });
  await expect(image).toBeVisible();
  // The image says itself what it was drawn for, and nobody without a part in the order is given it.
  const address = (await image.getAttribute("src"))!;
  expect(await (await marta.request.get(address)).text()).toContain(`for SHA-256 ${hash}`);
  const other = await pageOf(browser, "ulf-granmar");
  expect((await other.request.get(address)).status()).toBe(403);
});

test("several at once: alike ones in one press, each by itself in its record; what is not alike says so", async ({
  page,
  browser,
}) => {
  const ids = [await ordered(page, "Alike, one"), await ordered(page, "Alike, two")];
  const odd = await ordered(page, "Not alike", "7,000");
  const rui = await pageOf(browser, "rui-tavares");
  await rui.goto("/desk");
  await rui.getByRole("button", { name: "Decide several at once" }).click();
  const tick = (title: string) => rui.getByRole("checkbox", { name: new RegExp(title) }).check();
  await tick("Alike, one");
  await tick("Not alike");
  const panel = rui.getByRole("region", { name: "Several at once" });
  await expect(panel.getByRole("alert")).toContainText("has another band than");
  await rui.getByRole("checkbox", { name: /Not alike/ }).uncheck();
  await tick("Alike, two");
  await panel.getByRole("button", { name: "Approve 2 orders, 1,400.00 EUR in all" }).click();
  await expect(panel).toHaveCount(0);
  for (const id of ids) {
    await page.goto(`/documents/${id}`);
    await expect(status(page, "Approved")).toBeVisible();
    await expect(page.getByText(/one of 2 decided at once/)).toBeVisible();
  }
  await page.goto(`/documents/${odd}`);
  await expect(status(page, "Waiting")).toBeVisible();
});

test("the requester reminds whose move it is, and not twice in a row", async ({ page }) => {
  await ordered(page, "Reminded of");
  await bar(page).getByRole("button", { name: "Remind" }).click();
  await page.getByLabel("What to say").fill("The yard waits");
  await bar(page).getByRole("button", { name: "Remind", exact: true }).click();
  await expect(page.getByText(/reminded Rui Tavares/)).toBeVisible();
  await bar(page).getByRole("button", { name: "Remind" }).click();
  await bar(page).getByRole("button", { name: "Remind", exact: true }).click();
  await expect(page.getByRole("alert").first()).toContainText("less than 4 hours ago");
});
