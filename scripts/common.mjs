// What `npm run demo` and `npm test` share. Plain Node.js: it runs before anything is installed.
import { spawn, spawnSync } from "node:child_process";
import crypto from "node:crypto";
import fs from "node:fs";
import net from "node:net";
import path from "node:path";
import { fileURLToPath } from "node:url";

export const root = path.dirname(path.dirname(fileURLToPath(import.meta.url)));
export const dataFolder = path.resolve(root, process.env.BANDEIRA_DATA ?? "data");
process.chdir(root);
process.env.NEXT_TELEMETRY_DISABLED = "1";

/** Ends with one sentence and no stack. */
export function stop(sentence) {
  console.error(sentence);
  process.exit(1);
}

export function portFrom(fallback) {
  const text = process.env.PORT ?? String(fallback);
  const port = Number(text);
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    stop(`PORT=${text} is not a port; set it to a number from 1 to 65535.`);
  return port;
}

/** Runs a program to its end, its output shown; ends this one when it fails. */
export function run(command, args, env = {}) {
  const result = spawnSync(command, args, { stdio: "inherit", env: { ...process.env, ...env } });
  if (result.error) stop(`${command} cannot be started: ${result.error.message}.`);
  if (result.status !== 0) process.exit(result.status ?? 1);
}

/** Runs a program beside others. @returns the code it ends with */
export function runBeside(command, args, env = {}) {
  return new Promise((done) => {
    const started = spawn(command, args, { stdio: "inherit", env: { ...process.env, ...env } });
    started.once("error", (error) => stop(`${command} cannot be started: ${error.message}.`));
    started.once("exit", (code) => done(code ?? 1));
  });
}

export function bin(name) {
  return path.join(root, "node_modules", ".bin", name);
}

/**
 * Installs what package.json names, if it has changed since the last time. `npm install` and not `npm ci`: the lock file may lack entries for
 * optional builds of other systems, which `ci` calls out of sync; `install` leaves the lock file as it is.
 */
export function install() {
  const stamp = path.join(root, "node_modules", ".bandeira-installed");
  const wanted = hashOfFiles(["package.json", "package-lock.json"]);
  if (fs.existsSync(stamp) && fs.readFileSync(stamp, "utf8") === wanted) return;
  console.log("Installing packages; the first time takes a few minutes.");
  run("npm", ["install", "--no-audit", "--no-fund", "--loglevel=error"]);
  // The lock file can have been completed by the install, so the stamp is taken afterwards.
  fs.writeFileSync(stamp, hashOfFiles(["package.json", "package-lock.json"]));
}

/** Builds the application, if anything it is made of has changed since the last time. */
export function build() {
  const stamp = path.join(root, ".next", "bandeira-built");
  const wanted = hashOfFiles([
    "package.json",
    "package-lock.json",
    "next.config.ts",
    "tsconfig.json",
    "postcss.config.mjs",
    ...filesIn("src"),
  ]);
  if (fs.existsSync(stamp) && fs.readFileSync(stamp, "utf8") === wanted) return;
  console.log("Building.");
  run(bin("next"), ["build"]);
  fs.writeFileSync(stamp, wanted);
}

function filesIn(folder) {
  return fs
    .readdirSync(path.join(root, folder), { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile() && !/\.test\.tsx?$/.test(entry.name))
    .map((entry) => path.relative(root, path.join(entry.parentPath ?? entry.path, entry.name)))
    .sort();
}

function hashOfFiles(files) {
  const hash = crypto.createHash("sha256");
  for (const file of files)
    hash
      .update(file)
      .update("\0")
      .update(fs.existsSync(file) ? fs.readFileSync(file) : "")
      .update("\0");
  return hash.digest("hex");
}

/** Ends with one sentence when the folder cannot be written. */
export function needWritable(folder) {
  try {
    fs.mkdirSync(folder, { recursive: true });
    const probe = path.join(folder, `.write-${process.pid}`);
    fs.writeFileSync(probe, "");
    fs.unlinkSync(probe);
  } catch (error) {
    stop(
      `The data folder ${folder} cannot be written (${error.code ?? error}); set BANDEIRA_DATA to a folder that can.`,
    );
  }
}

/** Ends with one sentence when something listens on the port already. */
export function needFreePort(port) {
  return new Promise((done) => {
    const server = net.createServer();
    server.once("error", (error) => {
      const why = error.code === "EADDRINUSE" ? "is in use" : `cannot be opened (${error.code})`;
      stop(`Port ${port} ${why}; stop what runs there, or start with another one: PORT=${port + 1} npm run demo`);
    });
    server.listen(port, () => server.close(() => done()));
  });
}

/**
 * What every server is started with: two stores of memory instead of eight for each processor (glibc), since threads for passwords, files and long work would
 * each keep one of their own and hold a hundred megabytes more.
 */
export const SERVER_ENV = { MALLOC_ARENA_MAX: "2" };

/** Starts the built application. */
export function serve(port, env = {}) {
  return spawn(process.execPath, [path.join(root, "scripts/serve.mjs")], {
    stdio: ["ignore", "pipe", "inherit"],
    env: { ...SERVER_ENV, ...process.env, BANDEIRA_DATA: dataFolder, BANDEIRA_ROOT: root, PORT: String(port), ...env },
  });
}

/** Resolves when the application answers, or ends this process when it stops before. */
export async function untilReady(server, port) {
  server.once("exit", (code) =>
    stop(`The server stopped before it was ready (exit code ${code}); its last words stand above.`),
  );
  for (;;) {
    try {
      const response = await fetch(`http://localhost:${port}/sign-in`);
      if (response.ok) break;
    } catch {
      // Not listening yet; the exit of the server is watched above.
    }
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  server.removeAllListeners("exit");
}
