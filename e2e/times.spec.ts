// What a rehearsal says beside its two versions: how long decisions would take and how well that is foretold, single levels and people, a third version; and that it can be stopped.
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
  await expect(page.getByText(/^Thresholds, minutes or hours have been changed since/)).toBeVisible();
  await form(page).getByRole("button", { name: "Work out again" }).click();
  await expect(page.getByText(/^Thresholds, minutes or hours have been changed since/)).toBeHidden({ timeout: 30_000 });
  await expect(together(page).getByRole("columnheader").allTextContents()).resolves.toEqual([
    "Figure",
    "Version\u00a02",
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

test("replaying is stopped, and begun anew", async ({ page }) => {
  await signIn(page, "benedita-corvo");
  // The first time they are asked for they never come; that is stopped, and not awaited any more.
  await page.route("**/api/rehearsal/material?*", () => new Promise<void>(() => {}), { times: 1 });
  await page.goto(`/rehearsal?policy=purchase-orders&before=2&after=2&${YEAR}`);
  await expect(page.getByText("Reading the orders of these days")).toBeVisible();
  await page.getByRole("button", { name: "Stop" }).click();
  await expect(page.getByText("Stopped: the orders of these days were not replayed.")).toBeVisible();
  await page.getByRole("button", { name: "Replay them" }).click();
  const figures = page.getByRole("complementary", { name: "Figures" });
  await expect(figures).toHaveAttribute("aria-busy", "false");
  await expect(figures.getByText(/^Both treat all \d+ orders alike\.$/)).toBeVisible();
});

test("one level takes longer and one person has fewer hours than all others, by an address that can be sent", async ({
  page,
}) => {
  await signIn(page, "benedita-corvo");
  await page.goto(`/rehearsal?policy=purchase-orders&before=2&after=2&${YEAR}`);
  const figures = page.getByRole("complementary", { name: "Figures" });
  const hours = figures.getByRole("row", { name: /^Hours a year/ });
  await expect(figures).toHaveAttribute("aria-busy", "false");
  const cell = hours.getByRole("cell").last();
  const before = (await cell.textContent())!;
  const number = (text: string) => Number(text.replaceAll(",", ""));

  await page.getByText("How long decisions would take").click();
  await form(page).getByRole("button", { name: "Work out" }).click();
  await workedOut(page);
  const changed = page.getByText(/^Thresholds, minutes or hours have been changed since/);
  await expect(changed).toBeHidden();

  await page.getByText("Minutes of single levels, hours of single people").click();
  const levels = page.getByRole("form", { name: "Minutes a decision at one level" });
  await levels.getByRole("combobox").selectOption({ label: "Finance director" });
  await levels.getByRole("spinbutton").fill("90");
  await levels.getByRole("button", { name: "Set" }).click();
  await expect(levels.getByText("Finance director: 90 minutes")).toBeVisible();
  await expect(changed).toBeVisible();
  await expect(hours).toHaveAccessibleName(/at 20 minutes each or those of their level/);
  await expect(cell).not.toHaveText(before);
  expect(number((await cell.textContent())!)).toBeGreaterThan(number(before));

  const people = page.getByRole("form", { name: "Hours a month of one person" });
  await people.getByRole("combobox").selectOption({ label: "Gonçalo Abrantes" });
  await people.getByRole("spinbutton").fill("1");
  await people.getByRole("button", { name: "Set" }).click();
  const person = figures.getByRole("row", { name: /^Gonçalo Abrantes/ });
  await expect(person).toContainText("has 1");
  await expect(person).toContainText("more than they have");
  await expect(page).toHaveURL(/minutes\.[a-z-]+=90/);

  await people.getByRole("link", { name: "Remove what is set for Gonçalo Abrantes" }).click();
  await expect(person).not.toContainText("has 1");
  await page.getByRole("button", { name: "Show", exact: true }).click();
  await expect(levels.getByText("Finance director: 90 minutes")).toBeVisible();
});

test("a third version stands small below the two, and changes places with the one above it", async ({ page }) => {
  await signIn(page, "tome-cardigos");
  await page.goto(`/rehearsal?policy=purchase-orders&before=2&after=2&third=1&section=Fuel&${YEAR}`);
  const third = page.getByRole("region", { name: /^Third version: Version 1/ });
  await expect(third).toContainText(/Against Version.2: .*approval/);
  await expect(third.getByRole("list", { name: "Bands" }).getByRole("listitem").first()).toContainText("nobody");
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.filter(({ impact }) => impact === "serious" || impact === "critical")).toEqual([]);
  await third.getByRole("link", { name: "Put it below" }).click();
  await expect(page.getByRole("group", { name: /^Thresholds, Version 1/ })).toBeVisible();
  await expect(page.getByRole("region", { name: /^Third version: Version 2/ })).toContainText(/alike/);
  await page.getByRole("link", { name: "Leave it out" }).click();
  await expect(page.getByRole("region", { name: /^Third version/ })).toHaveCount(0);
});
