// Who may not, cannot, by any address; and who is signed in is decided by the server alone.
import { expect } from "@playwright/test";
import { idOf, signIn, test } from "./support";

test("without a session every page leads to the sign-in and every change is refused", async ({ page, request }) => {
  for (const path of ["/desk", "/documents", "/documents/new", "/documents/po-00001", "/policies", "/register"]) {
    await page.goto(path);
    await expect(page).toHaveURL(/\/sign-in$/);
  }
  const command = crypto.randomUUID();
  for (const [path, data] of [
    ["/api/documents", { command, document: {} }],
    ["/api/documents/po-00001", { command, type: "withdraw" }],
    ["/api/policies/purchase-orders/versions", { command }],
    ["/api/policies/purchase-orders/versions/1/life", { command, from: "2026-03-10" }],
    ["/api/attachments?name=a.pdf", {}],
  ] as const) {
    expect([path, (await request.post(path, { data })).status()]).toEqual([path, 401]);
  }
  for (const path of ["/api/log/verify", "/api/live", "/api/documents/po-00001/record"])
    expect((await request.get(path)).status()).toBe(401);
});

test("a requester opens neither the policies nor other people's documents", async ({ page, browser }) => {
  const survey = await idOf(browser, "Hull survey, spring docking");
  await signIn(page, "olavo-penha");
  await page.goto("/policies/purchase-orders");
  await expect(page.getByRole("heading", { name: "This is not open to you" })).toBeVisible();
  await page.goto(`/documents/${survey}`);
  await expect(page.getByRole("heading", { name: "This is not open to you" })).toBeVisible();
  expect((await page.request.get(`/api/documents/${survey}/record`)).status()).toBe(403);
});

test("a change that another site's page makes with the visitor's cookie is refused, and so is a malformed one", async ({
  page,
  browser,
}) => {
  const davit = `/api/documents/${await idOf(browser, "Rescue davit, spare winch")}`;
  await signIn(page, "noor-halvorsrud");
  const foreign = await page.request.post(davit, {
    headers: { origin: "https://elsewhere.example" },
    data: { command: crypto.randomUUID(), type: "withdraw", comment: "" },
  });
  expect(foreign.status()).toBe(403);
  const sandboxed = await page.request.post(davit, {
    headers: { origin: "null" },
    data: { command: crypto.randomUUID(), type: "withdraw", comment: "" },
  });
  expect(sandboxed.status()).toBe(403);
  const malformed = await page.request.post(davit, {
    data: { command: "1", type: "withdraw", colour: "red" },
  });
  expect(malformed.status()).toBe(400);
  expect(malformed.headers()["content-type"]).toContain("application/problem+json");
  expect(((await malformed.json()) as { detail: string }).detail).toContain("colour: unknown field");
});

test("signing in by choosing a person, and out again", async ({ page }) => {
  await page.goto("/sign-in");
  await page.getByRole("button", { name: /Benedita Corvo/ }).click();
  await expect(page).toHaveURL(/\/desk$/);
  await page.getByRole("button", { name: /Benedita Corvo/ }).click();
  await page.getByRole("menuitem", { name: /Sign out/ }).click();
  await expect(page).toHaveURL(/\/sign-in$/);
  await page.goto("/desk");
  await expect(page).toHaveURL(/\/sign-in$/);
});

test("from anywhere to a document or a place by keyboard, and to nothing that is not open to whoever asks", async ({
  page,
  browser,
}) => {
  const survey = await idOf(browser, "Hull survey, spring docking");
  const go = page.getByRole("combobox", { name: "A number, a title, a name, a place" });
  await signIn(page, "teodora-lins");
  await page.goto("/desk");
  await page.keyboard.press("Control+k");
  await go.fill("hull survey");
  await expect(page.getByRole("option", { name: /Hull survey, spring docking/ })).toBeVisible();
  await go.press("Enter");
  await expect(page).toHaveURL(new RegExp(`/documents/${survey}$`));
  await page.keyboard.press("Control+k");
  await go.fill("calend");
  await go.press("Enter");
  await expect(page).toHaveURL(/\/calendars$/);
  await signIn(page, "olavo-penha");
  await page.goto("/desk");
  await page.keyboard.press("Control+k");
  await go.fill("survey, spring docking");
  await expect(page.getByText("Nothing that you may open has these letters.")).toBeVisible();
});

test("which acts are not one person’s is set by a controller, and only read by others", async ({ page, browser }) => {
  const pair = "Who entered it and recorded its receipt";
  await signIn(page, "benedita-corvo");
  await page.goto("/settings");
  const mode = page.getByLabel(pair);
  await expect(mode).toHaveValue("mark");
  for (const [words, value] of [
    ["Refuse", "refuse"],
    ["Allow and list", "mark"],
  ] as const) {
    await mode.selectOption(words);
    await page.getByRole("button", { name: "Save acts kept apart" }).click();
    await expect(page.getByRole("status").filter({ hasText: "Saved. It counts from now on." })).toBeVisible();
    await page.reload();
    await expect(mode).toHaveValue(value);
  }
  const auditor = await (await browser.newContext()).newPage();
  await signIn(auditor, "tome-cardigos");
  await auditor.goto("/settings");
  await expect(auditor.getByLabel(pair)).toBeDisabled();
  await expect(auditor.getByRole("button", { name: "Save acts kept apart" })).toHaveCount(0);
});
