// Every page, wide, on a phone and at four times its size: nothing for axe of any weight, nothing wider than the screen, nothing in the console; counts and articles are right.
import { AxeBuilder } from "@axe-core/playwright";
import { slipsIn } from "../demo/slips";
import { expect, type Page } from "@playwright/test";
import { PAGES } from "./every-page";
import { signIn, test, withIds } from "./support";

async function nothingForAxe(page: Page): Promise<void> {
  // A message stands in a frame that runs no scripts, so axe would wait in it for ever; its page is looked at without it. Taken away before React has
  // taken over the page, it would be put back.
  await page.waitForFunction(() =>
    [...document.querySelectorAll("iframe")].every((frame) =>
      Object.keys(frame).some((key) => key.startsWith("__react")),
    ),
  );
  await page.evaluate(() => {
    for (const frame of document.querySelectorAll("iframe")) frame.remove();
  });
  // Every rule is run; what passes is not written out node by node, which on a long table takes longer than the rules. No page has frames of other origins, so that it is
  // looked at where it is, and not put together in a page of its own.
  const { violations } = await new AxeBuilder({ page })
    .setLegacyMode(true)
    .options({ resultTypes: ["violations"], rules: RULES })
    .analyze();
  expect(
    violations.map((violation) => `${violation.id}: ${violation.nodes.map((node) => node.html).join(" | ")}`),
  ).toEqual([]);
}

/** Rules that are run besides those that axe runs by itself: what is said of a control has in it what stands on it (2.5.3), and targets have room (2.5.8). */
const RULES = { "target-size": { enabled: true }, "label-content-name-mismatch": { enabled: true } };

/** What people typed themselves is theirs, and stands in quotation marks, fields and titles of documents. */
async function wellPut(page: Page): Promise<void> {
  const text = await page.evaluate(() => (document.querySelector("main") ?? document.body).innerText);
  expect(slipsIn(text)).toEqual([]);
}

/** Nothing is wider than the screen, once what is drawn by a script has followed the screen. */
async function fits(page: Page): Promise<void> {
  const beyond = () => page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
  await expect.poll(beyond).toBeLessThanOrEqual(0);
}

/** How much of the height of the screen is taken by what does not move when the page is read on. */
function stuck(page: Page): Promise<number> {
  return page.evaluate(() =>
    [...document.querySelectorAll("body *")]
      .filter((one) => ["fixed", "sticky"].includes(getComputedStyle(one).position) && one.tagName !== "TH")
      .reduce((sum, one) => sum + one.getBoundingClientRect().height, 0),
  );
}

/** What people decide on, on a phone as well. */
const ON_A_PHONE = /^\/(desk|documents|holds|particulars)/;

async function check(page: Page, path: string): Promise<void> {
  const complaints: string[] = [];
  page.on("pageerror", (error) => complaints.push(error.message));
  page.on("console", (message) => {
    // That the frame of a message runs no script, not even the browser driver's, is as it should be.
    const meant = /404|'allow-scripts' permission is not set/.test(message.text());
    if (message.type() === "error" && !meant) complaints.push(message.text());
  });
  const opened = () => expect(page.getByRole("heading", { level: 1 }).first()).toBeVisible();
  await page.goto(path);
  await opened();
  await nothingForAxe(page);
  await wellPut(page);
  await fits(page);
  // 1280 by 1024 shown four times as large (WCAG 1.4.10): it fits, and what stays in sight leaves most of it to be read.
  await page.setViewportSize({ width: 320, height: 256 });
  await fits(page);
  expect(await stuck(page)).toBeLessThan(256 / 3);
  await page.setViewportSize({ width: 390, height: 844 });
  if (ON_A_PHONE.test(path)) {
    await page.reload();
    await opened();
    await nothingForAxe(page);
  }
  await fits(page);
  expect(complaints).toEqual([]);
}

test.describe("a page wide and on a phone", () => {
  test.use({ viewport: { width: 1280, height: 800 } });
  for (const [person, path] of PAGES) {
    test(`${path} ${person && `as ${person}`}`, async ({ page, browser }) => {
      if (person) await signIn(page, person);
      await check(page, await withIds(browser, path));
    });
  }
});

test("the board with a stake, a level and a band chosen", async ({ page }) => {
  await signIn(page, "benedita-corvo");
  await page.goto("/policies/purchase-orders");
  for (const choose of [
    page.getByRole("group", { name: "Thresholds" }).getByRole("slider").first(),
    page.getByRole("button", { name: /^Band:/ }).first(),
    page.getByRole("group", { name: "Levels, in order" }).getByRole("button", { expanded: false }).first(),
  ]) {
    await choose.focus();
    if ((await choose.getAttribute("role")) !== "slider") await choose.press("Enter");
    await expect(page.getByRole("region", { name: "Details" })).toBeVisible();
    await nothingForAxe(page);
  }
});

test("the sheets of a person and the matrix while it is typed into", async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await signIn(page, "joaquina-teles");
  await page.goto("/people/rui-tavares");
  for (const name of ["Set an absence", "Delegate", "Change", "Roles", "Access", "Leaves", "Go to …"]) {
    await page.getByRole("button", { name, exact: true }).click();
    await expect(page.getByRole("dialog")).toBeVisible();
    await nothingForAxe(page);
    await page.keyboard.press("Escape");
    await expect(page.getByRole("button", { name, exact: true })).toBeFocused();
  }
  await page.goto("/people/limits");
  await page.getByRole("button", { name: /^Treasurer, orders/ }).press("Enter");
  await nothingForAxe(page);
});

test("on a phone an approver decides from the list to the answer", async ({ browser }) => {
  const page = await (await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true })).newPage();
  await signIn(page, "ines-valadim");
  await page.goto("/desk");
  await page
    .getByRole("link", { name: /Fender panels, east quay/ })
    .locator("visible=true")
    .tap();
  await page.getByRole("button", { name: /^Approve 2,490.00 EUR/ }).tap();
  await page.locator("#comment").fill("Fine.");
  await page.getByRole("region", { name: "Decide" }).locator('button[type="submit"]').tap();
  await expect(page.getByText("“Fine.”")).toBeVisible();
});
