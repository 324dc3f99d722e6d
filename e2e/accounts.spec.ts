// Accounts of customers and suppliers: which fields are approved before they change, those that came with the organisation from a file, and new ones by hand.
import { expect, type Page, type Request } from "@playwright/test";
import { PNG, pageOf, signIn, status, test } from "./support";

test("a field that nobody controls changes at once for accounts, and the account says who changed what", async ({
  page,
  browser,
}) => {
  await signIn(page, "benedita-corvo");
  await page.goto("/settings/rules");
  const customers = page.getByRole("group", { name: "Of customers" });
  await customers.getByLabel("Phone number").uncheck();
  await customers.getByLabel("Bank account").uncheck();
  await expect(
    page.getByText("Anybody in accounts could change the bank account of a customer alone", { exact: false }),
  ).toBeVisible();
  await customers.getByLabel("Bank account").check();
  const save = page.getByRole("button", { name: "Save", exact: true }).first();
  await save.click();
  await expect(page.getByText("Saved").first()).toBeVisible();

  const clerk = await pageOf(browser, "tamsin-roque");
  await clerk.goto("/back-office/accounts/alvor-fisheries");
  await expect(clerk.getByText("Changed at once, without an approval")).toBeVisible();
  await clerk.getByRole("button", { name: "Change these" }).click();
  await clerk.getByLabel("Phone number").fill("+00 555 12");
  await clerk.getByRole("button", { name: "Save", exact: true }).click();
  const changed = clerk.getByRole("region", { name: "What was changed" });
  await expect(changed).toContainText("Tamsin Roque: by hand, without an approval");
  await expect(changed).toContainText("→ +00 555 12");
  await expect(clerk.getByRole("region", { name: "What the account says" })).toContainText("+00 555 12");

  await customers.getByLabel("Phone number").check();
  await save.click();
  await expect(page.getByText("Saved").first()).toBeVisible();
  await clerk.reload();
  await expect(clerk.getByRole("button", { name: "Change these" })).toHaveCount(0);
});

/** Has the server's answer to a question without a day arrive after the answer to the one with it. @returns waits until both are there */
async function answeredLast(page: Page): Promise<() => Promise<unknown>> {
  const asksWithDay = (request: Request) =>
    (request.postDataJSON() as { approvedOn?: string } | null)?.approvedOn !== "";
  const answers = (withDay: boolean) =>
    page.waitForResponse((one) => one.url().endsWith("/api/intake/accounts") && asksWithDay(one.request()) === withDay);
  const last = answers(true);
  await page.route("**/api/intake/accounts", async (route) => {
    if (!asksWithDay(route.request())) await (await last).finished();
    await route.continue();
  });
  const overtaken = answers(false);
  return () => overtaken;
}

test("suppliers that were approved before come in from a file, seen first, with by whom and when", async ({ page }) => {
  await signIn(page, "benedita-corvo");
  await page.goto("/back-office/suppliers");
  await page.getByRole("link", { name: "Import suppliers" }).click();
  const text = "supplier,tax number,e-mail,approved by\nOld Harbour Tools,XX77,,\nWrong Address,XX78,nobody,\n";
  await page
    .getByLabel("A CSV or XLSX file of suppliers")
    .setInputFiles({ name: "suppliers.csv", mimeType: "text/csv", buffer: Buffer.from(text) });
  const bad = page.getByLabel("Cannot be taken");
  await expect(bad).toContainText("Approved by: is empty");
  const overtaken = await answeredLast(page);
  await page.getByLabel("Approved by, where the file does not say").fill("The old ledger");
  await page.getByLabel("Approved on, where the file does not say").fill("2024-06-30");
  await overtaken();
  await expect(bad.getByRole("row")).toHaveCount(2);
  await expect(bad).toContainText("E-mail: “nobody” is no e-mail address");
  await expect(page.getByLabel("To be imported")).toContainText("The old ledger, 30 Jun 2024");
  const write = page.getByRole("button", { name: "Import 1 supplier" });
  await expect(write).toBeDisabled();
  await page.getByLabel("Leave these out and take the other 1").check();
  await write.click();
  await expect(page.getByRole("status")).toContainText("1 supplier imported");
  await page.goto("/back-office/accounts/old-harbour-tools");
  await expect(page.getByText("Supplier. Account open")).toBeVisible();
  await expect(page.getByRole("region", { name: "What was changed" })).toContainText(
    "as approved by The old ledger on 30 Jun 2024, before there was Bandeira",
  );
});

test("a new supplier is entered by hand, and stays blocked until that is approved", async ({ page }) => {
  await signIn(page, "tamsin-roque");
  await page.goto("/accounts/ask");
  await page.getByLabel("Name").fill("Lantern & Lamp");
  await page.getByLabel("Its details are entered by").selectOption({ label: "me, on the next page" });
  await expect(page.getByLabel("E-mail for the invitation")).toHaveCount(0);
  await page.getByRole("button", { name: "Go on to its details" }).click();
  await page.waitForURL(/type=supplier-account/);
  await page.getByRole("button", { name: /^Submit/ }).click();
  // The same checks as for what the other party sends.
  await expect(page.getByRole("alert").first()).toContainText("Bank account: a new account needs it");
  await page.locator('input[type="file"]').setInputFiles({ name: "letter.png", mimeType: "image/png", buffer: PNG });
  await page.getByLabel("Bank letter").selectOption({ label: "letter.png" });
  for (const [field, value] of [
    ["Tax number, to be", "XX991"],
    ["Address, to be", "3 Lamp Quay"],
    ["Bank account, to be", "XX36 1234 5678 90"],
  ] as const)
    await page.getByLabel(field).fill(value);
  await page.getByRole("button", { name: /^Submit/ }).click();
  await page.waitForURL(/sa-\d+$/);
  await expect(status(page, "Waiting")).toBeVisible();
  await page.goto("/back-office/accounts/lantern-lamp");
  await expect(page.getByText("blocked until it is approved")).toBeVisible();
});
