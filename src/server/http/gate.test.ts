// Nobody has everything: the gate before the application, with answers that end when the test says so.
import { EventEmitter } from "node:events";
import type { IncomingMessage, ServerResponse } from "node:http";
import { describe, expect, it } from "vitest";
import { Gate, gated, visitorOf } from "./gate.mjs";

type Asked = { method?: string; cookie?: string; from?: string; forwarded?: string };

const request = (url: string, { method = "GET", cookie, from = "192.0.2.1", forwarded }: Asked = {}) =>
  ({
    method,
    url,
    headers: { ...(cookie && { cookie }), ...(forwarded && { "x-forwarded-for": forwarded }) },
    socket: { remoteAddress: from, destroyed: false, destroy: () => {} },
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

function playing(gate = new Gate()) {
  const made: Answer[] = [];
  const handle = gated((_, response) => made.push(response as unknown as Answer), 0, gate);
  const ask = (url: string, asked?: Asked) => {
    const answer = new Answer();
    handle(request(url, asked), answer as unknown as ServerResponse);
    return answer;
  };
  return { made, ask, gate };
}

const SESSION = "bandeira_device=x; bandeira_session=abc";

describe("the gate", () => {
  it("makes two pages of a session at a time, the others in their order, and those of others meanwhile", () => {
    const { made, ask, gate } = playing();
    const own = Array.from({ length: 5 }, () => ask("/desk", { cookie: SESSION }));
    const other = ask("/desk", { cookie: "bandeira_session=other" });
    expect(made).toEqual([own[0], own[1], other]);
    own[1]!.end();
    expect(made.at(-1)).toBe(own[2]);
    for (const one of [own[0], own[2], own[3], own[4], other]) one!.end();
    expect([made.length, gate.visitors]).toEqual([6, 0]);
  });

  it("refuses what would wait behind sixty, and passes over whoever has gone away", () => {
    const { made, ask, gate } = playing();
    const all = Array.from({ length: 63 }, () => ask("/register", { cookie: SESSION }));
    expect([made.length, all[62]!.status]).toEqual([2, 503]);
    for (const gone of all.slice(2, 60)) gone.destroyed = true;
    all[0]!.end();
    expect(made.at(-1)).toBe(all[60]);
    for (const one of [all[1], all[60], all[61]]) one!.end();
    expect(gate.visitors).toBe(0);
  });

  it.each<[string, string, Asked, number, string | null]>([
    ["a page of a session", "/desk", { cookie: SESSION }, 0, "session abc"],
    ["a page without one, by the machine", "/sign-in", {}, 0, "machine 192.0.2.1"],
    ["what somebody wrote themselves does not count", "/sign-in", { forwarded: "10.0.0.1" }, 0, "machine 192.0.2.1"],
    [
      "behind a proxy the last address does",
      "/sign-in",
      { forwarded: "10.0.0.1, 198.51.100.7" },
      1,
      "machine 198.51.100.7",
    ],
    ["files of the interface are free", "/_next/static/x.js", { cookie: SESSION }, 0, null],
    ["news for open pages are free", "/api/live", { cookie: SESSION }, 0, null],
    ["an export is not", "/api/register/export?format=csv", { cookie: SESSION }, 0, "session abc"],
    ["what changes something is bounded elsewhere", "/api/documents", { method: "POST" }, 0, null],
  ])("knows whose request it is: %s", (_name, url, asked, proxies, visitor) => {
    expect(visitorOf(request(url, asked), proxies)?.visitor ?? null).toBe(visitor);
  });
});
