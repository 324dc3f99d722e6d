// A field of the organisation's own: added from the condition that wanted it, tried on the form it makes, filled in, shown, renamed and ended.
import { expect, type Page } from "@playwright/test";
import { clearDraft, signIn, test } from "./support";

const POLICY = "purchase-orders";

async function openCondition(page: Page) {
  await page.goto(`/policies/${POLICY}`);
  await page
    .getByRole("group", { name: "Levels, in order" })
    .getByRole("button", { name: /^Line manager/, expanded: false })
    .first()
    .click();
  return page.getByRole("region", { name: "Details" });
}

test("a field is added from the condition that wants it, with nothing lost, and is one like any other from then on", async ({
  page,
}) => {
  await signIn(page, "benedita-corvo");
  await clearDraft(page, POLICY);
  const details = await openCondition(page);
  await details.getByLabel(/^Only under a condition/).check();
  await details.getByLabel("How the conditions are joined").selectOption("none");
  await expect(page.getByText(/^Draft saved at/)).toBeVisible();
  await details.getByRole("link", { name: "Add a field of your own" }).click();

  await expect(page.getByRole("heading", { name: "On an order" })).toBeVisible();
  await page.getByRole("button", { name: "Add a field", exact: true }).click();
  await page.getByLabel("Name").fill("depth in metres");
  await page.getByLabel("What stands in it").selectOption("number");
  await page.getByLabel("At most").fill("300");
  await page.getByLabel("Help").fill("How deep a diver has to go.");
  await page.getByLabel("Has to be filled in").selectOption("when");
  // Of what only a document that was sent can tell, nothing is offered.
  await expect(page.getByLabel("Field").getByRole("option", { name: "supplier account that is not open" })).toHaveCount(
    0,
  );
  await page.getByLabel("Field").selectOption("title");
  await page.getByLabel("Text of the title").fill("diving");
  await page.getByRole("button", { name: "Add the field" }).click();

  // The form it makes is there at once, and says what its sender would be shown.
  const field = page.getByLabel(/^Depth in metres/);
  await field.fill("deep");
  await expect(page.getByRole("status")).toContainText("Depth in metres: write a number such as 3 or 2.5");
  await field.fill("300.5");
  await expect(page.getByRole("status")).toContainText("The depth in metres is at most 300");
  await field.fill("30");
  await expect(page.getByRole("status")).toContainText("It could be sent as it is");

  await page.getByRole("link", { name: "Back to the policy" }).click();
  const again = await openCondition(page);
  await expect(again.getByLabel(/^Only under a condition/)).toBeChecked();
  await expect(again.getByLabel("How the conditions are joined")).toHaveValue("none");
  await again.getByLabel("Field").selectOption({ label: "depth in metres" });
  await again.getByLabel("Number of the depth in metres").fill("10.5");
  await expect(again).toContainText("It is not so that the depth in metres is over 10.5.");
  await expect(page.getByText(/^Draft saved at/)).toBeVisible();
  await page.goto("/settings/fields?type=purchase-order");
  await page.getByRole("button", { name: "Change depth in metres" }).click();
  await expect(page.getByText(/A change of it touches .*\(drafts of policies\)/)).toBeVisible();
  await clearDraft(page, POLICY);
});

test("a field is asked for where its condition is met, shown with the order, renamed for those to come, and ended", async ({
  page,
}) => {
  await signIn(page, "noor-halvorsrud");
  await page.goto("/documents/new?type=purchase-order");
  await page.getByLabel("What is ordered, in a few words").fill("Diving at the quay");
  await page.getByLabel("Supplier").fill("Northrigg Cordage");
  await page.getByLabel("What it is").fill("Inspection");
  await page.getByLabel("Category").selectOption("deck");
  await page.getByLabel("Price each").fill("120");
  await expect(page.getByText("(needed where the title contains “diving”)")).toBeVisible();
  await page.getByRole("button", { name: /^Submit/ }).click();
  await expect(page.getByRole("alert").first()).toContainText("Fill in the depth in metres");
  const field = page.getByLabel(/^Depth in metres/);
  await expect(field).toBeFocused();
  await field.fill("12,5");
  await page.getByRole("button", { name: /^Submit/ }).click();
  await page.waitForURL(/\/documents\/po-\d+$/);
  const particulars = page.getByRole("region", { name: "Details" });
  await expect(particulars).toContainText("Depth in metres12.5");
  const order = page.url();

  await signIn(page, "benedita-corvo");
  await page.goto("/settings/fields?type=purchase-order");
  await page.getByRole("button", { name: "Change depth in metres" }).click();
  await page.getByLabel("Name").fill("depth of water");
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await expect(page.getByRole("button", { name: "Change depth of water" })).toBeVisible();
  await page.goto(order);
  await expect(particulars).toContainText("Depth in metres12.5");

  await page.goto("/register?state=any&q=Diving&cols=title,category,own_depth_in_metres");
  await expect(page.getByRole("columnheader", { name: "Depth of water" })).toBeVisible();
  await expect(page.getByRole("row", { name: "Diving at the quay Deck and safety gear 12.5" })).toBeVisible();

  await page.goto("/settings/fields?type=purchase-order");
  await page.getByRole("button", { name: "Change depth of water" }).click();
  await page.getByLabel("Last day").fill("2026-03-09");
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await expect(page.getByRole("region", { name: "Not on the form today" })).toContainText(
    "Depth of water ended 9 Mar 2026",
  );
  await page.goto("/documents/new?type=purchase-order");
  await expect(page.getByLabel("What is ordered, in a few words")).toBeVisible();
  await expect(page.getByLabel(/^Depth/)).toHaveCount(0);
});
