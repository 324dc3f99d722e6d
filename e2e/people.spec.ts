// People through the real interface: an absence moves work, a file with errors writes nothing, a code lets in, an address alone does not.
import { expect, type Page } from "@playwright/test";
import ExcelJS from "exceljs";
import { generateSync } from "otplib";
import { answered, approveVersion, decide, enterOrder, pageOf, sendToReviewer, signIn, test } from "./support";

const pick = async (page: Page, label: string | RegExp, text: string, name: string) => {
  await page.getByRole("combobox", { name: label }).fill(text);
  await page.getByRole("option", { name: new RegExp(name) }).click();
};

const XLSX = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet";

test("an absence set on a phone moves what waits to the stand-in’s desk, and its end moves it back", async ({
  browser,
}) => {
  const requester = await pageOf(browser, "gil-varandas");
  const id = await enterOrder(requester, { title: "Crane cable, spare", price: "60,000.00" });
  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true })).newPage();
  await signIn(phone, "amadeu-lobato");
  const standIn = await pageOf(browser, "mafalda-ilheu");
  await standIn.goto("/desk");
  await expect(standIn.getByText("Crane cable, spare")).toHaveCount(0);

  await phone.goto("/desk");
  await phone.getByRole("button", { name: /Amadeu Lobato/ }).tap();
  await phone.getByRole("menuitem", { name: "I am away" }).tap();
  await pick(phone, "Who stands in", "mafalda", "Mafalda Ilhéu");
  await phone.getByRole("button", { name: "Set absence" }).tap();
  await expect(phone.getByText(/^Away 10 Mar 2026 to 11 Mar 2026, Mafalda Ilhéu stands in/)).toBeVisible();

  // Without a reload: the stand-in’s page asks for its data when the log has grown.
  await expect(standIn.getByText("Crane cable, spare").first()).toBeVisible();
  await expect(standIn.getByText("You decide in the name of Amadeu Lobato, as Line manager")).toBeVisible();
  await phone.goto(`/documents/${id}`);
  await expect(phone.getByText(/Mafalda Ilhéu, in place of Amadeu Lobato/)).toBeVisible();
  await expect(phone.getByRole("button", { name: /^Approve(?! in part)/ })).toHaveCount(0);

  await phone.goto("/people/amadeu-lobato");
  await phone.getByRole("button", { name: "Back now" }).tap();
  await expect(phone.getByText("Not away, and nothing delegated.")).toBeVisible();
  await expect(standIn.getByText("Crane cable, spare")).toHaveCount(0);

  await phone.goto("/people/amadeu-lobato?set=absence");
  await pick(phone, "Who stands in", "mafalda", "Mafalda Ilhéu");
  await phone.getByRole("button", { name: "Set absence" }).tap();
  await expect(standIn.getByText("Crane cable, spare").first()).toBeVisible();
  await decide(standIn, "Approve", "Needed before the season.");
  await requester.goto(`/documents/${id}`);
  await expect(
    requester.getByText("approved as Line manager, in the name of Amadeu Lobato, revision 1."),
  ).toBeVisible();
});

test("a circle of stand-ins is refused with its names", async ({ page }) => {
  await signIn(page, "joaquina-teles");
  for (const [person, standIn, name] of [
    ["bento-aldegas", "ivone", "Ivone Calado"],
    ["ivone-calado", "bento", "Bento Aldegas"],
  ] as const) {
    await page.goto(`/people/${person}?set=absence`);
    await pick(page, "Who stands in", standIn, name);
    await page.getByRole("button", { name: "Set absence" }).click();
    if (person === "bento-aldegas") await expect(page.getByText(/Ivone Calado stands in/).first()).toBeVisible();
  }
  await expect(page.getByRole("dialog").getByRole("alert")).toHaveText(
    "the stand-ins run in a circle: Bento Aldegas → Ivone Calado → Bento Aldegas",
  );
});

