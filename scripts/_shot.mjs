import { launchOptions } from "./chromium.mjs";
import fs from "node:fs";
import { serve, untilReady } from "./common.mjs";
const { chromium } = await import("@playwright/test");
const port = Number(process.argv[2]);
const data = process.argv[3];
const plan = process.argv[4];
const server = serve(port, { BANDEIRA_DEMO: "1", BANDEIRA_DATA: data });
await untilReady(server, port);
const browser = await chromium.launch(launchOptions);
const { shots } = await import(plan);
for (const [name, person, address, prepare, size] of shots) {
  const page = await browser.newPage({ viewport: size ?? { width: 1280, height: 800 }, baseURL: `http://localhost:${port}` });
  try {
    if (person) await page.request.post("/api/session", { data: { person } });
    await page.goto(address);
    await page.evaluate(() => document.fonts.ready);
    await prepare?.(page, browser);
    await page.screenshot({ path: `/tmp/shots/${name}.png` });
    console.log(name, page.url());
  } catch (e) { console.log(name, String(e).slice(0, 400)); await page.screenshot({ path: `/tmp/shots/${name}-failed.png` }); }
  await page.close();
}
await browser.close();
server.kill();
process.exit(0);
