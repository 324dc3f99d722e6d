// A server that is no demonstration, on an empty folder: the first administrator sets it up once, and nobody is chosen.
import fs from "node:fs";
import os from "node:os";
import path from "node:path";
import { expect } from "@playwright/test";
import { startServer, test } from "./support";

const port = Number(process.env.PORT ?? 4391) + 2;
const data = fs.mkdtempSync(path.join(os.tmpdir(), "bandeira-first-"));
test.use({ baseURL: `http://localhost:${port}` });
test.afterAll(() => fs.rmSync(data, { recursive: true, force: true }));

test("from an empty folder to people brought in by file", async ({ page }) => {
  const server = await startServer(port, { BANDEIRA_DATA: data, BANDEIRA_DEMO: "" });
  try {
    await page.goto("/");
    await expect(page).toHaveURL(/\/start$/);
    for (const [label, value] of [
      ["Organisation", "Small Quay"],
      ["Home currency", "gbp"],
      ["Your name", "Ana Prior"],
      ["Your e-mail", "ana@quay.example"],
      ["Password", "Ana Prior 123"],
    ] as const)
      await page.getByLabel(label, { exact: true }).fill(value);
    await page.getByRole("button", { name: "Set up and sign in" }).click();
    await expect(page.getByRole("main").getByRole("alert")).toHaveText(
      "Leave your name and address out of the password",
    );
    await page.getByLabel("Password").fill("first lantern 11");
    await page.getByRole("button", { name: "Set up and sign in" }).click();
    await expect(page).toHaveURL(/\/desk$/);

    await page.getByRole("link", { name: /^First steps/ }).click();
    await expect(page.getByRole("heading", { level: 1, name: "First steps" })).toBeVisible();
    const step = (title: string) =>
      page.getByRole("listitem").filter({ has: page.getByRole("heading", { name: title, exact: true }) });
    await expect(step("People")).toContainText("Can be done now: 1 person. Ana Prior can, as an administrator.");
    await expect(step("The first policy")).toContainText(
      "waits for “Who writes policies, and who reviews them” and “Units and their heads”",
    );
    await expect(step("The first policy")).toContainText(
      "Nobody is a controller yet: an administrator gives the role under People.",
    );
    await step("People").getByRole("link", { name: "Import people" }).click();
    await expect(page).toHaveURL(/\/people\/import$/);

    const csv =
      "id,name,e-mail,unit,reports to,roles\nrope,Rope Maker,rope@quay.example,Small Quay,Ana Prior,requester approver";
    await page.goto("/people/import");
    await page
      .getByLabel("A CSV or XLSX file of people")
      .setInputFiles({ name: "p.csv", mimeType: "text/csv", buffer: Buffer.from(csv) });
    await page.getByRole("button", { name: "Write 1 change" }).click();
    await expect(page.getByText("Done: 1 entry written in one step")).toBeVisible();
    await page.goto("/first-steps");
    await expect(step("People")).toContainText("Done: 2 people");
    await expect(step("Links to sign in")).toContainText("1 of 2 can sign in");
    await page.goto("/people");
    await expect(page.getByRole("link", { name: "Rope Maker" })).toBeVisible();

    await page.getByRole("button", { name: /Ana Prior/ }).click();
    await page.getByRole("menuitem", { name: /Sign out/ }).click();
    await expect(page.getByRole("heading", { name: "Sign in" })).toBeVisible();
    await expect(page.getByText("Rope Maker")).toHaveCount(0);
    const chosen = await page.request.post("/api/session", { data: { person: "rope" } });
    expect([chosen.status(), ((await chosen.json()) as { title: string }).title]).toEqual([
      403,
      "Choosing a person works in the demonstration only",
    ]);
    await page.goto("/start");
    await expect(page).toHaveURL(/\/sign-in$/);
    await page.getByLabel("E-mail").fill("ana@quay.example");
    await page.getByLabel("Password").fill("first lantern 11");
    await page.getByRole("button", { name: "Sign in" }).click();
    await expect(page).toHaveURL(/\/desk$/);
  } finally {
    server.kill();
  }
});
