// Deciding: comments travel, refusals end, corrections begin again, and of two at once one counts.
import { expect } from "@playwright/test";
import { answered, decide, enterOrder, pageOf, signIn, status, test } from "./support";

test("send back leads to revision 2, and the approver sees what changed", async ({ page, browser }) => {
  await signIn(page, "noor-halvorsrud");
  const id = await enterOrder(page, { title: "Cylinder liners", price: "18,000", category: "engine" });
  const rui = await pageOf(browser, "rui-tavares");
  await rui.goto(`/documents/${id}`);
  const bar = rui.getByRole("region", { name: "Decide" });
  await bar.getByRole("button", { name: /^Send back/ }).click();
  await bar.locator('button[type="submit"]').click();
  await expect(rui.getByRole("region", { name: "Decide" }).getByRole("alert")).toContainText("write a sentence first");
  await rui.locator("#comment").fill("Which vessel?");
  await rui.getByRole("button", { name: "Send back to the requester" }).click();
  await expect(status(rui, "Sent back").first()).toBeVisible();

  await page.goto("/desk");
  await page.goto(`/documents/${id}/edit`);
  await expect(page.getByText("Rui Tavares sent it back: “Which vessel?”")).toBeVisible();
  await page.getByLabel("What is ordered, in a few words").fill("Cylinder liners, Ilha Grã");
  await page.getByLabel("Price each").fill("17,500");
  await page.getByRole("button", { name: "Submit 17,500.00 EUR" }).click();
  await page.waitForURL(new RegExp(`${id}$`));
  await expect(page.getByText("revision 2")).not.toHaveCount(0);
  await rui.goto(`/documents/${id}`);
  await expect(rui.getByRole("region", { name: "Changed since the revision before" })).toContainText("18,000.00 EUR");
  // A reason from the list stands for the sentence that is needed.
  await bar.getByRole("button", { name: /^Decline/ }).click();
  await bar.getByLabel("Reason").selectOption({ label: "Bought elsewhere" });
  await answered(rui, () => bar.locator('button[type="submit"]').click());
  await expect(status(rui, "Declined").first()).toBeVisible();
  await expect(rui.getByText("“Bought elsewhere”").first()).toBeVisible();
  // Questions can still be asked; nothing can be decided any more.
  await expect(
    rui.getByRole("region", { name: "Decide" }).getByRole("button", { name: /^Approve(?! in part)/ }),
  ).toHaveCount(0);
});

test("two browsers deciding at once end with exactly one decision, and the other is told who was first", async ({
  page,
  browser,
}) => {
  await signIn(page, "noor-halvorsrud");
  const id = await enterOrder(page, { title: "Gearbox seals", price: "30,000", category: "engine" });
  const rui = await pageOf(browser, "rui-tavares");
  await rui.goto(`/documents/${id}`);
  await decide(rui, "Approve");
  await expect(rui.getByText("approved as Line manager")).toBeVisible();

  const people = await Promise.all(["duarte-anselmo", "petra-zimbral"].map((person) => pageOf(browser, person)));
  for (const one of people) {
    await one.goto(`/documents/${id}`);
    await one.getByRole("button", { name: /^Approve(?! in part)/ }).click();
    await expect(one.locator("#comment")).toBeVisible();
  }
  await Promise.all(
    people.map((one) => one.getByRole("region", { name: "Decide" }).locator('button[type="submit"]').click()),
  );
  for (const one of people) await expect(one.getByText(/approved as Technical committee/)).toHaveCount(1);
  const told = await Promise.all(
    people.map((one) => one.getByRole("region", { name: "Decide" }).getByRole("alert").allInnerTexts()),
  );
  const alerts = told
    .flat()
    .filter((text) => /already approved by (Duarte Anselmo|Petra Zimbral)|Somebody else has decided/.test(text));
  expect(alerts).toHaveLength(1);
});

test("by keyboard on the desk: arrows walk the list, Enter opens, the arrow to the right leads to the decision, two presses approve", async ({
  page,
  browser,
}) => {
  const noor = await pageOf(browser, "noor-halvorsrud");
  await enterOrder(noor, { title: "First of two", price: "12,000.00" });
  await enterOrder(noor, { title: "Second of two", price: "12,000.00" });
  await signIn(page, "rui-tavares");
  await page.goto("/desk");
  const title = page.locator("#document-title");
  const first = await title.innerText();
  const bar = page.getByRole("region", { name: "Decide" });
  // A letter without the bar is none of its commands, and Enter is for what has the focus.
  await page.keyboard.press("a");
  await page.keyboard.press("j");
  await expect(bar.locator('button[type="submit"]')).toHaveCount(0);
  await expect(title).toHaveText(first);
  const lines = page.getByRole("list", { name: "Waiting for you" }).getByRole("link");
  await lines.first().focus();
  await page.keyboard.press("ArrowDown");
  await expect(lines.nth(1)).toBeFocused();
  await page.keyboard.press("End");
  await page.keyboard.press("Home");
  await expect(page.locator("[data-line]:visible").first()).toBeFocused();
  while (!(await page.evaluate(() => document.activeElement?.textContent?.includes("Second of two"))))
    await page.keyboard.press("ArrowDown");
  await page.keyboard.press("Enter");
  await expect(title).toHaveText("Second of two");
  await page.keyboard.press("ArrowRight");
  await expect(bar).toBeFocused();
  await page.keyboard.press("a");
  const approve = bar.locator('button[type="submit"]');
  await expect(approve).toBeFocused();
  await expect(bar).toContainText("Press once more: you approve revision 1.");
  await page.keyboard.press("Escape");
  await expect(page.locator("#comment")).toHaveCount(0);
  await expect(bar.getByRole("button", { name: /^Approve(?! in part)/ })).toBeFocused();
  await page.keyboard.press("a");
  await page.keyboard.press("Shift+Tab");
  await page.keyboard.type("By keyboard.");
  // Enter in a text is a new line, and never an approval.
  await page.keyboard.press("Enter");
  await expect(approve).toBeEnabled();
  await page.keyboard.press("Tab");
  await page.keyboard.press("Enter");
  await expect(page.getByText("“By keyboard.”")).toBeVisible();
  await expect(page.locator("[aria-live] p").filter({ hasText: /^PO-\d+: your approval is given\.$/ })).toBeAttached();
  await expect(title).toBeFocused();
  await page.keyboard.press("?");
  await expect(page.getByRole("dialog", { name: "Keys" })).toBeVisible();
  await page.keyboard.press("Escape");
  // Another page in place of this one begins at its heading, and not at its first link.
  await page.getByRole("link", { name: "The record" }).first().press("Enter");
  await expect(page.getByRole("heading", { level: 1, name: /PO-/ })).toBeFocused();
});

