// A policy from nothing to being in force: built with the keyboard alone, its findings broken and mended, reviewed by a second person, its day come.
import fs from "node:fs";
import { expect, type Page } from "@playwright/test";
import { approveVersion, clearDraft, idOf, pageOf, sendToReviewer, signIn, tabTo, test } from "./support";

const words = (page: Page) => page.getByRole("region", { name: "In words" });
const findings = (page: Page) => page.getByRole("region", { name: "Findings" });

const tabToThe = (page: Page, role: "link" | "button" | "textbox" | "combobox" | "slider", name: RegExp) =>
  tabTo(page, page.getByRole(role, { name }).first());

test("a two-step order policy from nothing, with the keyboard alone", async ({ page }) => {
  await signIn(page, "benedita-corvo");
  await page.goto("/policies");
  await tabToThe(page, "link", /^New policy$/);
  await page.keyboard.press("Enter");
  await page.waitForURL(/\/policies\/new/);
  await expect(page.getByRole("heading", { level: 1, name: "New policy" })).toBeVisible();
  await tabToThe(page, "textbox", /^Name of the policy$/);
  await page.keyboard.type("Retail stocks");
  // Two letters from another policy's name: refused at once, with another to take.
  await expect(page.getByRole("alert").first()).toContainText(
    "and the policy “Retail stock” would be taken for each other",
  );
  await page.keyboard.press("Control+a");
  await page.keyboard.type("Fleet stores in two steps");
  // Enter in a field sends nothing.
  await page.keyboard.press("Enter");
  await expect(page.getByRole("textbox", { name: "Name of the policy" }).first()).toBeFocused();
  await tabToThe(page, "button", /^Go on$/);
  await page.keyboard.press("Enter");
  await tabToThe(page, "combobox", /^For which unit/);
  await page.keyboard.type("Vess");
  await tabToThe(page, "button", /^Go on$/);
  await page.keyboard.press("Enter");
  await tabToThe(page, "button", /^Go on$/);
  await page.keyboard.press("Enter");
  await tabToThe(page, "combobox", /^Over 10,000 EUR, as well$/);
  await page.keyboard.type("The first in the line");
  await tabToThe(page, "button", /^Go on$/);
  await page.keyboard.press("Enter");
  await expect(page.getByText("Up to 2,500.00, that amount included: nobody needs to approve.")).toBeVisible();
  await tabToThe(page, "button", /^Open it on the band board$/);
  await page.keyboard.press("Enter");
  await page.waitForURL(/\/policies\/fleet-stores-in-two-steps$/);
  await expect(words(page)).toContainText(
    "Over 2,500.00 up to 10,000.00, that amount included: the requester’s manager.",
  );
  await expect(words(page)).toContainText(
    "Over 10,000.00: the requester’s manager, then the first in the reporting line",
  );
  // On the board, still by keyboard: the second stake a round amount up and back, and the exact amount to the other side and back.
  await tabToThe(page, "slider", /^Threshold 2 of 2/);
  await page.keyboard.press("ArrowRight");
  await expect(page.getByRole("group", { name: "Thresholds" }).getByRole("slider").nth(1)).toHaveText("15,000.00");
  await page.keyboard.press("ArrowLeft");
  await expect(page.getByRole("group", { name: "Thresholds" }).getByRole("slider").nth(1)).toHaveText("10,000.00");
  await expect(page.getByText(/^Draft saved at/)).toBeVisible();
});

const DRAFTS: [name: string, says: string, mended: (page: Page) => Promise<void>][] = [
  [
    "crewing-purchases",
    "no level approves",
    async (page) => page.getByRole("button", { name: "Let Line manager approve there too" }).click(),
  ],
  [
    "terminal-upkeep",
    "No orders can come to “Safety gear”",
    async (page) => page.getByRole("button", { name: "Take the section out" }).click(),
  ],
  [
    "ticket-office-supplies",
    "Nobody can decide orders",
    async (page) => page.getByRole("button", { name: "Ask for 3" }).click(),
  ],
  [
    "retail-stock",
    "less is needed than",
    async (page) => page.getByRole("button", { name: "Let Head of the unit above approve there too" }).click(),
  ],
];

