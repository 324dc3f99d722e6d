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
  await page.goto("/documents/new");
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
