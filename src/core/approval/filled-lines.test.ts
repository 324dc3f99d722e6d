// Fields of lines that a level asks whoever approves for: each line has its own, also where some are refused, edited or put elsewhere.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { namesIn, sentenceOf, tell } from "../audit-narrative";
import type { PurchaseOrder } from "../documents";
import { level, oneBand, order, organisation, played, type Play } from "../fixtures";
import type { FilledValues } from "../own-fields";
import { OrganisationSchema, directoryOf, type ApproverRule } from "../people";
import type { PolicyInput } from "../policy";
import { closingProof, finishedOf } from "./index";

type LevelInput = PolicyInput["sections"][number]["levels"][number];
const field = (key: string, kind: string, part: string, rest: object = {}) => ({
  key,
  name: key.slice(4),
  kind,
  part,
  by: "approvers",
  on: ["purchase-order"],
  ...rest,
});
const known = directoryOf(
  OrganisationSchema.parse({
    ...organisation,
    fields: [
      field("own_account", "text", "line", { least: "4", most: "6" }),
      field("own_asset", "flag", "line"),
      field("own_tax", "text", "document"),
    ],
  }),
);
const people = (...ids: string[]) => ({ kind: "people" as const, people: ids });
const at = (id: string, stage: number, approvers: ApproverRule, extra: Partial<LevelInput> = {}) => ({
  ...level(id, stage, ["approves"], approvers),
  ...extra,
});
const fills = (...keys: string[]) => keys.map((one) => ({ field: one, needed: one === "own_account" }));
const coding = at("coding", 1, people("lead"), { fills: fills("own_account", "own_asset", "own_tax") });
const boss = at("boss", 2, people("boss"));

const lines = (...names: string[]) =>
  names.map((description) => ({ ...order(10_000).lines[0]!, description })) as PurchaseOrder["lines"];
const sent = (...names: string[]) => order(10_000, { requester: "rui", lines: lines(...names) });
const start = (levels: LevelInput[], document = sent("Rope", "Sail", "Tar"), rest: Partial<PolicyInput> = {}): Play =>
  played(oneBand(levels, rest), document, {}, [], known);
const fill = (play: Play, filled: FilledValues, more: object = {}) =>
  play.say("lead", "approve", "coding", "", { filled, ...more });
const accountsIn = (play: Play) =>
  (finishedOf(play.state!) as PurchaseOrder).lines.map(({ description, own }) => [description, own?.own_account]);

