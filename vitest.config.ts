import fs from "node:fs";
import os from "node:os";
import { fileURLToPath } from "node:url";
import { defineConfig } from "vitest/config";

const at = (path: string) => fileURLToPath(new URL(path, import.meta.url));

const TESTS = ["src", "demo", "scripts", "bin"].flatMap((folder) =>
  (fs.readdirSync(at(folder), { recursive: true }) as string[])
    .filter((name) => /\.test\.tsx?$/.test(name))
    .map((name) => `${folder}/${name}`),
);
/** Tests that put another module in the place of one, or set the environment, have a process's memory of their own; all others share what is loaded. */
const ALONE = TESTS.filter((file) => /vi\.(mock|stub)|process\.env/.test(fs.readFileSync(at(file), "utf8")));

// What a test begins with may take as long as the test: on a machine that does other work a demo takes ten seconds.
const shared = { testTimeout: 240_000, hookTimeout: 240_000, setupFiles: ["demo/test-setup.ts"] };

export default defineConfig({
  resolve: { alias: { "@": at("./src") } },
  test: {
    // As many as there are processors: nobody else works beside `npm test`.
    maxWorkers: os.availableParallelism(),
    projects: [
      {
        extends: true,
        test: { ...shared, name: "together", isolate: false, include: TESTS.filter((file) => !ALONE.includes(file)) },
      },
      { extends: true, test: { ...shared, name: "alone", include: ALONE } },
    ],
  },
});
