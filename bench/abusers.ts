/** Run as a process of its own: everything at once that somebody could do to a server, and how it answered. */
import net from "node:net";
import { performance } from "node:perf_hooks";

export type Abuse = { address: string; port: number; seconds: number };
/** By kind, how often each answer came. */
export type Counts = Record<string, Record<string, number>>;

const { address, port, seconds } = JSON.parse(process.argv[2]!) as Abuse;
const until = performance.now() + seconds * 1_000;
const counts: Counts = {};
const note = (what: string, answer: string | number) => {
  const all = (counts[what] ??= {});
  all[answer] = (all[answer] ?? 0) + 1;
};
const pause = (ms: number) => new Promise((done) => setTimeout(done, ms));

async function signedIn(who: string): Promise<string> {
  const answer = await fetch(`${address}/api/session`, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify({ person: who }),
  });
  return answer.headers.getSetCookie()[0]!.split(";")[0]!;
}

/** Does one thing again and again from several places until the time is over. */
function keepAt(what: string, places: number, run: (turn: number) => Promise<string | number>): Promise<unknown> {
  return Promise.all(
    Array.from({ length: places }, async (_, place) => {
      for (let turn = place; performance.now() < until; turn += places) {
        try {
          note(what, await run(turn));
        } catch (error) {
          note(what, (error as Error & { cause?: { code?: string } }).cause?.code ?? (error as Error).name);
        }
      }
    }),
  );
}

const PIECE = Buffer.alloc(64 * 1024, "x");

/** A body of fifty megabytes, with its length stated or not. */
function body(stated: boolean, cookie: string): Promise<number | string> {
  return new Promise((resolve) => {
    const socket = net.connect(port, "localhost");
    let left = 800;
    const write = () => {
      while (left > 0 && !socket.destroyed) {
        left -= 1;
        const piece = stated ? PIECE : Buffer.concat([Buffer.from("10000\r\n"), PIECE, Buffer.from("\r\n")]);
        if (!socket.write(piece)) return void socket.once("drain", write);
      }
    };
    const length = stated ? `content-length: ${800 * PIECE.length}` : "transfer-encoding: chunked";
    socket.write(
      `POST /api/documents HTTP/1.1\r\nhost: localhost:${port}\r\ncontent-type: application/json\r\n${cookie ? `cookie: ${cookie}\r\n` : ""}${length}\r\n\r\n`,
    );
    write();
    let answer = "";
    socket.on("data", (data) => {
      answer ||= data.toString().split(" ")[1] ?? "?";
      socket.destroy();
    });
    socket.on("error", () => {});
    socket.on("close", () => resolve(answer || "closed"));
    setTimeout(() => socket.destroy(), 20_000).unref();
  });
}

/** A request of which a byte comes a second, or whose answer is read a kilobyte a second. */
function slow(kind: "sends" | "reads", page: string, cookie: string): Promise<string> {
  return new Promise((resolve) => {
    const socket = net.connect({ port, host: "localhost" });
    const head = `host: localhost:${port}\r\ncookie: ${cookie}\r\n`;
    if (kind === "sends")
      socket.write(`POST ${page} HTTP/1.1\r\n${head}content-type: application/json\r\ncontent-length: 10000\r\n\r\n`);
    else socket.write(`GET ${page} HTTP/1.1\r\n${head}\r\n`);
    if (kind === "reads") socket.pause();
    let answer = "";
    const step = setInterval(() => {
      if (performance.now() > until) socket.destroy();
      else if (kind === "sends") socket.write("x");
      else answer ||= socket.read(1024) ? "read a little" : "";
    }, 1_000);
    if (kind === "sends") socket.on("data", (data) => (answer ||= data.toString().split(" ")[1] ?? "?"));
    socket.on("error", () => {});
    socket.on("close", () => {
      clearInterval(step);
      resolve(answer || "closed");
    });
  });
}

async function verification(cookie: string, stay: boolean): Promise<string> {
  const left = new AbortController();
  const answer = await fetch(`${address}/api/log/verification`, {
    method: "POST",
    headers: { cookie, "content-type": "application/json" },
    body: "{}",
    signal: left.signal,
  });
  const reader = answer.body!.getReader();
  await reader.read();
  if (!stay) {
    left.abort();
    return "left";
  }
  while (!(await reader.read()).done);
  return String(answer.status);
}

async function fetched(page: string, cookie: string): Promise<number> {
  const answer = await fetch(`${address}${page}`, { headers: { cookie } });
  await answer.arrayBuffer();
  return answer.status;
}

const EXPORTS = [
  "/api/register/export?format=xes&state=any",
  "/api/register/export?format=json&state=any",
  "/api/register/export?format=csv&state=any",
  "/api/report?from=2024-07-01&until=2026-03-10",
  "/api/documents/po-00900/evidence",
  "/api/people/export?table=people",
];
const WHO = ["tome-cardigos", "benedita-corvo", "joaquina-teles"];
/** Sessions of their own for each kind of abuse, so that none keeps another from what it does. */
async function sessions(): Promise<(turn: number) => string> {
  const cookies = await Promise.all(WHO.map(signedIn));
  return (turn) => cookies[turn % cookies.length]!;
}
const [sending, slowly, verifying, exporting] = await Promise.all([sessions(), sessions(), sessions(), sessions()]);

await Promise.all([
  keepAt("bodies without end", 6, (turn) => body(turn % 2 === 0, turn % 3 === 0 ? sending!(turn) : "")),
  keepAt("attempts to sign in", 12, async (turn) => {
    const answer = await fetch(`${address}/api/session`, {
      method: "POST",
      headers: { "content-type": "application/json", "x-forwarded-for": `10.0.${turn % 200}.7` },
      body: JSON.stringify({ email: `person-${turn % 40}@marevia.example`, password: `guess-${turn}` }),
    });
    await answer.arrayBuffer();
    if (answer.status === 429) await pause(20);
    return answer.status;
  }),
  keepAt("slow senders", 60, (turn) => slow("sends", "/api/documents", slowly!(turn))),
  keepAt("slow readers", 60, (turn) =>
    slow("reads", turn % 2 ? "/register" : EXPORTS[turn % EXPORTS.length]!, slowly!(turn)),
  ),
  keepAt("verifications", 12, (turn) => verification(verifying!(turn), turn % 2 === 0)),
  keepAt("exports", 8, async (turn) => {
    const status = await fetched(EXPORTS[turn % EXPORTS.length]!, exporting!(turn));
    if (status === 503) await pause(100);
    return status;
  }),
]);
process.send!(counts);
