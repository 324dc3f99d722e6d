// `npm run screenshots`: pictures of the main views from fresh demo data, for the README.
import fs from "node:fs";
import os from "node:os";
import path from "node:path";
import { launchOptions } from "./chromium.mjs";
import { bin, build, install, needFreePort, portFrom, root, run, serve, untilReady } from "./common.mjs";

install();
build();
const { chromium } = await import("@playwright/test");
const port = portFrom(4392);
await needFreePort(port);
const data = fs.mkdtempSync(path.join(os.tmpdir(), "bandeira-shots-"));
run(bin("tsx"), ["scripts/seed.ts"], { BANDEIRA_DATA: data });
const server = serve(port, { BANDEIRA_DEMO: "1", BANDEIRA_DATA: data });
await untilReady(server, port);

const wide = { width: 1280, height: 800 };
const phone = { width: 390, height: 844 };
const VIEWS = [
  [
    "band-board",
    "benedita-corvo",
    "/policies/purchase-orders",
    wide,
    async (page) => {
      await lookedAt(page);
      await page.getByRole("slider").nth(1).focus();
    },
  ],
  ["policy-findings", "benedita-corvo", "/policies/ticket-office-supplies", wide, (page) => lookedAt(page)],
  ["policy-trial", "benedita-corvo", "/policies/purchase-orders", wide, (page) => tryOne(page)],
  [
    "policy-review",
    "rosalind-amado",
    "/policies/purchase-orders?version=3",
    wide,
    (page) => compare(page),
    () => sendOne(),
  ],
  ["policies", "benedita-corvo", "/policies", wide],
  ["desk", "teodora-lins", "/desk", wide],
  ["holds", "tamsin-roque", "/holds", wide],
  ["invoice", "leonel-viegas", "/documents?q=HM-5521", wide, (page) => openFirst(page)],
  [
    "credit-limit",
    "leonel-viegas",
    "/documents?q=phone+number&type=credit-limit-change",
    wide,
    (page) => openFirst(page),
  ],
  ["claim", "rui-tavares", "/documents?q=Class+survey+at+the+yard", wide, (page) => openFirst(page)],
  ["lookout", "benedita-corvo", "/lookout", wide, openFinding],
  ["record", "tome-cardigos", "/documents?q=Tail-shaft+overhaul", wide, openRecord],
  ["register", "tome-cardigos", "/register", wide],
  [
    "control-report",
    "tome-cardigos",
    "/register/report",
    wide,
    // Charts are drawn a moment after the page is there.
    (page) =>
      page.waitForFunction(() => {
        const drawn = (canvas) =>
          canvas.getContext("2d").getImageData(0, 0, canvas.width, canvas.height).data.some(Boolean);
        const all = [...document.querySelectorAll("canvas")];
        return all.length > 0 && all.every(drawn);
      }),
  ],
  [
    "logbook",
    "tome-cardigos",
    "/logbook",
    wide,
    async (page) => {
      await page.getByRole("button", { name: "Re-compute the whole log" }).click();
      await page.getByText(/checkpoints verify/).waitFor();
    },
  ],
  ["person", "joaquina-teles", "/people/rui-tavares", wide],
  [
    "rehearsal",
    "benedita-corvo",
    "/rehearsal?policy=purchase-orders",
    wide,
    async (page) => {
      const stake = page
        .getByRole("group", { name: /^Thresholds, / })
        .last()
        .getByRole("slider")
        .first();
      await stake.press("ArrowRight");
      await stake.press("ArrowRight");
      await page
        .getByRole("complementary")
        .getByText(/approvals a year fewer/)
        .waitFor();
    },
  ],
  ["document-phone", "teodora-lins", "/documents?q=Hull+survey,+spring", phone, openFirst],
  ["decide-phone", "tamsin-roque", "/post-room", phone, (page) => followLink(page, "Petra Zimbral")],
];

