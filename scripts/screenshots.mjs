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
    (page) => page.getByRole("slider").nth(1).focus(),
  ],
  [
    "band-board-level",
    "benedita-corvo",
    "/policies/purchase-orders",
    wide,
    async (page) => {
      await page.getByRole("tab").first().click();
      await page
        .getByRole("button", { name: /^All directors/, expanded: false })
        .first()
        .click();
    },
  ],
  ["policies", "benedita-corvo", "/policies", wide],
  ["desk", "teodora-lins", "/desk", wide],
  ["desk-controller", "benedita-corvo", "/desk?open=po-03005", wide],
  ["new-order", "noor-halvorsrud", "/documents/po-03008/edit", wide],
  ["documents", "noor-halvorsrud", "/documents", wide],
  ["record", "tome-cardigos", "/documents/po-03003/record", wide, (page) => page.getByText(/^✓ Verified/).waitFor()],
  [
    "register",
    "tome-cardigos",
    "/register",
    wide,
    async (page) => {
      await page.getByRole("button", { name: "Re-compute the log" }).click();
      await page.getByText("each follows from the one before").waitFor();
    },
  ],
  ["sign-in", null, "/sign-in", wide],
  ["people", "joaquina-teles", "/people?unit=crewing", wide],
  ["person", "joaquina-teles", "/people/rui-tavares", wide],
  ["limits", "joaquina-teles", "/people/limits", wide],
  ["import", "joaquina-teles", "/people/import", wide, (page) => bringIn(page)],
  ["calendar", "benedita-corvo", "/calendars?at=ilha-gra", wide],
  ["absence-phone", "rui-tavares", "/people/rui-tavares?set=absence", phone],
  ["desk-phone", "teodora-lins", "/desk", phone],
  ["document-phone", "teodora-lins", "/documents/po-03001", phone],
];

/** A file with two good rows and two bad ones, shown and not written. */
async function bringIn(page) {
  const rows = [
    "Full name;Work email;Department;Line manager;Job title",
    "Wanda Estrela;wanda-estrela@marevia.example;Vessels;Abel Tronqueira;deck cadet",
    "Noor Halvorsrud;noor-halvorsrud@marevia.example;Engineering;Rui Tavares;fleet engineer",
    "Nobody Known;nobody-known@marevia.example;Moon;;clerk",
    "Twice Over;rui-tavares@marevia.example;;;clerk",
  ];
  const file = { name: "people.csv", mimeType: "text/csv", buffer: Buffer.from(rows.join("\r\n")) };
  await page.getByLabel("A CSV file of people").setInputFiles(file);
  await page.getByRole("heading", { name: "Cannot be taken" }).waitFor();
  await page.evaluate(() => window.scrollTo(0, 260));
}

const browser = await chromium.launch(launchOptions);
const folder = path.join(root, "docs/screenshots");
fs.mkdirSync(folder, { recursive: true });
for (const [name, person, address, viewport, prepare] of VIEWS) {
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
