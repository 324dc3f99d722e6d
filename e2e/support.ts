import { spawn, type ChildProcess } from "node:child_process";
import path from "node:path";
import { expect, type Browser, type Page } from "@playwright/test";

/** Signs a demo person in on a page by the same request that the sign-in page makes. */
export async function signIn(page: Page, person: string): Promise<void> {
  const response = await page.request.post("/api/session", { data: { person } });
  expect(response.ok()).toBe(true);
}

/** A page in a browser of its own, signed in as somebody. */
export async function pageOf(browser: Browser, person: string): Promise<Page> {
  const page = await (await browser.newContext()).newPage();
  await signIn(page, person);
  return page;
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

/** Decides in the bar of the page that is open. */
export async function decide(page: Page, move: "Approve" | "Decline" | "Send back", comment = ""): Promise<void> {
  await page
    .getByRole("region", { name: "Decide" })
    .getByRole("button", { name: new RegExp(`^${move}`) })
    .click();
  if (comment) await page.locator("#comment").fill(comment);
  await page.getByRole("region", { name: "Decide" }).locator('button[type="submit"]').click();
}

export const status = (page: Page, word: string) =>
  page.locator("article").first().getByText(word, { exact: true }).first();

/** A server of its own beside the one of the tests; kill it afterwards. */
export async function startServer(port: number, env: Record<string, string>): Promise<ChildProcess> {
  const server = spawn(process.execPath, ["node_modules/next/dist/bin/next", "start", "-p", String(port)], {
    cwd: path.join(import.meta.dirname, ".."),
    stdio: "ignore",
    env: { ...process.env, ...env },
  });
  await expect(async () => expect((await fetch(`http://localhost:${port}/sign-in`)).ok).toBe(true)).toPass({
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
  if (from) await sheet.getByLabel("To count from").fill(from);
  const before = page.url();
  await sheet.getByRole("button", { name: "Send to the reviewer" }).click();
  await page.waitForURL((url) => url.href !== before && url.searchParams.has("version"));
  return Number(new URL(page.url()).searchParams.get("version"));
}

/** The reviewer approves a version. */
export async function approveVersion(browser: Browser, policy: string, version: number): Promise<void> {
  const reviewer = await pageOf(browser, "rosalind-amado");
  await reviewer.goto(`/policies/${policy}?version=${version}`);
  await reviewer.getByRole("button", { name: "Approve the version" }).click();
  await reviewer
    .getByRole("dialog")
    .getByRole("button", { name: `Approve version ${version}` })
    .click();
  await expect(reviewer.getByText(/^Approved by Rosalind Amado/)).toBeVisible();
  await reviewer.context().close();
}