for (const [id, says, mended] of DRAFTS)
  test(`the finding of ${id} is shown where it is, and mended by what it offers`, async ({ page }) => {
    await signIn(page, "benedita-corvo");
    await page.goto(`/policies/${id}`);
    const finding = findings(page).getByRole("listitem").filter({ hasText: says }).first();
    await expect(finding).toBeVisible();
    await finding.getByRole("button", { name: "Show it" }).click();
    await mended(page);
    await expect(findings(page)).not.toContainText(says);
    // Broken again by one step back, mended again by one forward.
    await page.getByRole("button", { name: "Undo", exact: true }).click();
    await expect(findings(page)).toContainText(says);
    await page.getByRole("button", { name: "Redo", exact: true }).click();
    await expect(findings(page)).not.toContainText(says);
  });

test("what is fatal is not sent, what is doubtful needs a sentence of why", async ({ page }) => {
  await signIn(page, "benedita-corvo");
  await page.goto("/policies/island-quay-orders");
  await expect(findings(page)).toContainText("only their order decides");
  await page.getByRole("button", { name: "Send to the reviewer" }).click();
  const sheet = page.getByRole("dialog");
  await expect(sheet).toContainText("1 doubtful finding needs a sentence of why.");
  await expect(sheet.getByRole("button", { name: "Send to the reviewer" })).toBeDisabled();
  await page.keyboard.press("Escape");
  await findings(page).getByRole("textbox").fill("Fuel for deck engines goes with fuel.");
  await page.getByRole("button", { name: "Band: Over 500.00 up to 5,000.00, that amount included" }).click();
  for (const name of [/^Line manager, Over 500.00 up/]) await page.getByRole("button", { name }).click();
  await page.getByRole("button", { name: /^Line manager, Over 500.00 up/ }).click();
  await expect(findings(page)).toContainText("no level approves");
  await page.getByRole("button", { name: "Send to the reviewer" }).click();
  await expect(sheet).toContainText("1 finding must be corrected first.");
  const refused = await page.request.post("/api/policies/island-quay-orders/send", {
    data: {
      command: crypto.randomUUID(),
      basedOn: 0,
      note: "",
      reasons: [],
      from: null,
      until: null,
      policy: await (await page.request.get("/api/policies/island-quay-orders/file?as=json")).json(),
    },
  });
  expect(refused.status()).toBe(422);
});

test("reviewed by a second person with a remark, returned, sent again, approved; its day comes with the clock", async ({
  page,
  browser,
}) => {
  await signIn(page, "benedita-corvo");
  await page.goto("/policies/retail-stock");
  // Mended by the test of its finding, if its draft was saved before its page closed.
  const offered = page.getByRole("button", { name: "Let Head of the unit above approve there too" });
  const sound = findings(page).getByText("nothing wrong");
  await expect(offered.or(sound)).toBeVisible();
  if (await offered.isVisible()) await offered.click();
  await expect(sound).toBeVisible();
  const first = await sendToReviewer(page, "Stock of the shops by itself", "2026-04-01");
  await expect(page.getByText("With the reviewer", { exact: true })).toBeVisible();

  const reviewer = await pageOf(browser, "rosalind-amado");
  await reviewer.goto(`/policies/retail-stock?version=${first}`);
  // What it is reviewed against where it is the first of its policy: nothing yet, so that nothing is compared.
  await expect(reviewer.getByRole("heading", { name: "In effect" })).toHaveCount(0);
  await reviewer.getByRole("button", { name: "Band: Over 600.00" }).click();
  await reviewer.getByLabel(/^Remark on Everything else, Over 600.00/).fill("Why not 5,000.00 as elsewhere?");
  await reviewer.getByRole("button", { name: "Add the remark" }).click();
  await expect(reviewer.getByText("Why not 5,000.00 as elsewhere?", { exact: false })).toBeVisible();
  await reviewer.getByRole("button", { name: "Return it" }).click();
  await reviewer.getByLabel("What is to be changed").fill("Move the second stake.");
  await reviewer.getByRole("button", { name: `Return version ${first}` }).click();
  await expect(reviewer.getByText(/^Returned by Rosalind Amado/)).toBeVisible();

  await page.reload();
  await expect(page.getByText("Why not 5,000.00 as elsewhere?", { exact: false })).toBeVisible();
  await page.getByRole("group", { name: "Thresholds" }).getByRole("slider").nth(1).focus();
  await page.keyboard.press("ArrowLeft");
  await expect(page.getByText(/^Draft saved at/)).toBeVisible();
  const second = await sendToReviewer(page, "As the reviewer asked", "2026-04-01");
  expect(second).toBe(first + 1);
  await page.getByLabel("Compare with").selectOption(`Version ${first}`);
  const difference = page.getByRole("region", { name: "Difference" });
  await expect(difference).toContainText("Everything else, thresholds");
  // The stake stands elsewhere, and since the level approves in both bands nobody is asked otherwise for that.
  await expect(difference).toContainText("No difference: every order there can be goes the same way");
  await expect(difference.getByRole("heading")).toHaveText(["In effect", "In words"]);
  await approveVersion(browser, "retail-stock", second);
  await page.reload();
  await expect(page.getByLabel("Versions")).toContainText("Scheduled");

  await page.getByTitle(/demonstration’s clock/).click();
  await page.getByLabel("To the morning of").fill("2026-04-02");
  await page.getByRole("button", { name: "Move the clock" }).click();
  await expect(page.getByLabel("Versions").getByRole("listitem").first()).toContainText("In force");
});

