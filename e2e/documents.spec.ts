// Every type of document from its entry to cleared, through the interface alone.
import { expect, type Page } from "@playwright/test";
import { PNG, approveAs, cleared, enterInvoice, fillIn, pageOf, signIn, status, test } from "./support";

test("an order, a change of it, its receipt and its invoice, matched and cleared", async ({ page, browser }) => {
  await signIn(page, "simao-calheta");
  await page.goto("/documents/new?type=purchase-order");
  await fillIn(page, {
    "What is ordered, in a few words": "Gaskets for the pump",
    Supplier: "Tidewell Engines",
    "What it is": "Gasket",
    Quantity: "4",
    "Price each": "100",
  });
  await page.getByLabel("Category").selectOption("deck");
  await page.getByRole("button", { name: "Submit 400.00 EUR" }).click();
  await page.waitForURL(/po-\d+$/);
  await cleared(page);
  await expect(page.getByText(/Sent to invoices@tidewell-engines.example/).first()).toBeVisible();
  const order = new URL(page.url()).pathname.split("/").at(-1)!.toUpperCase();

  await page.getByRole("link", { name: "Change this order" }).click();
  await page.getByLabel("Quantity").first().fill("6");
  await page.getByRole("button", { name: "Submit 600.00 EUR" }).click();
  await page.waitForURL(/po-\d+$/);
  const committed = page.getByRole("region", { name: `Committed by ${order}` });
  await expect(committed).toContainText("400.00 EUR");
  await expect(committed).toContainText("600.00 EUR");
  await expect(committed).toContainText("200.00 EUR");
  await approveAs(browser, "duarte-anselmo", page.url());
  await page.reload();
  await cleared(page);

  const clerk = await pageOf(browser, "tamsin-roque");
  await clerk.goto(`/back-office/receipts?q=${order}`);
  await clerk.getByRole("button", { name: `Record receipt of line 1 of ${order}` }).click();
  await clerk.getByRole("button", { name: "Post the receipt" }).click();
  await expect(clerk.getByText(new RegExp(`^Recorded: \\S+ of line 1 of ${order}\\.`))).toBeVisible();
  const fields = {
    Supplier: "Tidewell Engines",
    "Their invoice number": "TE-2026-9",
    "Our order": order,
    "What it is": "Gasket",
    "Order line": "1",
    Quantity: "4",
    "Price each": "100",
  };
  await enterInvoice(clerk, fields, "Submit 400.00 EUR");
  await cleared(clerk);
  await expect(clerk.getByText("400.00 EUR posted for Tidewell Engines").first()).toBeVisible();
  await expect(clerk.getByText(/400\.00 EUR is posted and planned for payment on/).first()).toBeVisible();
});

test("an invoice of 1,180 against a supplier's limit of 750: held with reason and date, released by the approval", async ({
  page,
  browser,
}) => {
  await signIn(page, "tamsin-roque");
  const fields = {
    Supplier: "Papelaria Farol",
    "Their invoice number": "PF-2026-0400",
    "What it is": "Route maps",
    "Price each": "1,180",
  };
  await enterInvoice(page, fields, "Submit 1,180.00 EUR");
  await expect(page.getByRole("group", { name: "Hold: Over the supplier’s limit" })).toContainText(
    "430.00 EUR over the supplier’s own limit of 750.00 EUR",
  );
  await expect(page.getByRole("group", { name: "Hold: Over the supplier’s limit" })).toContainText("Since Tue 10 Mar");
  await approveAs(browser, "leonel-viegas", page.url());
  await page.reload();
  await cleared(page);
  await page.getByRole("link", { name: "The record" }).click();
  const holds = page.getByRole("region", { name: "Holds, placed and released" });
  await expect(holds.getByRole("row", { name: /Over the supplier’s limit/ })).toContainText("by the approval");
  await expect(holds.getByRole("row", { name: /Over the supplier’s limit/ })).toContainText("10 Mar 2026");
});

