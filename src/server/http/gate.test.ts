// Nobody has everything: the gate before the application, with answers that end when the test says so.
import { EventEmitter } from "node:events";
import type { IncomingMessage, ServerResponse } from "node:http";
import { describe, expect, it } from "vitest";
import { Gate, gated, visitorOf } from "./gate.mjs";

type Asked = { method?: string; cookie?: string; from?: string; forwarded?: string; ahead?: boolean };

const request = (url: string, { method = "GET", cookie, from = "192.0.2.1", forwarded, ahead }: Asked = {}) =>
  ({
    method,
    url,
    headers: {
      ...(cookie && { cookie }),
      ...(forwarded && { "x-forwarded-for": forwarded }),
      ...(ahead && { "next-router-prefetch": "1" }),
    },
    socket: { remoteAddress: from, destroyed: false, destroy: () => {}, destroySoon: () => {} },
  }) as unknown as IncomingMessage;

class Answer extends EventEmitter {
  status = 0;
  destroyed = false;
  writeHead(status: number) {
    this.status = status;
  }
  end() {
    this.emit("close");
  }
}

function playing() {
  let now = 0;
  const gate = new Gate(() => now);
  const pass = (ms: number) => void (now += ms);
  const made: Answer[] = [];
  const handle = gated(
    (_, response) => made.push(response as unknown as Answer),
    0,
    (token) => !token.startsWith("made-up"),
    gate,
  );
  const ask = (url: string, asked?: Asked) => {
    const answer = new Answer();
    handle(request(url, asked), answer as unknown as ServerResponse);
    return answer;
  };
  return { made, ask, gate, pass };
}

const SESSION = "bandeira_device=x; bandeira_session=abc";

describe("the gate", () => {
  it("makes two pages of a session at a time, the others in their order, and those of others meanwhile", () => {
    const { made, ask, gate, pass } = playing();
    const own = Array.from({ length: 5 }, () => ask("/desk", { cookie: SESSION }));
    const other = ask("/desk", { cookie: "bandeira_session=other" });
    expect(made).toEqual([own[0], own[1], other]);
    own[1]!.end();
    expect(made.at(-1)).toBe(own[2]);
    for (const one of [own[0], own[2], own[3], own[4], other]) one!.end();
    expect(made.length).toBe(6);
    // Whoever is quiet is forgotten.
    pass(120_000);
    ask("/desk", { cookie: "bandeira_session=third" });
    expect(gate.visitors).toBe(1);
  });

  it("refuses what would wait behind sixty, and passes over whoever has gone away", () => {
    const { made, ask } = playing();
    const all = Array.from({ length: 63 }, () => ask("/register", { cookie: SESSION }));
    expect([made.length, all[62]!.status]).toEqual([2, 503]);
    for (const gone of all.slice(2, 60)) gone.destroyed = true;
    all[0]!.end();
    expect(made.at(-1)).toBe(all[60]);
    for (const one of [all[1], all[60], all[61]]) one!.end();
    ask("/register", { cookie: SESSION });
    expect(made.length).toBe(5);
  });

  it("answers so many requests a second and no more, by session and by machine, whatever they are", () => {
    const { ask, pass } = playing();
    const flood = (count: number, asked: Asked) =>
      Array.from({ length: count }, () => ask("/api/session", { method: "POST", ...asked })).filter(
        (one) => one.status === 429,
      ).length;
    expect([flood(100, {}), flood(100, { from: "192.0.2.9" }), flood(300, { cookie: SESSION })]).toEqual([40, 40, 100]);
    pass(1_000);
    expect([flood(100, {}), flood(300, { cookie: SESSION })]).toEqual([80, 250]);
    pass(60_000);
    expect(flood(100, {})).toBe(40);
  });

  it("keeps half of a share for what somebody asked for, whatever a browser fetches ahead", () => {
    const { ask, pass, made } = playing();
    const ahead = Array.from({ length: 300 }, () => ask("/people", { cookie: SESSION, ahead: true }));
    expect(ahead.filter((one) => one.status === 503).length).toBe(101 - 2 - 30);
    expect(ahead.filter((one) => one.status === 429).length).toBe(199);
    const asked = Array.from({ length: 50 }, () => ask("/api/samples", { method: "POST", cookie: SESSION }));
    expect(asked.map((one) => one.status)).toEqual(asked.map(() => 0));
    expect(made.slice(-50)).toEqual(asked);
    // A page that somebody opens waits its turn behind what is fetched ahead, and is not refused for it.
    expect(ask("/desk", { cookie: SESSION }).status).toBe(0);
    pass(10_000);
    expect(ask("/people", { cookie: SESSION, ahead: true }).status).toBe(503);
  });

  it("is not got round by another made-up cookie for every request", () => {
    const { ask } = playing();
    const answers = Array.from({ length: 100 }, (_, n) =>
      ask("/api/desk", { cookie: `bandeira_session=made-up-${n}` }),
    );
    expect(answers.filter((one) => one.status === 429 || one.status === 503).length).toBe(40);
  });

  it.each<[string, string, Asked, number, [string, boolean] | null]>([
    ["a page of a session", "/desk", { cookie: SESSION }, 0, ["session abc", true]],
    ["a cookie that was made up", "/desk", { cookie: "bandeira_session=made-up" }, 0, ["machine 192.0.2.1", true]],
    ["a page without one, by the machine", "/sign-in", {}, 0, ["machine 192.0.2.1", true]],
    ["what somebody wrote themselves", "/sign-in", { forwarded: "10.0.0.1" }, 0, ["machine 192.0.2.1", true]],
    ["a proxy", "/sign-in", { forwarded: "10.0.0.1, 198.51.100.7" }, 1, ["machine 198.51.100.7", true]],
    ["a file of the interface is nobody’s", "/_next/static/x.js", { cookie: SESSION }, 0, null],
    ["news for open pages do not wait", "/api/live", { cookie: SESSION }, 0, ["session abc", false]],
    ["an export waits", "/api/register/export?format=csv", { cookie: SESSION }, 0, ["session abc", true]],
    ["a change does not", "/api/documents", { method: "POST" }, 0, ["machine 192.0.2.1", false]],
  ])("knows whose request it is, and whether it waits its turn: %s", (_name, url, asked, proxies, expected) => {
    const found = visitorOf(request(url, asked), proxies, (token) => token === "abc");
    expect(found && [found.key, found.waits]).toEqual(expected);
  });
});