test("nobody reviews what they had a hand in", async ({ page, browser }) => {
  const admin = await pageOf(browser, "joaquina-teles");
  const become = async (role: string) => {
    const change = { type: "give roles", person: "martim-caldeirao", roles: ["requester", role] };
    const given = await admin.request.post("/api/people", { data: { command: crypto.randomUUID(), change } });
    expect(given.ok()).toBe(true);
  };
  await become("controller");
  await signIn(page, "martim-caldeirao");
  await page.goto("/policies/crewing-purchases");
  await expect(findings(page)).not.toContainText("looking");
  const offered = page.getByRole("button", { name: "Let Line manager approve there too" });
  if (await offered.isVisible()) await offered.click();
  await expect(findings(page)).not.toContainText("no level approves");
  const version = await sendToReviewer(page, "Crewing buys by itself", null);
  // Given the reviewer's role afterwards, the person still has a hand in this version.
  await become("reviewer");
  await page.reload();
  await expect(page.getByRole("button", { name: "Approve the version" })).toBeDisabled();
  await expect(page.getByText("You had a hand in this version; somebody else has to review it.")).toBeVisible();
  const refused = await page.request.post(`/api/policies/crewing-purchases/versions/${version}/life`, {
    data: { type: "review", command: crypto.randomUUID(), outcome: "approved", words: "" },
  });
  expect(refused.status()).toBe(422);
});

test("a document is tried, entered and picked: section, band, levels, people and reasons", async ({
  page,
  browser,
}) => {
  await signIn(page, "benedita-corvo");
  await clearDraft(page, "purchase-orders");
  await page.goto("/policies/purchase-orders?version=2");
  await page.getByRole("button", { name: "Try a document" }).click();
  const trial = page.getByRole("region", { name: "Try a document" });
  await trial.getByLabel("Amount in EUR").fill("31,000");
  await trial.getByLabel("Asked for by").fill("Rui Tav");
  await page.getByRole("option", { name: /Rui Tavares/ }).click();
  await expect(trial).toContainText("Over 25,000.00: the requester’s manager");
  await expect(trial).toContainText("Marta Quelhas (eligible)");
  await trial.getByLabel("Category").selectOption("dry-dock");
  await expect(page.getByRole("tab", { name: "Dry-dock and engine work" })).toHaveAttribute("aria-selected", "true");
  const survey = (await idOf(browser, "Hull survey, spring docking")).toUpperCase();
  await trial.getByLabel("Or one that exists").fill(survey);
  await trial.getByRole("button", { name: "Use this document" }).click();
  await expect(trial).toContainText(`Shown is ${survey}`);
  await expect(trial).toContainText("Rui Tavares");
  await expect(trial).toContainText("Technical committee");
});

