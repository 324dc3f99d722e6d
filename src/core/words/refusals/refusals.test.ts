import { describe, expect, it } from "vitest";
import { speakThrough } from "../wording";
import { REFUSED_BY_AREA, refuse, refused, sayKept } from "./index";

const areas = Object.entries(REFUSED_BY_AREA);

describe("refusals", () => {
  it("have each code in one area only, or one would hide the other", () => {
    const codes = areas.flatMap(([, table]) => Object.keys(table));
    expect(codes.filter((code, index) => codes.indexOf(code) !== index)).toEqual([]);
  });

  it.each(areas)("of %s that take no values are whole sentences, without a full stop", (_area, table) => {
    for (const line of Object.values(table) as { code: unknown; say: (...given: unknown[]) => string }[]) {
      if (typeof line.code === "string") expect(line.code).toMatch(/^[a-z][a-z -]+$/);
      if (line.say.length === 0) expect(line.say()).toMatch(/^[A-Z“].*[^.]$/);
    }
  });

  it("say what, where and what to do of the values they get", () => {
    expect(refuse("no such version", { version: 3, policy: "orders" })).toEqual({
      code: "unknown",
      message: "There is no version 3 of orders",
      why: { code: "no such version", values: { version: 3, policy: "orders" } },
    });
    expect(refuse("too many sign-ins", { seconds: 90 }).message).toBe(
      "Too many attempts; try again in 2 minutes, or ask an administrator for a new sign-in link",
    );
    expect(refuse("pay day is past", { day: "2026-03-02" }, "day")).toMatchObject({
      code: "past",
      message: "2 Mar 2026 is past; choose today or a later day",
      path: "day",
    });
    expect(refused("not signed in")).toMatchObject({
      ok: false,
      refusals: [{ code: "not signed in", message: "Sign in first" }],
    });
  });

  it("are said again of what was kept of them, and by their code where they are of another union", () => {
    const { why } = refuse("no such version", { version: 3, policy: "orders" });
    expect(sayKept(JSON.parse(JSON.stringify(why)))).toBe("There is no version 3 of orders");
    expect(sayKept({ code: "from another house", values: null })).toBe("from another house");
  });

  it("go through what every sentence goes through, and keep the code that programs are told", () => {
    const back = speakThrough((sentence) => `<${sentence}>`);
    const said = refuse("not signed in");
    back();
    expect(said).toMatchObject({ code: "not signed in", message: "<Sign in first>" });
  });
});
