// The whole main job in one browser: two thresholds set on the band board, an order entered, the people named deciding in turn, a verified record.
import { expect, type Page } from "@playwright/test";
import {
  approveVersion,
  clearDraft,
  decide,
  enterOrder,
  pageOf,
  sendToReviewer,
  signIn,
  status,
  test,
} from "./support";

async function setStake(page: Page, index: number, amount: string): Promise<void> {
  await page.getByRole("group", { name: "Thresholds" }).getByRole("slider").nth(index).focus();
  const field = page.getByLabel("Amount of the threshold");
  await field.fill(amount);
  await field.blur();
  await expect(page.getByRole("group", { name: "Thresholds" }).getByRole("slider").nth(index)).toHaveText(amount);
}

test("from moving a stake to a verified record", async ({ page, browser }) => {
  await signIn(page, "benedita-corvo");
  await clearDraft(page, "purchase-orders");
  await page.goto("/policies");
  await page.getByRole("link", { name: "Purchase orders" }).click();
  await expect(page.getByRole("group", { name: "Thresholds" }).getByRole("slider")).toHaveCount(3);

  await test.step("two stakes, 2,500 and 10,000, one level and then two", async () => {
    await page.getByRole("group", { name: "Thresholds" }).getByRole("slider").nth(2).focus();
    await page.keyboard.press("Delete");
    await expect(page.getByRole("group", { name: "Thresholds" }).getByRole("slider")).toHaveCount(2);
    await setStake(page, 1, "10,000.00");
    await setStake(page, 0, "2,500.00");
    await page
      .getByRole("group", { name: "Levels, in order" })
      .getByRole("button", { name: /^Finance director/, expanded: false })
      .first()
      .click();
    await page.getByRole("button", { name: "Remove the level" }).click();
    const words = page.getByRole("region", { name: "In words" });
    await expect(words).toContainText("Up to 2,500.00, that amount included: nobody needs to approve.");
    const manager = "the requester’s manager (within eight working hours)";
    await expect(words).toContainText(`Over 2,500.00 up to 10,000.00, that amount included: ${manager}.`);
    await expect(words).toContainText(
      `Over 10,000.00: ${manager}, then the head of the unit above (within two working days).`,
    );
    const version = await sendToReviewer(page, "Two steps are enough for small purchases", "2026-03-10");
    expect(version).toBe(3);
    await approveVersion(browser, "purchase-orders", version);
    await page.reload();
    await expect(page.getByLabel("Versions").getByRole("listitem").first()).toContainText("In force");
  });

  const noor = await pageOf(browser, "noor-halvorsrud");
  const levels = (order: Page) => order.getByRole("list", { name: "Route" }).locator("li li");
  for (const [price, count] of [
    ["2,499.99", 0],
    ["2,500.00", 0],
    ["2,500.01", 1],
    ["10,000.00", 1],
    ["10,000.01", 2],
  ] as const) {
    await test.step(`${price} needs ${count}`, async () => {
      await enterOrder(noor, { title: `Rope for ${price}`, price });
      await expect(levels(noor)).toHaveCount(count);
      await expect(status(noor, count ? "Waiting" : "Approved")).toBeVisible();
    });
  }
  const id = new URL(noor.url()).pathname.split("/").at(-1)!;

  await test.step("the people named decide in turn, and the second reads what the first said", async () => {
    const rui = await pageOf(browser, "rui-tavares");
    await rui.goto(`/desk?open=${id}`);
    await expect(rui.getByRole("heading", { name: "Rope for 10,000.01" })).toBeVisible();
    await decide(rui, "Approve", "Cheaper than last year’s.");
    await expect(rui.getByText("“Cheaper than last year’s.”").first()).toBeVisible();
    const marta = await pageOf(browser, "marta-quelhas");
    await marta.goto(`/documents/${id}`);
    await expect(marta.getByText("“Cheaper than last year’s.”")).toBeVisible();
    await decide(marta, "Approve");
    await expect(status(marta, "Approved")).toBeVisible();
    // The requester's page shows it without a reload.
    await expect(status(noor, "Approved")).toBeVisible();
  });

  await test.step("the record verifies, in the browser and over the whole log", async () => {
    const auditor = await pageOf(browser, "tome-cardigos");
    await auditor.goto(`/documents/${id}/record`);
    await expect(auditor.getByText("Verified: this browser has re-computed the hashes of all 11 events")).toBeVisible();
    await expect(auditor.getByText("Purchase orders, version 3")).toBeVisible();
    await auditor.getByRole("button", { name: "Re-compute the log" }).click();
    await expect(auditor.getByText("each follows from the one before")).toBeVisible();
    const record = (await (await auditor.request.get(`/api/documents/${id}/record`)).json()) as {
      events: unknown[];
      policy: { version: number };
    };
    expect([record.events.length, record.policy.version]).toEqual([11, 3]);
    await auditor.goto("/register");
    await expect(auditor.getByRole("link", { name: id.toUpperCase() })).toBeVisible();
  });

  await test.step("with the exact amount above, 2,500.00 needs one", async () => {
    await page.getByRole("group", { name: "Thresholds" }).getByRole("slider").nth(0).focus();
    await page.getByRole("radio", { name: /^Above:/ }).check();
    await expect(page.getByRole("region", { name: "In words" })).toContainText(
      "Under 2,500.00: nobody needs to approve.",
    );
    const version = await sendToReviewer(page, "The exact amount is asked for as well", "2026-03-10");
    await approveVersion(browser, "purchase-orders", version);
    await enterOrder(noor, { title: "Rope for exactly 2,500", price: "2500" });
    await expect(levels(noor)).toHaveCount(1);
  });
});
