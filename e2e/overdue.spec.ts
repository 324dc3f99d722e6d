// An answer that does not come: every choice a policy has for it, seen through the interface with the demonstration's clock moved forward.
import { spawnSync, type ChildProcess } from "node:child_process";
import fs from "node:fs";
import os from "node:os";
import path from "node:path";
import { expect, type Page } from "@playwright/test";
import { decide, enterOrder, signIn, startServer, status, test } from "./support";

const root = path.join(import.meta.dirname, "..");
const port = Number(process.env.PORT ?? 4391) + 3;
const data = fs.mkdtempSync(path.join(os.tmpdir(), "bandeira-late-"));
let server: ChildProcess;
test.use({ baseURL: `http://localhost:${port}` });
test.describe.configure({ mode: "serial" });
test.beforeAll(async () => {
  const made = spawnSync(path.join(root, "node_modules/.bin/tsx"), ["e2e/overdue-data.ts", data], { cwd: root });
  expect(made.stderr.toString().replace(/^npm .*\n/gm, "")).toBe("");
  server = await startServer(port, { BANDEIRA_DATA: data, BANDEIRA_DEMO: "1" });
});
test.afterAll(() => {
  server.kill("SIGKILL");
  fs.rmSync(data, { recursive: true, force: true });
});

const WAYS = {
  deck: "Rope, next in the pool",
  "dry-dock": "Hull, two escalations",
  engine: "Seal, a named person",
  catering: "Coffee, the manager",
  it: "Cable, declined",
  office: "Paper, by lapse",
  services: "Diving, goes on waiting",
};
const ids: Record<string, string> = {};
const route = (page: Page) => page.getByRole("list", { name: "Route" });

test("what is asked says when an answer is due, on its route and on the desk, what is due soonest first", async ({
  page,
}) => {
  await signIn(page, "noor-halvorsrud");
  for (const [category, title] of Object.entries(WAYS))
    ids[category] = await enterOrder(page, { title, price: "700", category });
  await expect(route(page)).toContainText(/due 1\d:\d\d today/);
  await page.goto(`/documents/${ids["deck"]}`);
  // Only one of the pool is asked as long as the time is theirs.
  await expect(route(page)).toContainText("for Duarte Anselmo");
  await expect(route(page)).not.toContainText("Petra Zimbral");
  await signIn(page, "duarte-anselmo");
  await page.goto("/desk");
  const first = page.getByRole("list", { name: "Waiting for you" }).getByRole("listitem").first();
  await expect(first).toContainText(/due 1\d:\d\d today/);
});

test("a reminder comes at its moment, to the one who is asked, by going forward to what is next", async ({ page }) => {
  await signIn(page, "tamsin-roque");
  await page.goto("/post-room");
  await page.getByTitle(/The demonstration’s clock/).click();
  const sheet = page.getByRole("dialog");
  await expect(sheet).toContainText(`a reminder about ${ids["services"]!.toUpperCase()}`);
  await sheet.getByRole("button", { name: /^Forward to Tue 10 Mar/ }).click();
  await expect(sheet).toHaveCount(0);
  await page.reload();
  await expect(
    page.getByText(`${ids["services"]!.toUpperCase()} waits for a decision: ${WAYS.services}`).first(),
  ).toBeVisible();
});

