// The other organisation through the interface: pesos without minor digits, days that change at another hour, and policies by fields that are its own.
import { spawnSync, type ChildProcess } from "node:child_process";
import fs from "node:fs";
import os from "node:os";
import path from "node:path";
import { expect, type Page } from "@playwright/test";
import {
  approveAs,
  approveVersion,
  decide,
  pageOf,
  sendToReviewer,
  signIn,
  startServer,
  status,
  test,
} from "./support";

const root = path.join(import.meta.dirname, "..");
const port = Number(process.env.PORT ?? 4391) + 6;
const data = fs.mkdtempSync(path.join(os.tmpdir(), "bandeira-observatory-"));
let server: ChildProcess;
test.use({ baseURL: `http://localhost:${port}` });
test.describe.configure({ mode: "serial" });
test.beforeAll(async () => {
  const made = spawnSync(
    path.join(root, "node_modules/.bin/tsx"),
    ["scripts/seed.ts", "30", "--organisation", "observatory"],
    { cwd: root, env: { ...process.env, BANDEIRA_DATA: data } },
  );
  expect(made.stderr.toString().replace(/^npm .*\n/gm, "")).toBe("");
  server = await startServer(port, { BANDEIRA_DATA: data, BANDEIRA_DEMO: "1" });
});
test.afterAll(() => {
  server.kill("SIGKILL");
  fs.rmSync(data, { recursive: true, force: true });
});

const levels = (order: Page) => order.getByRole("list", { name: "Route" }).locator("li li");

/** Enters an order on the infrared grant and its instrument. @returns the path of its page */
async function enter(page: Page, title: string, price: string, life: string): Promise<string> {
  await page.goto("/documents/new?type=purchase-order");
  await page.getByLabel("What is ordered, in a few words").fill(title);
  await page.getByLabel("Supplier").fill("Lentes Antucura");
  await page.getByLabel(/^Grant/).selectOption({ label: "Infrared survey" });
  await page.getByLabel(/^Instrument/).selectOption({ label: "Infrared spectrograph" });
  await page.getByLabel("What it is").fill("Filters");
  await page.getByRole("combobox", { name: "Category", exact: true }).selectOption({ label: "Optics" });
  await page.getByLabel("Price each").fill(price);
  if (life) await page.getByLabel(/^Expected life in years/).fill(life);
  await page.getByRole("button", { name: /^Submit/ }).click();
  await page.waitForURL(/\/documents\/po-\d+$/);
  return new URL(page.url()).pathname;
}

test("a stake is moved in whole pesos, reviewed and in force; orders go by their grant, by three of five and by how long things last", async ({
  page,
  browser,
}) => {
  await signIn(page, "bruno-cifuel");
  await page.goto("/policies/orders");
  await page.getByRole("tab", { name: /^Paid by a grant/ }).click();
  await page.getByRole("group", { name: "Thresholds" }).getByRole("slider").nth(1).focus();
  const amount = page.getByLabel("Amount of the threshold");
  await amount.fill("6.000.000,5");
  await amount.blur();
  await expect(page.getByRole("group", { name: "Thresholds" }).getByRole("slider").nth(1)).toHaveText("5,000,000");
  await amount.fill("6,000,000");
  await amount.blur();
  const words = page.getByRole("region", { name: "In words" });
  await expect(words).toContainText("Over 300,000 up to 6,000,000, that amount included: the owner of the grant");
  await expect(words).toContainText("three of the Scientific council");
  const version = await sendToReviewer(page, "Grants carry more since January", "2026-03-10");
  await approveVersion(browser, "orders", version, { id: "ines-huaiquil", name: "Inés Huaiquil" });

  const leandro = await pageOf(browser, "leandro-pichun");
  await enter(leandro, "Filters, small", "300,000", "");
  await expect(status(leandro, "Approved")).toBeVisible();
  await enter(leandro, "Filters, one peso more", "300,001", "");
  await expect(levels(leandro)).toHaveCount(2);
  const order = await enter(leandro, "Filter wheel", "45,000,000", "8");
  for (const person of ["nahuel-iriarte", "valentina-orrago", "ines-huaiquil", "gaspar-otey", "tadeo-villagran"])
    await approveAs(browser, person, order);
  // Two of the council have said yes, and three are needed.
  await expect(status(leandro, "Waiting")).toBeVisible();
  await approveAs(browser, "rocio-barahona", order);
  await approveAs(browser, "isidora-llanca", order);
  await expect(status(leandro, "Approved")).toBeVisible();

  const auditor = await pageOf(browser, "ema-cayun");
  await auditor.goto(`${order}/record`);
  await expect(auditor.getByText("Verified: this browser has re-computed the hashes of all 22 events")).toBeVisible();
  await expect(auditor.getByText("Purchase orders, version 2")).toBeVisible();
  await expect(auditor.getByText("Paid by a grant: Orders where the grant is filled in.")).toBeVisible();
});

