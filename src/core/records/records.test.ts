// A record that was changed anywhere is found, by the published rules and by nobody's word.
import { createHash } from "node:crypto";
import canonicalize from "canonicalize";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { GENESIS, canonical, chain, hashedText, sha256Hex, verifyChain, verifyEvent, type ChainedEvent } from "./index";

describe("canonical form (RFC 8785)", () => {
  it("gives section 3.2.2's example (from memory)", () => {
    const input = JSON.parse(
      '{"numbers":[333333333.33333329,1E30,4.50,2e-3,0.000000000000000000000000001],' +
        '"string":"\\u20ac$\\u000F\\u000aA\'\\u0042\\u0022\\u005c\\\\\\"\\/","literals":[null,true,false]}',
    ) as unknown;
    expect(canonical(input)).toBe(
      '{"literals":[null,true,false],"numbers":[333333333.3333333,1e+30,4.5,0.002,1e-27],' +
        '"string":"€$\\u000f\\nA\'B\\"\\\\\\\\\\"/"}',
    );
  });

  it("sorts keys by UTF-16 code units as in section 3.2.3 (from memory)", () => {
    const keys = ["\u20ac", "\r", "\ufb33", "1", "\ud83d\ude00", "\u0080", "\u00f6"];
    const text = canonical(Object.fromEntries(keys.map((key) => [key, 0])));
    expect(Object.keys(JSON.parse(text.replace('"1"', '"x1"')) as object)).toEqual([
      "\r",
      "x1",
      "\u0080",
      "\u00f6",
      "\u20ac",
      "\ud83d\ude00",
      "\ufb33",
    ]);
  });

  it("agrees with the reference library `canonicalize` on any JSON value", () => {
    fc.assert(
      fc.property(
        fc.jsonValue({ noUnicodeString: false }).filter((value) => JSON.stringify(value).isWellFormed()),
        (value) => {
          expect(canonical(value)).toBe(canonicalize(value));
        },
      ),
      { numRuns: 500 },
    );
  });

  it("refuses what JSON cannot say", () => {
    for (const bad of [Number.NaN, Number.POSITIVE_INFINITY, "\ud800", undefined, () => 1])
      expect(() => canonical({ a: [bad] })).toThrow(TypeError);
  });
});

describe("SHA-256 (FIPS 180-4)", () => {
  it("hashes abc as published", () => {
    expect(sha256Hex("abc")).toBe("ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad");
  });
  it("agrees with node:crypto", () => {
    fc.assert(
      fc.property(fc.string({ unit: "grapheme" }), (text) => {
        expect(sha256Hex(text)).toBe(createHash("sha256").update(text).digest("hex"));
      }),
    );
  });
});

function log(count: number): ChainedEvent[] {
  const events: ChainedEvent[] = [];
  for (let seq = 1; seq <= count; seq += 1) {
    const head = {
      seq,
      time: `2026-03-10T09:${seq}`,
      stream: "document:po-1",
      version: seq,
      type: "approved",
      actor: "a",
      inNameOf: null,
      command: `c${seq}`,
    };
    events.push(chain({ ...head, data: canonical({ seq, note: "ok" }) }, events.at(-1)?.hash ?? GENESIS));
  }
  return events;
}

describe("hash chain", () => {
  it("hashes the canonical JSON of the event", () => {
    const [event] = log(1);
    const { hash: _hash, data, ...rest } = event!;
    expect(hashedText(event!)).toBe(canonicalize({ ...rest, data: JSON.parse(data) as unknown }));
  });

  it("verifies a log as it was written", () => {
    const events = log(20);
    expect(verifyChain(events)).toEqual({ events: 20, lastHash: events[19]!.hash, problem: null });
  });

  it("names the event of which any one character was changed, in any column", () => {
    const events = log(12);
    const columns = ["time", "stream", "type", "actor", "command", "data", "previous", "hash"] as const;
    fc.assert(
      fc.property(
        fc.nat(11),
        fc.constantFrom(...columns),
        fc.nat(),
        fc.integer({ min: 1, max: 127 }),
        (index, column, where, flip) => {
          const bad = events.map((event) => ({ ...event }));
          const text = bad[index]![column];
          const at = where % text.length;
          bad[index]![column] =
            text.slice(0, at) + String.fromCharCode(text.charCodeAt(at) ^ flip) + text.slice(at + 1);
          expect(verifyChain(bad).problem?.seq).toBe(index + 1);
        },
      ),
    );
  });

  it("names a missing event, a changed order and an event of another log", () => {
    const events = log(6);
    expect(verifyChain(events.filter((event) => event.seq !== 3)).problem).toEqual({
      seq: 4,
      reason: "event 3 is missing: the next one found is 4",
    });
    expect(verifyChain([...events.slice(0, 2), events[3]!, events[2]!]).problem?.seq).toBe(4);
    const foreign = chain({ ...events[2]!, actor: "mallory" }, GENESIS);
    expect(verifyEvent(foreign)).toBe(true);
    expect(verifyChain([...events.slice(0, 2), foreign, ...events.slice(3)]).problem?.seq).toBe(3);
  });
});
