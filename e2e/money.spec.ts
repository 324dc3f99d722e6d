// Stories of money to their end: what was approved is paid to whom and when the page says, and reads so on the document, its record and in the books.
import { XMLParser } from "fast-xml-parser";
import { expect, type Page } from "@playwright/test";
import { answered, cleared, enterInvoice, fillIn, pageOf, releaseByHand, signIn, test } from "./support";

const DAY = "2026-03-17";

/** What the document with that number comes to in a run of its own, made and exported by a clerk. @returns the run's number */
async function payAlone(clerk: Page, number: string): Promise<string> {
  await clerk.goto(`/back-office/payments?day=${DAY}`);
  const list = clerk.getByRole("region", { name: "To be paid" });
  await clerk.getByRole("button", { name: "Untick all" }).click();
  await list.getByRole("checkbox", { name: new RegExp(`^Pay ${number},`) }).check();
  await clerk.getByRole("button", { name: /^Make the run of Tue 17 Mar 2026: 1 item/ }).click();
  await clerk.getByRole("dialog").getByRole("button", { name: "Make the run" }).click();
  await clerk.waitForURL(/payments\/PR-\d+$/);
  return new URL(clerk.url()).pathname.split("/").at(-1)!;
}

async function exportIt(clerk: Page): Promise<void> {
  await clerk.getByRole("button", { name: "Export for the bank" }).click();
  await clerk
    .getByRole("dialog")
    .getByRole("button", { name: /^Export [\d,.]+ EUR$/ })
    .click();
  await expect(clerk.getByRole("link", { name: /pain\.001/ })).toBeVisible();
}

type Transfer = {
  Amt: { InstdAmt: string };
  Cdtr: { Nm: string };
  CdtrAcct: { Id: { IBAN: string } };
  RmtInf: { Ustrd: string };
};

async function transferOf(clerk: Page, run: string): Promise<{ day: string; transfer: Transfer }> {
  const file = await clerk.request.get(`/api/payments/${run}?format=xml`);
  expect(file.ok()).toBe(true);
  const read = new XMLParser({ parseTagValue: false }).parse(await file.text()) as any;
  const block = read.Document.CstmrCdtTrfInitn.PmtInf;
  return { day: block.ReqdExctnDt.Dt as string, transfer: block.CdtTrfTxInf as Transfer };
}

test("an invoice is held, released, put in a run, undone, paid in another, and reads paid on document, record and books", async ({
  page,
  browser,
}) => {
  await signIn(page, "tamsin-roque");
  const fields = {
    Supplier: "Gravura Print House",
    "Their invoice number": "GP-9044",
    Due: "2026-04-30",
    "What it is": "Timetables",
    Quantity: "1",
    "Price each": "212.50",
  };
  const url = await enterInvoice(page, fields, "Submit 212.50 EUR");
  const number = url.split("/").at(-1)!.toUpperCase();
  await page.getByRole("button", { name: "Hold", exact: true }).click();
  await page.getByRole("dialog").getByLabel("Why").fill("The count is being checked.");
  await page
    .getByRole("dialog")
    .getByRole("button", { name: /^Hold SI-/ })
    .click();
  await expect(page.getByRole("dialog")).toHaveCount(0);
  const became = (reader: Page) => reader.getByRole("region", { name: "What became of it" });
  const approver = await pageOf(browser, "leonel-viegas");
  await approver.goto(url);
  await approver.getByRole("region", { name: "Decide" }).press("a");
  await answered(approver, () =>
    approver.getByRole("region", { name: "Decide" }).locator('button[type="submit"]').click(),
  );
  await page.goto(url);
  await expect(became(page)).toContainText(
    "212.50 EUR is posted, due 30 Apr 2026, and is in no payment run: held: Held by hand",
  );
  // Nobody releases a hold on their own document.
  const other = await pageOf(browser, "vicente-lourosa");
  await other.goto(url);
  await releaseByHand(other, "held by hand", "Counted.");
  await page.goto(url);
  await cleared(page);
  await expect(became(page)).toContainText("planned for payment on 24 Apr 2026, due 30 Apr 2026");

  const first = await payAlone(page, number);
  await page.getByRole("button", { name: "Undo the run" }).click();
  await page.getByRole("dialog").getByLabel("Why").fill("Not before Tuesday’s statement.");
  await page.getByRole("dialog").getByRole("button", { name: "Undo the run" }).click();
  await expect(page.getByText("Not before Tuesday’s statement.")).toBeVisible();
  await page.goto(url);
  await expect(became(page)).toContainText("planned for payment on 24 Apr 2026");
  const run = await payAlone(page, number);
  expect(run).not.toBe(first);
  await page.goto(url);
  await expect(became(page)).toContainText(`is in a payment run of 17 Mar 2026, which is not exported yet: ${run}`);
  await page.getByRole("link", { name: run }).click();
  await exportIt(page);

  const { day, transfer } = await transferOf(page, run);
  expect(day).toBe(DAY);
  expect(transfer).toMatchObject({
    Amt: { InstdAmt: "212.50" },
    Cdtr: { Nm: "Gravura Print House" },
    RmtInf: { Ustrd: "GP-9044" },
  });
  const account = transfer.CdtrAcct.Id.IBAN;
  await page.goto(url);
  await expect(became(page)).toContainText(
    `The bank has been told to pay 212.50 EUR on 17 Mar 2026 to Gravura Print House, account •••• ${account.slice(-4)}, by payment run ${run}`,
  );
  await page.getByRole("link", { name: "The record" }).click();
  await expect(page.getByText(`212.50 EUR on 17 Mar 2026 by payment run ${run}`)).toBeVisible();
  await page.goto("/back-office?kind=invoice+posted");
  await expect(page.getByRole("row").filter({ hasText: number })).toContainText(`to be paid 17 Mar 2026 by ${run}`);
});