test("the day after, each has gone its way, and what nobody approved says so in words nobody can miss", async ({
  page,
}) => {
  await signIn(page, "noor-halvorsrud");
  await page.goto("/desk");
  await page.getByTitle(/The demonstration’s clock/).click();
  await page.getByLabel("To the morning of").fill("2026-03-11");
  await page.getByRole("button", { name: "Move the clock" }).click();
  await expect(page.getByRole("dialog")).toHaveCount(0);
  const open = (category: string) => page.goto(`/documents/${ids[category]}`);

  await open("deck");
  await expect(route(page)).toContainText("for Petra Zimbral");
  await expect(
    page.getByText(/no answer from Duarte Anselmo in time; the next of them was asked: Petra/),
  ).toBeVisible();
  await open("engine");
  await expect(route(page)).toContainText("for Marta Quelhas");
  await open("catering");
  await expect(route(page)).toContainText("for Rui Tavares");
  await open("it");
  await expect(status(page, "Declined")).toBeVisible();
  await expect(page.getByText(/the policy declines what is not answered in time/)).toBeVisible();
  await open("services");
  await expect(status(page, "Waiting")).toBeVisible();
  await expect(route(page)).toContainText(/late since Tue 1\d:/);
  await expect(page.getByText("Reminded: Duarte Anselmo, Petra Zimbral.")).toBeVisible();
  await expect(page.getByText("Reminded: Rui Tavares that it is late.")).toBeVisible();

  await open("office");
  await expect(route(page)).toContainText("Approved automatically: time ran out");
  await expect(route(page)).toContainText("Nobody approved: Duarte Anselmo, Petra Zimbral did not answer");
  await expect(page.getByText(/Approved automatically: nobody answered as First look/)).toBeVisible();
  await signIn(page, "rui-tavares");
  await page.reload();
  await decide(page, "Approve");
  await expect(status(page, "Approved")).toBeVisible();
  await expect(page.getByText("Approved automatically: time ran out", { exact: true }).first()).toBeVisible();
  await signIn(page, "tome-cardigos");
  await page.goto(`/documents/${ids["office"]}/record`);
  await expect(page.getByText("Approved automatically: time ran out", { exact: true }).first()).toBeVisible();
  await page.goto(`/register?q=${encodeURIComponent(WAYS.office)}`);
  await expect(page.getByRole("row", { name: new RegExp(WAYS.office) })).toContainText(
    "Approved automatically: time ran out",
  );
});

test("whoever it was passed to decides, and who was passed over cannot any more", async ({ page, browser }) => {
  await signIn(page, "duarte-anselmo");
  await page.goto(`/documents/${ids["deck"]}`);
  await expect(page.getByRole("button", { name: /^Approve(?! in part)/ })).toHaveCount(0);
  for (const [category, person] of [
    ["deck", "petra-zimbral"],
    ["engine", "marta-quelhas"],
    ["catering", "rui-tavares"],
    ["services", "duarte-anselmo"],
  ] as const) {
    const own = await (await browser.newContext()).newPage();
    await signIn(own, person);
    await own.goto(`/documents/${ids[category]}`);
    await decide(own, "Approve");
    await expect(status(own, "Approved")).toBeVisible();
    await own.context().close();
  }
});

test("a second escalation after the first: who was late is told whom it went to, the third decides, and books and record say so", async ({
  page,
}) => {
  const id = ids["dry-dock"]!;
  await signIn(page, "noor-halvorsrud");
  await page.goto(`/documents/${id}`);
  await expect(route(page)).toContainText("for Petra Zimbral");
  await page.getByTitle(/The demonstration’s clock/).click();
  await page.getByLabel("To the morning of").fill("2026-03-12");
  await page.getByRole("button", { name: "Move the clock" }).click();
  await expect(page.getByRole("dialog")).toHaveCount(0);
  await page.reload();
  await expect(route(page)).toContainText("for Marta Quelhas");
  const thread = page.getByRole("region", { name: "History" });
  for (const [late, next] of [
    ["Duarte Anselmo", "Petra Zimbral"],
    ["Petra Zimbral", "Marta Quelhas"],
  ] as const)
    await expect(thread).toContainText(`no answer from ${late} in time; the next of them was asked: ${next}`);
  await signIn(page, "tamsin-roque");
  await page.goto("/post-room");
  const letters = page.getByRole("listitem").filter({ hasText: WAYS["dry-dock"] });
  await expect(
    letters
      .filter({ hasText: "Petra Zimbral" })
      .filter({ hasText: /went to Marta Quelhas|Marta Quelhas/ })
      .first(),
  ).toBeVisible();
  await signIn(page, "petra-zimbral");
  await page.goto(`/documents/${id}`);
  await expect(page.getByRole("button", { name: /^Approve(?! in part)/ })).toHaveCount(0);
  await signIn(page, "marta-quelhas");
  await page.goto(`/documents/${id}`);
  await decide(page, "Approve");
  await expect(status(page, "Approved")).toBeVisible();
  await signIn(page, "tome-cardigos");
  await page.goto(`/documents/${id}/record`);
  await expect(page.getByText(/Marta Quelhas approved revision 1/).first()).toBeVisible();
  await expect(page.getByText(/no answer from Petra Zimbral in time/).first()).toBeVisible();
  await page.goto("/back-office?kind=order+sent");
  await expect(page.getByRole("row").filter({ hasText: id.toUpperCase() })).toBeVisible();
});
