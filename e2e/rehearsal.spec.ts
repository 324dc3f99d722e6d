// “If I raise the first threshold from 500 to 1,000, how many approvals do I save, what value goes unseen, who benefits?”, answered by mouse alone and by keyboard alone.
import fs from "node:fs";
import { expect, type Locator, type Page } from "@playwright/test";
import { AxeBuilder } from "@axe-core/playwright";
import { clearDraft, pageOf, sendToReviewer, signIn, tabTo, test } from "./support";

const below = (page: Page) => page.getByRole("group", { name: /^Thresholds, / }).last();
const figures = (page: Page) => page.getByRole("complementary", { name: "Figures" });
const figure = (page: Page, name: RegExp) => page.getByRole("row", { name }).getByRole("cell");

/** What the page says of the first threshold at 1,000: figures that agree with each other, whatever other tests have sent. */
async function answered(page: Page): Promise<void> {
  await expect(figures(page)).toHaveAttribute("aria-busy", "false");
  await expect(figures(page).getByText(/^\d+ approvals a year fewer, \d+ hours\./)).toBeVisible();
  const [before, after] = (await figure(page, /^Approvals a year/).allTextContents()).map(Number);
  expect(after!).toBeLessThan(before!);
  await expect(figures(page).getByText(`${before! - after!} approvals a year fewer`)).toBeVisible();
  await expect(figures(page).getByText(/of value would be approved by nobody any more/)).toBeVisible();
  // Who benefits: each unit and person with how many fewer, and every document with what is not asked any more.
  await expect(page.getByRole("region", { name: /^Units whose documents/ }).last()).toContainText("fewer");
  await expect(page.getByRole("region", { name: /^People whose documents/ }).last()).toContainText("fewer");
  await expect(page.getByRole("heading", { name: /^\d+ orders go another way$/ })).toBeVisible();
  const lines = page.getByRole("region", { name: "orders that go another way" }).getByRole("row");
  await expect(lines.nth(1)).toContainText("− Line manager");
  // Opened, both ways stand side by side: today the requester's manager, then nobody.
  await lines.nth(1).getByText("− Line manager").click();
  await expect(lines.nth(1).getByRole("listitem")).toHaveCount(1);
  await expect(lines.nth(1)).toContainText("Nobody has to approve.");
  const amount = (await lines.nth(1).getByRole("cell").nth(2).textContent())!.replaceAll(",", "");
  expect(Number(amount)).toBeGreaterThan(500);
  expect(Number(amount)).toBeLessThanOrEqual(1000);
}

/** Above and below the version whose first threshold is 500, whatever versions other tests have put in force since. */
async function version2(page: Page, choose: (list: Locator, version: string) => Promise<unknown>): Promise<void> {
  for (const side of [/^Above/, /^Below/]) await choose(page.getByRole("combobox", { name: side }), "Version 2");
}

test("the first threshold is raised by keyboard alone: what it saves, what goes unseen and who benefits", async ({
  page,
}) => {
  await signIn(page, "benedita-corvo");
  await clearDraft(page, "purchase-orders");
  await page.goto("/policies/purchase-orders");
  await tabTo(page, page.getByRole("link", { name: "Rehearse", exact: true }));
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { level: 1, name: "Rehearsal" })).toBeVisible();
  await version2(page, async (list, version) => {
    await tabTo(page, list);
    await page.keyboard.type(version);
  });
  await tabTo(page, page.getByRole("button", { name: "Show", exact: true }));
  await page.keyboard.press("Enter");
  await expect(page.getByRole("group", { name: /^Thresholds, Version 2, / })).toHaveCount(2);
  await expect(figures(page).getByText(/^Both treat all \d+ orders alike\.$/)).toBeVisible();
  const stake = below(page).getByRole("slider").first();
  await expect(stake).toHaveAttribute("aria-valuetext", "500.00");
  await tabTo(page, stake);
  await page.keyboard.press("ArrowRight");
  await expect(stake).toHaveAttribute("aria-valuetext", "750.00");
  await page.keyboard.press("ArrowRight");
  await expect(stake).toHaveAttribute("aria-valuetext", "1,000.00");
  await expect(stake).toBeFocused();
  await answered(page);
});

