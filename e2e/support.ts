import { spawn, type ChildProcess } from "node:child_process";
import path from "node:path";
import { expect, test as plain, type Browser, type Locator, type Page } from "@playwright/test";

/**
 * The test of every file here: browsers that it opened beside its own are closed with it, since an open page asks for its data again whenever anything happens
 * anywhere, and would slow down every test that follows.
 */
export const test = plain.extend<{ closing: void }>({
  closing: [
    async ({ browser }, use) => {
      await use();
      for (const context of browser.contexts()) await context.close();
    },
    { auto: true },
  ],
});

/** Signs a demo person in on a page by the same request that the sign-in page makes. */
export async function signIn(page: Page, person: string): Promise<void> {
  const response = await page.request.post("/api/session", { data: { person } });
  expect(response.ok()).toBe(true);
}

/** Tab leads to what is asked for, within as many presses as anybody would give it. @returns once it has the focus */
export async function tabTo(page: Page, find: Locator, presses = 90): Promise<void> {
  await expect(find).toBeAttached();
  for (let press = 0; press <= presses; press += 1) {
    if (await find.evaluateAll((all) => all.includes(document.activeElement as never))) return;
    await page.keyboard.press("Tab");
  }
  throw new Error(`Tab does not lead to ${String(find)}`);
}

/** A page in a browser of its own, signed in as somebody. */
export async function pageOf(browser: Browser, person: string): Promise<Page> {
  const page = await (await browser.newContext()).newPage();
  await signIn(page, person);
  return page;
}

/** The id of a document of the demo by its title, as the auditor finds it, who reads everything. */
export async function idOf(browser: Browser, title: string): Promise<string> {
  const page = await pageOf(browser, "tome-cardigos");
  const found = await (await page.request.get(`/documents?q=${encodeURIComponent(`"${title}"`)}`)).text();
  await page.context().close();
  const id = /href="\/documents\/([a-z]{2}-\d+)"/.exec(found)?.[1];
  if (!id) throw new Error(`No document is called “${title}”`);
  return id;
}

type Entry = { title: string; price: string; category?: string; currency?: string };

/** Enters and submits an order in the form, and waits for its page. @returns its id */
export async function enterOrder(
  page: Page,
  { title, price, category = "deck", currency = "EUR" }: Entry,
): Promise<string> {
  await page.goto("/documents/new?type=purchase-order");
  await page.getByLabel("What is ordered, in a few words").fill(title);
  await page.getByLabel("Supplier").fill("Northrigg Cordage");
  await page.getByLabel("Currency").selectOption(currency);
  await page.getByLabel("What it is").fill("Rope");
  await page.getByLabel("Category").selectOption(category);
  await page.getByLabel("Price each").fill(price);
  await page.getByRole("button", { name: /^Submit/ }).click();
  await page.waitForURL(/\/documents\/po-\d+$/);
  await expect(page.getByRole("heading", { level: 1, name: title })).toBeVisible();
  return new URL(page.url()).pathname.split("/").at(-1)!;
}

/** A path of a page, with the id of the document whose title stands in it. */
export async function withIds(browser: Browser, path: string): Promise<string> {
  const title = /{(.+)}/.exec(path)?.[1];
  return title ? path.replace(`{${title}}`, await idOf(browser, title)) : path;
}

/** Decides in the bar of the page that is open. */
export async function decide(page: Page, move: "Approve" | "Decline" | "Send back", comment = ""): Promise<void> {
  await page
    .getByRole("region", { name: "Decide" })
    .getByRole("button", { name: new RegExp(`^${move}(?! in part)`) })
    .click();
  if (comment) await page.locator("#comment").fill(comment);
  await answered(page, () => page.getByRole("region", { name: "Decide" }).locator('button[type="submit"]').click());
}

/** Does what sends something to the server, and waits for its answer: whoever looks from elsewhere afterwards sees what came of it. */
export async function answered(page: Page, act: () => Promise<unknown>): Promise<void> {
  const answer = page.waitForResponse((response) => response.request().method() !== "GET");
  await act();
  await answer;
}

export const status = (page: Page, word: string) =>
  page.locator("article").first().getByText(word, { exact: true }).first();

/** A server of its own beside the one of the tests; kill it afterwards. */
export async function startServer(port: number, env: Record<string, string>): Promise<ChildProcess> {
  const server = spawn(process.execPath, ["scripts/serve.mjs"], {
    cwd: path.join(import.meta.dirname, ".."),
    stdio: "ignore",
    env: { ...process.env, PORT: String(port), ...env },
  });
  // It answers, whatever it says: a database can be broken.
  await expect(async () => expect((await fetch(`http://localhost:${port}/sign-in`)).status).toBeGreaterThan(0)).toPass({
    intervals: [100],
    timeout: 30_000,
  });
  return server;
}

