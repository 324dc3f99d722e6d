// The built application behind a gate that lets nobody have everything; `npm start` and `npm run demo` run it.
import http from "node:http";
import next from "next";
import { bounded } from "../src/server/http/connections.mjs";
import { gated } from "../src/server/http/gate.mjs";
import { knownSessions } from "../src/server/http/known-session.mjs";
import { dataFolder, portFrom, root } from "./common.mjs";

const port = portFrom(4310);
process.env.BANDEIRA_ROOT ??= root;
process.env.PORT = String(port);
const application = next({ dev: false, dir: root, port, quiet: true });
await application.prepare();
await wake(application.getRequestHandler());
const proxies = Number(process.env.BANDEIRA_PROXIES ?? 0);
const server = bounded(http.createServer(gated(application.getRequestHandler(), proxies, knownSessions(dataFolder))));
server.listen(port, () => console.log(`Bandeira answers on port ${port}`));
for (const signal of ["SIGINT", "SIGTERM"])
  process.on(signal, () => {
    server.closeAllConnections();
    server.close(() => process.exit(0));
  });

/**
 * Opens the data and makes the first page before anybody is let in, so that whoever comes first does not wait for it, and what is due by the clock is done though
 * nobody comes.
 */
async function wake(handler) {
  const inside = http.createServer((request, response) => void handler(request, response));
  try {
    await new Promise((listening, failed) => inside.once("error", failed).listen(0, "127.0.0.1", listening));
    const signal = AbortSignal.timeout(30_000);
    await (await fetch(`http://127.0.0.1:${inside.address().port}/sign-in`, { signal })).arrayBuffer();
  } catch (error) {
    // Whatever is wrong, whoever comes is told.
    console.error("The first page could not be made:", error);
  } finally {
    inside.close();
    inside.closeAllConnections();
  }
}
