// A form of settings says that it is saved only while what stands in it is what was sent.
import { expect } from "@playwright/test";
import { signIn, test } from "./support";

test("what is typed while the answer is on its way is not taken for saved", async ({ page }) => {
  await signIn(page, "benedita-corvo");
  await page.goto("/settings/rules");
  const days = page.getByLabel(/^A bank account counts as changed for/);
  const before = await days.inputValue();
  let letThrough = () => {};
  const typedOn = new Promise<void>((resolve) => (letThrough = resolve));
  await page.route("**/api/rules", async (route) => {
    await typedOn;
    await route.continue();
  });
  const save = page.getByRole("button", { name: "Save", exact: true });
  const saved = page.getByText("Saved. It counts from now on.");
  await days.fill("41");
  const [sent] = await Promise.all([page.waitForRequest("**/api/rules"), save.click()]);
  await days.fill("42");
  letThrough();
  await (await sent.response())!.finished();
  await expect(save).toBeEnabled();
  await expect(days).toHaveValue("42");
  await expect(saved).toHaveCount(0);
  await page.reload();
  await expect(days).toHaveValue("41");

  await days.fill("43");
  await save.click();
  await expect(saved).toBeVisible();
  await days.fill(before);
  await expect(saved).toHaveCount(0);
  await save.click();
  await expect(saved).toBeVisible();
});
