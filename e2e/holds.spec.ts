// Every reason for which something is held, from placed to released, through the interface.
import { expect, type Page } from "@playwright/test";
import { approveAs, cleared, held, pageOf, releaseByHand, signIn, test } from "./support";

/** Opens a live document of the demo by a part of its title, as somebody who may read it. */
async function open(page: Page, words: string, person: string): Promise<string> {
  await signIn(page, person);
  await page.goto(`/documents?q=${encodeURIComponent(words)}`);
  await page.getByRole("row").nth(1).getByRole("link").first().click();
  await page.waitForURL(/\/documents\/[a-z]{2}-\d+$/);
  return page.url();
}

test("no order, and price outside tolerance: released by the approval", async ({ page, browser }) => {
  const first = await open(page, "VI-88-2026", "tamsin-roque");
  await expect(held(page, "no order")).toBeVisible();
  for (const person of ["leonel-viegas", "rosalind-amado"]) await approveAs(browser, person, first);
  await page.reload();
  await cleared(page);
  await expect(page.getByText(/Released: No order; it was approved/)).toBeVisible();
});

test("goods not received: gone when the receipt is posted, and it says so; the rest when it is approved", async ({
  page,
  browser,
}) => {
  const invoice = await open(page, "HM-5521", "tamsin-roque");
  await expect(held(page, "goods not received")).toBeVisible();
  await expect(held(page, "price or quantity outside tolerance")).toBeVisible();
  const order = (await page.getByText(/^Charged against PO-/).textContent())!.split(" ").at(-1)!;
  await page.goto(`/back-office/receipts?q=${order}`);
  await page.getByRole("button", { name: `Record receipt of line 2 of ${order}` }).click();
  await page.getByRole("button", { name: "Post the receipt" }).click();
  await expect(page.getByText(/Looked at again: SI-/)).toBeVisible();
  await page.goto(invoice);
  await expect(held(page, "goods not received")).toHaveCount(0);
  await expect(page.getByText(/its cause is gone, since a receipt for line 2/)).toBeVisible();
  await approveAs(browser, "leonel-viegas", invoice);
  await page.reload();
  await cleared(page);
});

test("a suspected duplicate and wrong arithmetic: a clerk who did not enter them releases them with a reason", async ({
  page,
  browser,
}) => {
  for (const [number, code] of [
    ["L 2026 417", "duplicate suspected"],
    ["CS-90", "arithmetic wrong"],
  ] as const) {
    const invoice = await open(page, number, "tamsin-roque");
    await releaseByHand(page, code, `Looked into: ${number}.`);
    await approveAs(browser, "leonel-viegas", invoice);
    await page.reload();
    await cleared(page);
  }
  const own = await pageOf(browser, "vicente-lourosa");
  await own.goto("/holds");
  await expect(own.getByRole("checkbox", { name: /TS-1/ })).toHaveCount(0);
});

test("a receipt missing and a line over its ceiling, many at once from the board", async ({ page, browser }) => {
  const claim = await open(page, "Class survey at the yard", "rui-tavares");
  await expect(held(page, "receipt missing")).toBeVisible();
  await expect(held(page, "over a ceiling")).toBeVisible();
  await approveAs(browser, "rui-tavares", claim);
  const clerk = await pageOf(browser, "tamsin-roque");
  await clerk.goto("/holds?reason=Receipt+missing");
  await clerk.getByRole("button", { name: /^Choose all/ }).click();
  await clerk.getByRole("button", { name: /^Release \d+ of/ }).click();
  const dialog = clerk.getByRole("dialog");
  await dialog.getByRole("button", { name: /^Release/ }).click();
  await expect(dialog.getByRole("alert")).toContainText("Say why they are released");
  await dialog.getByLabel("Why they can go; it stands on each record").fill("Small sums, agreed with the controller.");
  await dialog.getByRole("button", { name: /^Release/ }).click();
  await expect(clerk.getByText(/holds? (is|are) released\./)).toBeVisible();
  await page.goto(claim);
  await cleared(page);
});

test("no exchange rate: the rate arrives and the chain begins by itself", async ({ page, browser }) => {
  const order = await open(page, "Rescue davit", "caetano-moura");
  await expect(held(page, "no exchange rate")).toBeVisible();
  const clerk = await pageOf(browser, "tamsin-roque");
  await clerk.goto("/back-office/rates");
  await clerk.getByLabel("Rate in EUR").fill("1.04");
  await clerk.getByLabel("Day", { exact: true }).fill("2026-03-09");
  await clerk.getByLabel("Taken from").fill("Test rates");
  await clerk.getByRole("button", { name: "Add the rate" }).click();
  await expect(clerk.getByText(/Goes on: PO-/)).toBeVisible();
  await page.goto(order);
  await expect(held(page, "no exchange rate")).toHaveCount(0);
  await expect(page.getByText(/its cause is gone, since an exchange rate arrived/)).toBeVisible();
  await expect(page.getByRole("list", { name: "Route" })).toContainText("Waiting");
});

