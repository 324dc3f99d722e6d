// Everything on the band board can be done by mouse and by keyboard, and the figures follow while it happens.
import { expect, type Page } from "@playwright/test";
import { clearDraft, pageOf, signIn, test } from "./support";

const board = "/policies/purchase-orders";
const words = (page: Page) => page.getByRole("region", { name: "In words" });
const stake = (page: Page, index: number) =>
  page.getByRole("group", { name: "Thresholds" }).getByRole("slider").nth(index);
const band = (page: Page, name: RegExp) => page.getByRole("button", { name });

test.beforeEach(async ({ page }) => {
  await signIn(page, "benedita-corvo");
  await clearDraft(page, "purchase-orders");
  await page.goto(board);
  await page.getByRole("tab", { name: "Dry-dock and engine work" }).click();
  await expect(page.getByRole("group", { name: "Thresholds" }).getByRole("slider")).toHaveCount(3);
  await expect(page.getByRole("region", { name: "Findings" })).not.toContainText("looking");
});

test("a stake is dragged: the amount and the figures change before it is let go", async ({ page }) => {
  await expect(stake(page, 1)).toHaveText("20,000.00");
  const figures = await words(page).innerText();
  const box = (await stake(page, 1).boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x - 60, box.y + 5, { steps: 6 });
  const amount = await stake(page, 1).innerText();
  expect(Number(amount.replaceAll(",", ""))).toBeLessThan(20_000);
  expect(await words(page).innerText()).not.toBe(figures);
  await expect(words(page)).toContainText(amount);
  await page.mouse.up();
  await expect(page.getByText(/^Draft saved at \d\d:\d\d/)).toBeVisible();
});

test("a stake by keyboard: next round amount, one unit, side of the exact amount, remove, add", async ({ page }) => {
  await stake(page, 0).focus();
  await page.keyboard.press("ArrowRight");
  await expect(stake(page, 0)).toHaveText("2,500.00");
  await page.keyboard.press("Shift+ArrowLeft");
  await expect(stake(page, 0)).toHaveText("2,499.00");
  await expect(stake(page, 0)).toHaveAttribute("aria-valuetext", "2,499.00 itself: nobody needs to approve");
  await page.getByRole("radio", { name: /^Above/ }).check();
  await expect(stake(page, 0)).toHaveAttribute("aria-valuetext", /^2,499\.00 itself: the requester’s manager/);
  const amount = page.getByLabel("Amount of the threshold");
  await amount.fill("20,000");
  await amount.blur();
  await expect(page.getByText(/between its neighbours/)).toBeVisible();
  // What cannot be read stays and is said when the field is left, and goes when the stake is moved otherwise.
  await amount.fill("1.234");
  await amount.blur();
  await expect(page.getByText(/can be read as two amounts: write 1234/)).toBeVisible();
  await stake(page, 0).press("ArrowRight");
  await expect(amount).toHaveValue("2,500.00");
  await amount.fill("2.4k");
  await expect(page.getByText("2,400.00 EUR", { exact: true })).toBeVisible();
  await amount.blur();
  await expect(amount).toHaveValue("2,400.00");
  await expect(stake(page, 0)).toHaveText("2,400.00");
  await stake(page, 2).focus();
  await page.keyboard.press("Delete");
  await expect(page.getByRole("group", { name: "Thresholds" }).getByRole("slider")).toHaveCount(2);
  await page.getByRole("button", { name: "Add a stake" }).click();
  await expect(page.getByRole("group", { name: "Thresholds" }).getByRole("slider")).toHaveCount(3);
});

