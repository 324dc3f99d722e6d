// The first day of an organisation, by hand and by what is on the screen: from an empty folder to an approved order with two fields of its own, one of which decides whether a level comes.
// What a person does is counted, and how long it takes is estimated by the keystroke-level model (Card, Moran and Newell 1980, from memory).
import fs from "node:fs";
import os from "node:os";
import path from "node:path";
import { expect, type Browser, type Locator, type Page } from "@playwright/test";
import ExcelJS from "exceljs";
import { startServer, status, test } from "./support";

const port = Number(process.env.PORT ?? 4391) + 8;
const base = `http://localhost:${port}`;
const data = fs.mkdtempSync(path.join(os.tmpdir(), "bandeira-first-day-"));
test.use({ baseURL: base });
test.afterAll(() => fs.rmSync(data, { recursive: true, force: true }));

/** Seconds: a key, pointing, a press, moving a hand to the keyboard or the mouse, making up one's mind. */
const KLM = { key: 0.28, point: 1.1, press: 0.2, hand: 0.4, mind: 1.35 };
/** Seconds for reading a page that has come, which the model does not know: an assumption. */
const READING = 15;

/** What a person does, with how much of it and how long it takes. */
class Hands {
  steps = 0;
  seconds = 0;
  private parts: { name: string; steps: number; seconds: number }[] = [];
  /** What is done from here on is another part of the day. */
  begins(name: string): void {
    this.parts.push({ name, steps: this.steps, seconds: this.seconds });
  }
  /** Each part with its steps and minutes, a line each. */
  told(): string {
    return this.parts
      .map(({ name, steps, seconds }, index) => {
        const until = this.parts[index + 1] ?? this;
        return `${name}: ${until.steps - steps} steps, ${((until.seconds - seconds) / 60).toFixed(1)} minutes`;
      })
      .join("\n");
  }
  private did(seconds: number): void {
    this.steps += 1;
    this.seconds += seconds;
  }
  reads(): void {
    this.seconds += READING;
  }
  async click(at: Locator): Promise<void> {
    this.did(KLM.mind + KLM.point + KLM.press);
    await at.click();
  }
  async type(at: Locator, text: string): Promise<void> {
    this.did(KLM.mind + KLM.point + KLM.press + 2 * KLM.hand + text.length * KLM.key);
    await at.fill(text);
  }
  async choose(at: Locator, option: string | { label: string }): Promise<void> {
    this.did(2 * (KLM.mind + KLM.point + KLM.press));
    await at.selectOption(option);
  }
  /** A table is typed cell by cell in a spreadsheet, saved and chosen. */
  async bring(at: Locator, name: string, sheets: Record<string, string[][]>): Promise<void> {
    const cells = Object.values(sheets).flat(2);
    this.did(cells.reduce((sum, cell) => sum + KLM.mind + (cell.length + 1) * KLM.key, 4 * (KLM.mind + KLM.point)));
    const workbook = new ExcelJS.Workbook();
    for (const [sheet, rows] of Object.entries(sheets)) workbook.addWorksheet(sheet).addRows(rows);
    const buffer = Buffer.from(await workbook.xlsx.writeBuffer());
    const mimeType = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet";
    await at.setInputFiles({ name, mimeType, buffer });
  }
}

const hands = new Hands();

/** Goes to a place through the menus: two clicks, and a page to read. */
async function go(page: Page, place: string): Promise<void> {
  hands.steps += 2;
  hands.seconds += 2 * (KLM.mind + KLM.point + KLM.press);
  hands.reads();
  await page.goto(place);
}

/** Somebody opens the link they were given and sets a password. */
async function comesIn(browser: Browser, link: string): Promise<Page> {
  const page = await (await browser.newContext({ baseURL: base })).newPage();
  page.setDefaultTimeout(20_000);
  await page.goto(link);
  hands.reads();
  await hands.type(page.getByLabel("New password"), "eleven green lanterns");
  await hands.click(page.getByRole("button", { name: "Set password and sign in" }));
  await page.waitForURL(/\/desk$/);
  return page;
}