test("a claim entered for a colleague is approved in part and paid to the colleague", async ({ page, browser }) => {
  await signIn(page, "tamsin-roque");
  await page.goto("/documents/new?type=expense-claim");
  await page.getByLabel("What it was for").fill("Two days at the pier");
  await page.getByRole("combobox", { name: "On behalf of" }).fill("noor");
  await page.getByRole("option", { name: /Noor Halvorsrud/ }).click();
  await expect(page.getByText("Paid to Noor Halvorsrud")).toBeVisible();
  await fillIn(page, { "What it was": "Bus", Spent: "9.00" });
  await page.getByRole("combobox", { name: "Category" }).selectOption("travel");
  await page.getByRole("button", { name: "Add a line" }).click();
  await page.getByLabel("What it was", { exact: true }).nth(1).fill("Lockers");
  await page.getByLabel("Spent", { exact: true }).nth(1).fill("7.50");
  await page.getByRole("combobox", { name: "Category" }).nth(1).selectOption("other");
  await page.getByRole("button", { name: "Submit 16.50 EUR" }).click();
  await page.waitForURL(/ec-\d+$/);
  const url = page.url();
  const number = url.split("/").at(-1)!.toUpperCase();
  const manager = await pageOf(browser, "rui-tavares");
  await manager.goto(url);
  await manager.getByRole("button", { name: /^Approve in part/ }).click();
  await manager.getByRole("checkbox", { name: /Lockers/ }).uncheck();
  await manager.locator("#comment").fill("Lockers are free.");
  await manager.getByRole("button", { name: "Approve what is ticked" }).click();
  await expect(manager.getByText("“Lockers are free.”")).toBeVisible();
  await page.goto(url);
  await expect(page.getByRole("region", { name: "What became of it" })).toContainText(
    "9.00 EUR is posted and planned for payment",
  );
  const clerk = await pageOf(browser, "vicente-lourosa");
  const run = await payAlone(clerk, number);
  await exportIt(clerk);
  const { transfer } = await transferOf(clerk, run);
  expect(transfer).toMatchObject({
    Amt: { InstdAmt: "9.00" },
    Cdtr: { Nm: "Noor Halvorsrud" },
    RmtInf: { Ustrd: number },
  });
  expect(transfer.CdtrAcct.Id.IBAN).toMatch(/9016$/);
});