test("letters as commands are switched off in My account", async ({ page, browser }) => {
  const noor = await pageOf(browser, "noor-halvorsrud");
  const id = await enterOrder(noor, { title: "Without letters", price: "12,000.00" });
  await signIn(page, "rui-tavares");
  await page.goto("/account");
  await page.getByLabel("Single letters and signs are commands").uncheck();
  await page.goto(`/documents/${id}`);
  const bar = page.getByRole("region", { name: "Decide" });
  await bar.press("a");
  await page.keyboard.press("?");
  await expect(bar.locator('button[type="submit"]')).toHaveCount(0);
  await expect(page.getByRole("dialog")).toHaveCount(0);
  await bar.getByRole("button", { name: /^Approve(?! in part)/ }).press("Enter");
  await expect(bar.locator('button[type="submit"]')).toBeFocused();
});

test("held orders say why; the controller can route them again, the requester withdraw", async ({ page, browser }) => {
  await signIn(page, "caetano-moura");
  const id = await enterOrder(page, { title: "Winch from abroad", price: "9,000", currency: "CHF" });
  await expect(page.getByText("Held: no exchange rate.").first()).toBeVisible();
  await expect(page.getByText(/No exchange rate from CHF to EUR/).first()).toBeVisible();
  const controller = await pageOf(browser, "benedita-corvo");
  await controller.goto(`/documents/${id}`);
  await controller.getByRole("button", { name: "Route again" }).click();
  await controller.locator("#comment").fill("Trying once more.");
  await controller.getByRole("button", { name: "Route again from the first level" }).click();
  await expect(controller.getByText("“Trying once more.”")).toBeVisible();
  await page.getByRole("button", { name: "Withdraw" }).click();
  await page.getByRole("button", { name: /^Withdraw PO-/ }).click();
  await expect(status(page, "Withdrawn").first()).toBeVisible();
});

test("an order in yen has no decimals, one in dinars three; what is wrong is said in one list and nothing typed is lost", async ({
  page,
}) => {
  await signIn(page, "noor-halvorsrud");
  await page.goto("/documents/new?type=purchase-order");
  await page.getByLabel("Currency").selectOption("JPY");
  await page.getByLabel("What it is").fill("Magnetron");
  await page.getByLabel("Price each").fill("1500.50");
  await page.getByRole("button", { name: /^Submit/ }).click();
  const alert = page.getByRole("alert").first();
  await expect(alert).toContainText("JPY has no decimals");
  await expect(alert).toContainText("Name the supplier");
  await expect(alert).toContainText("Line 1: choose the category of orders");
  await page.getByLabel("Category").selectOption("deck");
  await page.getByLabel("Currency").selectOption("KWD");
  await page.getByLabel("Price each").fill("1500.505");
  await expect(page.getByRole("button", { name: "Submit 1,500.505 KWD" })).toBeVisible();
  await page.reload();
  await expect(page.getByLabel("Price each")).toHaveValue("1500.505");
  await page.getByLabel("What is ordered, in a few words").fill("Radar part");
  await page.getByLabel("Supplier").fill("Tidewell Engines");
  await page
    .getByLabel("Choose files")
    .setInputFiles({ name: "offer.pdf", mimeType: "application/pdf", buffer: Buffer.from("%PDF-1.4\n%offer") });
  await expect(page.getByText("offer.pdf")).toBeVisible();
  await page
    .getByLabel("Choose files")
    .setInputFiles({ name: "page.html", mimeType: "text/html", buffer: Buffer.from("<html>") });
  await expect(page.getByText("page.html is not a PDF, PNG, JPEG or WebP file")).toBeVisible();
  await page.getByRole("button", { name: /^Submit/ }).click();
  await page.waitForURL(/po-\d+$/);
  await expect(page.getByText(/1,500\.505 KWD × 3\.|× [\d.]+ of/).first()).toBeVisible();
  const download = page.waitForEvent("download");
  await page.getByRole("link", { name: "offer.pdf" }).click();
  expect((await download).suggestedFilename()).toBe("offer.pdf");
});