test("a file with errors names them and writes nothing until it is told to take the good rows", async ({ page }) => {
  await signIn(page, "joaquina-teles");
  await page.goto("/people/import");
  const file = [
    "Full name;Work email;Department;Line manager;Job title",
    "Wanda Estrela;wanda-estrela@marevia.example;Vessels;abel-tronqueira@marevia.example;deck cadet",
    "Noor Halvorsrud;noor-halvorsrud@marevia.example;Engineering;Rui Tavares;fleet engineer",
    "Nobody Known;nobody-known@marevia.example;Moon;;clerk",
    "Twice Over;RUI-TAVARES@marevia.example;;;clerk",
  ].join("\r\n");
  await page
    .getByLabel("A CSV or XLSX file of people")
    .setInputFiles({ name: "people.csv", mimeType: "text/csv", buffer: Buffer.from(`\ufeff${file}`) });
  await expect(
    page.getByText(/Of 4 rows: 1 added, 1 changed, 0 deactivated, 0 as they are, 2 that cannot be taken/),
  ).toBeVisible();
  await expect(
    page.getByRole("row", { name: /line 4 unit There is no unit “Moon”, neither here nor in the file/ }),
  ).toBeVisible();
  await expect(page.getByRole("row", { name: /line 5 unit Unit is empty/ })).toBeVisible();
  await expect(page.getByText("chief engineer")).toBeVisible();
  await expect(page.getByRole("button", { name: "Write 2 changes" })).toBeDisabled();

  await page.goto("/people/everybody?q=wanda");
  await expect(page.getByText("Nobody fits.")).toBeVisible();

  await page.goto("/people/import");
  await page
    .getByLabel("A CSV or XLSX file of people")
    .setInputFiles({ name: "people.csv", mimeType: "text/csv", buffer: Buffer.from(file) });
  await page.getByLabel("Leave these out and take the other 2").check();
  await page.getByRole("button", { name: "Write 2 changes" }).click();
  await expect(page.getByText("Done: 2 entries written in one step, from people.csv.")).toBeVisible();
  await page.goto("/people/everybody?q=wanda");
  await expect(page.getByRole("link", { name: "Wanda Estrela" }).first()).toBeVisible();
  await page.goto("/people/noor-halvorsrud");
  await expect(page.getByText(/Title: chief engineer → fleet engineer/)).toBeVisible();
});

test("what is taken out as CSV or XLSX can be brought in again and changes nothing; a cell that cannot be read is named", async ({
  page,
}) => {
  await signIn(page, "joaquina-teles");
  const choose = page.getByLabel("A CSV or XLSX file of people");
  for (const [table, format] of [
    ["people", "xlsx"],
    ["units", "csv"],
    ["positions", "csv"],
    ["groups", "xlsx"],
    ["limits", "xlsx"],
    // Each table on a sheet of its own.
    ["all", "xlsx"],
  ]) {
    const response = await page.request.get(`/api/people/export?table=${table}&format=${format}`);
    const mimeType = response.headers()["content-type"]!;
    expect(mimeType).toBe(format === "csv" ? "text/csv; charset=utf-8" : XLSX);
    await page.goto("/people/import");
    await choose.setInputFiles({ name: `${table}.${format}`, mimeType, buffer: await response.body() });
    await expect(page.getByRole("button", { name: "Nothing to write" })).toBeDisabled();
    await expect(page.getByText(/0 added, 0 changed, 0 deactivated, \d+ as they are, 0 that cannot/)).toBeVisible();
  }
  const workbook = new ExcelJS.Workbook();
  workbook.addWorksheet("People").addRows([
    ["name", "e-mail", "unit", "title"],
    ["Wanda Estrela", "wanda@marevia.example", "Vessels", { formula: "VLOOKUP(1;A:B;9)", result: { error: "#N/A" } }],
  ]);
  const buffer = Buffer.from(await workbook.xlsx.writeBuffer());
  await choose.setInputFiles({ name: "people.xlsx", mimeType: XLSX, buffer });
  await expect(page.getByText("Cell D2: its formula comes to #N/A; correct it and save the file again")).toBeVisible();
});

test("signing in with e-mail, password and a code; ending another session", async ({ browser }) => {
  const page = await pageOf(browser, "lucinda-peroba");
  await page.goto("/account");
  await page.getByLabel("New password").fill("harbour lantern 42");
  await page.getByRole("button", { name: "Set password" }).click();
  await expect(page.getByText("The password is set.")).toBeVisible();
  await page.getByRole("button", { name: "Use one-time codes" }).click();
  const secret = (await page.getByLabel("Key", { exact: true }).textContent())!.trim();
  const codeAt = (shift: number) => generateSync({ secret, epoch: Date.now() / 1000 + shift });
  await page.getByLabel("The code it shows now").fill(codeAt(0));
  await page.getByLabel("Your password").fill("harbour lantern 42");
  await page.getByRole("button", { name: "Switch codes on" }).click();
  await expect(page.getByText("Codes are on")).toBeVisible();

  const other = await (await browser.newContext()).newPage();
  await other.goto("/sign-in");
  await other.getByText("Sign in with e-mail and password").click();
  await other.getByLabel("E-mail").fill("lucinda-peroba@marevia.example");
  await other.getByLabel("Password").fill("wrong lantern 42");
  await other.getByRole("button", { name: "Sign in" }).click();
  await expect(other.getByText("E-mail and password do not go together")).toBeVisible();
  await other.getByLabel("Password").fill("harbour lantern 42");
  await other.getByRole("button", { name: "Sign in" }).click();
  // The code that switched them on counts as used; the next one is taken a little early, as a clock that is ahead would give it.
  await other.getByLabel("One-time code").fill(codeAt(30));
  await other.getByRole("button", { name: "Sign in" }).click();
  await expect(other).toHaveURL(/\/desk$/);

  await page.reload();
  await answered(page, () => page.getByRole("button", { name: "End", exact: true }).first().click());
  await other.goto("/desk");
  await expect(other).toHaveURL(/\/sign-in$/);
  await page.goto("/people/lucinda-peroba");
  await expect(page.getByText("Signed in, password and code")).toBeVisible();
  await expect(page.getByText("Sign-in refused: wrong password")).toBeVisible();
});