test("the list of boundary amounts is kept with a version and run again on a draft; files come out and go in", async ({
  page,
}) => {
  await signIn(page, "benedita-corvo");
  await clearDraft(page, "purchase-orders");
  await page.goto("/policies/purchase-orders?version=2");
  await page.getByRole("button", { name: "Boundary amounts" }).click();
  const sheet = page.getByRole("dialog");
  await expect(sheet.getByRole("row", { name: /Everything else 5,000\.01 Line manager, then/ })).toBeVisible();
  const keep = sheet.getByRole("button", { name: "Save as the test set of version 2" });
  if (await keep.isVisible()) await keep.click();
  await expect(sheet).toContainText("Kept as the test set of version 2.");
  await page.keyboard.press("Escape");

  const matrix = await (await page.request.get("/api/policies/purchase-orders/file?as=csv&version=2")).text();
  expect(matrix).toContain("> 5000.00");
  await page.goto("/policies/terminal-upkeep");
  await page.getByRole("button", { name: "Files" }).click();
  const file = {
    name: "matrix.csv",
    mimeType: "text/csv",
    buffer: Buffer.from(matrix.replace("> 5000.00", "> 6000.00")),
  };
  await page.getByLabel("File with a policy").setInputFiles(file);
  await expect(page.getByRole("alert").first()).toContainText(
    "no band of “Fuel” takes amounts from 5,000.01 to 6,000.00",
  );
  await page.getByLabel("File with a policy").setInputFiles({ ...file, buffer: Buffer.from(matrix) });
  // What a table cannot hold is said, and was kept as it is in the draft.
  await expect(page.getByRole("status").filter({ hasText: "It is on the board." })).toContainText(
    "What the file does not say is as it was in this draft.",
  );
  await page.keyboard.press("Escape");
  await expect(page.getByRole("tab", { name: "Managing director’s own" })).toBeVisible();

  const pdf = await page.request.get("/api/policies/purchase-orders/file?as=pdf&version=2");
  expect(pdf.headers()["content-type"]).toBe("application/pdf");
  expect((await pdf.body()).subarray(0, 5).toString()).toBe("%PDF-");
});

test("sections are inserted, given a condition, copied and moved; a level gets a condition, a time and a checklist", async ({
  page,
}) => {
  await signIn(page, "benedita-corvo");
  await page.goto("/policies/legal-services-bought-in");
  await page.getByRole("button", { name: "Add a section" }).click();
  await page.getByRole("button", { name: "Edit the section" }).click();
  const sheet = page.getByRole("dialog");
  await sheet.getByLabel("Name").fill("Opinions");
  await sheet.getByLabel("Field").selectOption("supplier");
  await sheet.getByLabel("Text of the supplier").fill("Vigia");
  await sheet.getByRole("button", { name: "Add a condition" }).click();
  await sheet.getByLabel("How the conditions are joined").selectOption("any");
  await sheet.getByLabel("Dry-dock work").check();
  await sheet.getByLabel("Catering supplies").uncheck();
  await expect(sheet).toContainText("The supplier contains “Vigia” or the category of a line is Dry-dock work.");
  await sheet.getByRole("button", { name: "Copy" }).click();
  await expect(page.getByRole("tab")).toHaveCount(3);
  await page.getByRole("tab", { name: /^Opinions(?!, copy)/ }).click();
  await page.getByRole("button", { name: "Edit the section" }).click();
  await sheet.getByRole("button", { name: "Move up" }).click();
  await page.keyboard.press("Escape");
  await expect(page.getByRole("tab").first()).toHaveText(/^Opinions/);

  await page
    .getByRole("group", { name: "Levels, in order" })
    .getByRole("button", { name: /^Line manager/, expanded: false })
    .first()
    .click();
  const details = page.getByRole("region", { name: "Details" });
  await details.getByLabel(/^Only under a condition/).check();
  await details.getByLabel("Dry-dock work").check();
  await details.getByLabel("Catering supplies").uncheck();
  await expect(details).toContainText("The category of a line is Dry-dock work.");
  await details.getByText("Time and reminders").click();
  await details.getByLabel("Within").fill("2");
  await expect(details).toContainText("Due within two working days of the approver’s calendar.");
  await details.getByLabel("Kind").selectOption("task");
  await details.getByRole("button", { name: "Add an item" }).click();
  await expect(details.getByLabel("Item 1")).toHaveValue("Item 1");
  await page.getByRole("button", { name: /^Holds/ }).click();
  await details.getByRole("button", { name: "Add a hold" }).click();
  await expect(page.getByRole("button", { name: /^Holds/ })).toContainText(
    "Held as “To be looked at”: not paid until it is approved.",
  );
  for (let steps = 0; await page.getByRole("button", { name: "Undo", exact: true }).isEnabled(); steps += 1) {
    expect(steps).toBeLessThan(60);
    await page.getByRole("button", { name: "Undo", exact: true }).click();
  }
  await expect(page.getByRole("tab")).toHaveCount(1);
});