test("pennants are toggled by a click and stretched by their ends, with mouse and keyboard", async ({ page }) => {
  const directors = (range: string) => band(page, new RegExp(`^All directors, ${range}`));
  await expect(directors("Over 20,000.00")).toHaveAccessibleName(/has no part$/);
  await directors("Over 20,000.00").click();
  await expect(directors("Over 20,000.00")).toHaveAccessibleName(/approves$/);
  await directors("Over 20,000.00").press("Space");
  await expect(directors("Over 20,000.00")).toHaveAccessibleName(/is notified$/);
  await directors("Over 20,000.00").click();
  const start = page.getByRole("slider", { name: /^All directors, where it begins to/ });
  await start.focus();
  await page.keyboard.press("ArrowLeft");
  await expect(directors("Over 20,000.00")).toHaveAccessibleName(/approves$/);
  await expect(words(page)).toContainText("everyone of the Directors");
  // Findings that come meanwhile move what is below them, so that nothing is measured before they are there.
  await expect(page.getByRole("region", { name: "Findings" })).not.toContainText("looking");
  const handle = (await start.boundingBox())!;
  const left = (await stake(page, 0).boundingBox())!;
  await page.mouse.move(handle.x + 4, handle.y + 8);
  await page.mouse.down();
  await page.mouse.move(left.x + left.width, handle.y + 8, { steps: 5 });
  await page.mouse.up();
  await expect(directors("Over 2,000.00")).toHaveAccessibleName(/approves$/);
});

test("the board stays where it is when the first edit of a draft is saved", async ({ page }) => {
  const stands = async () => (await stake(page, 0).boundingBox())!.y;
  const before = await stands();
  await stake(page, 1).focus();
  const focused = await stands();
  await page.keyboard.press("ArrowRight");
  await expect(page.getByRole("button", { name: "Discard draft" })).toBeVisible();
  await expect(page.getByText(/^Draft saved at \d\d:\d\d/)).toBeVisible();
  expect([before, focused, await stands()]).toEqual([before, before, before]);
});

test("levels are added, named, given a rule and a quorum, moved, set side by side, removed", async ({ page }) => {
  await page.getByRole("button", { name: "Add a level" }).click();
  const details = page.getByRole("region", { name: "Details" });
  await details.getByLabel("Level", { exact: true }).fill("Owners");
  await details.getByLabel("Who", { exact: true }).selectOption("A group");
  await details.getByLabel("Group").selectOption({ label: "Directors, 3 people" });
  await details.getByLabel("How many of them").selectOption("majority");
  await expect(details).toContainText("A majority of the Directors. More than half of them must approve.");
  await details.getByLabel("How many of them").selectOption("n");
  await details.getByLabel("How many must approve").fill("100");
  await expect(details.getByText("Not more than 99")).toBeVisible();
  await details.getByLabel("How many must approve").fill("4");
  await expect(details).toContainText("More than there are: documents would be held");
  await details.getByLabel("Who", { exact: true }).selectOption("Named people");
  await expect(details).toContainText("Nobody is chosen yet; until then it still asks Directors.");
  // Who cannot decide is not offered.
  await details.getByLabel("Find an approver").fill("noor");
  await expect(details).toContainText("No approver has these letters.");
  await details.getByLabel("Find an approver").fill("ivo");
  await details.getByRole("checkbox", { name: /Ivo Sampaio/ }).check();
  await expect(words(page)).toContainText("Ivo Sampaio");
  await details.getByLabel("Side by side with the level above").check();
  await expect(words(page)).toContainText(/side by side everyone of the Directors \(signing\) and/);
  const names = () =>
    page
      .getByRole("group", { name: "Levels, in order" })
      .locator("button[aria-expanded] > span:first-child")
      .allInnerTexts();
  await details.getByRole("button", { name: "Move up" }).click();
  expect((await names()).slice(-2)).toEqual(["Owners", "All directors"]);
  await details.getByRole("button", { name: "Remove the level" }).click();
  expect(await names()).not.toContain("Owners");
});

