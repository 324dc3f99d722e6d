// How long a connection may be kept, and how many there may be. Plain JavaScript, as the gate, since it runs before anything that reads TypeScript.

/**
 * A quiet connection is kept longer than whoever stands in front keeps theirs (60 s is common practice of proxies): closed first from this side, it would be
 * closed just as the next request travels over it, and that request would be lost with a reset. Node's own 5 s were met by a browser's script that posted twice.
 */
export const QUIET_CONNECTION_MS = 75_000;

/**
 * Nobody keeps a connection without sending, and there are never more than the machine can hold.
 * @template {import("node:http").Server} S
 * @param {S} server
 * @returns {S}
 */
export function bounded(server) {
  server.keepAliveTimeout = QUIET_CONNECTION_MS;
  server.headersTimeout = 20_000;
  server.requestTimeout = 120_000;
  server.maxConnections = 2_000;
  return server;
}