/** Throws away what an earlier test left of a policy's draft, so that its board opens as the newest version. */
export async function clearDraft(page: Page, policy: string): Promise<void> {
  const there = await page.request.post(`/api/policies/${policy}/draft/presence`, { data: {} });
  const { revision } = (await there.json()) as { revision: number };
  if (revision > 0) await page.request.delete(`/api/policies/${policy}/draft`, { data: { revision } });
}

/** Gives every doubtful finding its sentence and sends the draft to the reviewer. @returns the number of the version */
export async function sendToReviewer(page: Page, why: string, from: string | null): Promise<number> {
  const findings = page.getByRole("region", { name: "Findings" });
  await expect(findings).not.toContainText("looking");
  for (const reason of await findings.getByRole("textbox").all()) await reason.fill("Agreed for this trial.");
  await expect(page.getByText(/^Draft saved at/)).toBeVisible();
  await page.getByRole("button", { name: "Send to the reviewer" }).click();
  const sheet = page.getByRole("dialog");
  await sheet.getByLabel(/^Why/).fill(why);
  if (from) await sheet.getByLabel("Effective from").fill(from);
  const before = page.url();
  await sheet.getByRole("button", { name: "Send to the reviewer" }).click();
  await page.waitForURL((url) => url.href !== before && url.searchParams.has("version"));
  return Number(new URL(page.url()).searchParams.get("version"));
}

/** The reviewer approves a version. */
export async function approveVersion(
  browser: Browser,
  policy: string,
  version: number,
  by = { id: "rosalind-amado", name: "Rosalind Amado" },
): Promise<void> {
  const reviewer = await pageOf(browser, by.id);
  await reviewer.goto(`/policies/${policy}?version=${version}`);
  await reviewer.getByRole("button", { name: "Approve the version" }).click();
  await reviewer
    .getByRole("dialog")
    .getByRole("button", { name: `Approve version ${version}` })
    .click();
  await expect(reviewer.getByText(`Approved by ${by.name}`)).toBeVisible();
  await reviewer.context().close();
}

/** Fills the first field of each label, exactly as it is called. */
export async function fillIn(page: Page, values: Record<string, string>): Promise<void> {
  for (const [label, value] of Object.entries(values))
    await page.getByLabel(label, { exact: true }).first().fill(value);
}

/** Opens a document as somebody and lets them approve it. @param act what they do in place of a plain approval */
export async function approveAs(
  browser: Browser,
  person: string,
  path: string,
  act?: (page: Page) => Promise<void>,
): Promise<void> {
  const page = await pageOf(browser, person);
  await page.goto(path);
  await (act ? act(page) : decide(page, "Approve"));
  await expect(page.getByRole("region", { name: "Decide" }).locator('button[type="submit"]')).toHaveCount(0);
  await page.context().close();
}

export const cleared = (page: Page) => expect(page.getByText("Cleared", { exact: true })).toBeVisible();

/** The mark of a hold that is on the document of the page now. */
export const held = (page: Page, code: string) => page.getByRole("group", { name: new RegExp(`^Hold: ${code}$`, "i") });

export async function releaseByHand(page: Page, code: string, why: string): Promise<void> {
  await held(page, code).getByRole("button", { name: "Release" }).click();
  const dialog = page.getByRole("dialog");
  await dialog.getByLabel("Why it can go").fill(why);
  await dialog.getByRole("button", { name: /^Release/ }).click();
  await expect(dialog).toHaveCount(0);
  await expect(held(page, code)).toHaveCount(0);
  await expect(page.getByText(`“${why}”`)).toBeVisible();
}

export const PNG = Buffer.from(
  "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==",
  "base64",
);

/** Enters an invoice over one line without tax, and waits for its page. @param submit what the button says @returns its address */
export async function enterInvoice(
  page: Page,
  fields: Readonly<Record<string, string>>,
  submit: string | RegExp = /^Submit/,
): Promise<string> {
  await page.goto("/documents/new?type=supplier-invoice");
  await fillIn(page, { ...fields, "Tax, %": "0" });
  await page.getByRole("button", { name: submit }).click();
  await page.waitForURL(/si-\d+$/);
  return page.url();
}

/** Signs by hand, with a pointer, in the field that is there for it. */
export async function draw(page: Page): Promise<void> {
  const field = page.getByRole("application", { name: "Your signature, drawn" });
  await field.scrollIntoViewIfNeeded();
  const box = (await field.boundingBox())!;
  await page.mouse.move(box.x + box.width * 0.1, box.y + box.height * 0.6);
  await page.mouse.down();
  for (const [x, y] of [
    [0.2, 0.2],
    [0.3, 0.7],
    [0.45, 0.3],
    [0.6, 0.65],
    [0.8, 0.4],
  ] as const)
    await page.mouse.move(box.x + box.width * x, box.y + box.height * y, { steps: 5 });
  await page.mouse.up();
}
