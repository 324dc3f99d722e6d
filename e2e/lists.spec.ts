// The organisation's own lists: an entry made, used on an order at once, renamed, ended; a file looked at and taken in.
import { expect } from "@playwright/test";
import { enterOrder, idOf, signIn, test } from "./support";

test("a category is added where it stands in its list, offered on an order at once, and stays on it when it has ended", async ({
  page,
  browser,
}) => {
  await signIn(page, "benedita-corvo");
  await page.goto("/settings/lists");
  await page.getByRole("link", { name: "Categories of orders" }).click();
  await page.getByRole("button", { name: "Add an entry" }).click();
  await page.getByLabel("Key").fill("sails");
  await page.getByLabel("Name").fill("Sails and canvas");
  await page.getByLabel("Tax rate").selectOption({ label: "Reduced" });
  await page.getByRole("button", { name: "Add", exact: true }).click();
  await expect(page.getByRole("cell", { name: "Sails and canvas", exact: true })).toBeVisible();

  await signIn(page, "noor-halvorsrud");
  await page.goto("/documents/new?type=purchase-order");
  await page.getByLabel("Category").selectOption({ label: "Sails and canvas" });
  await expect(page.getByRole("combobox", { name: "Tax" })).toHaveValue("6");
  const order = await enterOrder(page, { title: "A jib for the tender", price: "120.00", category: "sails" });

  await signIn(page, "benedita-corvo");
  await page.goto("/settings/lists/order-categories");
  await page.getByRole("button", { name: "Change Sails and canvas" }).click();
  await page.getByLabel("Name").fill("Canvas work");
  await page.getByLabel("Last day").fill("2026-03-01");
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await expect(page.getByRole("cell", { name: "Canvas work", exact: true })).toHaveCount(0);
  await page.getByLabel(/ended$/).check();
  await expect(page.getByRole("row", { name: /^sails Canvas work .*ended: until 1 Mar 2026/ })).toBeVisible();

  await signIn(page, "noor-halvorsrud");
  await page.goto(`/documents/${order}`);
  // It says what it said when it was sent.
  await expect(page.getByText(/^Sails and canvas/).first()).toBeVisible();
  await page.goto("/documents/new?type=purchase-order");
  await expect(page.getByLabel("Category").getByRole("option", { name: "Canvas work" })).toHaveCount(0);
  // By the interface for programs no more than by the form.
  const survey = await idOf(browser, "Hull survey, spring docking");
  expect(survey).toMatch(/^po-/);
  const line = { description: "x", category: "sails", costCentre: "", quantity: "1", unitPrice: 100, taxPercent: "6" };
  const document = {
    documentType: "purchase-order",
    title: "Another",
    requester: "noor-halvorsrud",
    unit: "engineering",
    supplier: "Northrigg Cordage",
    currency: "EUR",
    date: "2026-03-10",
    lines: [line],
  };
  const entered = await page.request.post("/api/documents", { data: { command: crypto.randomUUID(), document } });
  const { id } = (await entered.json()) as { id: string };
  const sent = await page.request.post(`/api/documents/${id}`, {
    data: { command: crypto.randomUUID(), type: "submit", document },
  });
  expect(sent.status()).toBe(422);
  expect(((await sent.json()) as { detail: string }).detail).toContain(
    "the category of orders Canvas work ended on 1 Mar 2026",
  );
});

test("a file of a list is looked at before it is written, and what is not in it stays", async ({ page }) => {
  await signIn(page, "joaquina-teles");
  await page.goto("/settings/lists/projects");
  await page.getByRole("button", { name: "Import" }).click();
  const csv = "key,name,owner\nD-26,Spring docking,rui-tavares@marevia.example\nB-27,Breakwater,\nX-1,,\n";
  await page
    .getByLabel("A CSV or XLSX file of this list")
    .setInputFiles({ name: "projects.csv", mimeType: "text/csv", buffer: Buffer.from(csv) });
  await expect(page.getByText(/Of 3 rows: 1 added, 1 changed, 0 as they are, 1 that cannot be taken/)).toBeVisible();
  await expect(page.getByRole("row", { name: "line 4 Name Is empty" })).toBeVisible();
  await expect(page.getByText("Name: Spring docking 2026 → Spring docking")).toBeVisible();
  await page.getByLabel("Leave these out and take the other 2").check();
  await page.getByRole("button", { name: "Write 2 entries" }).click();
  await expect(page.getByText("Done: 2 entries written in one step.")).toBeVisible();
  await page.getByRole("button", { name: "Close" }).click();
  await expect(page.getByRole("row", { name: /^B-27 Breakwater/ })).toBeVisible();
  await expect(page.getByRole("row", { name: /^T-25 Ticket machines Graça Montalvo/ })).toBeVisible();
  const file = await (await page.request.get("/api/lists/projects/file")).text();
  expect(file).toContain("D-26,Spring docking,2025-11-01,2026-06-30,");
});