async function approve(page: Page, title: string): Promise<void> {
  await page.goto("/desk");
  hands.reads();
  await hands.click(page.getByRole("link", { name: new RegExp(title) }).first());
  const bar = page.getByRole("region", { name: "Decide" });
  await hands.click(bar.getByRole("button", { name: /^Approve(?! in part)/ }));
  await hands.click(bar.locator('button[type="submit"]'));
  await expect(bar.locator('button[type="submit"]')).toHaveCount(0);
}

test("an empty installation reaches an approved order with two own fields within twenty minutes of a person's steps", async ({
  page,
  browser,
}) => {
  page.setDefaultTimeout(20_000);
  const server = await startServer(port, { BANDEIRA_DATA: data, BANDEIRA_DEMO: "", BANDEIRA_SMTP: "" });
  try {
    hands.begins("The first administrator");
    await page.goto("/");
    await page.waitForURL(/\/start$/);
    hands.reads();
    for (const [label, value] of [
      ["Organisation", "Small Quay"],
      ["Home currency", "gbp"],
      ["Your name", "Ana Prior"],
      ["Your e-mail", "ana@quay.example"],
      ["Password", "first lantern 11"],
    ] as const)
      await hands.type(page.getByLabel(label, { exact: true }), value);
    await hands.click(page.getByRole("button", { name: "Set up and sign in" }));
    await page.waitForURL(/\/desk$/);

    hands.begins("People, units and limits, and a link for each");
    const links = await people(page);
    const cora = await comesIn(browser, links("Cora Chief"));
    hands.begins("Lists and a supplier");
    await listsAndSupplier(cora);
    hands.begins("A policy with two own fields, sent to the reviewer");
    await policy(cora);
    await designsOnHistory(cora);
    hands.begins("The review");
    const rolf = await comesIn(browser, links("Rolf Reviewer"));
    await review(rolf);

    hands.begins("An order");
    const rope = await comesIn(browser, links("Rope Maker"));
    await order(rope);
    hands.begins("Two approvals");
    await approve(await comesIn(browser, links("Lena Lead")), "Lamps for the pier");
    await expect(status(rope, "Waiting")).toBeVisible();
    await approve(cora, "Lamps for the pier");
    await expect(status(rope, "Approved")).toBeVisible();
    await expect(rope.getByRole("region", { name: "Details" })).toContainText("Fragileyes");

    const minutes = hands.seconds / 60;
    console.log(
      `The first day: ${hands.steps} steps, ${minutes.toFixed(1)} minutes by the keystroke-level model\n${hands.told()}`,
    );
    expect(minutes).toBeLessThan(20);
    expect(hands.steps).toBeLessThan(150);
  } finally {
    server.kill();
  }
});

/** Everybody comes in as one workbook, and gets a link. @returns the link of each by name */
async function people(page: Page): Promise<(name: string) => string> {
  await hands.click(page.getByRole("link", { name: /^First steps/ }));
  hands.reads();
  await hands.click(page.getByRole("link", { name: "Import people" }));
  hands.reads();
  await hands.bring(page.getByLabel("A CSV or XLSX file of people"), "quay.xlsx", {
    Limits: [
      ["holder", "document type", "amount"],
      ["Cora Chief", "orders", "unlimited"],
    ],
    Units: [
      ["name", "lies in", "head"],
      ["Small Quay", "", "Cora Chief"],
      ["Yard", "Small Quay", "Lena Lead"],
    ],
    People: [
      ["name", "e-mail", "unit", "reports to", "roles"],
      ["Cora Chief", "cora@quay.example", "Small Quay", "", "requester approver controller"],
      ["Rolf Reviewer", "rolf@quay.example", "Small Quay", "Cora Chief", "requester approver reviewer"],
      ["Lena Lead", "lena@quay.example", "Yard", "Cora Chief", "requester approver"],
      ["Rope Maker", "rope@quay.example", "Yard", "Lena Lead", "requester"],
    ],
  });
  await expect(page.getByText(/6 added, 1 changed/)).toBeVisible();
  hands.reads();
  await hands.click(page.getByRole("button", { name: "Write 7 changes" }));
  await expect(page.getByText("Done: 7 entries written in one step")).toBeVisible();
  await go(page, "/people/everybody");
  await expect(page.getByText("4 people cannot sign in yet")).toBeVisible();
  await hands.click(page.getByRole("button", { name: "Send each a link by e-mail" }));
  const rows = page.getByLabel("Links to hand over").getByRole("row");
  await expect(rows).toHaveCount(5);
  const links = new Map<string, string>();
  for (const row of (await rows.all()).slice(1)) {
    const [name = "", link = ""] = await row.getByRole("cell").allTextContents();
    links.set(name, new URL(link).pathname);
  }
  return (name) => links.get(name)!;
}

