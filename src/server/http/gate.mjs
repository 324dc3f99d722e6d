// What stands before the application in `scripts/serve.mjs`. Plain JavaScript, since it runs before anything that reads TypeScript.

/** Pages of one visitor that are made at the same time, and how many more of theirs may wait for that. */
const MOST_AT_ONCE = { known: 2, unknown: 8 };
const MOST_WAITING = 60;
/** Whoever takes longer than this to read a page has gone away. */
const SLOWEST_PAGE_MS = 60_000;

/**
 * Lets each visitor have a few pages made at a time and the others of theirs wait, so that whoever asks for a hundred waits for themselves and not everybody with
 * them. A visitor is a session, or the machine that one without a session comes from.
 */
export class Gate {
  /** @type {Map<string, { open: number; waiting: (() => void)[] }>} */
  #visitors = new Map();

  /**
   * @param {string} visitor
   * @param {number} most
   * @param {() => void} begin is called at once or when its turn comes
   * @returns {boolean} false where too many wait already
   */
  enter(visitor, most, begin) {
    const known = this.#visitors.get(visitor) ?? { open: 0, waiting: [] };
    this.#visitors.set(visitor, known);
    if (known.open < most) {
      known.open += 1;
      begin();
    } else if (known.waiting.length < MOST_WAITING) known.waiting.push(begin);
    else return false;
    return true;
  }

  /** @param {string} visitor one of whose pages has been made, or is not wanted any more */
  leave(visitor) {
    const known = this.#visitors.get(visitor);
    if (!known) return;
    const next = known.waiting.shift();
    if (next) return next();
    known.open -= 1;
    if (known.open === 0) this.#visitors.delete(visitor);
  }

  get visitors() {
    return this.#visitors.size;
  }
}

/**
 * Whose request it is, and whether it waits its turn: pages and what is read do, files of the interface and the news for open pages do not, and what changes
 * something is bounded where its body is read.
 * @param {Pick<import("node:http").IncomingMessage, "method" | "url" | "headers" | "socket">} request
 * @param {number} proxies how many trusted proxies stand in front
 */
export function visitorOf(request, proxies = 0) {
  const { method = "GET", url = "/", headers } = request;
  const free = /^\/(_next\/static\/|favicon|icon|api\/live$)/.test(url);
  if ((method !== "GET" && method !== "HEAD") || free) return null;
  const session = /(?:^|;\s*)bandeira_session=([^;]+)/.exec(headers.cookie ?? "")?.[1];
  if (session) return { visitor: `session ${session}`, most: MOST_AT_ONCE.known, isPage: !url.startsWith("/api/") };
  const forwarded =
    proxies > 0
      ? String(headers["x-forwarded-for"] ?? "")
          .split(",")
          .at(-proxies)
          ?.trim()
      : "";
  const machine = forwarded || request.socket.remoteAddress || "?";
  return { visitor: `machine ${machine}`, most: MOST_AT_ONCE.unknown, isPage: !url.startsWith("/api/") };
}

/**
 * A handler of requests behind the gate.
 * @param {(request: import("node:http").IncomingMessage, response: import("node:http").ServerResponse) => unknown} handle
 * @param {number} proxies
 */
export function gated(handle, proxies = 0, gate = new Gate()) {
  /** @type {(request: import("node:http").IncomingMessage, response: import("node:http").ServerResponse) => void} */
  return (request, response) => {
    const found = visitorOf(request, proxies);
    if (!found) return void handle(request, response);
    const { visitor, most, isPage } = found;
    let begun = false;
    const entered = gate.enter(visitor, most, () => {
      begun = true;
      // Who went away while waiting is passed over.
      if (response.destroyed || request.socket.destroyed) return gate.leave(visitor);
      if (isPage) {
        const slowest = setTimeout(() => request.socket.destroy(), SLOWEST_PAGE_MS);
        response.once("close", () => clearTimeout(slowest));
      }
      response.once("close", () => gate.leave(visitor));
      handle(request, response);
    });
    if (entered || begun) return;
    response.writeHead(503, {
      "content-type": "text/plain; charset=utf-8",
      "cache-control": "no-store",
      "retry-after": "5",
    });
    response.end("You have asked for too many pages at once; wait a moment, and load it again.\n");
  };
}
