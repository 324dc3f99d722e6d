// The auditor’s way: the register, a record whose route is worked out again, an evidence file that a stranger verifies, the logbook, a sample and the report.
import { spawnSync } from "node:child_process";
import fs from "node:fs";
import path from "node:path";
import { expect, type Page } from "@playwright/test";
import { idOf, pageOf, signIn, test } from "./support";

const root = path.join(import.meta.dirname, "..");

async function downloaded(page: Page, click: () => Promise<void>, file: string): Promise<string> {
  const download = page.waitForEvent("download");
  await click();
  const target = test.info().outputPath(file);
  await (await download).saveAs(target);
  return target;
}

test("a record works its route out again, and its evidence file verifies without Bandeira's server or database", async ({
  page,
  browser,
}) => {
  await signIn(page, "tome-cardigos");
  const id = await idOf(browser, "Signal flags and lights");
  await page.goto(`/documents/${id}/record`);
  await expect(page.getByText(/the same route comes out, to the last name and reason/)).toBeVisible();
  await expect(page.getByText("sealed:")).toHaveCount(0);
  const zip = await downloaded(page, () => page.getByRole("link", { name: "Evidence file" }).click(), "e.zip");
  const ours = spawnSync("node", ["bin/bandeira.js", "verify", zip], { cwd: root, encoding: "utf8" });
  expect([ours.status, ours.stdout.trim()]).toEqual([0, "Nothing is wrong with it."]);
  const theirs = spawnSync("python3", ["tools/verify_evidence.py", zip], { cwd: root, encoding: "utf8" });
  expect([theirs.status, theirs.stdout.trim()]).toEqual([0, "Nothing is wrong with it."]);
  const bytes = fs.readFileSync(zip);
  bytes[Math.floor(bytes.length / 3)]! ^= 1;
  fs.writeFileSync(zip, bytes);
  expect(spawnSync("node", ["bin/bandeira.js", "verify", zip], { cwd: root }).status).toBe(1);
  expect(spawnSync("python3", ["tools/verify_evidence.py", zip], { cwd: root }).status).toBe(1);
});

test("the logbook re-computes the whole log with progress, finds events, and keeps checkpoints; an auditor makes none", async ({
  page,
  browser,
}) => {
  await signIn(page, "tome-cardigos");
  await page.goto("/logbook");
  await page.getByRole("button", { name: "Re-compute the whole log" }).click();
  await expect(page.getByText(/events and \d+ checkpoints verify/)).toBeVisible({ timeout: 30_000 });
  await expect(page.getByRole("button", { name: "Make a checkpoint now" })).toHaveCount(0);
  const [first, second] = [page.getByRole("checkbox").nth(0), page.getByRole("checkbox").nth(1)];
  await first.check();
  await second.check();
  const prove = page.getByRole("link", { name: "Prove that the later continues the earlier" });
  const file = await downloaded(page, () => prove.click(), "c.json");
  expect((JSON.parse(fs.readFileSync(file, "utf8")) as { proof: string[] }).proof.length).toBeGreaterThan(0);
  await page.getByLabel("Search text").fill("Tail-shaft overhaul");
  await page.getByRole("button", { name: "Show" }).click();
  await expect(page.getByRole("listitem").filter({ hasText: "submitted" }).first()).toBeVisible();
  const controller = await pageOf(browser, "benedita-corvo");
  await controller.goto("/logbook");
  const before = await controller.getByRole("list", { name: "Checkpoints" }).getByRole("listitem").count();
  await controller.getByRole("button", { name: "Make a checkpoint now" }).click();
  await expect(controller.getByText(/Benedita Corvo/).first()).toBeVisible();
  expect(before).toBeGreaterThan(1);
});

test("the register is narrowed, shows other columns, goes out as a file, and is kept under a name", async ({
  page,
}) => {
  await signIn(page, "tome-cardigos");
  await page.goto("/register?type=purchase-order");
  await page.getByText("More filters, and columns").click();
  await page.getByLabel("Gross at least").fill("20,000");
  await page.getByLabel("Revision", { exact: true }).check();
  await page.getByRole("button", { name: "Show" }).click();
  await expect(page.getByRole("columnheader", { name: "Revision" })).toBeVisible();
  await page.getByLabel("Name for this view").fill("Large orders");
  await page.getByRole("button", { name: "Save view" }).click();
  const view = page.getByRole("link", { name: "Large orders" });
  await expect(view).toBeVisible();
  const csv = await downloaded(page, () => page.getByRole("link", { name: "CSV" }).click(), "r.csv");
  const rows = fs.readFileSync(csv, "utf8").trim().split("\r\n");
  expect(rows.length).toBeGreaterThan(2);
  expect(rows[0]).toContain("number,type,title");
  await page.goto("/register");
  await view.click();
  await expect(page).toHaveURL(/least=20%2C000/);
  await page.getByRole("button", { name: "Remove the view Large orders" }).click();
  await expect(view).toHaveCount(0);
});