async function listsAndSupplier(page: Page): Promise<void> {
  await hands.click(page.getByRole("link", { name: /^First steps/ }));
  hands.reads();
  await hands.click(page.getByRole("link", { name: "Open lists" }));
  hands.reads();
  await hands.click(page.getByRole("button", { name: "Take these lists" }));
  await expect(page.getByRole("button", { name: "Take these lists" })).toHaveCount(0);
  await go(page, "/back-office/suppliers/bring-in");
  await hands.type(page.getByLabel("Approved by, where the file does not say"), "Cora Chief");
  await hands.type(page.getByLabel("Approved on, where the file does not say"), "2025-01-31");
  await hands.bring(page.getByLabel("A CSV or XLSX file of suppliers"), "suppliers.xlsx", {
    Suppliers: [["supplier"], ["Lantern and Lamp"]],
  });
  await hands.click(page.getByRole("button", { name: "Import 1 supplier" }));
  await expect(page.getByRole("status")).toContainText("1 supplier imported");
}

/** A policy step by step; two fields from the condition that wants them; to the reviewer. */
async function policy(page: Page): Promise<void> {
  await go(page, "/policies/new");
  const guided = page.getByRole("region", { name: "Step by step" });
  const on = guided.getByRole("button", { name: "Go on" });
  await hands.type(guided.getByLabel("Name of the policy"), "Orders");
  await hands.click(on);
  await hands.click(on);
  await hands.click(on);
  await hands.choose(guided.getByLabel(/^Over 10,000/), "byLimit");
  await hands.choose(guided.getByLabel(/^Who decides what/), { label: "Rolf Reviewer, employee" });
  await hands.click(on);
  hands.reads();
  await hands.click(guided.getByRole("button", { name: "Open it on the band board" }));
  await page.waitForURL(/\/policies\/orders/);
  hands.reads();
  const details = await chosenLevel(page);
  await hands.click(details.getByLabel(/^Only under a condition/));
  await expect(page.getByText(/^Draft saved at/)).toBeVisible();
  await hands.click(details.getByRole("link", { name: "Add a field of your own" }));
  hands.reads();
  await field(page, "fragile", "flag");
  await field(page, "colour", "text");
  await hands.click(page.getByRole("link", { name: "Back to the policy" }));
  const again = await chosenLevel(page);
  await hands.choose(again.getByLabel("Field"), { label: "fragile" });
  await expect(again).toContainText("“fragile” is yes");
  await expect(page.getByText(/^Draft saved at/)).toBeVisible();
  // What the checks doubt is answered before it can be sent.
  const findings = page.getByRole("region", { name: "Findings" });
  await expect(findings).not.toContainText("looking");
  hands.reads();
  for (const reason of await findings.getByRole("textbox").all()) await hands.type(reason, "Agreed for the beginning.");
  await expect(page.getByText(/^Draft saved at/)).toBeVisible();
  await hands.click(page.getByRole("button", { name: "Send to the reviewer" }));
  const sheet = page.getByRole("dialog");
  await hands.type(sheet.getByLabel(/^Why/), "The first policy of the house");
  await hands.type(sheet.getByLabel("Effective from"), new Date().toISOString().slice(0, 10));
  await hands.click(sheet.getByRole("button", { name: "Send to the reviewer" }));
  await page.waitForURL(/version=1$/);
}

