/** How Debian's Chromium is started for tests and pictures: without a sandbox, which root has not, and without calling home. */
export const launchOptions = {
  executablePath: process.env.BANDEIRA_CHROMIUM ?? "/usr/bin/chromium",
  args: [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    "--no-first-run",
  ],
};