test("an administrator’s way in works once", async ({ page, browser }) => {
  await signIn(page, "joaquina-teles");
  await page.goto("/people/otto-veramar");
  await page.getByRole("button", { name: "Access", exact: true }).click();
  await page.getByRole("button", { name: "New sign-in link" }).click();
  const address = await page.getByLabel(/Hand this address to Otto Veramar/).inputValue();
  const otto = await (await browser.newContext()).newPage();
  await otto.goto(new URL(address).pathname);
  await otto.getByLabel("New password").fill("contract lantern 1");
  await otto.getByRole("button", { name: "Set password and sign in" }).click();
  await expect(otto).toHaveURL(/\/desk$/);
  await page.goto(new URL(address).pathname);
  await expect(page.getByRole("heading", { name: "This sign-in link is no longer valid" })).toBeVisible();
});

test("a forbidden place by its address is refused, and the refusal is in the log", async ({ page, browser }) => {
  await signIn(page, "rosa-pinhal");
  for (const path of ["/people/import", "/settings", "/policies"]) {
    await page.goto(path);
    await expect(page.getByRole("heading", { name: "This is not open to you" })).toBeVisible();
  }
  const change = {
    type: "set limit",
    holder: { kind: "person", id: "rosa-pinhal" },
    documentType: "purchase-order",
    limit: { kind: "unlimited" },
  };
  const response = await page.request.post("/api/people", { data: { command: crypto.randomUUID(), change } });
  expect(response.status()).toBe(403);
  await page.goto("/people/limits");
  await expect(page.getByRole("button", { name: /Change$/ })).toHaveCount(0);
  const auditor = await pageOf(browser, "tome-cardigos");
  await auditor.goto("/people/rosa-pinhal");
  await expect(auditor.getByText("Refused: This needs the role administrator; you have requester")).toHaveCount(1);
  await expect(auditor.getByText(/^Refused: This needs the role/)).toHaveCount(4);
});

test("a limit is typed into its cell from a later day, and the page of a past day shows what held then", async ({
  page,
}) => {
  await signIn(page, "joaquina-teles");
  await page.goto("/people/limits");
  await page.getByRole("button", { name: /^Rui Tavares, expense claims/ }).press("Enter");
  const cell = page.getByRole("textbox", { name: "Rui Tavares, expense claims" });
  await cell.fill("lots");
  await cell.press("Enter");
  await expect(page.getByRole("main").getByRole("alert")).toContainText("Rui Tavares, expense claims:");
  await cell.fill("3,500");
  await cell.press("Enter");
  await expect(page.getByRole("button", { name: /^Rui Tavares, expense claims: 3,500\.00/ })).toBeVisible();
  await page.getByLabel("Effective from").fill("2026-06-01");
  await page.getByRole("button", { name: /^Rui Tavares, expense claims/ }).click();
  await cell.fill("unlimited");
  await cell.press("Tab");
  await expect(page.getByText("unlimited from 1 Jun 2026")).toBeVisible();
  for (const [day, words] of [
    ["2025-11-01", "up to 2,500.00 EUR"],
    ["2026-05-31", "up to 3,500.00 EUR"],
    ["2026-06-01", "unlimited"],
  ] as const) {
    await page.goto(`/people/rui-tavares?on=${day}`);
    const claims = page.getByRole("listitem").filter({ has: page.getByRole("heading", { name: "Expense claims" }) });
    await expect(claims.getByText(words, { exact: true })).toBeVisible();
  }
});