/** Nothing has been sent yet, so that the board and the rehearsal go by a file of another program. It is no part of what is counted. */
async function designsOnHistory(page: Page): Promise<void> {
  const rows = Array.from({ length: 40 }, (_, index) => [
    `2025-${String((index % 12) + 1).padStart(2, "0")}-15`,
    `L${index}`,
    index % 2 ? "rope@quay.example" : "somebody@elsewhere.example",
    "Lantern and Lamp",
    String(200 * (index + 1)),
  ]);
  await page.goto("/rehearsal/histories");
  await page.getByLabel("A CSV or XLSX file with a document a row").setInputFiles({
    name: "Old ledger.csv",
    mimeType: "text/csv",
    buffer: Buffer.from([["Day", "No", "Buyer", "Vendor", "Total"], ...rows].map((row) => row.join()).join("\n")),
  });
  await expect(page.getByText("40 documents, 0 rows that cannot be taken.")).toBeVisible();
  await expect(page.getByText("Requester: 20 rows, such as “somebody@elsewhere.example”")).toBeVisible();
  await page.getByRole("button", { name: "Keep 40 documents as a history" }).click();
  await expect(page.getByText("Old ledger is kept, with 40 documents.")).toBeVisible();
  await page.goto("/policies/orders?version=1");
  await expect(page.getByText("From “Old ledger”").first()).toBeVisible();
  // One section is for what one person asks for, so that of orders by nobody known it cannot be told whether they belong there.
  await expect(page.getByText("20 documents", { exact: true }).first()).toBeVisible();
  await expect(page.getByText("Of 20 more too little is known to tell their section.").first()).toBeVisible();
  // What the version would have asked, against that there is no policy yet.
  await page.goto("/rehearsal?policy=orders&before=none&after=1");
  await expect(page.getByRole("combobox", { name: /^Documents/ })).toHaveValue("old-ledger");
  const figures = page.getByRole("complementary", { name: "Figures" });
  await expect(figures.getByText(/approvals a year more/)).toBeVisible();
  await expect(
    page.getByText("Of 20 orders “requester” and “fragile” are not known: where they go cannot be told"),
  ).toBeVisible();
  await page.getByRole("link", { name: "Take what is not known as not met" }).click();
  await expect(page.getByText("conditions on that are taken as not met")).toBeVisible();
  await expect(page.getByRole("heading", { name: /^\d+ orders go another way$/ })).toBeVisible();
}

/** The level that is asked over the second amount, on the board. */
async function chosenLevel(page: Page): Promise<Locator> {
  await hands.click(page.getByRole("tab", { name: /^Everything else/ }));
  await hands.click(
    page
      .getByRole("group", { name: "Levels, in order" })
      .getByRole("button", { name: /^First with the limit/, expanded: false })
      .first(),
  );
  return page.getByRole("region", { name: "Details" });
}

async function field(page: Page, name: string, kind: string): Promise<void> {
  await hands.click(page.getByRole("button", { name: "Add a field", exact: true }));
  await hands.type(page.getByLabel("Name"), name);
  await hands.choose(page.getByLabel("What stands in it"), kind);
  await hands.click(page.getByRole("button", { name: "Add the field" }));
  await expect(page.getByRole("button", { name: `Change ${name}` })).toBeVisible();
}

async function review(page: Page): Promise<void> {
  await go(page, "/policies/orders?version=1");
  await hands.click(page.getByRole("button", { name: "Approve the version" }));
  await hands.click(page.getByRole("dialog").getByRole("button", { name: "Approve version 1" }));
  await expect(page.getByText("Approved by Rolf Reviewer")).toBeVisible();
}

async function order(page: Page): Promise<void> {
  await hands.click(page.getByRole("link", { name: "New document" }));
  await go(page, "/documents/new?type=purchase-order");
  await hands.type(page.getByLabel("What is ordered, in a few words"), "Lamps for the pier");
  await hands.type(page.getByLabel("Supplier"), "Lantern and Lamp");
  await hands.choose(page.getByLabel(/^Fragile/), "yes");
  await hands.type(page.getByLabel(/^Colour/), "green");
  await hands.type(page.getByLabel("What it is"), "Lamp");
  await hands.choose(page.getByRole("combobox", { name: "Category" }).first(), { label: "External help" });
  await hands.type(page.getByLabel("Price each"), "12,000");
  await hands.click(page.getByRole("button", { name: /^Submit/ }));
  await page.waitForURL(/\/documents\/po-\d+$/);
}
