import { AxeBuilder } from "@axe-core/playwright";
import { expect, type Request } from "@playwright/test";
import { signIn, test } from "./support";

test("what is found is looked at with its evidence, becomes a case, and is closed as a rule changed", async ({
  page,
}) => {
  await signIn(page, "benedita-corvo");
  await page.goto("/lookout");
  await page.getByRole("button", { name: "Look now" }).click();
  await page.getByRole("link", { name: /Amadeu Lobato decides in seconds/ }).click();
  await expect(page.getByRole("heading", { name: "Amadeu Lobato decides in seconds" })).toBeVisible();
  await expect(page.getByText("decisions took less time than reading does").last()).toBeVisible();
  await expect(page.getByRole("img", { name: /decisions by the time each took/ })).toBeVisible();
  await expect(page.getByRole("region", { name: "Documents" }).getByRole("link").first()).toBeVisible();
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.filter(({ impact }) => impact === "serious" || impact === "critical")).toEqual([]);

  await page.getByRole("button", { name: "Becomes a case" }).click();
  await page.getByLabel("Given to").fill("tomé");
  await page.getByRole("option", { name: /Tomé Cardigos/ }).click();
  await page.getByLabel("What is to be found out").fill("Ask him how he reads them.");
  await page.getByRole("button", { name: "Open the case" }).click();
  await expect(page.getByText("Case opened to Tomé Cardigos by Benedita Corvo")).toBeVisible();

  await signIn(page, "tome-cardigos");
  await page.reload();
  await page.getByRole("button", { name: "Rule changed" }).click();
  await page.getByLabel("Policy").selectOption({ label: "Purchase orders" });
  await page.getByLabel("What was changed").fill("The level asks for a comment now.");
  await page.getByRole("button", { name: "Closed: the rule was changed" }).click();
  await expect(page.getByText("Rule changed by Tomé Cardigos")).toBeVisible();
  await expect(page.getByRole("button", { name: "Reopen" })).toBeVisible();
});

test("whom a finding is about does not see it, and who has no right sees no lookout", async ({ page }) => {
  await signIn(page, "noor-halvorsrud");
  await expect(page.getByRole("navigation").getByRole("link", { name: "Lookout" })).toHaveCount(0);
  await page.goto("/lookout");
  await expect(page).toHaveURL(/no-access/);
});

test("by what a question goes is set with a reason, what is no number is refused, and pressed twice it looks once", async ({
  page,
}) => {
  await signIn(page, "benedita-corvo");
  await page.goto("/lookout/how/crowding");
  await page.getByText("Set otherwise").click();
  const fewest = page.getByLabel("Fewest amounts around a threshold");
  await fewest.fill("nine");
  await page.getByLabel("Why", { exact: true }).fill("Eight are too few here.");
  const set = page.getByRole("button", { name: "Set", exact: true });
  await set.click();
  await expect(page.getByRole("alert").first()).toContainText(/^Fewest amounts around a threshold: .*number/i);
  await expect(fewest).toHaveAttribute("aria-invalid", "true");
  await fewest.fill("9");
  await set.click();
  await expect(page.getByText("Asked where 9 or more lie around.")).toBeVisible();

  await page.goto("/lookout");
  const isLook = (request: Request) => request.method() === "POST" && request.url().endsWith("/api/lookout");
  const looks: Request[] = [];
  page.on("request", (request) => isLook(request) && looks.push(request));
  const answered = page.waitForResponse((response) => isLook(response.request()));
  const look = page.getByRole("button", { name: "Look now" });
  await look.dblclick();
  expect((await answered).ok()).toBe(true);
  await expect(look).toBeEnabled();
  expect(looks).toHaveLength(1);
});
