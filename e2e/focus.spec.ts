// Where the focus is after every button of every page (WCAG 2.4.3): somewhere on it, when it is pressed and when Escape is pressed after it.
import { expect, type Locator, type Page } from "@playwright/test";
import { PAGES } from "./every-page";
import { signIn, test, withIds } from "./support";

/** Nothing that is pressed is really done: what is sent is answered as refused, so that other tests find what they look for. */
async function refuseEverything(page: Page): Promise<void> {
  await page.route(
    (url) => url.pathname.startsWith("/api/"),
    (route) =>
      route.request().method() === "GET"
        ? route.continue()
        : route.fulfill({ status: 422, json: { refusals: [{ code: "invalid", message: "Not done in this test" }] } }),
  );
  await page.addInitScript(() => {
    window.print = () => undefined;
  });
  page.on("dialog", (dialog) => void dialog.dismiss());
}

const pressed = (page: Page) =>
  page.locator('main :is(button, summary, [role="button"], [role="slider"]):visible:not(:disabled)');

/** What a button is called, without what differs from line to line: of a hundred alike the first is pressed. */
async function kindOf(button: Locator): Promise<string> {
  const said = await button.evaluate(
    (one) => `${one.tagName} ${one.getAttribute("aria-label") ?? one.textContent ?? ""}`,
  );
  return said.replace(/[\d.,]+/g, "#").slice(0, 24);
}

/** What has the focus, in words; null where nothing but the page as a whole has. A page that was loaded anew begins at its top. */
const focused = (page: Page) =>
  page
    .evaluate(() => {
      const { activeElement: one, body } = document;
      if (!("walked" in window)) return "a page that was loaded anew";
      return one && one !== body ? `${one.tagName} ${one.textContent?.slice(0, 40) ?? ""}` : null;
    })
    // While another page is loaded nothing can be asked.
    .catch(() => null);

async function walk(page: Page, path: string): Promise<{ walked: number; lost: string[] }> {
  const lost: string[] = [];
  const seen = new Set<string>();
  const open = async () => {
    await page.goto(path);
    await expect(page.getByRole("heading", { level: 1 }).first()).toBeVisible();
  };
  const kept = async (what: string) => {
    const held = await expect
      .poll(() => focused(page), { timeout: 10_000 })
      .not.toBeNull()
      .then(() => true)
      .catch(() => false);
    if (!held) lost.push(what);
    return held;
  };
  await open();
  const address = page.url();
  for (let at = 0; at < (await pressed(page).count()); at += 1) {
    const button = pressed(page).nth(at);
    const kind = await kindOf(button);
    if (seen.has(kind)) continue;
    seen.add(kind);
    const before = await pressed(page).count();
    await page.evaluate(() => Object.assign(window, { walked: true }));
    await button.focus();
    await page.keyboard.press("Enter");
    const well =
      (await kept(`${kind}: pressed`)) && (await page.keyboard.press("Escape"), await kept(`${kind}: Escape`));
    if (!well || page.url() !== address || (await pressed(page).count()) !== before) await open();
  }
  return { walked: seen.size, lost };
}

test.describe("the focus stays on the page", () => {
  for (const [person, path] of PAGES) {
    test(`${path} ${person && `as ${person}`}`, async ({ page, browser }) => {
      if (person) await signIn(page, person);
      await refuseEverything(page);
      const { lost } = await walk(page, await withIds(browser, path));
      expect(lost).toEqual([]);
    });
  }
});
