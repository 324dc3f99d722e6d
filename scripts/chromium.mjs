import fs from "node:fs";

/** What may drive the tests, the quicker first: the one without windows takes a fifth less time for the same pages. */
const INSTALLED = ["/usr/bin/chromium-headless-shell", "/usr/bin/chromium"];

/** Debian's Chromium, or the one that is named. @returns its path, which is of no file where none is installed */
export function chromiumFile() {
  return process.env.BANDEIRA_CHROMIUM ?? INSTALLED.find((file) => fs.existsSync(file)) ?? INSTALLED[0];
}

/** How Chromium is started for tests and pictures: without a sandbox, which root has not, and without calling home. */
export const launchOptions = {
  executablePath: chromiumFile(),
  args: [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    "--no-first-run",
  ],
};
