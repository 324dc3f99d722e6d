// A history from elsewhere on the demo: a file whose headings are strange is said column by column, rehearsed on by itself, and deleted as a whole.
import ExcelJS from "exceljs";
import { AxeBuilder } from "@axe-core/playwright";
import { expect } from "@playwright/test";
import { signIn, test } from "./support";

const HEADING = "Buchungstag;Beleg;Von;Lieferant;Betrag";
const ROWS = Array.from(
  { length: 30 },
  (_, index) => `${(index % 28) + 1}.2.2024;B${index};noor-halvorsrud;Northrigg Cordage;${300 + 100 * index},00`,
);
const file = (rows: readonly string[]) => ({
  name: "Ledger of 2024.csv",
  mimeType: "text/csv",
  buffer: Buffer.from([HEADING, ...rows].join("\r\n")),
});

test("a file of a ledger is matched, kept without its bad rows, rehearsed on, and deleted", async ({ page }) => {
  await signIn(page, "benedita-corvo");
  await page.goto("/rehearsal");
  await page.getByRole("link", { name: "imported histories" }).click();
  const choose = page.getByLabel("A CSV or XLSX file with a document a row");
  await choose.setInputFiles(file([...ROWS, "31.2.2024;B99;;;12"]));
  await expect(page.getByText("Say above which column is the date and the amount.")).toBeVisible();
  const column = (label: string) => page.getByLabel(label, { exact: true });
  for (const [label, heading] of [
    ["Date", "Buchungstag"],
    ["Amount (net total)", "Betrag"],
    ["Requester", "Von"],
    ["Supplier", "Lieferant"],
    ["Number", "Beleg"],
  ] as const) {
    await column(label).selectOption({ label: heading });
    await expect(column(label).locator("option:checked")).toHaveText(heading);
  }
  await expect(page.getByText("30 documents, 1 row that cannot be taken.")).toBeVisible();
  await expect(page.getByRole("region", { name: "Cannot be taken" })).toContainText("“31.2.2024” is no day");
  await expect(page.getByRole("region", { name: "The first documents, as they are read" })).toContainText(
    "1 Feb 2024orderNoor Halvorsrud",
  );
  const keep = page.getByRole("button", { name: "Keep 30 documents as a history" });
  await expect(keep).toHaveAttribute("aria-disabled", "true");
  await page.getByLabel(/^Leave these rows out/).check();
  const { violations } = await new AxeBuilder({ page }).include("main").analyze();
  expect(violations.map(({ id, nodes }) => [id, nodes.length])).toEqual([]);
  await keep.click();
  await page.getByRole("link", { name: "Rehearse on it" }).click();
  await expect(page.getByRole("combobox", { name: /^Documents/ })).toHaveValue("ledger-of-2024");
  const figures = page.getByRole("complementary", { name: "Figures" });
  // The file says of none to which category it belongs, and some sections are for categories.
  await expect(figures.getByText("Both treat all 30 orders alike.")).toBeVisible();
  await expect(page.getByText(/^Of 30 orders “category” .*where they go cannot be told/)).toBeVisible();
  await expect(figures.getByRole("row", { name: /^Orders that would be held/ })).toHaveText(/3030$/);
  await page.getByRole("link", { name: "Take what is not known as not met" }).click();
  await expect(figures.getByRole("row", { name: /^Orders that would be held/ })).toHaveText(/00$/);
  await expect(page.getByText(/Orders of 1 Feb 2024 to 28 Feb 2024, with the people of today/)).toBeVisible();

  await page.goto("/rehearsal/histories");
  // The next file of the same headings is known at once.
  await choose.setInputFiles(file(ROWS));
  await expect(page.getByText("30 documents, 0 rows that cannot be taken.")).toBeVisible();
  await page.getByRole("button", { name: "Keep 30 documents as a history" }).click();
  await expect(page.getByText("There is a history called “Ledger of 2024” already")).toBeVisible();
  await page.getByRole("button", { name: "Delete Ledger of 2024" }).click();
  await page.getByRole("button", { name: "Delete Ledger of 2024 for good" }).click();
  await expect(page.getByText("No history yet.")).toBeVisible();

  // Who only reads policies brings in none.
  await signIn(page, "tome-cardigos");
  await page.goto("/rehearsal/histories");
  await expect(page.getByText("No history yet.")).toBeVisible();
  await expect(choose).toHaveCount(0);
});

test("a workbook is read as well, with days and amounts as a spreadsheet keeps them", async ({ page }) => {
  const workbook = new ExcelJS.Workbook();
  const sheet = workbook.addWorksheet("Orders");
  sheet.addRow(["Date", "Number", "Requester", "Supplier", "Amount"]);
  for (let index = 0; index < 12; index += 1) {
    const row = sheet.addRow([
      new Date(Date.UTC(2023, 4, index + 1)),
      `W${index}`,
      "noor-halvorsrud",
      "Northrigg Cordage",
      300.5 + 100 * index,
    ]);
    row.getCell(1).numFmt = "dd/mm/yyyy";
    row.getCell(5).numFmt = "#,##0.00";
  }
  await signIn(page, "benedita-corvo");
  await page.goto("/rehearsal/histories");
  await page.getByLabel("A CSV or XLSX file with a document a row").setInputFiles({
    name: "Ledger of 2023.xlsx",
    mimeType: "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet",
    buffer: Buffer.from(await workbook.xlsx.writeBuffer()),
  });
  await expect(page.getByText("12 documents, 0 rows that cannot be taken.")).toBeVisible();
  const first = page.getByRole("region", { name: "The first documents, as they are read" });
  await expect(first).toContainText("1 May 2023orderNoor Halvorsrud");
  await expect(first).toContainText("300.50");
  await page.getByRole("button", { name: "Keep 12 documents as a history" }).click();
  await page.getByRole("link", { name: "Rehearse on it" }).click();
  await expect(
    page.getByRole("complementary", { name: "Figures" }).getByText("Both treat all 12 orders alike."),
  ).toBeVisible();
  await page.goto("/rehearsal/histories");
  await page.getByRole("button", { name: "Delete Ledger of 2023" }).click();
  await page.getByRole("button", { name: "Delete Ledger of 2023 for good" }).click();
  await expect(page.getByText("No history yet.")).toBeVisible();
});