test("a claim goes to the lead of its campaign, and a limit without an agreement to the treasurer and the council", async ({
  browser,
}) => {
  const nahuel = await pageOf(browser, "nahuel-iriarte");
  await nahuel.goto("/desk");
  const waiting = nahuel.getByRole("list", { name: "Waiting for you" });
  const claim = waiting.getByRole("link", { name: /^Observing run, February\s*46,400 CLP/ });
  await expect(claim).toContainText("As Lead of the campaign");
  await claim.click();
  await expect(nahuel.getByRole("heading", { name: "Observing run, February" })).toBeVisible();
  await decide(nahuel, "Approve");
  await expect(claim).toHaveCount(0);
  const ines = await pageOf(browser, "ines-huaiquil");
  await ines.goto("/desk");
  await ines.getByRole("link", { name: /Collegio Stellare di Vernazzo/ }).click();
  await expect(levels(ines)).toHaveCount(3);
  await expect(ines.getByText("Institute", { exact: true })).toBeVisible();
});

test("whoever checks an invoice says on which account it goes and whether it is an asset, and the register of assets is asked because of that", async ({
  browser,
}) => {
  const paz = await pageOf(browser, "paz-melinao");
  await paz.goto("/desk");
  await paz
    .getByRole("list", { name: "Waiting for you" })
    .getByRole("link", { name: /Invoice B-20311/ })
    .click();
  const route = levels(paz).filter({ hasText: "Register of assets" });
  await expect(route).toContainText("Perhaps");
  await expect(route).toContainText("if “to be capitalised” is yes");
  const bar = paz.getByRole("region", { name: "Decide" });
  await bar.getByRole("button", { name: /^Approve(?! in part)/ }).click();
  await expect(bar.getByLabel("To be capitalised")).toBeFocused();
  await bar.getByLabel("Account of line 1").selectOption({ label: "Equipment" });
  await bar.locator('button[type="submit"]').click();
  await expect(bar.getByRole("alert").first()).toContainText("Line 2: fill in the account");
  await bar.getByRole("button", { name: "Fill in the other lines alike" }).click();
  await expect(bar.getByLabel("Account of line 2")).toHaveValue(await bar.getByLabel("Account of line 1").inputValue());
  await bar.getByLabel("Account of line 1").selectOption({ label: "Services for the site" });
  await bar.getByLabel("To be capitalised").selectOption("yes");
  await bar.locator('button[type="submit"]').click();
  const filled = paz.getByRole("region", { name: "Filled in on approval" });
  await expect(filled).toContainText(
    "AccountServices for the site on line 1, Equipment on line 2Paz Melinao, as Purchasing",
  );
  await expect(
    paz.getByText(
      "and filled in account: Services for the site on line 1, Equipment on line 2; to be capitalised: yes.",
    ),
  ).toBeVisible();

  const ines = await pageOf(browser, "ines-huaiquil");
  await ines.goto(paz.url());
  const decides = ines.getByRole("region", { name: "Decide" });
  await decides.getByRole("button", { name: /^Approve(?! in part)/ }).click();
  await decides.getByLabel("Asset number").fill("E-2026-17");
  await decides.locator('button[type="submit"]').click();
  await expect(ines.getByRole("region", { name: "Filled in on approval" })).toContainText("E-2026-17");
  await decide(ines, "Approve");
  await expect(status(ines, "Approved")).toBeVisible();

  const auditor = await pageOf(browser, "ema-cayun");
  await auditor.goto((await paz.getByRole("link", { name: "The record" }).getAttribute("href"))!);
  await expect(auditor.getByText("Verified: this browser has re-computed the hashes", { exact: false })).toBeVisible();
  await expect(auditor.getByRole("region", { name: "Filled in on approval" })).toContainText("Asset numberE-2026-17");
  await auditor.goto("/register?state=any&q=B-20311&cols=title,own_account,own_asset_number");
  await expect(auditor.getByRole("row", { name: /Services for the site(, | and )Equipment E-2026-17/ })).toBeVisible();
});