describe("fields of lines at a level", () => {
  it("are asked for on every line, and told where they are wrong", () => {
    const play = start([coding]);
    expect(fill(play, {})).toBe(
      "Line 1: fill in the account; Line 2: fill in the account; Line 3: fill in the account",
    );
    expect(fill(play, { own_account: { 1: "6230", 2: "62", 3: "6240" } })).toBe(
      "Line 2: the account has at least 4 letters",
    );
    expect(fill(play, { own_account: { 1: "6230", 2: "6230", 3: "6240", 4: "6250" } })).toContain("has no line 4");
    expect(fill(play, { own_account: "6230" })).toContain("no field “account”");
    const all = { 1: "6230", 2: "6230", 3: "6240" };
    expect(fill(play, { own_account: all, own_tax: { 1: "x" } })).toContain("The tax is text");
    expect(play.events).not.toContain("approval given");
    expect(fill(play, { own_account: all, own_asset: { 2: true, 3: "" }, own_tax: "exempt" })).toBeNull();
    expect(accountsIn(play)).toEqual([
      ["Rope", "6230"],
      ["Sail", "6230"],
      ["Tar", "6240"],
    ]);
    expect(play.state!.document).toEqual(sent("Rope", "Sail", "Tar"));
    const given = play.told.find((one) => one.type === "approval given")!;
    const said = tell(
      { seq: 1, at: "", actor: "lead", actorName: "Lead", hash: "", ...given },
      namesIn(known, play.state!, null),
    );
    expect(sentenceOf(said!)).toBe(
      "Lead approved as coding, revision 1, and filled in account: 6230 on lines 1 and 2, 6240 on line 3; asset: yes on line 2; tax: exempt.",
    );
    expect(play.told.find((one) => one.type === "approved")).toMatchObject({
      data: { proof: { basis: { filled: { own_account: all, own_asset: { 2: true }, own_tax: "exempt" } } } },
    });
  });

  it("decide by any line whether a later level is asked", () => {
    const isAsset = { kind: "flag" as const, field: "own_asset", is: true };
    const levels = [coding, at("assets", 2, people("una"), { when: isAsset }), { ...boss, stage: 3 }];
    const [one, none] = [start(levels), start(levels)];
    const account = { 1: "6230", 2: "6230", 3: "6230" };
    fill(one, { own_account: account, own_asset: { 1: false, 3: true } });
    fill(none, { own_account: account, own_asset: { 1: false } });
    expect([one.levels.assets, none.levels.assets]).toEqual(["open", "passed over"]);
  });

  it("are asked for no line that is refused, and stay with the lines that are left", () => {
    const refused = [{ part: "line 2", allowed: null }];
    const play = start([coding, boss]);
    expect(fill(play, { own_account: { 1: "6230", 2: "6231", 3: "6240" } }, { refused })).toContain("has no line 2");
    expect(fill(play, { own_account: { 1: "6230" } }, { refused })).toBe("Line 3: fill in the account");
    expect(fill(play, { own_account: { 1: "6230", 3: "6240" } }, { refused })).toBeNull();
    expect(accountsIn(play)).toEqual([
      ["Rope", "6230"],
      ["Tar", "6240"],
    ]);
    // What is refused after it was filled in takes nothing of the others with it.
    play.say("boss", "approve", "boss", "", { refused: [{ part: "line 1", allowed: null }] });
    expect(accountsIn(play)).toEqual([["Tar", "6240"]]);
    expect(play.state!.status).toBe("approved");
  });

  it.each([
    ["put elsewhere", (document: PurchaseOrder) => ({ ...document, lines: document.lines.toReversed() })],
    ["said otherwise", (document: PurchaseOrder) => ({ ...document, lines: lines("Rope", "Sail", "Paint") })],
    ["taken out", (document: PurchaseOrder) => ({ ...document, lines: document.lines.slice(1) })],
    ["added", (document: PurchaseOrder) => ({ ...document, lines: [...document.lines, ...lines("Free", "Free")] })],
  ])("begin again where a line is %s, whatever edits the policy lets pass", (_, edit) => {
    const lenient = {
      edits: { fields: [], toleranceMinor: 1_000_000, tolerancePercent: 100, effect: "carry on" as const },
    };
    const play = start([coding, boss], undefined, lenient);
    fill(play, { own_account: { 1: "6230", 2: "6231", 3: "6240" } });
    const { document } = play.state!;
    expect(play.do("rui", { type: "revise", document: { ...document, note: "Please" }, revision: 1 })).toBeNull();
    expect(play.levels).toEqual({ coding: "approved", boss: "open" });
    expect(
      play.do("rui", { type: "revise", document: edit(play.state!.document as PurchaseOrder), revision: 2 }),
    ).toBeNull();
    expect(play.levels).toEqual({ coding: "open", boss: "not yet" });
    expect(play.told.findLast((one) => one.type === "revised")).toMatchObject({
      data: { gaps: expect.arrayContaining([{ level: "coding", by: "lead", code: "lines" }]) },
    });
  });

  it("stand on the line for which they were given, whatever else is refused before and after", () => {
    const names = ["A", "B", "C", "D", "E"];
    const some = fc.subarray(names, { maxLength: 2 });
    fc.assert(
      fc.property(some, some, (first, then) => {
        const part = (name: string) => ({ part: `line ${names.indexOf(name) + 1}`, allowed: null });
        const play = start([coding, boss], sent(...names));
        const left = names.filter((name) => !first.includes(name));
        const own_account = Object.fromEntries(left.map((name) => [names.indexOf(name) + 1, `630${name}`]));
        expect(fill(play, { own_account }, { refused: first.map(part) })).toBeNull();
        const more = then.filter((name) => !first.includes(name));
        expect(play.say("boss", "approve", "boss", "", { refused: more.map(part) })).toBeNull();
        expect(accountsIn(play)).toEqual(
          left.filter((name) => !more.includes(name)).map((name) => [name, `630${name}`]),
        );
        expect(closingProof(play.state!, play.context("boss")).ok).toBe(true);
      }),
      { numRuns: 60 },
    );
  });
});
