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
const proxies = Number(process.env.BANDEIRA_PROXIES ?? 0);
const server = bounded(http.createServer(gated(application.getRequestHandler(), proxies, knownSessions(dataFolder))));
server.listen(port, () => console.log(`Bandeira answers on port ${port}`));
for (const signal of ["SIGINT", "SIGTERM"])
  process.on(signal, () => {
    server.closeAllConnections();
    server.close(() => process.exit(0));
  });