test("the same by mouse alone, and what was found goes to the board", async ({ page }) => {
  await signIn(page, "benedita-corvo");
  await clearDraft(page, "purchase-orders");
  await page.goto("/policies/purchase-orders");
  await page.getByRole("link", { name: "Rehearse", exact: true }).click();
  await version2(page, async (list, version) => {
    const option = list.getByRole("option", { name: new RegExp(`^${version}\\b`) });
    await list.selectOption(await option.getAttribute("value"));
  });
  await page.getByRole("button", { name: "Show", exact: true }).click();
  await expect(page.getByRole("group", { name: /^Thresholds, Version 2, / })).toHaveCount(2);
  await expect(figures(page).getByText(/^Both treat all \d+ orders alike\.$/)).toBeVisible();
  const stake = below(page).getByRole("slider").first();
  const drag = async (to: string) => {
    await stake.hover();
    await page.mouse.down();
    const box = (await stake.boundingBox())!;
    const said = async () => Number((await stake.getAttribute("aria-valuetext"))!.replaceAll(",", ""));
    // A hand moves until the label says what it wants.
    for (let x = box.x + box.width / 2; (await said()) < Number(to) && x < 1200; x += 1)
      await page.mouse.move(x, box.y + 10);
    await page.mouse.up();
  };
  await drag("1000");
  await expect(stake).toHaveAttribute("aria-valuetext", "1,000.00");
  await answered(page);
  await page.getByRole("button", { name: "Take these thresholds to the board" }).click();
  await page.waitForURL(/\/policies\/purchase-orders$/);
  const first = page.getByRole("group", { name: "Thresholds" }).getByRole("slider").first();
  await expect(first).toHaveAttribute("aria-valuenow", "100000");
  await clearDraft(page, "purchase-orders");
});

test("two versions stand above and below the same documents, by an address that anybody can be sent", async ({
  page,
}) => {
  await signIn(page, "tome-cardigos");
  await page.goto("/rehearsal?policy=purchase-orders&before=1&after=2&from=2025-04-01&until=2025-09-30&section=Fuel");
  await expect(page.getByRole("group", { name: /^Thresholds, Version 1, retired/ })).toBeVisible();
  await expect(page.getByRole("group", { name: /^Thresholds, Version 2, / })).toBeVisible();
  await expect(page.getByRole("link", { name: "Fuel" })).toHaveAttribute("aria-current", "true");
  await expect(page.getByText(/Orders of 1 Apr 2025 to 30 Sep 2025, with the people of their time/)).toBeVisible();
  // An auditor tries, and writes no policies.
  await below(page).getByRole("slider").first().press("ArrowRight");
  await expect(page.getByText(/^These thresholds cannot become the draft/)).toBeVisible();
  await expect(page.getByRole("button", { name: "Take these thresholds to the board" })).toHaveCount(0);
  await page.getByText("The picture as a table").click();
  await expect(page.getByRole("region", { name: /^Documents by amount/ })).toContainText("Fewer approvals");
});

test("a policy that was never in force is rehearsed against its absence, and one in force against its end", async ({
  page,
}) => {
  await signIn(page, "benedita-corvo");
  await page.goto("/rehearsal?policy=crewing-purchases");
  await expect(page.getByText("Documents go where other policies send them, or are held.")).toBeVisible();
  await expect(page.getByRole("heading", { name: /^\d+ orders go another way$/ })).toBeVisible();
  // Levels of the policies that take these documents today are named too.
  const lines = page.getByRole("region", { name: "orders that go another way" }).getByRole("row");
  await lines.nth(1).getByRole("group").locator("summary").click();
  await expect(lines.nth(1).getByText("Without", { exact: true })).toBeVisible();
  await page.getByRole("combobox", { name: /^Policy/ }).selectOption("Purchase orders");
  await page.getByRole("button", { name: "Show", exact: true }).click();
  await expect(page.getByRole("group", { name: /^Thresholds, Version \d+, in force$/ })).toHaveCount(2);
  await page.getByRole("combobox", { name: /^Below/ }).selectOption("Without this policy");
  await page.getByRole("button", { name: "Show", exact: true }).click();
  await expect(figures(page).getByText(/orders would be held\.$/)).toBeVisible();
});

