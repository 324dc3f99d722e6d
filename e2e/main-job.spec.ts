// The whole main job in one browser: two thresholds set on the band board, an order entered, the people named deciding in turn, a verified record.
import { expect, type Locator, type Page } from "@playwright/test";
import {
  approveVersion,
  clearDraft,
  decide,
  enterOrder,
  pageOf,
  sendToReviewer,
  signIn,
  status,
  tabTo,
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
    await test.step("the reviewer sees what differs from what is in force, and that there is nothing else", async () => {
      const reviewer = await pageOf(browser, "rosalind-amado");
      await reviewer.goto(`/policies/purchase-orders?version=${version}`);
      const difference = reviewer.getByRole("region", { name: "Difference" });
      const nobody = difference.getByRole("listitem").filter({ hasText: "Nobody has to approve them any more" });
      await expect(nobody.getByRole("listitem")).toContainText("In “Everything else”, over 500.00 up to 2,500.00 EUR");
      await expect(nobody.getByRole("link").first()).toHaveText(/^PO-/);
      await expect(difference).toContainText("There is no other difference");
      // What it is compared with stays said when somebody's act has the page read again.
      await reviewer.getByLabel(/^Remark on/).fill("Agreed with purchasing.");
      await reviewer.getByRole("button", { name: "Add the remark" }).click();
      await expect(reviewer.getByText("Agreed with purchasing.")).toBeVisible();
      await expect(difference.getByLabel("Compare with")).toHaveValue("Version 2");
      await reviewer.context().close();
    });
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

test("the same by keyboard alone: from the policies to a verified record", async ({ page, browser }) => {
  const press = async (at: Page, find: Locator, key = "Enter") => {
    await tabTo(at, find);
    await at.keyboard.press(key);
  };
  const type = async (at: Page, find: Locator, text: string) => {
    await tabTo(at, find);
    await at.keyboard.press("Control+a");
    await at.keyboard.type(text);
  };
  await signIn(page, "benedita-corvo");
  await clearDraft(page, "purchase-orders");
  await page.goto("/policies");
  await press(page, page.getByRole("link", { name: "Purchase orders", exact: true }));
  const stake = page.getByRole("group", { name: "Thresholds" }).getByRole("slider").first();
  await expect(page.getByText(/^[\d,]+ documents$/)).toBeVisible();

  await test.step("a stake is typed and the version sent", async () => {
    await press(page, stake);
    await expect(page.getByLabel("Amount of the threshold")).toBeFocused();
    await page.keyboard.press("Control+a");
    await page.keyboard.type("2.55k");
    await page.keyboard.press("Escape");
    await expect(stake).toBeFocused();
    await expect(stake).toHaveText("2,550.00");
    const findings = page.getByRole("region", { name: "Findings" });
    await expect(findings).not.toContainText("looking");
    for (const reason of await findings.getByRole("textbox").all()) await type(page, reason, "Agreed for this trial.");
    await expect(page.getByText(/^Draft saved at/)).toBeVisible();
    await press(page, page.getByRole("button", { name: "Send to the reviewer" }));
    const sheet = page.getByRole("dialog");
    await type(page, sheet.getByLabel(/^Why/), "Small purchases have become dearer");
    await type(page, sheet.getByLabel("Effective from"), "10 Mar 2026");
    const before = page.url();
    await press(page, sheet.getByRole("button", { name: "Send to the reviewer" }));
    await page.waitForURL((url) => url.href !== before && url.searchParams.has("version"));
  });

  await test.step("the reviewer approves it", async () => {
    const reviewer = await pageOf(browser, "rosalind-amado");
    await reviewer.goto(new URL(page.url()).pathname + new URL(page.url()).search);
    await press(reviewer, reviewer.getByRole("button", { name: "Approve the version" }));
    await press(reviewer, reviewer.getByRole("dialog").getByRole("button", { name: /^Approve version/ }));
    await expect(reviewer.getByText("Approved by Rosalind Amado")).toBeVisible();
  });

  const noor = await pageOf(browser, "noor-halvorsrud");
  await test.step("an order just above it is entered, and nothing is sent from within a field", async () => {
    await noor.goto("/desk");
    await press(noor, noor.getByRole("link", { name: "New document" }));
    await press(noor, noor.getByRole("link", { name: /^Order/ }));
    await type(noor, noor.getByLabel("What is ordered, in a few words"), "Rope by keyboard");
    await noor.keyboard.press("Enter");
    await type(noor, noor.getByLabel("Supplier"), "Northrigg");
    await expect(noor.getByRole("option", { name: /^Northrigg Cordage/ })).toBeVisible();
    await noor.keyboard.press("Enter");
    await expect(noor.getByLabel("Supplier")).toHaveValue("Northrigg Cordage");
    await type(noor, noor.getByLabel("What it is"), "Rope");
    await tabTo(noor, noor.getByLabel("Category"));
    await noor.keyboard.type("deck");
    await type(noor, noor.getByLabel("Price each"), "2.550,01");
    await press(noor, noor.getByRole("button", { name: /^Submit 2,550\.01 EUR/ }));
    await noor.waitForURL(/\/documents\/po-\d+$/);
    await expect(status(noor, "Waiting")).toBeVisible();
  });
  const id = new URL(noor.url()).pathname.split("/").at(-1)!;

  await test.step("it is found on the desk by the arrows and approved by two presses", async () => {
    const rui = await pageOf(browser, "rui-tavares");
    await rui.goto("/desk");
    const line = rui.getByRole("link", { name: /Rope by keyboard/ });
    await tabTo(rui, rui.getByRole("list", { name: "Waiting for you" }).getByRole("link").first());
    for (let lines = 0; lines < 60; lines += 1) {
      if (await line.evaluateAll((all) => all.includes(document.activeElement as never))) break;
      await rui.keyboard.press("ArrowDown");
    }
    await rui.keyboard.press("Enter");
    await expect(rui.getByRole("heading", { name: "Rope by keyboard" })).toBeVisible();
    await rui.keyboard.press("ArrowRight");
    const bar = rui.getByRole("region", { name: "Decide" });
    await expect(bar).toBeFocused();
    await rui.keyboard.press("a");
    await expect(bar.locator('button[type="submit"]')).toBeFocused();
    await rui.keyboard.press("Enter");
    await expect(status(noor, "Approved")).toBeVisible();
  });

  await test.step("the auditor finds it in the register and verifies its record", async () => {
    const auditor = await pageOf(browser, "tome-cardigos");
    await auditor.goto("/register");
    await type(auditor, auditor.getByRole("searchbox", { name: "Search text" }), "Rope by keyboard");
    await press(auditor, auditor.getByRole("button", { name: "Show", exact: true }));
    await auditor.waitForURL(/q=Rope/);
    await press(auditor, auditor.getByRole("link", { name: id.toUpperCase() }));
    await auditor.waitForURL(new RegExp(`/documents/${id}`));
    if (!auditor.url().endsWith("/record"))
      await press(auditor, auditor.getByRole("link", { name: /^(The )?record/i }));
    await expect(auditor.getByText(/Verified: this browser has re-computed the hashes/)).toBeVisible();
    await press(auditor, auditor.getByRole("button", { name: "Re-compute the log" }));
    await expect(auditor.getByText("each follows from the one before")).toBeVisible();
  });
});
