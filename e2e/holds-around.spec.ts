// Holds whose cause lies around a document, in an account, in people, in another claim: each from placed to released, through the interface.
import { expect, type Page } from "@playwright/test";
import {
  PNG,
  approveAs,
  cleared,
  draw,
  enterInvoice,
  fillIn,
  held,
  pageOf,
  releaseByHand,
  signIn,
  test,
} from "./support";

const repair = (supplier: string, number: string, price: string) => ({
  Supplier: supplier,
  "Their invoice number": number,
  "What it is": "Canvas, repaired",
  "Price each": price,
});

/** Enters a claim over one line with its receipt, and waits for its page. */
async function enterClaim(page: Page, what: string, receipt: { name: string; buffer: Buffer }) {
  await page.goto("/documents/new?type=expense-claim");
  await page.getByLabel("What it was for").fill(what);
  await page.getByLabel("Choose files").setInputFiles({ ...receipt, mimeType: "image/png" });
  await expect(page.getByRole("listitem").filter({ hasText: receipt.name }).first()).toBeVisible();
  await fillIn(page, { "What it was": "Taxi", Spent: "31.70" });
  await page.getByRole("combobox", { name: "Category" }).selectOption("travel");
  await page.getByRole("combobox", { name: "Receipt" }).first().selectOption({ label: receipt.name });
  await page.getByRole("button", { name: "Submit 31.70 EUR" }).click();
  await page.waitForURL(/ec-\d+$/);
  return page.url();
}

test("bank details changed: the change is approved first, then an invoice is held until two have approved it", async ({
  page,
  browser,
}) => {
  await signIn(page, "albertina-fragoso");
  await page.goto("/documents/new?type=supplier-account&account=vigia-inspections");
  await page.getByLabel("Bank account, to be").fill("XX47 4000 5000 6000 7000");
  await expect(page.getByText("another bank account: call them back on a number you know")).toBeVisible();
  await page.getByRole("button", { name: /^Submit/ }).click();
  await page.waitForURL(/sa-\d+$/);
  for (const person of ["leonel-viegas", "rosalind-amado"]) await approveAs(browser, person, page.url());
  await page.reload();
  await cleared(page);

  const clerk = await pageOf(browser, "tamsin-roque");
  const invoice = await enterInvoice(clerk, repair("Vigia Inspections", "VI-2026-500", "320"));
  await expect(held(clerk, "bank details changed")).toContainText("Blocks payment");
  await expect(held(clerk, "bank details changed")).toContainText("10 Mar 2026");
  await approveAs(browser, "rosalind-amado", invoice);
  await clerk.reload();
  await expect(held(clerk, "bank details changed")).toBeVisible();
  await approveAs(browser, "teodora-lins", invoice);
  await clerk.reload();
  await cleared(clerk);
  await expect(clerk.getByText(/Released: Bank details changed; it was approved/)).toBeVisible();
});

test("supplier not approved: the hold outlasts the approval of the invoice and goes when the account opens", async ({
  page,
  browser,
}) => {
  await signIn(page, "albertina-fragoso");
  await page.goto("/accounts/ask");
  await page.getByLabel("Name", { exact: true }).fill("Escarpa Sailmenders");
  await page.getByLabel("E-mail for the invitation").fill("office@escarpa.example");
  await page.getByRole("button", { name: "Ask, and make the invitation" }).click();
  const link = (await page.getByRole("link", { name: /\/particulars\// }).textContent())!;

  const clerk = await pageOf(browser, "tamsin-roque");
  const invoice = await enterInvoice(clerk, repair("Escarpa Sailmenders", "ES-1", "240"));
  await expect(held(clerk, "supplier not approved")).toContainText("Blocks posting and payment");
  await approveAs(browser, "leonel-viegas", invoice);
  await clerk.reload();
  await expect(held(clerk, "supplier not approved")).toBeVisible();

  const party = await (await browser.newContext()).newPage();
  await party.goto(link);
  await fillIn(party, {
    "Tax number": "XX777",
    Address: "9 Cais da Vela",
    "Bank account to be paid to": "XX63 1212 3434 5656",
    "E-mail for orders and answers": "office@escarpa.example",
    "Signed by": "Odete Farias",
  });
  await party.getByLabel(/^Bank letter/).setInputFiles({ name: "letter.png", mimeType: "image/png", buffer: PNG });
  await expect(party.getByText("letter.png is here")).toBeVisible();
  await draw(party);
  await party.getByRole("button", { name: "Sign and send" }).click();
  await expect(party.getByText(/have arrived/)).toBeVisible();
  await page.goto("/documents?q=Escarpa&type=supplier-account");
  await page.getByRole("row").nth(1).getByRole("link").first().click();
  await page.waitForURL(/sa-\d+$/);
  for (const person of ["leonel-viegas", "rosalind-amado"]) await approveAs(browser, person, page.url());

  // The account opens by a step after the approval; the invoice's page asks again when the log has grown.
  await expect(held(clerk, "supplier not approved")).toHaveCount(0);
  await expect(clerk.getByText(/Supplier not approved; its cause is gone/)).toBeVisible();
});

test("no eligible approver: held while the manager is away with nobody in place, and goes on when they are back", async ({
  page,
  browser,
}) => {
  const manager = await pageOf(browser, "duarte-anselmo");
  await manager.goto("/people/duarte-anselmo?set=absence");
  const dialog = manager.getByRole("dialog");
  await dialog.getByRole("button", { name: "nobody" }).click();
  await dialog.getByRole("button", { name: "Set absence" }).click();
  await expect(dialog).toHaveCount(0);

  await signIn(page, "simao-calheta");
  const claim = await enterClaim(page, "Harbour office, twice", { name: "taxi-one.png", buffer: another(1) });
  await expect(held(page, "no eligible approver")).toContainText(/Duarte Anselmo/);

  await manager.goto("/people/duarte-anselmo");
  await manager.getByRole("button", { name: "Back now" }).click();
  await expect(manager.getByText("Not away, and nothing delegated.")).toBeVisible();
  await expect(held(page, "no eligible approver")).toHaveCount(0);
  await expect(
    page.getByText(/No eligible approver; its cause is gone, since people or absences have changed/i),
  ).toBeVisible();
  await approveAs(browser, "duarte-anselmo", claim);
  await page.reload();
  await cleared(page);
});

test("the same receipt twice, found by its content under another name: a clerk looks into it and releases it", async ({
  page,
  browser,
}) => {
  await signIn(page, "simao-calheta");
  const picture = another(2);
  const first = await enterClaim(page, "Ferry desk, March", { name: "taxi.png", buffer: picture });
  await expect(held(page, "the same receipt twice")).toHaveCount(0);
  const number = new URL(first).pathname.split("/").at(-1)!.toUpperCase();
  const claim = await enterClaim(page, "Ferry desk, again", { name: "renamed.png", buffer: picture });
  await expect(held(page, "the same receipt twice")).toContainText(number);
  await approveAs(browser, "duarte-anselmo", claim);
  await page.reload();
  await expect(held(page, "the same receipt twice")).toContainText("Blocks payment");
  await expect(held(page, "the same receipt twice").getByRole("button", { name: "Release" })).toHaveCount(0);
  const clerk = await pageOf(browser, "tamsin-roque");
  await clerk.goto(claim);
  await releaseByHand(clerk, "the same receipt twice", "One ride, shared and claimed by halves.");
  await cleared(clerk);
});

/** A picture of its own: bytes after the end of a PNG change its content and nothing that is seen. */
function another(n: number): Buffer {
  return Buffer.concat([PNG, Buffer.from(`receipt ${n}`)]);
}