test("a refused file, or another type, leaves nothing of the file before behind the button", async ({ page }) => {
  await signIn(page, "benedita-corvo");
  const taken = await page.request.get("/api/policies/purchase-orders/file?as=csv&version=2");
  const good = { name: "good.csv", mimeType: "text/csv", buffer: await taken.body() };
  const bad = { ...good, name: "bad.csv", buffer: Buffer.from("colour,size\nred,1\n") };
  await page.goto("/policies/new");
  const part = page.getByRole("region", { name: "From a file" });
  const begin = part.getByRole("button", { name: "Begin with the file" });
  await part.getByLabel("Name of the policy").fill("Quay works");
  // What a matrix looks like is taken from here, and read here as it is.
  const [example] = await Promise.all([
    page.waitForEvent("download"),
    part.getByRole("link", { name: "matrix as XLSX" }).click(),
  ]);
  await part.getByLabel("File with a policy").setInputFiles(
    await example.path().then((file) => ({
      name: "example.xlsx",
      mimeType: "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet",
      buffer: fs.readFileSync(file),
    })),
  );
  await expect(part).toContainText("Read from example.xlsx: 1 section.");
  await part.getByLabel("File with a policy").setInputFiles(good);
  await expect(part).toContainText("Read from good.csv: 5 sections.");
  await expect(part).toContainText("currency, what is measured and to whom it applies are those of the draft");
  await expect(begin).toBeEnabled();
  await part.getByLabel("File with a policy").setInputFiles(bad);
  await expect(part.getByRole("alert")).toContainText("Line 1: the column “section” is missing");
  await expect(part).not.toContainText("Read from");
  await expect(begin).toBeDisabled();
  await part.getByLabel("File with a policy").setInputFiles(good);
  await expect(begin).toBeEnabled();
  await part.getByLabel("For documents of which type").selectOption("Invoices");
  await expect(begin).toBeDisabled();
});

test("policies of a season are switched on together, called off and planned again, and it is said what counts after", async ({
  page,
  browser,
}) => {
  await signIn(page, "benedita-corvo");
  for (const [name, unit] of [
    ["Fleet in December", "fleet"],
    ["Finance in December", "finance"],
  ] as const) {
    await page.goto("/policies/new");
    const start = page.getByRole("region", { name: "From the starting set" });
    await start.getByLabel("For which unit, and everything below it").selectOption(unit);
    await start.getByLabel("Name of the policy").fill(name);
    await start.getByRole("button", { name: "Begin with this one" }).click();
    const id = name.toLowerCase().replaceAll(" ", "-");
    await page.waitForURL(new RegExp(`/policies/${id}$`));
    await approveVersion(browser, id, await sendToReviewer(page, "Fewer people are there", null));
  }
  await page.goto("/policies");
  await page.getByRole("button", { name: "Put several in force together" }).click();
  const sheet = page.getByRole("dialog");
  await sheet.getByLabel("Name of the set").fill("Holiday season");
  for (const name of ["Fleet in December", "Finance in December"]) await sheet.getByLabel(`${name}, version 1`).check();
  await sheet.getByLabel("Effective from").fill("2026-12-01");
  await sheet.getByLabel("Last day").fill("2026-12-31");
  await sheet.getByRole("button", { name: "Switch 2 together" }).click();
  const set = page.getByRole("region", { name: "Policies put in force together" }).getByRole("listitem").first();
  await expect(set).toContainText("Holiday season: Planned, 1 Dec 2026 to 31 Dec 2026");
  await expect(set).toContainText("Fleet in December: version 1, then none of it counts");
  await set.getByRole("button", { name: "Call off: Holiday season" }).click();
  await page.getByRole("dialog").getByRole("button", { name: "Call off" }).click();
  await expect(set).toContainText("Off, called off before 1 Dec 2026");
  await set.getByRole("button", { name: "Switch on again: Holiday season" }).click();
  await page.getByRole("dialog").getByLabel("Effective from").fill("2027-12-01");
  await page.getByRole("dialog").getByRole("button", { name: "Switch on again" }).click();
  await expect(set).toContainText("Planned, from 1 Dec 2027");
  await set.getByRole("button", { name: "Call off: Holiday season" }).click();
  await page.getByRole("dialog").getByRole("button", { name: "Call off" }).click();
  await expect(set).toContainText("Off, called off before 1 Dec 2027");
});