test("a trial on the board knows several lines, another currency and the fields that the policy decides by", async ({
  page,
}) => {
  await signIn(page, "bruno-cifuel");
  await page.goto("/policies/orders");
  await page.getByRole("button", { name: "Try a document" }).click();
  const trial = page.getByRole("region", { name: "Try a document" });
  await trial.getByLabel("Asked for by").fill("Aruna");
  await page.getByRole("option", { name: /Aruna Velkar/ }).click();
  await trial.getByLabel("Amount in CLP").fill("200,000");
  await expect(trial).toContainText("Nobody needs to approve");
  // A second line takes it over the first threshold; a grant takes it to the owner of the grant.
  await trial.getByRole("button", { name: "Another line" }).click();
  await trial.getByLabel("Line 2 comes to, CLP").fill("150,000");
  await expect(trial).toContainText("350,000 CLP");
  await expect(trial).toContainText("It would be asked about");
  await trial.getByLabel(/^Grant/).selectOption({ label: "Infrared survey" });
  await expect(page.getByRole("tab", { name: /^Paid by a grant/ })).toHaveAttribute("aria-selected", "true");
  await expect(trial).toContainText("Nahuel Iriarte (eligible)");
  await trial.getByLabel("Export licence needed").selectOption("yes");
  await expect(page.getByRole("tab", { name: /^Export licence needed/ })).toHaveAttribute("aria-selected", "true");
  await trial.getByLabel("Currency").selectOption("USD");
  await trial.getByLabel("Amount in CLP").or(trial.getByLabel("Line 1 comes to, USD")).fill("2,000");
  await expect(trial).toContainText(/[\d,]+ CLP: net total/);
});

test("fields of customers are arranged by dragging, told when they are wrong, and changed with an approval", async ({
  page,
  browser,
}) => {
  await signIn(page, "bruno-cifuel");
  await page.goto("/settings/fields?type=customer");
  const fields = page.getByRole("region", { name: "On the account of a customer" }).getByRole("listitem");
  await expect(fields).toHaveText([/^Institute/, /^Agreement number/, /^Guarantee/]);
  await fields.nth(1).locator("[data-drag]").dragTo(fields.nth(0));
  await expect(fields).toHaveText([/^Agreement number/, /^Institute/, /^Guarantee/]);
  await page.getByRole("button", { name: /^Move down.*agreement number/ }).click();
  await expect(fields).toHaveText([/^Institute/, /^Agreement number/, /^Guarantee/]);
  await page.getByLabel(/^Agreement number/).fill("AG-1");
  await expect(page.getByText("The agreement number is written like AG-2026-001.")).toBeVisible();
  // A field that changes at once, of the same customers.
  await page.getByRole("button", { name: "Add a field to the account" }).click();
  await page.getByLabel("Name").fill("contact");
  await page.getByLabel("What stands in it").selectOption("a person");
  await page.getByLabel("A change of it counts at once").check();
  await page.getByRole("button", { name: "Add the field" }).click();
  await expect(fields).toHaveText([/^Institute/, /^Agreement number/, /^Guarantee/, /^Contact/]);

  const paz = await pageOf(browser, "paz-melinao");
  await paz.goto("/documents/new?type=credit-limit-change&account=instituto-aralco-customer");
  await expect(paz.getByLabel("Agreement number")).toHaveValue("AG-2024-011");
  await paz.getByLabel("Agreement number").fill("AG-2026-4");
  await paz.getByRole("button", { name: /^Submit/ }).click();
  await expect(paz.getByRole("alert").first()).toContainText("The agreement number is written like AG-2026-001");
  await paz.getByLabel("Agreement number").fill("AG-2026-004");
  await paz.getByRole("button", { name: /^Submit/ }).click();
  const row = paz.getByRole("row", { name: /^Agreement number/ });
  await expect(row).toHaveText("Agreement numberAG-2024-011AG-2026-004");

  await page.goto("/back-office/accounts/instituto-aralco-customer");
  const says = page.getByRole("region", { name: "What the account says" });
  await expect(says).toContainText("Agreement numberAG-2024-011");
  await page.getByRole("button", { name: "Change these" }).click();
  await page.getByLabel("Contact").fill("Paz");
  await page.getByRole("option", { name: /Paz Melinao/ }).click();
  await page.getByRole("button", { name: "Save" }).click();
  await expect(says).toContainText("ContactPaz Melinao");
});