test("an auditor sizes and draws a sample, works through it and signs the sheet; the policy’s author cannot; the report comes as a PDF", async ({
  page,
  browser,
}) => {
  await signIn(page, "tome-cardigos");
  await page.goto("/register/samples");
  await page.getByLabel("Name", { exact: true }).fill("Claims of the year");
  await page.getByLabel("Documents").selectOption("expense-claim");
  await page.getByLabel("Confidence, %").fill("90");
  await page.getByLabel("Tolerable rate, %").fill("10");
  await expect(page.getByText("22 documents, of which none may deviate.")).toBeVisible();
  await page.getByRole("button", { name: "See what it would be" }).click();
  await page.getByRole("button", { name: "Draw these 22" }).click();
  await page.waitForURL(/samples\/s-\d+$/);
  const row = page.getByRole("table").getByRole("row").nth(1);
  for (const mark of await row.getByRole("radio", { name: "no exception" }).all()) await mark.check({ force: true });
  await expect(page.getByText(/No deviations in 1 tested/)).toBeVisible();
  await row.getByRole("radio", { name: "deviates" }).first().check({ force: true });
  await expect(row.getByRole("alert")).toContainText("Say what was found");
  await row.getByRole("textbox").fill("The receipt is of another day");
  await row.getByRole("textbox").blur();
  await row.getByRole("radio", { name: "deviates" }).first().check({ force: true });
  for (const one of (await page.getByRole("table").getByRole("row").all()).slice(2)) {
    await one.getByRole("button", { name: "the rest without exception" }).click();
    await expect(one.getByRole("radio", { name: "no exception" }).last()).toBeChecked();
  }
  await expect(page.getByText(/One deviation in 22 tested/)).toBeVisible();
  const author = await pageOf(browser, "benedita-corvo");
  await author.goto(page.url());
  await expect(author.getByText(/You had a hand in version \d of “Expense claims”/)).toBeVisible();
  await expect(author.getByRole("button", { name: "Sign the sheet and its conclusion" })).toHaveCount(0);
  await author.close();
  await page.getByLabel(/^Your name/).fill("Tomé Cardigos");
  await page.getByLabel(/^The word of the demonstration/).fill("demonstration");
  await page.getByRole("button", { name: "Sign the sheet and its conclusion" }).click();
  await expect(page.getByText(/^Signed by Tomé Cardigos/)).toBeVisible();
  const sheet = await downloaded(page, () => page.getByRole("link", { name: "As PDF" }).click(), "s.pdf");
  expect(fs.readFileSync(sheet).subarray(0, 5).toString()).toBe("%PDF-");
  await page.goto("/register/report");
  await expect(page.getByText(/documents were decided/)).toBeVisible();
  const pdf = await downloaded(page, () => page.getByRole("link", { name: "As PDF" }).click(), "r.pdf");
  expect(fs.readFileSync(pdf).subarray(0, 5).toString()).toBe("%PDF-");
});

test("a leaver is replaced by a pseudonym once the time is over; the log verifies as before", async ({ browser }) => {
  const admin = await pageOf(browser, "joaquina-teles");
  await admin.goto("/people/donato-ribas");
  await admin.getByRole("button", { name: "Pseudonym" }).click();
  await expect(admin.getByText("left on 31 Aug 2025; names are kept until 31 Aug 2027")).toBeVisible();
  const controller = await pageOf(browser, "benedita-corvo");
  await controller.goto("/settings/messages");
  await controller.getByLabel("Names of leavers are kept for, months").fill("6");
  await controller.getByRole("button", { name: "Save" }).first().click();
  await expect(controller.getByText("Saved.")).toBeVisible();

  await admin.goto("/people/donato-ribas");
  await admin.getByRole("button", { name: "Pseudonym" }).click();
  await admin.getByLabel("Why now").fill("Asked for by Donato Ribas himself");
  await admin.getByRole("button", { name: "Replace Donato Ribas by a pseudonym" }).click();
  await expect(admin.getByRole("heading", { name: /^Former colleague [0-9a-f]{10}$/ })).toBeVisible();
  await expect(admin.getByText("Replaced by a pseudonym").first()).toBeVisible();
  await expect(admin.getByText("Donato")).toHaveCount(0);
  await expect(admin.getByRole("button", { name: "Change" })).toHaveCount(0);
  await admin.goto("/people/donato-ribas");
  await expect(admin.getByRole("heading", { name: /Donato/ })).toHaveCount(0);

  const auditor = await pageOf(browser, "tome-cardigos");
  await auditor.goto("/logbook");
  await auditor.getByRole("button", { name: "Re-compute the whole log" }).click();
  await expect(auditor.getByText(/events and \d+ checkpoints verify/)).toBeVisible({ timeout: 30_000 });
  await auditor.goto("/logbook?text=Donato+Ribas");
  await expect(auditor.getByText("Donato")).toHaveCount(0);
});