test("a level runs to a date, reminds as often as wanted, and whoever is named", async ({ page }) => {
  await clearDraft(page, "supplier-invoices");
  await page.goto("/policies/supplier-invoices");
  await page.getByRole("tab", { name: "Unmatched" }).click();
  await page.getByRole("button", { name: "Add a level" }).click();
  const details = page.getByRole("region", { name: "Details" });
  await details.getByText("Time and reminders").click();
  await details.getByLabel("Within").fill("none of it");
  await expect(details.getByText("“none of it” is no number")).toBeVisible();
  await details.getByLabel("Within").fill("4");
  await details.getByLabel("Unit of the time limit").selectOption("working hours");
  await details.getByLabel("Counted from").selectOption("before its last day of the discount");
  await expect(details).toContainText(
    "Due at the latest four working hours before the end of its last day of the discount, by the approver’s calendar; without that date there is no limit.",
  );
  await details.getByRole("button", { name: "Add a reminder" }).click();
  await details.getByRole("button", { name: "Add a reminder" }).click();
  await details.getByLabel("Reminder 2: unit and side").selectOption("working hours after it is due");
  await details.getByLabel("Reminder 2: to whom").selectOption("to somebody by name");
  await details.getByRole("combobox", { name: "Reminder 2: name" }).fill("teodora");
  await page.getByRole("option", { name: /Teodora Lins/ }).click();
  await details.getByLabel("Reminder 1: how long").fill("2");
  await expect(details).toContainText("A reminder goes out two working days before it is due.");
  await expect(details).toContainText("Teodora Lins is notified one working hour after it is due.");
  await clearDraft(page, "supplier-invoices");
});

test("a band without an approver says that documents would be held, and “nobody needs to approve” is explicit", async ({
  page,
}) => {
  for (const level of ["Line manager", "Technical committee"])
    await band(page, new RegExp(`^${level}, Over 2,000.00`)).click();
  await expect(band(page, /^Line manager, Over 2,000.00/)).toHaveAccessibleName(/is notified$/);
  await expect(words(page)).toContainText("no level approves here, so such an order would be held");
  await page.getByRole("button", { name: "Band: Over 2,000.00" }).click();
  await page.getByRole("checkbox", { name: /Nobody needs to approve/ }).check();
  await expect(words(page)).not.toContainText("would be held");
});

test("a draft saves itself, survives a reload and can be thrown away", async ({ page }) => {
  await stake(page, 0).focus();
  await page.keyboard.press("ArrowRight");
  await expect(page.getByText(/^Draft saved at \d\d:\d\d/)).toBeVisible();
  await page.reload();
  await page.getByRole("tab", { name: "Dry-dock and engine work" }).click();
  await expect(stake(page, 0)).toHaveText("2,500.00");
  // What was typed in the half second before the next save is there too.
  await stake(page, 0).focus();
  await page.keyboard.press("ArrowRight");
  await page.reload();
  await page.getByRole("tab", { name: "Dry-dock and engine work" }).click();
  await expect(stake(page, 0)).toHaveText("3,000.00");
  await expect(page.getByText(/^Draft saved at \d\d:\d\d/)).toBeVisible();
  await page.getByRole("button", { name: "Discard draft" }).click();
  await page.waitForURL(/version=/);
  await page.getByRole("tab", { name: "Dry-dock and engine work" }).click();
  await expect(stake(page, 0)).toHaveText("2,000.00");
});