async function openFirst(page) {
  // A table where there is room, a list of cards on a phone.
  await page
    .locator('main a[href^="/documents/"]:visible')
    .filter({ hasText: /[A-Z]{2}-\d+/ })
    .first()
    .click();
  await page.waitForURL(/\/documents\/[a-z]{2}-\d+$/);
  await page.getByRole("heading", { level: 1 }).waitFor();
}

/** The link that somebody was sent, opened on a device on which nobody is signed in. */
async function followLink(page, name) {
  const letter = page
    .getByRole("listitem")
    .filter({ hasText: `for ${name} alone` })
    .filter({ hasText: "Hull survey" });
  while ((await letter.count()) === 0) {
    const before = page.url();
    await page.getByRole("link", { name: "Next page" }).click();
    await page.waitForURL((url) => url.href !== before);
  }
  const href = await letter.first().getByRole("link", { name: "The link to decide" }).getAttribute("href");
  await page.request.delete("/api/session");
  await page.goto(href);
  await page.getByRole("button", { name: /^Approve(?! in part)/ }).waitFor();
}

async function openRecord(page) {
  await openFirst(page);
  await page.getByRole("link", { name: "The record" }).click();
  await page.getByText(/^✓ Verified/).waitFor();
}

async function openFinding(page) {
  await page.getByRole("link", { name: /^Gil Varandas/ }).click();
  await page.getByRole("heading", { level: 2, name: /^Gil Varandas/ }).waitFor();
}

/** The checks have been through the draft, and the tide stands. */
async function lookedAt(page) {
  await page.getByText("(looking …)").waitFor({ state: "hidden" });
}

async function tryOne(page) {
  await lookedAt(page);
  await page.getByRole("button", { name: "Try a document" }).click();
  await page.getByLabel("Amount in EUR").fill("31,000");
  await page.getByLabel("Asked for by").fill("Rui Tav");
  await page.getByRole("option", { name: /Rui Tavares/ }).click();
  await page.getByText("It would be asked about").waitFor();
}

/** The controller moves a stake of the orders' policy and sends it to the reviewer. */
async function sendOne() {
  const page = await browser.newPage({ viewport: wide, baseURL: `http://localhost:${port}` });
  await page.request.post("/api/session", { data: { person: "benedita-corvo" } });
  await page.goto("/policies/purchase-orders");
  await lookedAt(page);
  await page.getByRole("slider").nth(1).focus();
  await page.keyboard.press("ArrowLeft");
  await page.getByText(/^Draft saved at/).waitFor();
  await lookedAt(page);
  await page.getByRole("button", { name: "Send to the reviewer" }).click();
  await page.getByLabel(/^Why/).fill("Line managers keep to 4,000.00 this summer");
  await page.getByLabel("Effective from").fill("2026-04-01");
  await page.getByRole("dialog").getByRole("button", { name: "Send to the reviewer" }).click();
  await page.waitForURL(/version=3/);
  await page.close();
}

async function compare(page) {
  await lookedAt(page);
  await page.getByLabel("Compare with").selectOption("Version 2");
  await page.getByRole("button", { name: /^Band: Over 4,000.00/ }).click();
  await page.getByLabel(/^Remark on/).fill("Does Catering know?");
  await page.getByRole("button", { name: "Add the remark" }).click();
  await page.getByText("Rosalind Amado, 10 Mar 2026").waitFor();
}

const browser = await chromium.launch(launchOptions);
const folder = path.join(root, "docs/screenshots");
fs.mkdirSync(folder, { recursive: true });
for (const [name, person, address, viewport, prepare, before] of VIEWS) {
  await before?.();
  const page = await browser.newPage({ viewport, baseURL: `http://localhost:${port}` });
  if (person) await page.request.post("/api/session", { data: { person } });
  await page.goto(address);
  await page.evaluate(() => document.fonts.ready);
  await prepare?.(page);
  await page.screenshot({ path: path.join(folder, `${name}.png`) });
  await page.close();
}
await browser.close();
server.kill();
fs.rmSync(data, { recursive: true, force: true });
console.log(`${VIEWS.length} pictures in docs/screenshots`);