test("who leaves is asked where the open work goes, and the one who takes it over can do it", async ({
  page,
  browser,
}) => {
  const requester = await pageOf(browser, "ruben-arneiro");
  const id = await enterOrder(requester, { title: "Mooring line, forty", price: "60,000.00" });
  await signIn(page, "joaquina-teles");
  await page.goto("/people/orlando-vasques");
  await page.getByRole("button", { name: "Leaves" }).click();
  const sheet = page.getByRole("dialog");
  await expect(sheet.getByText("Mooring line, forty")).toBeVisible();
  await sheet.getByLabel("Last day").fill("2026-03-09");
  await sheet.getByRole("button", { name: /^Deactivate/ }).click();
  await expect(sheet.getByRole("alert")).toContainText("say who takes over");
  await pick(page, "Who takes over", "ines", "Inês Valadim");
  await pick(page, "To whom their people report", "felicia", "Felícia Moita");
  await pick(page, /^Who owns /, "ines", "Inês Valadim");
  await sheet.getByLabel("it stays vacant").check();
  await sheet.getByRole("button", { name: /^Deactivate/ }).click();
  await expect(page.getByText("Left after 9 Mar 2026")).toBeVisible();
  await page.goto("/people?unit=cabo-tordo");
  await expect(page.getByText("Nobody heads it")).toBeVisible();
  const successor = await pageOf(browser, "ines-valadim");
  await successor.goto(`/desk?open=${id}`);
  await expect(successor.getByText("You decide in the name of Orlando Vasques")).toBeVisible();
  await decide(successor, "Approve");
  await requester.goto(`/documents/${id}`);
  await expect(requester.getByText(/approved as Line manager, in the name of Orlando Vasques/)).toBeVisible();
});

test("roles that should not meet are refused or need a reason, which is shown", async ({ page }) => {
  await signIn(page, "joaquina-teles");
  await page.goto("/people/hersilia-gamboa");
  await page.getByRole("button", { name: "Roles" }).click();
  await page.getByLabel(/^administrator/).check();
  await page.getByRole("button", { name: "Save roles" }).click();
  await page.getByLabel("Why they may be held together here").fill("Covers August");
  await page.getByRole("button", { name: "Save roles" }).click();
  await expect(page.getByText("Reason kept: Covers August.")).toBeVisible();
  await page.goto("/settings");
  await expect(page.getByText("Reason: Covers August.")).toBeVisible();
});

test("a private detail is masked, and showing it is in the log", async ({ page }) => {
  await signIn(page, "vicente-lourosa");
  await page.goto("/people/caetano-moura");
  await expect(page.getByText("•••• 0042")).toBeVisible();
  await page.getByRole("button", { name: "Show bank account" }).click();
  await expect(page.getByText("XX33 0000 8765 4321 0042")).toBeVisible();
  await signIn(page, "tome-cardigos");
  await page.goto("/people/caetano-moura");
  await expect(page.getByText(/^Bank account opened/)).toBeVisible();
  await expect(page.getByText("8765")).toHaveCount(0);
});

test("who reads along under a policy is set on the board with the next version", async ({ page, browser }) => {
  await signIn(page, "benedita-corvo");
  // For one unit alone: who has left or lost a limit in the tests before would be found by the checks on a policy for everybody.
  const whole = await page.request.get("/api/policies/purchase-orders/file?as=json&version=2");
  const policy = {
    ...((await whole.json()) as object),
    name: "What Technology buys",
    scope: { units: ["technology"] },
  };
  const begun = await page.request.post("/api/policies", { data: { policy } });
  const { id } = (await begun.json()) as { id: string };
  await page.goto(`/policies/${id}`);
  await page.getByRole("button", { name: /^Read-only access/ }).click();
  await pick(page, "Add a person", "otto", "Otto Veramar");
  await page.getByLabel("Accounts payable").check();
  await expect(page.getByRole("button", { name: /^Read-only access/ })).toContainText(
    "Otto Veramar and Accounts payable",
  );
  const version = await sendToReviewer(page, "Legal and accounts follow what is bought", "2026-03-10");
  await approveVersion(browser, id, version);
  await signIn(page, "martim-caldeirao");
  await enterOrder(page, { title: "Screens for the office", price: "300.00" });
  await signIn(page, "otto-veramar");
  await page.goto("/documents");
  await page.getByRole("link", { name: /PO-/ }).first().click();
  await expect(page.getByRole("heading", { name: "Screens for the office" })).toBeVisible();
  await expect(page.getByRole("button", { name: /^Approve|^Decline|^Send back/ })).toHaveCount(0);
});

test("a supplier gets an owner", async ({ page }) => {
  await signIn(page, "joaquina-teles");
  await page.goto("/people/groups");
  await page.getByRole("button", { name: "New owner" }).click();
  await page.getByLabel("As it stands on documents").fill("Northrigg Cordage");
  await page.getByRole("button", { name: "Save owner" }).click();
  await expect(page.getByRole("dialog").getByRole("alert")).toHaveText("Choose who owns it");
  await pick(page, "Owner", "mafalda", "Mafalda Ilhéu");
  await page.getByRole("button", { name: "Save owner" }).click();
  await expect(
    page.getByRole("listitem").filter({ hasText: "Supplier Northrigg Cordage: Mafalda Ilhéu" }),
  ).toBeVisible();
});