test("two people at one draft are told of each other, and the later save overwrites nothing", async ({
  page,
  browser,
}) => {
  // Policies are written by whoever has the role; another person is given it for this.
  const admin = await pageOf(browser, "joaquina-teles");
  const change = { type: "give roles", person: "otto-veramar", roles: ["requester", "controller"] };
  const given = await admin.request.post("/api/people", { data: { command: crypto.randomUUID(), change } });
  expect(given.ok()).toBe(true);
  await stake(page, 0).focus();
  await page.keyboard.press("ArrowRight");
  await expect(page.getByText(/^Draft saved at/)).toBeVisible();
  const other = await pageOf(browser, "otto-veramar");
  await other.goto(board);
  await other.getByRole("tab", { name: "Dry-dock and engine work" }).click();
  await expect(stake(other, 0)).toHaveText("2,500.00");
  await expect(other.getByText("Benedita Corvo has this draft open too")).toBeVisible();
  await page.keyboard.press("ArrowRight");
  await expect(stake(page, 0)).toHaveText("3,000.00");
  await expect
    .poll(async () => {
      const there = await page.request.post("/api/policies/purchase-orders/draft/presence", { data: {} });
      return ((await there.json()) as { revision: number }).revision;
    })
    .toBe(2);
  await stake(other, 0).focus();
  await other.keyboard.press("Delete");
  await expect(
    other.getByRole("alert").filter({ hasText: "Benedita Corvo saved this draft after you opened it" }),
  ).toBeVisible();
  await other.reload();
  await other.getByRole("tab", { name: "Dry-dock and engine work" }).click();
  await expect(stake(other, 0)).toHaveText("3,000.00");
});

test("an auditor reads the board and changes nothing", async ({ page }) => {
  await signIn(page, "tome-cardigos");
  await page.goto(board);
  await expect(words(page)).toBeVisible();
  await expect(page.getByRole("button", { name: "Add a stake" })).toHaveCount(0);
  await expect(page.getByRole("button", { name: "Send to the reviewer" })).toHaveCount(0);
  const policy = { id: "purchase-orders" };
  const refused = await page.request.post("/api/policies/purchase-orders/versions", {
    data: { command: crypto.randomUUID(), basedOn: 2, note: "", policy },
  });
  expect(refused.status()).toBe(403);
});

test("everything is undone to the beginning and redone to the end; a drag is one step", async ({ page }) => {
  const undo = page.getByRole("button", { name: "Undo", exact: true });
  const redo = page.getByRole("button", { name: "Redo", exact: true });
  await expect(undo).toBeDisabled();
  const before = await words(page).innerText();
  await stake(page, 0).focus();
  for (let press = 0; press < 12; press += 1) await page.keyboard.press("Shift+ArrowRight");
  await expect(stake(page, 0)).toHaveText("2,012.00");
  const box = (await stake(page, 1).boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x - 50, box.y + 5, { steps: 8 });
  await page.mouse.up();
  const dragged = await stake(page, 1).innerText();
  expect(dragged).not.toBe("20,000.00");
  await page.getByRole("button", { name: "Add a level" }).click();
  const after = await words(page).innerText();
  await page.keyboard.press("Control+z");
  await expect(stake(page, 1)).toHaveText(dragged);
  await undo.click();
  await expect(stake(page, 1)).toHaveText("20,000.00");
  await expect(stake(page, 0)).toHaveText("2,012.00");
  expect(after).not.toBe(before);
  while (await redo.isEnabled()) await redo.click();
  expect(await words(page).innerText()).toBe(after);
  while (await undo.isEnabled()) await undo.click();
  expect(await words(page).innerText()).toBe(before);
});

test("many are left out of a policy at once, people and whoever is in a group, by one decision", async ({ page }) => {
  await clearDraft(page, "purchase-orders");
  await page.goto("/policies/purchase-orders");
  await page.getByRole("button", { name: /^Applies to/ }).click();
  const details = page.getByRole("region", { name: "Details" });
  await details.getByText("Except for some people").click();
  await details.getByLabel("Or everybody who is in a group now").selectOption("Purchasing team, 2");
  await details.getByLabel("Who", { exact: true }).fill("Rui");
  await page.getByRole("option", { name: /Rui Tavares/ }).click();
  await details.getByLabel("Decided by").fill("Teodora");
  await page.getByRole("option", { name: /Teodora Lins/ }).click();
  await details.getByLabel("Reason").fill("They buy under the frame agreement");
  await details.getByRole("button", { name: "Leave these 3 out" }).click();
  await expect(details.getByRole("listitem").filter({ hasText: "by Teodora Lins: They buy under" })).toHaveCount(3);
  await clearDraft(page, "purchase-orders");
});
