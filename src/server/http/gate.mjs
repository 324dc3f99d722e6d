// What stands before the application in `scripts/serve.mjs`. Plain JavaScript, since it runs before anything that reads TypeScript.

/**
 * What a visitor may have: pages that are made at the same time, requests a second over a while, and as many more in a burst. Without a session it is a machine,
 * behind which can be several people who sign in.
 */
const SHARE = {
  session: { atOnce: 2, aSecond: 50, burst: 200 },
  machine: { atOnce: 8, aSecond: 20, burst: 60 },
};
const MOST_WAITING = 60;
/** What a browser fetches ahead, for links that nobody may press, may use up so much of a share; the rest is kept for what somebody asked for. */
const AHEAD = 0.5;
/** Whoever takes longer than this to read a page has gone away. */
const SLOWEST_PAGE_MS = 60_000;
/** Visitors who have been quiet for so long are forgotten. */
const QUIET_MS = 60_000;

/** @typedef {{ key: string; kind: keyof typeof SHARE; waits: boolean; isPage: boolean; isAhead: boolean }} Visitor */
/** @typedef {{ open: number; waiting: (() => void)[]; left: number; at: number }} Known */

/**
 * Lets each visitor have a few pages made at a time and so many requests a second, so that whoever asks for a hundred waits for themselves and not everybody with
 * them.
 */
export class Gate {
  /** @type {Map<string, Known>} */
  #visitors = new Map();
  #swept = 0;
  #now;

  /** @param {() => number} now milliseconds on a clock that only goes forward */
  constructor(now = () => performance.now()) {
    this.#now = now;
  }

  /**
   * Whether a visitor may ask now; what comes too fast is not answered.
   * @param {Visitor} visitor
   */
  paces({ key, kind, isAhead }) {
    const known = this.#known(key, kind);
    if (known.left < (isAhead ? SHARE[kind].burst * AHEAD : 1)) return false;
    known.left -= 1;
    return true;
  }

  /**
   * @param {Visitor} visitor
   * @param {() => void} begin is called at once or when its turn comes
   * @returns {boolean} false where too many wait already
   */
  enter({ key, kind, isAhead }, begin) {
    const known = this.#known(key, kind);
    if (known.open < SHARE[kind].atOnce) {
      known.open += 1;
      begin();
    } else if (known.waiting.length < MOST_WAITING * (isAhead ? AHEAD : 1)) known.waiting.push(begin);
    else return false;
    return true;
  }

  /** @param {Visitor} visitor one of whose pages has been made, or is not wanted any more */
  leave({ key }) {
    const known = this.#visitors.get(key);
    if (!known) return;
    const next = known.waiting.shift();
    if (next) next();
    else known.open -= 1;
  }

  get visitors() {
    return this.#visitors.size;
  }

  /**
   * @param {string} key
   * @param {keyof typeof SHARE} kind
   * @returns {Known}
   */
  #known(key, kind) {
    const now = this.#now();
    this.#sweep(now);
    const { aSecond, burst } = SHARE[kind];
    const known = this.#visitors.get(key) ?? { open: 0, waiting: [], left: burst, at: now };
    known.left = Math.min(burst, known.left + ((now - known.at) / 1000) * aSecond);
    known.at = now;
    this.#visitors.set(key, known);
    return known;
  }

  /** @param {number} now */
  #sweep(now) {
    if (now - this.#swept < QUIET_MS) return;
    this.#swept = now;
    for (const [key, known] of this.#visitors)
      if (known.open === 0 && now - known.at > QUIET_MS) this.#visitors.delete(key);
  }
}

/**
 * Whose request it is, and whether it waits its turn: pages and what is read do; news for open pages do not, and what changes something is bounded where its body
 * is read. Files of the interface are nobody's.
 * @param {Pick<import("node:http").IncomingMessage, "method" | "url" | "headers" | "socket">} request
 * @param {number} proxies how many trusted proxies stand in front
 * @param {(token: string) => boolean} isSession whether a session cookie was given by this server; one that was not is nobody's
 * @returns {Visitor | null}
 */
export function visitorOf(request, proxies = 0, isSession = () => false) {
  const { method = "GET", url = "/", headers } = request;
  if (/^\/(_next\/static\/|favicon|icon)/.test(url)) return null;
  const waits = (method === "GET" || method === "HEAD") && url !== "/api/live";
  const isPage = !url.startsWith("/api/");
  const isAhead = Boolean(headers["next-router-prefetch"] ?? headers["next-router-segment-prefetch"]);
  const session = /(?:^|;\s*)bandeira_session=([^;]+)/.exec(headers.cookie ?? "")?.[1];
  if (session && isSession(session)) return { key: `session ${session}`, kind: "session", waits, isPage, isAhead };
  const named = String(headers["x-forwarded-for"] ?? "").split(",");
  const machine = (proxies > 0 && named.at(-proxies)?.trim()) || request.socket.remoteAddress || "?";
  return { key: `machine ${machine}`, kind: "machine", waits, isPage, isAhead };
}

/**
 * A handler of requests behind the gate.
 * @param {(request: import("node:http").IncomingMessage, response: import("node:http").ServerResponse) => unknown} handle
 * @param {number} proxies
 * @param {(token: string) => boolean} isSession
 */
export function gated(handle, proxies, isSession, gate = new Gate()) {
  /** @type {(request: import("node:http").IncomingMessage, response: import("node:http").ServerResponse) => void} */
  return (request, response) => {
    const visitor = visitorOf(request, proxies, isSession);
    if (!visitor) return void handle(request, response);
    if (!gate.paces(visitor)) return refused(request, response, 429, "You ask too fast; wait a few seconds.\n");
    if (!visitor.waits) return void handle(request, response);
    const begin = () => {
      // Who went away while waiting is passed over.
      if (response.destroyed || request.socket.destroyed) return gate.leave(visitor);
      if (visitor.isPage) {
        const slowest = setTimeout(() => request.socket.destroy(), SLOWEST_PAGE_MS);
        response.once("close", () => clearTimeout(slowest));
      }
      response.once("close", () => gate.leave(visitor));
      handle(request, response);
    };
    if (!gate.enter(visitor, begin))
      refused(request, response, 503, "You have asked for too many pages at once; wait a moment, and load it again.\n");
  };
}

/**
 * Whatever else the request would send is not read.
 * @param {import("node:http").IncomingMessage} request
 * @param {import("node:http").ServerResponse} response
 * @param {number} status
 * @param {string} sentence
 */
function refused(request, response, status, sentence) {
  response.writeHead(status, {
    "content-type": "text/plain; charset=utf-8",
    "cache-control": "no-store",
    "x-content-type-options": "nosniff",
    "retry-after": "5",
    connection: "close",
  });
  response.end(sentence, () => request.socket.destroySoon());
}