test("better thresholds are found for a goal, tried with everything following, and what stands in the way is said", async ({
  page,
}) => {
  await signIn(page, "benedita-corvo");
  await page.goto("/rehearsal?policy=purchase-orders&before=2&after=2&section=Everything+else");
  await page.getByText("Find better thresholds for “Everything else”").click();
  const form = page.getByRole("form", { name: "What the thresholds are to reach" });
  const seen = (text: string | null) => Number(/; ([\d.]+) % of the value/.exec(text!)![1]);
  const found = page.getByText(/^\d+ hours a year instead of \d+; [\d.]+ % of the value approved by anybody/);
  await form.getByRole("button", { name: "Find thresholds" }).click();
  await expect(found).toBeVisible();
  expect(seen(await found.textContent())).toBeGreaterThanOrEqual(80);
  // Tried, they stand below with as many bands as were found, and the figures are theirs.
  await page.getByRole("button", { name: "Try these below" }).click();
  await expect(below(page).getByRole("slider")).toHaveCount(1);
  await expect(page.getByText(/^What stands below now: \d+ approvals a year fewer/)).toBeVisible();
  // Every point of what more control costs can be tried as well.
  await page.getByText("The same as a table, to try any of them").click();
  const points = page.getByRole("region", { name: "What more control costs, as a table" }).getByRole("row");
  await points.last().getByRole("button", { name: /^Try/ }).click();
  await expect(below(page).getByRole("slider")).not.toHaveCount(1);
  await expect(page.getByRole("button", { name: "Take these thresholds to the board" })).toBeVisible();
  const { violations } = await new AxeBuilder({ page }).include("details[open]").analyze();
  expect(violations.map(({ id, nodes }) => [id, nodes.length])).toEqual([]);
  // The unit's head above alone sees less than all, whatever the thresholds are; and amounts are read as everywhere.
  await form.getByLabel("At least this much of the value, in %").fill("100");
  await form.getByLabel("From these amounts alone").fill("1,500; 7.5k");
  await form.getByRole("button", { name: "Find thresholds" }).click();
  // It is said aloud as well, so that the sentence is there twice.
  await expect(
    page.getByText(/^No thresholds reach 100\.0 %: .* the most is [\d.]+ % of the value\./).first(),
  ).toBeVisible();
  await expect(page.getByText("Chosen from 2 amounts, 1,500.00 to 7,500.00")).toBeVisible();
  await form.getByLabel("From these amounts alone").fill("1,500; many");
  await form.getByRole("button", { name: "Find thresholds" }).click();
  await expect(form.getByText(/^“many”: /)).toBeVisible();
});

test("a rehearsal goes out as two pages, as a workbook and as a file of plain text, as it stands", async ({ page }) => {
  await signIn(page, "tome-cardigos");
  await page.goto("/rehearsal?policy=purchase-orders&before=1&after=2");
  const exports = page.getByRole("group", { name: "Export" });
  const text = async (label: RegExp) => {
    const [file] = await Promise.all([
      page.waitForEvent("download"),
      exports.getByRole("button", { name: label }).click(),
    ]);
    return { name: file.suggestedFilename(), content: fs.readFileSync(await file.path()) };
  };
  const pdf = await text(/^PDF/);
  expect([pdf.name, pdf.content.subarray(0, 5).toString()]).toEqual(["rehearsal.pdf", "%PDF-"]);
  const xlsx = await text(/^XLSX/);
  expect([xlsx.name, xlsx.content.subarray(0, 2).toString()]).toEqual(["rehearsal.xlsx", "PK"]);
  const csv = await text(/^CSV/);
  const [heading, ...lines] = csv.content.toString().trim().split(/\r?\n/);
  expect(heading).toContain("Number");
  // As many as the page says, though it lists the largest alone.
  await expect(page.getByRole("heading", { name: `${lines.length} orders go another way` })).toBeVisible();
});