test("a claim with receipts beside its lines, approved in part: only what was approved is paid", async ({
  page,
  browser,
}) => {
  await signIn(page, "simao-calheta");
  await page.goto("/documents/new?type=expense-claim");
  await page.getByLabel("What it was for").fill("Pump makers, visit");
  await page.getByLabel("Choose files").setInputFiles({ name: "train.png", mimeType: "image/png", buffer: PNG });
  await expect(page.getByRole("listitem").filter({ hasText: "train.png" }).first()).toBeVisible();
  await fillIn(page, { "What it was": "Train, return", Spent: "86.40" });
  await page.getByRole("combobox", { name: "Category" }).selectOption("travel");
  await page.getByRole("combobox", { name: "Receipt" }).first().selectOption({ label: "train.png" });
  await page.getByRole("button", { name: "Add a line" }).click();
  await page.getByLabel("What it was", { exact: true }).nth(1).fill("Newspaper");
  await page.getByLabel("Spent", { exact: true }).nth(1).fill("4.20");
  await page.getByRole("combobox", { name: "Category" }).nth(1).selectOption("other");
  await page.getByRole("button", { name: "Submit 90.60 EUR" }).click();
  await page.waitForURL(/ec-\d+$/);
  await expect(page.getByRole("img", { name: /Receipt of line 1: train.png/ })).toBeVisible();
  await approveAs(browser, "duarte-anselmo", page.url(), async (manager) => {
    await manager.getByRole("region", { name: "Decide" }).press("p");
    await manager.getByRole("checkbox", { name: "Newspaper" }).uncheck();
    await manager.getByRole("button", { name: "Approve what is ticked" }).click();
    await expect(manager.getByRole("alert").first()).toContainText("write a sentence");
    await manager.locator("#comment").fill("Papers are read on board.");
    await manager.getByRole("button", { name: "Approve what is ticked" }).click();
    await expect(manager.getByText("“Papers are read on board.”")).toBeVisible();
  });
  await page.reload();
  await cleared(page);
  await expect(page.getByRole("row", { name: /Newspaper/ })).toContainText("refused");
  await expect(page.getByText("86.40 EUR posted for Simão Calheta").first()).toBeVisible();
});

test("a credit-limit change: the limit but not the terms; the account has exactly that", async ({ page, browser }) => {
  await signIn(page, "matias-serrado");
  const clerk = await pageOf(browser, "tamsin-roque");
  await clerk.goto("/back-office/customers?q=sal");
  const name = (await clerk.getByRole("row").nth(1).getByRole("link").first().textContent())!;
  await clerk.getByRole("row").nth(1).getByRole("link").first().click();
  await clerk.waitForURL(/accounts\/[a-z-]+$/);
  const account = new URL(clerk.url()).pathname.split("/").at(-1)!;
  await page.goto(`/documents/new?type=credit-limit-change&account=${account}`);
  await page.getByLabel("Credit limit, to be").fill("49,000");
  await page.getByLabel("Payment terms, to be").selectOption("75 days");
  await page.getByLabel("Phone number, to be").fill("+000 1");
  await page.getByRole("button", { name: "Take the change of Phone number back" }).click();
  await expect(page.getByText("2 fields are changed")).toBeVisible();
  await page.getByRole("button", { name: "Submit 49,000.00 EUR" }).click();
  await page.waitForURL(/cl-\d+$/);
  await expect(page.getByRole("region", { name: "Exposure" })).toContainText("Limit after");
  await approveAs(browser, "leonel-viegas", page.url(), async (manager) => {
    await manager.getByRole("button", { name: /^Approve in part/ }).click();
    await manager.getByRole("checkbox", { name: "Payment terms" }).uncheck();
    await manager.locator("#comment").fill("The terms stay as they are.");
    await manager.getByRole("button", { name: "Approve what is ticked" }).click();
    await expect(manager.getByText("“The terms stay as they are.”")).toBeVisible();
  });
  await page.reload();
  await cleared(page);
  await expect(page.getByText(new RegExp(`${name} has credit limit 49,000.00 EUR`)).first()).toBeVisible();
  await clerk.reload();
  const fields = clerk.getByRole("region", { name: "What the account says" });
  await expect(fields).toContainText("49,000.00 EUR");
  await expect(fields).not.toContainText("75 days");
});

