// `npm test`: proves everything, from a fresh clone on.
import fs from "node:fs";
import os from "node:os";
import path from "node:path";
import { spawnSync } from "node:child_process";
import { chromiumFile } from "./chromium.mjs";
import { bin, build, install, needFreePort, portFrom, run, runBeside, stop } from "./common.mjs";

const port = portFrom(4391);
await needFreePort(port);
// The browser tests have two servers, and some start others at the ports after theirs.
const second = port + 20;
await needFreePort(second);
install();
needChromium();
const step = (name, command, args, env) => {
  console.log(`\n== ${name}`);
  run(command, args, env);
};
step("Types", bin("tsc"), ["--noEmit"]);
step("Lint", bin("oxlint"), ["--deny-warnings"]);
step("Format", bin("prettier"), ["--check", "--log-level", "warn", "."]);
step("Nothing that nobody uses", bin("knip"), ["--no-progress"]);
step("Schemas are current", bin("tsx"), ["scripts/schemas.ts", "--check"]);
step("Unit tests", bin("vitest"), ["run"]);
console.log("\n== Build");
build();
const data = fs.mkdtempSync(path.join(os.tmpdir(), "bandeira-test-"));
try {
  step("Demo data for the browser tests", bin("tsx"), ["scripts/seed.ts", "500"], { BANDEIRA_DATA: data });
  await browserTests();
} finally {
  fs.rmSync(data, { recursive: true, force: true });
}

/** Two halves at the same time, each with a server and a database of its own, since tests that share one run one after the other. */
async function browserTests() {
  console.log("\n== Browser tests");
  // Half of the time each: the pages and people, and what starts servers of its own; and all that shares one database beside them.
  const first = ["pages", "people", "killed", "live", "overdue", "observatory", "first-start", "database"].map(
    (name) => `${name}.spec.ts`,
  );
  const others = fs.readdirSync("e2e").filter((name) => name.endsWith(".spec.ts") && !first.includes(name));
  const other = `${data}-2`;
  fs.cpSync(data, other, { recursive: true });
  try {
    const ended = await Promise.all(
      [
        [first, data, port],
        [others, other, second],
      ].map(([files, folder, own], index) =>
        runBeside(
          bin("playwright"),
          ["test", ...files.map((name) => `e2e/${name}`), `--output=test-results/${index + 1}`],
          { BANDEIRA_DATA: folder, BANDEIRA_DEMO: "1", PORT: String(own) },
        ),
      ),
    );
    if (ended.some((code) => code !== 0)) process.exitCode = 1;
  } finally {
    fs.rmSync(other, { recursive: true, force: true });
  }
}

/** The browser tests drive Debian's Chromium; where root may install it, it is installed. */
function needChromium() {
  if (fs.existsSync(chromiumFile())) return;
  const root = process.getuid?.() === 0 && spawnSync("apt-get", ["--version"]).status === 0;
  if (!root)
    stop(
      "The browser tests need Chromium: install it (on Debian: apt-get install -y chromium-headless-shell), or set BANDEIRA_CHROMIUM to its path.",
    );
  console.log("Installing Chromium.");
  run("apt-get", ["update", "-qq"]);
  run("apt-get", ["install", "-y", "-qq", "chromium-headless-shell"], { DEBIAN_FRONTEND: "noninteractive" });
}
