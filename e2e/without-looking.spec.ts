// What axe cannot see: pages used by keyboard and read from their accessibility tree alone, in the reader’s own colours, and at 320 px.
import { expect, type Page } from "@playwright/test";
import { enterOrder, pageOf, signIn, status, tabTo, test } from "./support";

/** A board whose figures are there answers keys too: they are asked for by the same script that listens. */
async function boardOf(page: Page, policy: string): Promise<void> {
  await page.goto(`/policies/${policy}`);
  await expect(page.getByText(/^[\d,]+ documents$/)).toBeVisible();
}

test("the board is walked as it is read: stakes, then levels, each with its details a key away", async ({ page }) => {
  await signIn(page, "benedita-corvo");
  await boardOf(page, "expense-claims");
  const stakes = page.getByRole("group", { name: "Thresholds" }).getByRole("slider");
  const levels = page.getByRole("group", { name: "Levels, in order" });
  const heads = levels.getByRole("button", { expanded: false });
  await expect(stakes.first()).toHaveAttribute("aria-valuetext", /^[\d,.]+ itself: \S/);
  await stakes.first().focus();
  // Enter leads to its amount, Escape back to it.
  await page.keyboard.press("Enter");
  await expect(page.getByLabel("Amount of the threshold")).toBeFocused();
  await page.keyboard.press("Escape");
  await expect(stakes.first()).toBeFocused();
  for (let stake = 1; stake < (await stakes.count()); stake += 1) {
    await page.keyboard.press("Tab");
    await expect(stakes.nth(stake)).toBeFocused();
  }
  await page.keyboard.press("Tab");
  const first = heads.first();
  await expect(first).toBeFocused();
  // Names say what and where, and so do the ends of a pennant.
  await expect(first).toHaveAccessibleName(/^.+, approves: (every amount|over|from|up to|under) ?/);
  const begins = levels.getByRole("slider", { name: /, where it begins to approve$/ }).first();
  await expect(begins).toHaveAttribute("aria-valuetext", /^([\d,.]+ EUR|with the smallest amount)$/);
  await page.keyboard.press("Enter");
  await expect(page.getByRole("region", { name: "Details" })).toBeFocused();
  await page.keyboard.press("Escape");
  await expect(first).toBeFocused();
});

test("what the board and the report draw stands beside them as tables with the same figures", async ({ page }) => {
  await signIn(page, "benedita-corvo");
  await boardOf(page, "purchase-orders?version=2");
  await page.getByText("The same as tables").press("Enter");
  const bands = page.getByRole("region", { name: "Bands", exact: true });
  const shares = await bands.getByRole("row").evaluateAll((rows) =>
    // What rounds to none and is there is “<1%”.
    rows
      .slice(1)
      .map((row) => Number(row.querySelectorAll("td")[4]!.textContent!.replace("<1", "0.5").replace("%", ""))),
  );
  expect(shares).toHaveLength(4);
  // Each is rounded by itself.
  expect(Math.abs(shares.reduce((sum, share) => sum + share, 0) - 100)).toBeLessThanOrEqual(2);
  const spread = page.getByRole("region", { name: "Documents of the last 12 months by amount" });
  const counted = await spread
    .getByRole("row")
    .evaluateAll((rows) =>
      rows.slice(1).reduce((sum, row) => sum + Number(row.querySelectorAll("td")[2]!.textContent), 0),
    );
  await expect(page.getByText(`${counted} documents`, { exact: true })).toBeVisible();
  await page.goto("/register/report");
  const months = page.getByText("The same as a table").first();
  await months.press("Enter");
  await expect(page.getByRole("region", { name: "Approvals and Documents by month" }).getByRole("row")).not.toHaveCount(
    1,
  );
});

test("in the reader’s own colours pennants, stakes and the place one is at are still told apart", async ({ page }) => {
  await page.emulateMedia({ forcedColors: "active" });
  await signIn(page, "benedita-corvo");
  await page.goto("/policies/purchase-orders?version=2");
  const ground = (selector: string) =>
    page
      .locator(selector)
      .first()
      .evaluate((one) => getComputedStyle(one).backgroundColor);
  const sheet = await ground("body");
  await expect(page.locator(".pennant-notch").first()).toBeVisible();
  expect(await ground(".pennant-notch")).not.toBe(sheet);
  expect(await ground('[role="group"][aria-label="Thresholds"] > div > div')).not.toBe(sheet);
  const [here, elsewhere] = [await ground('nav [aria-current="page"]'), await ground("nav a:not([aria-current])")];
  expect(here).not.toBe(elsewhere);
});