test("a new supplier fills in and signs its details; approved, the account opens and the party is told", async ({
  page,
  browser,
}) => {
  await signIn(page, "albertina-fragoso");
  await page.goto("/accounts/ask");
  await page.getByLabel("Name", { exact: true }).fill("Ondarreta Sailmakers");
  await page.getByLabel("E-mail for the invitation").fill("office@ondarreta.example");
  await page.getByRole("button", { name: "Ask, and make the invitation" }).click();
  const link = (await page.getByRole("link", { name: /\/particulars\// }).textContent())!;

  const party = await (await browser.newContext()).newPage();
  await party.goto(link);
  await expect(party.getByRole("navigation")).toHaveCount(0);
  await party.getByLabel("Tax number").fill("XX501");
  await party.getByRole("button", { name: "Sign and send" }).click();
  await expect(party.getByRole("alert").first()).toContainText("Enter the bank account");
  await expect(party.getByLabel("Tax number")).toHaveValue("XX501");
  await fillIn(party, {
    Address: "4 Cais do Linho",
    "Bank account to be paid to": "XX67 1111 2222 3333",
    "E-mail for orders and answers": "office@ondarreta.example",
    "Signed by": "Irma Velasco",
  });
  await party.getByRole("button", { name: "Sign and send" }).click();
  await expect(party.getByRole("alert").first()).toContainText("Attach the bank letter");
  await party.getByLabel(/^Bank letter/).setInputFiles({ name: "letter.png", mimeType: "image/png", buffer: PNG });
  await expect(party.getByText("letter.png is here")).toBeVisible();
  await party.getByRole("button", { name: "Sign and send" }).click();
  await expect(party.getByRole("alert").first()).toContainText("Draw your signature");
  // By keyboard: the pen is put down, moved, and lifted.
  await party.getByRole("application", { name: "Your signature, drawn" }).focus();
  await party.keyboard.press("Space");
  for (let step = 0; step < 30; step += 1) await party.keyboard.press(step % 3 ? "ArrowRight" : "ArrowUp");
  await party.keyboard.press("Space");
  await party.getByRole("button", { name: "Sign and send" }).click();
  await expect(party.getByText(/have arrived/)).toBeVisible();
  await party.goto(link);
  await expect(party.getByRole("heading", { level: 1 })).toHaveText("This link is no longer open");

  await page.goto("/documents?q=Ondarreta");
  await page.getByRole("row").nth(1).getByRole("link").first().click();
  await expect(page.getByText("Irma Velasco, through an invitation, signed on 10 Mar 2026")).toBeVisible();
  await expect(page.getByRole("img", { name: "Signature of Irma Velasco, drawn by hand" })).toBeVisible();
  for (const person of ["leonel-viegas", "rosalind-amado"]) await approveAs(browser, person, page.url());
  await page.reload();
  await cleared(page);
  await expect(page.getByText(/the account is open/).first()).toBeVisible();
  const clerk = await pageOf(browser, "tamsin-roque");
  await clerk.goto("/post-room");
  await expect(
    clerk.getByText(/The account of Ondarreta Sailmakers with .* is open from now on/).first(),
  ).toBeVisible();
});

test("a first limit: papers as a check, tasks of two teams side by side, and the account opens by itself", async ({
  page,
  browser,
}) => {
  await signIn(page, "celeste-barroca");
  await page.goto("/documents/new?type=credit-limit-change&account=rocamar-cheese-makers");
  await page.getByLabel("Credit limit, to be").fill("12,000");
  await page.getByRole("button", { name: /^Submit/ }).click();
  await page.waitForURL(/cl-\d+$/);
  await expect(page.getByRole("group", { name: "Hold: papers or fields missing" })).toContainText(
    "“Annual accounts” is not attached",
  );
  await page.getByRole("link", { name: "Edit", exact: true }).click();
  await page.getByLabel("Choose files").setInputFiles({ name: "papers.png", mimeType: "image/png", buffer: PNG });
  await expect(page.getByRole("listitem").filter({ hasText: "papers.png" })).toBeVisible();
  for (const name of ["Annual accounts", "Credit report", "Signed terms"])
    await page.getByRole("combobox", { name }).selectOption({ label: "papers.png" });
  await page.getByRole("button", { name: "See what this edit does" }).click();
  await expect(page.getByRole("status").first()).toContainText("No approval is lost by this edit.");
  await page.getByRole("button", { name: "Make it revision 2" }).click();
  await page.waitForURL(/cl-\d+$/);
  await expect(page.getByRole("group", { name: /^Hold:/ })).toHaveCount(0);
  const route = page.getByRole("list", { name: "Route" });
  await expect(route.getByText("Side by side")).toBeVisible();
  const task = (items: string[]) => async (manager: Page) => {
    await manager.getByRole("button", { name: /^Mark as done/ }).click();
    for (const item of items) await manager.getByRole("checkbox", { name: item }).check();
    await manager.getByRole("region", { name: "Decide" }).locator('button[type="submit"]').click();
  };
  await approveAs(
    browser,
    "rosalind-amado",
    page.url(),
    task(["Accounts read, equity above a fifth", "Two trade references heard"]),
  );
  await approveAs(browser, "lucinda-peroba", page.url(), task(["Terms of carriage signed by somebody entitled to"]));
  await approveAs(browser, "leonel-viegas", page.url());
  await page.reload();
  await expect(status(page, "Approved").first()).toBeVisible();
  await expect(
    page.getByText(/Rocamar Cheese Makers has credit limit 12,000.00 EUR; the account is open/).first(),
  ).toBeVisible();
});

test("an edit in approval shows what it voids before it is made", async ({ page, browser }) => {
  await signIn(page, "simao-calheta");
  await page.goto("/documents/new?type=purchase-order");
  await fillIn(page, {
    "What is ordered, in a few words": "Bilge pump",
    Supplier: "Tidewell Engines",
    "What it is": "Pump",
    "Price each": "9,000",
  });
  await page.getByLabel("Category").selectOption("deck");
  await page.getByRole("button", { name: /^Submit/ }).click();
  await page.waitForURL(/po-\d+$/);
  const document = page.url();
  await approveAs(browser, "duarte-anselmo", document);
  await page.goto(`${document}/edit`);
  await page.getByLabel("Price each").fill("9,090");
  await page.getByRole("button", { name: "See what this edit does" }).click();
  await expect(page.getByRole("status").first()).toContainText("No approval is lost by this edit.");
  await page.getByLabel("Price each").fill("9,900");
  await page.getByRole("button", { name: "See what this edit does" }).click();
  await expect(page.getByRole("status").first()).toContainText("One approval will no longer count.");
  await page.getByRole("button", { name: "Make it revision 2" }).click();
  await page.waitForURL(/po-\d+$/);
  await expect(page.getByText(/1 approval no longer counts; the chain began again/)).toBeVisible();
  await expect(page.getByRole("region", { name: "Changed since the revision before" })).toContainText("9,900.00 EUR");
});

test("several drafts, filtered by customer group, are submitted together; what is not complete says so and stays", async ({
  page,
}) => {
  await signIn(page, "celeste-barroca");
  const clerk = page;
  // Two customers of one group, chosen by a few letters, and an order that is not complete.
  const accounts = (await (await clerk.request.get("/api/accounts?kind=customer&q=")).json()) as {
    name: string;
    group: string;
  }[];
  const { group } = accounts[0]!;
  const alike = accounts.filter((one) => one.group === group).slice(0, 2);
  for (const { name } of alike) {
    await page.goto("/documents/new?type=credit-limit-change");
    await page.getByRole("combobox", { name: "Customer" }).fill(name.slice(0, 6));
    await page.getByRole("option", { name: new RegExp(`^${name}`) }).click();
    await page.getByLabel("Phone number, to be").fill("+000 200 1");
    await page.getByRole("button", { name: "Keep as a draft" }).click();
    await page.waitForURL(/cl-\d+/);
  }
  await page.goto("/documents/new?type=purchase-order");
  await page.getByLabel("What is ordered, in a few words").fill("Not yet whole");
  await page.getByRole("combobox", { name: "Cost centre" }).fill("CC-2");
  await page.getByRole("option", { name: /^CC-2/ }).first().click();
  await page.getByRole("button", { name: "Keep as a draft" }).click();
  await page.waitForURL(/po-\d+/);
  await page.goto("/documents");
  await page.getByRole("link", { name: /^Your drafts, \d/ }).click();
  await page.getByLabel("Customer group").selectOption(group);
  await page.getByRole("button", { name: "Show" }).click();
  await expect(page.getByRole("row")).toHaveCount(3);
  await page.getByLabel("Customer group").selectOption("");
  await page.getByRole("button", { name: "Show" }).click();
  await page.getByRole("checkbox", { name: "All drafts shown" }).check();
  await page.getByRole("button", { name: /^Submit 3 drafts/ }).click();
  const said = page.getByRole("main").getByRole("status");
  await expect(said).toContainText("2 submitted");
  await expect(said).toContainText("1 not submitted, and still a draft");
  await expect(page.getByRole("row").filter({ hasText: "Not yet whole" })).toBeVisible();
  await said.getByRole("link", { name: /^CL-/ }).first().click();
  await expect(page.getByText(/Celeste Barroca submitted it/)).toBeVisible();
});
