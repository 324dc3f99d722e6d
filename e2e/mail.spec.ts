// The way from a message to a decision: on a phone, without signing in, once; whatever opens links by itself decides nothing.
import { AxeBuilder } from "@axe-core/playwright";
import { expect, type Browser, type Page } from "@playwright/test";
import { PNG, decide, draw, enterOrder, fillIn, pageOf, signIn, status, test } from "./support";

/** The address of the newest link to decide that was sent to somebody about a document. */
async function linkFor(browser: Browser, title: string, person: string): Promise<string> {
  const clerk = await pageOf(browser, "tamsin-roque");
  await clerk.goto("/post-room");
  const letter = clerk
    .getByRole("listitem")
    .filter({ hasText: title })
    .filter({ hasText: `for ${person} alone` });
  const href = await letter.first().getByRole("link", { name: "The link to decide" }).getAttribute("href");
  await clerk.context().close();
  return href!;
}

async function ordered(page: Page, title: string): Promise<string> {
  await signIn(page, "noor-halvorsrud");
  return enterOrder(page, { title, price: "700" });
}

/** A phone that nobody has signed in on. */
const phone = async (browser: Browser) =>
  (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();

test("a link shows the essentials on a phone without signing in, decides once, and says so afterwards", async ({
  page,
  browser,
}) => {
  const id = await ordered(page, "Decided from a mail");
  const link = await linkFor(browser, "Decided from a mail", "Rui Tavares");
  const own = await phone(browser);
  await own.goto(link);
  await expect(own.getByRole("heading", { level: 1, name: "Decided from a mail" })).toBeVisible();
  await expect(own.getByRole("region", { name: "If you approve" })).toContainText(
    "is approved: yours is the last word",
  );
  expect(await own.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  const { violations } = await new AxeBuilder({ page: own }).analyze();
  expect(violations.filter((one) => one.impact === "serious" || one.impact === "critical")).toEqual([]);
  await own.getByRole("button", { name: "Decline" }).click();
  await expect(own.getByRole("alert").first()).toContainText("Say why");
  await own.getByLabel("Comment").fill("Fine from here");
  await own.getByRole("button", { name: /^Approve 700/ }).click();
  await expect(own.getByRole("status")).toContainText("This link is used and decides no more");
  await own.goto(link);
  await expect(own.getByText(/was used already/)).toBeVisible();
  await page.goto(`/documents/${id}`);
  await expect(status(page, "Approved")).toBeVisible();
  await expect(page.getByText(/through the link in a mail/)).toBeVisible();
});

test("whatever opens every link with GET and HEAD changes nothing", async ({ page, browser }) => {
  const id = await ordered(page, "Opened by a scanner");
  const link = await linkFor(browser, "Opened by a scanner", "Rui Tavares");
  const scanner = await (await browser.newContext()).newPage();
  const auditor = await pageOf(browser, "tome-cardigos");
  const events = async () =>
    ((await (await auditor.request.get(`/api/documents/${id}/record`)).json()) as { events: unknown[] }).events.length;
  const before = await events();
  for (const method of ["GET", "HEAD", "GET"] as const)
    expect((await scanner.request.fetch(link, { method })).ok()).toBe(true);
  for (const method of ["GET", "HEAD"] as const)
    expect((await scanner.request.fetch("/api/decide", { method })).ok()).toBe(false);
  expect(await events()).toBe(before);
  await page.goto(`/documents/${id}`);
  await expect(status(page, "Waiting")).toBeVisible();
  await scanner.goto(link);
  await expect(scanner.getByRole("button", { name: /^Approve(?! in part)/ })).toBeVisible();
});

test("after a revision, for another person, and when somebody was first, a link says what is the matter", async ({
  page,
  browser,
}) => {
  const id = await ordered(page, "Revised meanwhile");
  const link = await linkFor(browser, "Revised meanwhile", "Rui Tavares");
  const other = await pageOf(browser, "petra-zimbral");
  await other.goto(link);
  await expect(other.getByText("This link is for Rui Tavares, and you are signed in as Petra Zimbral")).toBeVisible();
  await page.goto(`/documents/${id}/edit`);
  await page.getByLabel("Price each").fill("900");
  await page.getByRole("button", { name: "See what this edit does" }).click();
  await page.getByRole("button", { name: "Make it revision 2" }).click();
  await page.waitForURL(/documents\/po-\d+$/);
  const own = await phone(browser);
  await own.goto(link);
  await expect(own.getByText(/this link was for revision 1, and revision 2 is there now/)).toBeVisible();
  const next = await linkFor(browser, "Revised meanwhile", "Rui Tavares");
  expect(next).not.toBe(link);
  const rui = await pageOf(browser, "rui-tavares");
  await rui.goto(`/documents/${id}`);
  await decide(rui, "Approve");
  await expect(status(rui, "Approved")).toBeVisible();
  await own.goto(next);
  await expect(own.getByText(/is approved already/)).toBeVisible();
});

test("the wording is changed with fields from a list, shown on a real document, and used from then on", async ({
  page,
  browser,
}) => {
  await signIn(page, "benedita-corvo");
  await page.goto("/settings/messages");
  const subject = page.getByLabel("Subject");
  await subject.fill("Please decide {number}: {tittle}");
  await page.getByRole("button", { name: "Show how it reads" }).click();
  await expect(page.getByRole("alert").first()).toContainText("There is no field {tittle}");
  await subject.fill("Please decide {number}: {title}");
  await page.getByRole("button", { name: "Show how it reads" }).click();
  await expect(page.frameLocator("iframe").getByRole("heading")).toContainText(/^Please decide [A-Z]{2}-\d+/);
  await page.getByRole("button", { name: "Save this wording" }).click();
  await expect(page.getByRole("button", { name: "Save this wording" })).toBeEnabled();
  await ordered(page, "In other words");
  const clerk = await pageOf(browser, "tamsin-roque");
  await clerk.goto("/post-room");
  await expect(clerk.getByText(/^Please decide PO-\d+: In other words/).first()).toBeVisible();
  await signIn(page, "benedita-corvo");
  await page.goto("/settings/messages");
  await page.getByRole("button", { name: "Restore the usual wording" }).click();
  await expect(page.getByLabel("Subject")).toHaveValue("{number} waits for your decision: {title}, {amount}");
});

test("a new supplier by mail alone: asked for, filled in and signed, decided by links, open, and told so", async ({
  page,
  browser,
}) => {
  await signIn(page, "albertina-fragoso");
  await page.goto("/accounts/ask");
  await page.getByLabel("Name", { exact: true }).fill("Velamar Canvas");
  await page.getByLabel("E-mail for the invitation").fill("office@velamar.example");
  await page.getByRole("button", { name: "Ask, and make the invitation" }).click();
  // In a demonstration no mail leaves the machine, and the link that the letter carries is shown to whoever asked.
  const link = (await page.getByRole("link", { name: /\/particulars\// }).getAttribute("href"))!;
  const clerk = await pageOf(browser, "tamsin-roque");
  await clerk.goto("/post-room");
  const invitation = clerk.getByRole("listitem").filter({ hasText: "office@velamar.example" }).first();
  await expect(invitation).toContainText("your details");
  const party = await phone(browser);
  await party.goto(link);
  await fillIn(party, {
    "Tax number": "XX509",
    Address: "2 Cais das Velas",
    "Bank account to be paid to": "DE89 3704 0044 0532 0130 01",
    "E-mail for orders and answers": "office@velamar.example",
    "Signed by": "Olga Brandal",
  });
  await party.getByLabel(/^Bank letter/).setInputFiles({ name: "letter.png", mimeType: "image/png", buffer: PNG });
  await expect(party.getByText("letter.png is here")).toBeVisible();
  await draw(party);
  await party.getByRole("button", { name: "Sign and send" }).click();
  await expect(party.getByRole("alert").first()).toContainText(/check/i);
  await fillIn(party, { "Bank account to be paid to": "DE89 3704 0044 0532 0130 00" });
  await party.getByRole("button", { name: "Sign and send" }).click();
  await expect(party.getByText(/have arrived/)).toBeVisible();
  for (const person of ["Leonel Viegas", "Rosalind Amado"]) {
    const own = await phone(browser);
    await own.goto(await linkFor(browser, "Velamar Canvas", person));
    await own.getByRole("button", { name: /^Approve(?! in part)/ }).click();
    await expect(own.getByRole("status")).toContainText("This link is used and decides no more");
  }
  await clerk.reload();
  await expect(
    clerk.getByRole("listitem").filter({ hasText: "office@velamar.example" }).filter({ hasText: "is open" }),
  ).toBeVisible();
  await clerk.goto("/back-office/suppliers?q=Velamar");
  await clerk.getByRole("link", { name: "Velamar Canvas" }).click();
  await expect(clerk.getByRole("region", { name: "What the account says" })).toContainText(
    "DE89 3704 0044 0532 0130 00",
  );
  await clerk.getByRole("link", { name: /^SA-/ }).click();
  await clerk.getByRole("link", { name: "The record" }).click();
  await expect(clerk.getByText(/through the link in a mail/).first()).toBeVisible();
  await expect(clerk.getByRole("img", { name: "Signature of Olga Brandal, drawn by hand" })).toBeVisible();
});
