import { defineConfig } from "@playwright/test";
import { launchOptions } from "./scripts/chromium.mjs";

const port = Number(process.env.PORT ?? 4391);

export default defineConfig({
  testDir: "e2e",
  // One database and one server for all: tests run one after the other, each on documents of its own.
  workers: 1,
  fullyParallel: false,
  retries: 0,
  // Guards against hanging and nothing else: what is shown does not depend on how busy a machine is.
  timeout: 600_000,
  expect: { timeout: 60_000 },
  reporter: [["list"]],
  use: {
    baseURL: `http://localhost:${port}`,
    viewport: { width: 1280, height: 800 },
    // Written along, a trace takes a third of the time; asked for by name where a failure is looked into.
    trace: process.env.BANDEIRA_TRACE ? "retain-on-failure" : "off",
    launchOptions,
  },
  webServer: {
    command: "node scripts/serve.mjs",
    url: `http://localhost:${port}/sign-in`,
    env: {
      PORT: String(port),
      BANDEIRA_DEMO: "1",
      BANDEIRA_HOOK_HOSTS: `localhost:${port}`,
      NEXT_TELEMETRY_DISABLED: "1",
      ...(process.env.BANDEIRA_DATA && { BANDEIRA_DATA: process.env.BANDEIRA_DATA }),
    },
    reuseExistingServer: false,
  },
});
