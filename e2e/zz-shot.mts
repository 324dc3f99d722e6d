import { chromium } from "playwright";
import { launchOptions } from "../scripts/chromium.mjs";
const [who, url, out, size = "1280x800", ...steps] = process.argv.slice(2);
const [width, height] = size!.split("x").map(Number);
const browser = await chromium.launch(launchOptions);
const page = await (
  await browser.newContext({ viewport: { width: width!, height: height! }, baseURL: "http://localhost:4377" })
).newPage();
await page.request.post("/api/session", { data: { person: who } });
await page.goto(url!, { waitUntil: "networkidle" });
for (const step of steps) {
  if (step.startsWith("click:"))
    await page
      .getByRole("button", { name: new RegExp(step.slice(6)) })
      .first()
      .click();
  if (step.startsWith("scroll:")) await page.locator(step.slice(7)).first().scrollIntoViewIfNeeded();
  if (step === "full") {
    await page.screenshot({ path: out, fullPage: true });
    await browser.close();
    process.exit(0);
  }
  await page.waitForTimeout(300);
}
await page.screenshot({ path: out });
await browser.close();
