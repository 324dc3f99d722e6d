// How long decisions would take: worked out when asked for, stopped when wanted, with what it rests on and how well it foretold the last quarter.
import { expect, type Page } from "@playwright/test";
import { AxeBuilder } from "@axe-core/playwright";
import { signIn, test } from "./support";

const YEAR = "from=2025-03-10&until=2026-03-09";
const form = (page: Page) => page.getByRole("form", { name: "How long decisions would take" });
const together = (page: Page) =>
  page.getByRole("region", { name: "How long decisions would take under both versions" });
const row = (page: Page, name: RegExp) => together(page).getByRole("row", { name });
const workedOut = (page: Page) =>
  // Twenty runs of a year for each version, and those of the quarter that is foretold.
  expect(form(page).getByRole("button", { name: "Work out again" })).toBeVisible({ timeout: 30_000 });

async function open(page: Page, policy: string): Promise<void> {
  await page.goto(`/rehearsal?policy=${policy}&${YEAR}`);
  await expect(page.getByRole("complementary", { name: "Figures" })).toHaveAttribute("aria-busy", "false");
  await page.getByText("How long decisions would take").click();
}

test("is worked out for orders, with its ranges, what it rests on and how well it foretold", async ({ page }) => {
  await signIn(page, "benedita-corvo");
  await open(page, "purchase-orders&before=2&after=2");
  await form(page).getByRole("button", { name: "Work out" }).click();
  await workedOut(page);
  await expect(
    page.getByText(/^Half of the orders would be decided within [\d.]+ days and nine of ten/).last(),
  ).toBeVisible();
  await expect(row(page, /^Half decided within/)).toContainText(/\d\.\d/);
  await expect(row(page, /^Nine of ten within/)).toContainText(/\d\.\d to \d+\.\d/);
  await expect(row(page, /^Of orders with a time limit/)).toContainText("%");
  await expect(page.getByRole("region", { name: "By band, Version 2" })).toContainText("Everything else: Over 500.00");

  await page.getByText("How well this foretells").click();
  await expect(
    page.getByText(/foretold out of what had been answered by then: half within [\d.]+ days, and it was/),
  ).toBeVisible();
  await expect(
    page.getByRole("region", { name: "What was foretold, and what came" }).getByRole("row").nth(1),
  ).toContainText("All orders");
  await page.getByText("What this rests on").click();
  const answers = page.getByRole("region", { name: "Answers on which times rest" });
  await expect(answers.getByRole("row").nth(1)).toContainText("their own");

  const stake = page
    .getByRole("group", { name: /^Thresholds, / })
    .last()
    .getByRole("slider")
    .first();
  await stake.focus();
  await page.keyboard.press("ArrowRight");
  await expect(page.getByText("Thresholds have been moved since: work out again for these.")).toBeVisible();
  await form(page).getByRole("button", { name: "Work out again" }).click();
  await expect(page.getByText("Thresholds have been moved since")).toBeHidden({ timeout: 30_000 });
  await expect(together(page).getByRole("columnheader").allTextContents()).resolves.toEqual([
    "Figure",
    "Version 2",
    "Moved",
  ]);
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.filter(({ impact }) => impact === "serious" || impact === "critical")).toEqual([]);
});

test("is stopped, and says what late payment costs", async ({ page }) => {
  await signIn(page, "benedita-corvo");
  await open(page, "supplier-invoices");
  let release = () => {};
  const held = new Promise<void>((resolve) => (release = resolve));
  await page.route("**/api/rehearsal/timing?*", async (route) => {
    await held;
    await route.continue();
  });
  await form(page).getByRole("button", { name: "Work out" }).click();
  await form(page).getByRole("button", { name: "Stop" }).click();
  release();
  await expect(form(page).getByRole("button", { name: "Work out" })).toBeVisible();
  await expect(together(page)).toBeHidden();
  await page.unroute("**/api/rehearsal/timing?*");

  await form(page)
    .getByRole("spinbutton", { name: /^Interest on what is paid late/ })
    .fill("12");
  await form(page).getByRole("button", { name: "Work out" }).click();
  await workedOut(page);
  await expect(row(page, /^Interest on it at 12 %/)).toContainText(/\d/);
  await expect(row(page, /^Early-payment discounts lost/)).toContainText(/\d/);
});