test("a rehearsal is kept under a name, gives the same again, and lies before the reviewer with the version that it is of", async ({
  page,
  browser,
}) => {
  await signIn(page, "benedita-corvo");
  await clearDraft(page, "expense-claims");
  await page.goto("/rehearsal?policy=expense-claims");
  const stake = below(page).getByRole("slider").first();
  await stake.press("ArrowRight");
  const said = figures(page).getByText(/^\d+ approvals? a year fewer/);
  await expect(figures(page)).toHaveAttribute("aria-busy", "false");
  await expect(said).toBeVisible();
  const sentence = (await said.textContent())!;
  await page.getByLabel("Keep this rehearsal as").fill("One step up");
  await page.getByRole("button", { name: "Keep", exact: true }).click();
  await page.getByText(/^Kept rehearsals \(\d+\)$/).click();
  const line = page.getByRole("listitem").filter({ hasText: "One step up" });
  await expect(line).toContainText(sentence);
  await page.getByRole("button", { name: "Take these thresholds to the board" }).click();
  await page.waitForURL(/\/policies\/expense-claims$/);
  const version = await sendToReviewer(page, "Directors need not see these", null);

  const reviewer = await pageOf(browser, "rosalind-amado");
  await reviewer.goto(`/policies/expense-claims?version=${version}`);
  const review = reviewer.getByRole("region", { name: "Review" });
  await expect(review.getByRole("listitem").filter({ hasText: "One step up" })).toContainText(sentence);
  await review.getByRole("link", { name: "One step up" }).click();
  await expect(reviewer.getByText(`of version ${version}`, { exact: false }).first()).toBeVisible();
  await expect(figures(reviewer).getByText(sentence)).toBeVisible();
  const { violations } = await new AxeBuilder({ page: reviewer }).analyze();
  expect(violations.filter(({ impact }) => impact === "serious" || impact === "critical")).toEqual([]);
  // What a reviewer was sent stays on its record.
  await page.goto("/rehearsal?policy=expense-claims");
  await page.getByText(/^Kept rehearsals \(\d+\)$/).click();
  await expect(line).toContainText(`Of version ${version}.`);
  await expect(line.getByRole("button")).toHaveCount(0);

  await test.step("the same version runs beside what is in force, and nobody is asked by it", async () => {
    await page.goto(`/policies/expense-claims?version=${version}`);
    await page.getByRole("button", { name: "Run alongside" }).click();
    await page.getByRole("dialog").getByRole("textbox", { name: "From" }).fill("2025-04-01");
    await page.getByRole("button", { name: `Run version ${version} alongside` }).click();
    await page.getByRole("link", { name: "Runs alongside" }).click();
    await expect(
      page.getByText(/^Of \d+ claims since 1 Apr 2025, \d+ claims? would have gone another way\.$/),
    ).toBeVisible();
    await expect(page.getByRole("region", { name: "By week" }).getByRole("cell", { name: "−1" }).first()).toBeVisible();
    await expect(page.getByRole("region", { name: /^claims that would/ })).toContainText("− Finance director");
    const found = await new AxeBuilder({ page }).analyze();
    expect(found.violations.filter(({ impact }) => impact === "serious" || impact === "critical")).toEqual([]);
    await page.getByRole("button", { name: "Stop running it alongside" }).click();
    await expect(page.getByText(/^Ran beside what was in force, 1 Apr 2025 to /)).toBeVisible();
  });
});
