// What others do shows without a reload, also after the connection was lost and the server came back.
import { spawnSync, type ChildProcess } from "node:child_process";
import fs from "node:fs";
import os from "node:os";
import path from "node:path";
import { expect } from "@playwright/test";
import { decide, enterOrder, signIn, startServer, status, test } from "./support";

const root = path.join(import.meta.dirname, "..");
const port = Number(process.env.PORT ?? 4391) + 5;
const data = fs.mkdtempSync(path.join(os.tmpdir(), "bandeira-live-"));
let server: ChildProcess;
const env = { BANDEIRA_DATA: data, BANDEIRA_DEMO: "1" };
test.use({ baseURL: `http://localhost:${port}` });
test.beforeAll(async () => {
  spawnSync(path.join(root, "node_modules/.bin/tsx"), ["scripts/seed.ts", "40"], {
    cwd: root,
    env: { ...process.env, ...env },
  });
  server = await startServer(port, env);
});
test.afterAll(() => {
  server.kill("SIGKILL");
  fs.rmSync(data, { recursive: true, force: true });
});

test("a page that lost its connection shows what was decided once the server is back", async ({ page, browser }) => {
  await signIn(page, "noor-halvorsrud");
  const id = await enterOrder(page, { title: "Seen live", price: "700" });
  await expect(status(page, "Waiting")).toBeVisible();
  const gone = new Promise((done) => server.once("exit", done));
  server.kill("SIGKILL");
  await gone;
  // The first that answers again refuses, as a server does that is still looking at its database.
  await page.route("**/api/live", (route) => route.fulfill({ status: 503 }), { times: 1 });
  server = await startServer(port, env);
  const rui = await (await browser.newContext({ baseURL: `http://localhost:${port}` })).newPage();
  await signIn(rui, "rui-tavares");
  await rui.goto(`/documents/${id}`);
  await decide(rui, "Approve");
  await expect(status(rui, "Approved")).toBeVisible();
  // Nobody touches the first page; the browser connects again by itself within some seconds.
  await expect(status(page, "Approved")).toBeVisible({ timeout: 30_000 });
});