test("by hand: placed with what it keeps back, and no payment while it stands", async ({ page }) => {
  await open(page, "GP-771", "tamsin-roque");
  await page.getByRole("button", { name: "Hold", exact: true }).click();
  const dialog = page.getByRole("dialog");
  await dialog.getByRole("button", { name: /^Hold SI-/ }).click();
  await expect(dialog.getByRole("alert")).toContainText("Say why it is held");
  await dialog.getByLabel("Why").fill("The maps are misprinted.");
  await dialog.getByRole("button", { name: /^Hold SI-/ }).click();
  await expect(held(page, "held by hand")).toContainText("Blocks payment");
  const number = new URL(page.url()).pathname.split("/").at(-1)!.toUpperCase();
  const invoice = page.url();
  await page.goto("/back-office/payments");
  const left = page.getByRole("region", { name: "Left out, and why" });
  await expect(left.getByRole("row").filter({ hasText: number })).toContainText("held: Held by hand");
  await expect(page.getByRole("checkbox", { name: new RegExp(`Pay ${number}`) })).toHaveCount(0);
  await page.goto(invoice);
  await releaseByHand(page, "held by hand", "Printed again.");
  await cleared(page);
});

test("a sales order on credit hold: searched for, granted in part, released; the books, the customer and the record say so", async ({
  page,
  browser,
}) => {
  const seller = await pageOf(browser, "celeste-barroca");
  await seller.goto("/desk");
  await seller.getByRole("link", { name: "One of the orders you sell is on credit hold" }).click();
  const own = seller.getByRole("row", { name: /Spring shipments/ });
  await expect(own).toContainText(/EUR over the limit of/);
  const [, over, limit] = /([\d,.]+) EUR over the limit of ([\d,.]+) EUR/.exec((await own.textContent())!)!;
  const figure = (text: string | undefined) => Number(text!.replaceAll(",", ""));
  const said = (amount: number) => amount.toLocaleString("en-GB", { minimumFractionDigits: 2 });
  // What is owed and ordered, ten per cent more, up to the next 500; and what just reaches.
  const needed = figure(over) + figure(limit);
  const asked = said(Math.ceil(Math.round(needed * 110) / 50_000) * 500);
  const granted = Math.ceil(needed / 100) * 100;
  await expect(seller.getByRole("row", { name: /Reefer boxes/ })).toHaveCount(0);
  await signIn(page, "tamsin-roque");
  await page.goto("/holds/stopped");
  const row = page.getByRole("row", { name: /Spring shipments/ });
  const order = (await row.getByRole("cell").first().textContent())!.slice(0, 7);
  const customer = (await row.getByRole("cell").nth(1).textContent())!;
  await page.getByRole("button", { name: /^Search now/ }).click();
  const search = page.getByRole("region", { name: /^Last search: .* by Tamsin Roque/ });
  await expect(search).toContainText(`asks for a limit of ${asked} EUR for ${customer}, which ${order} needs`);
  await expect(row).toContainText("is under way");
  // Asked for once, whoever presses again.
  await page.getByRole("button", { name: /^Search now/ }).click();
  await expect(search).toContainText(`${customer}: CL-`);
  await row.getByRole("link", { name: /^CL-/ }).click();
  await page.waitForURL(/cl-\d+$/);
  await expect(page.getByText(`a sales order on credit hold, ${order}`)).toBeVisible();
  await expect(page.getByText("in the name of Celeste Barroca, by a rule of the policy")).toBeVisible();
  await approveAs(browser, "leonel-viegas", page.url(), async (manager) => {
    await manager.getByRole("button", { name: /^Approve in part/ }).click();
    await manager.getByLabel(/^Credit limit: up to/).fill(said(granted));
    await manager.locator("#comment").fill("No more before the summer.");
    await manager.getByRole("button", { name: "Approve what is ticked" }).click();
    await expect(manager.getByText("“No more before the summer.”")).toBeVisible();
  });
  await page.reload();
  await expect(page.getByText(new RegExp(`released ${order}; the customer was notified`)).first()).toBeVisible();
  await page.getByRole("link", { name: "The record" }).click();
  await expect(page.getByText(new RegExp(`${customer} has credit limit ${said(granted)} EUR`)).first()).toBeVisible();
  await seller.goto("/holds/stopped");
  await expect(seller.getByText("No sales order is on credit hold.")).toBeVisible();
  await page.goto("/holds/stopped");
  await expect(page.getByRole("row", { name: /Spring shipments/ })).toHaveCount(0);
  await page.goto("/post-room");
  await page.getByRole("link", { name: `Your order ${order}: released` }).click();
  const letter = page.getByRole("main");
  await expect(letter).toContainText(`Your credit limit with Marévia Lines is now ${said(granted)} EUR.`);
  await expect(letter).not.toContainText(/Leonel|before the summer/);
});
