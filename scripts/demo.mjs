// `npm run demo`: from a fresh clone to a running Bandeira with the demo organisation.
import { parseArgs } from "node:util";
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
  stop,
  untilReady,
} from "./common.mjs";

/** What to try first, by the organisation that is tried: `npm run demo -- --organisation observatory`. */
const FIRST = {
  lines: [
    "Sign in as Benedita Corvo, open Policies, and move a stake on the band board: the figures at its foot move along.",
    "Sign in as Noor Halvorsrud and enter an order; then decide on it as Rui Tavares, who is asked first.",
  ],
  observatory: [
    "Sign in as Bruno Cifuel, open Policies, and see how orders are decided by grant, by instrument and by how long things last.",
    "Sign in as Leandro Pichún and enter an order on a grant; then decide on it as Nahuel Iriarte, who owns the grant.",
  ],
};

const { organisation, orders } = asked();
// Each organisation has a folder of its own, unless it is said where.
const folder = organisation === "lines" || process.env.BANDEIRA_DATA ? dataFolder : `${dataFolder}-${organisation}`;
const port = portFrom(4310);
needWritable(folder);
await needFreePort(port);
install();
build();
// `npm run demo -- 6000` makes the whole eighteen months: 6,000 orders and with them about 24,000 documents, in some minutes.
run(bin("tsx"), ["scripts/seed.ts", ...orders, "--organisation", organisation], { BANDEIRA_DATA: folder });

// The receiver of calls that ships with Bandeira is this machine itself.
const server = serve(port, { BANDEIRA_DATA: folder, BANDEIRA_DEMO: "1", BANDEIRA_HOOK_HOSTS: `localhost:${port}` });
await untilReady(server, port);
console.log(`
Bandeira runs on http://localhost:${port}

What to try first:
  1. ${FIRST[organisation][0]}
  2. ${FIRST[organisation][1]}
  3. Open the record of any decided order in the Register, and check the whole log with: npx bandeira verify

The data is kept in ${folder}. Ctrl+C stops the server.
`);
server.on("exit", (code) => process.exit(code ?? 0));
for (const signal of ["SIGINT", "SIGTERM"]) process.on(signal, () => server.kill(signal));

/** What the call asks for: an organisation, and how many past orders. */
function asked() {
  try {
    const options = { organisation: { type: "string", default: "lines" } };
    const { values, positionals } = parseArgs({ options, allowPositionals: true });
    if (!Object.hasOwn(FIRST, values.organisation))
      stop(`There is no demo called “${values.organisation}”; there are: ${Object.keys(FIRST).join(", ")}.`);
    const wrong = positionals.find((one) => !/^[1-9]\d*$/.test(one));
    if (wrong) stop(`“${wrong}” is not how many past orders the demo is to have; write a number such as 1000.`);
    return { organisation: values.organisation, orders: positionals.slice(0, 1) };
  } catch (error) {
    return stop(`${error.message}. The call is: npm run demo -- [number of past orders] [--organisation observatory]`);
  }
}