test("lists are sorted by their headings and walked by arrow keys, and say how many there are when that changes", async ({
  page,
}) => {
  await signIn(page, "tamsin-roque");
  await page.goto("/back-office/customers");
  const said = page.locator("[aria-live] p").filter({ hasText: /customers?$/ });
  const heading = page.getByRole("columnheader", { name: "Owed and ordered" });
  await heading.getByRole("link").press("Enter");
  await expect(heading).toHaveAttribute("aria-sort", "ascending");
  await heading.getByRole("link").press("Enter");
  await expect(heading).toHaveAttribute("aria-sort", "descending");
  await expect(page).toHaveURL(/sort=-exposure/);
  const owed = await page
    .getByRole("region", { name: "Customers" })
    .getByRole("row")
    .evaluateAll((rows) =>
      rows.slice(1).map((row) => Number(row.querySelectorAll("td")[4]!.textContent!.replace(/[^\d.]/g, ""))),
    );
  expect(owed.length).toBeGreaterThan(5);
  expect(owed).toEqual(owed.toSorted((a, b) => b - a));
  const lines = page.locator("[data-line]:visible");
  await lines.first().focus();
  await page.keyboard.press("ArrowDown");
  await expect(lines.nth(1)).toBeFocused();
  await page.keyboard.press("End");
  await expect(lines.last()).toBeFocused();
  await page.getByText("More filters, and columns").press("Enter");
  await page.getByLabel("Days overdue at least").fill("30");
  await page.getByRole("button", { name: "Show", exact: true }).press("Enter");
  await expect(page).toHaveURL(/days.least=30/);
  await expect(said).toBeAttached();
  await expect(page).toHaveURL(/sort=-exposure/);
});

test("an amount or a day that cannot be read is left out of a list, and said", async ({ page }) => {
  await signIn(page, "tamsin-roque");
  await page.goto("/holds?amount.least=much");
  await expect(page.getByRole("status")).toHaveText("Left out, since it cannot be read: Amount at least “much”.");
  // What holds it stands open, so that it can be corrected.
  const since = page.getByLabel("Since from");
  await since.fill("31/2/2026");
  await since.blur();
  await expect(page.getByText("“31/2/2026” is no day. Type it as 31 Dec 2026 or 31/12/2026.")).toBeVisible();
  await since.fill("3/4/2025");
  await since.blur();
  await expect(since).toHaveValue("3 Apr 2025");
});

test("at 320 px and four times its size, an approver decides from the desk by keyboard, with most of the screen to read", async ({
  browser,
}) => {
  const noor = await pageOf(browser, "noor-halvorsrud");
  await enterOrder(noor, { title: "Read at four times its size", price: "12,000.00" });
  const page = await (await browser.newContext({ viewport: { width: 320, height: 256 } })).newPage();
  await signIn(page, "rui-tavares");
  await page.goto("/desk");
  await tabTo(page, page.getByRole("link", { name: /Read at four times its size/ }));
  await page.keyboard.press("Enter");
  await page.waitForURL(/\/documents\/po-/);
  const bar = page.getByRole("region", { name: "Decide" });
  await tabTo(page, bar.getByRole("button", { name: /^Approve(?! in part)/ }));
  await page.keyboard.press("Enter");
  await expect(bar.locator('button[type="submit"]')).toBeFocused();
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(320);
  await page.keyboard.press("Enter");
  await expect(page.locator("[aria-live] p").filter({ hasText: /: your approval is given\.$/ })).toBeAttached();
  await expect(bar.getByRole("button", { name: /^Approve(?! in part)/ })).toHaveCount(0);
  await noor.reload();
  await expect(status(noor, "Waiting").or(status(noor, "Approved")).first()).toBeVisible();
});
