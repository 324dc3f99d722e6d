// `npm start`: a server of your own. PORT names another port than 4310, BANDEIRA_DATA the data folder.
import { dataFolder, needFreePort, needWritable, portFrom, serve, untilReady } from "./common.mjs";

const port = portFrom(4310);
needWritable(dataFolder);
await needFreePort(port);
const server = serve(port);
for (const signal of ["SIGINT", "SIGTERM"]) process.on(signal, () => server.kill(signal));
await untilReady(server, port);
console.log(`Bandeira answers on port ${port}; its data is kept in ${dataFolder}`);
server.on("exit", (code) => process.exit(code ?? 0));
