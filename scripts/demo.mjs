// `npm run demo`: from a fresh clone to a running Bandeira with the demo organisation.
import {
  build,
  bin,
  dataFolder,
  install,
  needFreePort,
  needWritable,
  portFrom,
  run,
  serve,
  untilReady,
} from "./common.mjs";

const port = portFrom(4310);
needWritable(dataFolder);
await needFreePort(port);
install();
build();
// `npm run demo -- 6000` makes the whole eighteen months: 6,000 orders and with them about 24,000 documents, in some minutes.
const orders = process.argv.slice(2).filter((one) => /^\d+$/.test(one));
run(bin("tsx"), ["scripts/seed.ts", ...orders], { BANDEIRA_DATA: dataFolder });

// The receiver of calls that ships with Bandeira is this machine itself.
const server = serve(port, { BANDEIRA_DEMO: "1", BANDEIRA_HOOK_HOSTS: `localhost:${port}` });
await untilReady(server, port);
console.log(`
Bandeira runs on http://localhost:${port}

What to try first:
  1. Sign in as Benedita Corvo, open Policies, and move a stake on the band board: the figures at its foot move along.
  2. Sign in as Noor Halvorsrud and enter an order; then decide on it as Rui Tavares, who is asked first.
  3. Open the record of any decided order in the Register, and check the whole log with: npx bandeira verify

The data is kept in ${dataFolder}. Ctrl+C stops the server.
`);
server.on("exit", (code) => process.exit(code ?? 0));
for (const signal of ["SIGINT", "SIGTERM"]) process.on(signal, () => server.kill(signal));
