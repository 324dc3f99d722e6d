// Every page, wide and on a phone: nothing serious for axe, nothing wider than the screen, nothing in the console.
import { AxeBuilder } from "@axe-core/playwright";
import { expect, type Page } from "@playwright/test";
import { idOf, signIn, test } from "./support";

const PAGES: [person: string, path: string][] = [
  ["", "/sign-in"],
  ["teodora-lins", "/desk"],
  ["olavo-penha", "/desk"],
  ["benedita-corvo", "/desk"],
  ["noor-halvorsrud", "/documents"],
  ["noor-halvorsrud", "/documents/new"],
  ["noor-halvorsrud", "/documents/new?type=purchase-order"],
  ["tamsin-roque", "/documents/new?type=supplier-invoice"],
  ["noor-halvorsrud", "/documents/new?type=expense-claim"],
  ["matias-serrado", "/documents/new?type=credit-limit-change&account=rocamar-cheese-makers"],
  ["tamsin-roque", "/documents/new?type=supplier-account&account=northrigg-cordage"],
  ["tamsin-roque", "/documents/import"],
  ["tamsin-roque", "/holds"],
  ["tamsin-roque", "/holds/stopped"],
  ["tamsin-roque", "/back-office"],
  ["tamsin-roque", "/back-office/suppliers"],
  ["tamsin-roque", "/back-office/customers"],
  ["tamsin-roque", "/back-office/customers/import"],
  ["benedita-corvo", "/back-office/suppliers/bring-in"],
  ["benedita-corvo", "/back-office/customers/bring-in"],
  ["tamsin-roque", "/back-office/receipts"],
  ["tamsin-roque", "/back-office/payments"],
  ["tamsin-roque", "/back-office/payments/PR-0001"],
  ["tamsin-roque", "/back-office/rates"],
  ["tamsin-roque", "/back-office/accounts/rocamar-cheese-makers"],
  ["tamsin-roque", "/post-room"],
  ["tamsin-roque", "/post-room/1"],
  ["benedita-corvo", "/settings/messages"],
  ["noor-halvorsrud", "/accounts/ask"],
  ["benedita-corvo", "/settings/rules"],
  ["benedita-corvo", "/settings/lists"],
  ["benedita-corvo", "/settings/lists/cost-centres"],
  ["benedita-corvo", "/settings/fields?type=supplier-invoice"],
  ["tome-cardigos", "/settings/lists/claim-categories?on=2025-01-01"],
  ["joaquina-teles", "/settings/integrations"],
  ["", "/particulars/none"],
  ["teodora-lins", "/documents/{Hull survey, spring docking}"],
  ["duarte-anselmo", "/documents/{Tail-shaft overhaul}/record"],
  ["salvina-reboredo", "/documents/{Waiting-room chairs}/edit"],
  ["benedita-corvo", "/policies"],
  ["benedita-corvo", "/policies/purchase-orders?version=2"],
  ["benedita-corvo", "/policies/retail-stock"],
  ["rosalind-amado", "/policies/legal-services-bought-in"],
  ["benedita-corvo", "/policies/new"],
  ["tome-cardigos", "/register"],
  ["tome-cardigos", "/register/report"],
  ["benedita-corvo", "/register/samples"],
  ["tome-cardigos", "/logbook"],
  ["", "/decide/none"],
  ["joaquina-teles", "/people"],
  ["joaquina-teles", "/people?unit=finance"],
  ["tome-cardigos", "/people/everybody"],
  ["joaquina-teles", "/people/limits"],
  ["joaquina-teles", "/people/groups"],
  ["noor-halvorsrud", "/people/away"],
  ["joaquina-teles", "/people/import"],
  ["joaquina-teles", "/people/leocadia-brum"],
  ["tome-cardigos", "/people/donato-ribas?on=2025-06-01"],
  ["benedita-corvo", "/calendars"],
  ["benedita-corvo", "/settings"],
  ["joaquina-teles", "/first-steps"],
  ["noor-halvorsrud", "/account"],
  ["", "/invitation/none"],
  ["olavo-penha", "/no-access"],
  ["olavo-penha", "/nothing-here"],
];

async function seriousIn(page: Page): Promise<void> {
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
    .options({ resultTypes: ["violations"] })
    .analyze();
  const serious = violations.filter((violation) => violation.impact === "serious" || violation.impact === "critical");
  expect(
    serious.map((violation) => `${violation.id}: ${violation.nodes.map((node) => node.html).join(" | ")}`),
  ).toEqual([]);
}

/** Nothing is wider than the screen, once what is drawn by a script has followed the screen. */
async function fits(page: Page): Promise<void> {
  const beyond = () => page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
  await expect.poll(beyond).toBeLessThanOrEqual(0);
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
  await seriousIn(page);
  await fits(page);
  await page.setViewportSize({ width: 390, height: 844 });
  if (ON_A_PHONE.test(path)) {
    await page.reload();
    await opened();
    await seriousIn(page);
  }
  await fits(page);
  expect(complaints).toEqual([]);
}

test.describe("a page wide and on a phone", () => {
  test.use({ viewport: { width: 1280, height: 800 } });
  for (const [person, path] of PAGES) {
    test(`${path} ${person && `as ${person}`}`, async ({ page, browser }) => {
      if (person) await signIn(page, person);
      const title = /{(.+)}/.exec(path)?.[1];
      await check(page, title ? path.replace(`{${title}}`, await idOf(browser, title)) : path);
    });
  }
});

test("the board with a stake, a level and a band chosen", async ({ page }) => {
  await signIn(page, "benedita-corvo");
  await page.goto("/policies/purchase-orders");
  for (const choose of [
    page.getByRole("slider").first(),
    page.getByRole("button", { name: /^Band:/ }).first(),
    page.getByRole("group", { name: "Levels, in order" }).getByRole("button", { expanded: false }).first(),
  ]) {
    await choose.focus();
    if ((await choose.getAttribute("role")) !== "slider") await choose.press("Enter");
    await expect(page.getByRole("region", { name: "Details" })).toBeVisible();
    await seriousIn(page);
  }
});

test("the sheets of a person and the matrix while it is typed into", async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await signIn(page, "joaquina-teles");
  await page.goto("/people/rui-tavares");
  for (const name of ["Set an absence", "Delegate", "Change", "Roles", "Way in", "Leaves", "Go to …"]) {
    await page.getByRole("button", { name, exact: true }).click();
    await expect(page.getByRole("dialog")).toBeVisible();
    await seriousIn(page);
    await page.keyboard.press("Escape");
    await expect(page.getByRole("button", { name, exact: true })).toBeFocused();
  }
  await page.goto("/people/limits");
  await page.getByRole("button", { name: /^Treasurer, orders/ }).press("Enter");
  await seriousIn(page);
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
