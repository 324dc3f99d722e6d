// What is wrong with the database is said in the browser, with what to do, and not that the connection is lost.
import fs from "node:fs";
import os from "node:os";
import path from "node:path";
import { expect } from "@playwright/test";
import Database from "better-sqlite3";
import { startServer, test } from "./support";

const port = Number(process.env.PORT ?? 4391) + 7;
test.use({ baseURL: `http://localhost:${port}` });

const broken: [string, (file: string) => void, RegExp][] = [
  [
    "a file that is no database",
    (file) => fs.writeFileSync(file, "not a database at all ".repeat(500)),
    /The file bandeira.db is no database: stop the server, and put back a copy/,
  ],
  [
    "a database of a newer program",
    (file) => {
      const db = new Database(file);
      db.pragma("user_version = 999");
      db.close();
    },
    /The database was written by a newer Bandeira \(999, this one knows \d+\); update the program/,
  ],
];

for (const [what, make, sentence] of broken)
  test(`${what}: the page says what is wrong and what to do, and so does what a page asks for`, async ({ page }) => {
    const data = fs.mkdtempSync(path.join(os.tmpdir(), "bandeira-broken-"));
    make(path.join(data, "bandeira.db"));
    const server = await startServer(port, { BANDEIRA_DATA: data, BANDEIRA_DEMO: "1" });
    try {
      await page.goto("/sign-in");
      await expect(page.getByRole("heading", { name: "This page could not be made" })).toBeVisible();
      await expect(page.getByRole("alert").filter({ hasText: sentence })).toBeVisible();
      const answer = await page.request.get("/api/desk/calendar");
      expect([answer.status(), ((await answer.json()) as { title: string }).title]).toEqual([
        503,
        expect.stringMatching(sentence),
      ]);
    } finally {
      server.kill("SIGKILL");
      fs.rmSync(data, { recursive: true, force: true });
    }
  });
