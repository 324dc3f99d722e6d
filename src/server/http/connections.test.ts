// A request over a connection that was quiet for a while reaches the server: what the answer promises is what a client or a proxy goes by.
import http from "node:http";
import type { AddressInfo } from "node:net";
import { expect, it } from "vitest";
import { bounded } from "./connections.mjs";

it("promises a quiet connection longer than the 60 s that proxies keep theirs", async () => {
  const server = bounded(http.createServer((_, response) => response.end("here")));
  await new Promise<void>((listening) => server.listen(0, "127.0.0.1", listening));
  const { port } = server.address() as AddressInfo;
  const agent = new http.Agent({ keepAlive: true });
  const promised = await new Promise<string | undefined>((resolve, reject) => {
    http
      .get({ host: "127.0.0.1", port, agent }, (answer) => {
        answer.resume();
        resolve(answer.headers["keep-alive"]?.toString());
      })
      .on("error", reject);
  });
  agent.destroy();
  server.closeAllConnections();
  server.close();
  expect(Number(/timeout=(\d+)/.exec(promised ?? "")?.[1])).toBeGreaterThan(60);
});