test("a hidden field is seen by whoever filled it in, shown to whom it names, and every showing stands in the log", async ({
  browser,
}) => {
  const note = "Oxygen on the second night; the bus went to the clinic.";
  const claim = async (who: string) => {
    const page = await pageOf(browser, who);
    await page.goto("/documents?q=Observing%20run%2C%20February");
    await page
      .getByRole("row", { name: /Observing run, February/ })
      .getByRole("link")
      .first()
      .click();
    await expect(page.getByRole("heading", { level: 1, name: "Observing run, February" })).toBeVisible();
    return page;
  };
  const mirta = await claim("mirta-coronel");
  await expect(mirta.getByText(note)).toBeVisible();
  await expect(mirta.getByRole("region", { name: "Hidden here" })).toBeHidden();

  const nahuel = await claim("nahuel-iriarte");
  await expect(nahuel.getByRole("region", { name: "Hidden here" })).toContainText(
    "Health notehidden from you; for clerks and auditors",
  );
  await nahuel.getByRole("link", { name: "The record" }).click();
  await expect(nahuel.getByText("Evidence and the record as JSON say what is hidden here")).toBeVisible();
  await expect(nahuel.getByText(/Verified: .* of \d+ events, and Bandeira the others/)).toBeVisible();
  expect(await nahuel.content()).not.toContain("Oxygen");
  const id = /documents\/([a-z0-9-]+)/.exec(nahuel.url())![1]!;
  expect((await nahuel.request.get(`/api/documents/${id}/evidence`)).status()).toBe(403);

  const rosendo = await claim("rosendo-painel");
  expect(await rosendo.content()).not.toContain("Oxygen");
  await rosendo.getByRole("button", { name: "Show health note" }).press("Enter");
  await expect(rosendo.getByRole("region", { name: "Hidden here" })).toContainText(note);
  await rosendo.goto("/people/rosendo-painel");
  await expect(rosendo.getByText(`Opened the health note of ${id.toUpperCase()}`)).toBeVisible();
});

test("a trial on the board knows what the account of the customer says", async ({ page }) => {
  await signIn(page, "bruno-cifuel");
  await page.goto("/policies/credit");
  await page.getByRole("button", { name: "Try a document" }).click();
  const trial = page.getByRole("region", { name: "Try a document" });
  await trial.getByLabel("Asked for by").fill("Aruna");
  await page.getByRole("option", { name: /Aruna Velkar/ }).click();
  await trial.getByLabel("Amount in CLP").fill("200,000");
  await expect(page.getByRole("tab", { name: /^Raised without an agreement/ })).toHaveAttribute(
    "aria-selected",
    "true",
  );
  await trial
    .getByRole("group", { name: "What the account of the customer says" })
    .getByLabel(/^Agreement number/)
    .fill("AG-2026-001");
  await expect(page.getByRole("tab", { name: /^Under an agreement/ })).toHaveAttribute("aria-selected", "true");
  await expect(trial).toContainText("Section “Under an agreement”");
});

test("from the desk’s line to a finding, its evidence, the mend, its rehearsal and the review, until it is closed as a rule that was changed", async ({
  page,
  browser,
}) => {
  const name = "Matías Olmede and Cómputo Lircaya";
  await signIn(page, "bruno-cifuel");
  await page.goto("/desk");
  await page.getByRole("link", { name: /findings of the lookout to look into$/ }).click();
  await page.getByRole("link", { name }).click();
  await expect(page.getByRole("heading", { level: 2, name })).toBeVisible();
  await expect(page.getByRole("group", { name: "Picture" }).getByRole("img")).toBeVisible();
  await expect(page.getByRole("region", { name: "Documents", exact: true }).getByRole("link")).toHaveCount(10);
  await page.getByText("All figures").click();
  await expect(page.getByRole("region", { name: "Figures" })).toContainText("3,000,000");
  const finding = page.url();

  const mends = page.getByRole("region", { name: "What would mend it" });
  await expect(mends).toContainText("the total with the same supplier over 30 days");
  await mends.getByRole("button", { name: "Rehearse this change" }).first().click();
  await page.waitForURL(/\/rehearsal\?policy=orders&after=draft/);
  await expect(page.getByRole("heading", { name: /^\d+ orders go another way$/ })).toBeVisible();
  await expect(page.getByText("Totals with the same supplier are added up from these documents")).toBeVisible();

  await page.goto("/policies/orders");
  const version = await sendToReviewer(page, "What goes to one supplier in a month counts together", "2026-03-11");
  await approveVersion(browser, "orders", version, { id: "ines-huaiquil", name: "Inés Huaiquil" });

  await page.goto(finding);
  await page.getByRole("button", { name: "Rule changed" }).click();
  await page.getByLabel("Policy").selectOption({ label: "Purchase orders" });
  await page.getByLabel("What was changed").fill("Totals with a supplier over 30 days, from 11 March.");
  await page.getByRole("button", { name: "Closed: the rule was changed" }).click();
  await expect(page.getByText("Rule changed by Bruno Cifuel")).toBeVisible();
  await expect(page.getByRole("link", { name }).filter({ hasText: "Rule changed" })).toBeVisible();
});
