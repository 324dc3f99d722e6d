// Fields that a level asks whoever approves for: given with the decision, locked before and after, and what later levels turn on.
import { describe, expect, it } from "vitest";
import { level, oneBand, order, organisation, played, type Play } from "../fixtures";
import { directoryOf, OrganisationSchema, type ApproverRule } from "../people";
import { PolicySchema, whyNotReady, type PolicyInput } from "../policy";
import type { OwnValues } from "../own-fields";
import { namesIn, sayForetold, tell, sentenceOf } from "../audit-narrative";
import { closingProof, filledOf, finishedOf, foretell } from "./index";

type LevelInput = PolicyInput["sections"][number]["levels"][number];
const field = (key: string, kind: string, rest: object = {}) => ({
  key,
  name: key.slice(4).replaceAll("_", " "),
  kind,
  part: "document",
  by: "approvers",
  on: ["purchase-order"],
  ...rest,
});
const kept = OrganisationSchema.parse({
  ...organisation,
  lists: [
    {
      id: "projects",
      name: "Projects",
      entries: [
        { key: "quay", name: "New quay", owner: "una" },
        { key: "roof", name: "Roof", owner: "head" },
      ],
    },
  ],
  fields: [
    field("own_account", "text", { least: "4", most: "6" }),
    field("own_asset", "flag"),
    field("own_project", "choice", { list: "projects" }),
    field("own_keeper", "person"),
    { ...field("own_wish", "text"), by: undefined },
  ],
});
const known = directoryOf(kept);
const people = (...ids: string[]) => ({ kind: "people" as const, people: ids });
const at = (id: string, stage: number, approvers: ApproverRule, extra: Partial<LevelInput> = {}) => ({
  ...level(id, stage, ["approves"], approvers),
  ...extra,
});
const fills = (...fields: string[]) => fields.map((one) => ({ field: one, needed: true }));
const isAsset = { kind: "flag" as const, field: "own_asset", is: true };
const coding = at("coding", 1, people("lead", "head"), { fills: fills("own_account", "own_asset") });

function start(levels: LevelInput[], rest: Partial<PolicyInput> = {}): Play {
  return played(oneBand(levels, rest), order(50_000, { requester: "rui" }), {}, [], known);
}
const fill = (play: Play, who: string, filled: OwnValues, where = "coding") =>
  play.say(who, "approve", where, "", { filled });

describe("fields at a level", () => {
  it("are needed for an approval, of their kind, and asked for by that level alone", () => {
    const play = start([coding, at("boss", 2, people("boss"))]);
    expect(play.say("lead", "approve", "coding")).toBe("Fill in the account; Fill in “asset”");
    expect(fill(play, "lead", { own_account: "62", own_asset: false })).toContain("The account has at least 4 letters");
    expect(fill(play, "lead", { own_account: "6230", own_asset: "yes" })).toContain("“asset” is yes or no");
    expect(fill(play, "lead", { own_account: "6230", own_asset: false, own_wish: "x" })).toContain("no field “wish”");
    expect(play.say("lead", "decline", "coding", "No", { filled: { own_account: "6230" } })).toContain(
      "with an approval alone",
    );
    expect(play.events).not.toContain("approval given");
    expect(fill(play, "lead", { own_account: "6230", own_asset: false })).toBeNull();
    expect(fill(play, "boss", { own_account: "6231" }, "boss")).toMatch(/filled in by Lead/);
    expect(play.say("boss", "approve", "boss")).toBeNull();
    expect(play.state!.status).toBe("approved");
  });

  it("are told with who filled them in, are no edit of what was sent, and are what is carried out", () => {
    const play = start([coding]);
    fill(play, "head", { own_account: "6230", own_asset: true });
    const state = play.state!;
    expect(state).toMatchObject({ status: "approved", revision: 1 });
    expect(state.document).not.toHaveProperty("own");
    expect(finishedOf(state).own).toEqual({ own_account: "6230", own_asset: true });
    expect(filledOf(state)).toMatchObject([
      { field: "own_account", value: "6230", level: "coding", by: "head", inNameOf: null },
      { field: "own_asset", value: true },
    ]);
    const given = play.told.find((one) => one.type === "approval given")!;
    const said = tell(
      { seq: 1, at: "", actor: "head", actorName: "Head", hash: "", ...given },
      namesIn(known, state, null),
    );
    expect(sentenceOf(said!)).toBe("Head approved as coding, revision 1, and filled in account: 6230; asset: yes.");
    const approved = play.told.find((one) => one.type === "approved")!;
    expect(approved).toMatchObject({
      data: { proof: { basis: { filled: { own_account: "6230", own_asset: true } } } },
    });
  });

  it("say whether a later level is asked, which nobody knows before", () => {
    const levels = [coding, at("assets", 2, people("una"), { when: isAsset }), at("boss", 3, people("boss"))];
    const [with_, without] = [start(levels), start(levels)];
    expect(with_.levels).toEqual({ coding: "open", assets: "not yet", boss: "not yet" });
    const routed = with_.state!.route!.levels[1]!;
    expect(routed).toMatchObject({
      outcome: "required",
      why: { code: "awaits fields", values: { fields: ["own_asset"] } },
    });
    const [first] = with_.state!.levels;
    expect(
      sayForetold(
        foretell(with_.state!, first!, with_.context("lead")),
        with_.state!,
        first!,
        namesIn(known, with_.state!, null),
      ),
    ).toEqual(["What comes next turns on “asset”, which you fill in."]);
    fill(with_, "lead", { own_account: "6230", own_asset: true });
    fill(without, "lead", { own_account: "6230", own_asset: false });
    expect(with_.levels).toMatchObject({ assets: "open", boss: "not yet" });
    expect(without.levels).toMatchObject({ assets: "passed over", boss: "open" });
    expect(without.told.find((one) => one.type === "level passed over")).toMatchObject({
      data: { level: "assets", because: { code: "condition not met" } },
    });
    without.say("boss", "approve", "boss");
    with_.say("una", "approve", "assets");
    with_.say("boss", "approve", "boss");
    for (const play of [with_, without]) {
      expect(play.state!.status).toBe("approved");
      expect(closingProof(play.state!, play.context("boss")).ok).toBe(true);
    }
  });

  it("that may stay empty and do count as empty, and the finished document is proven as it went", () => {
    const optional = { ...coding, fills: [{ field: "own_asset", needed: false }] };
    const play = start([optional, at("assets", 2, people("una"), { when: isAsset })]);
    expect(play.say("lead", "approve", "coding")).toBeNull();
    expect(play.levels).toEqual({ coding: "approved", assets: "passed over" });
    expect(play.state!.status).toBe("approved");
  });

  it("name whom a later level asks: a person, or the owner of what is chosen", () => {
    const naming = { ...coding, fills: fills("own_project", "own_keeper") };
    const play = start([
      naming,
      at("owner", 2, { kind: "owner", of: "projects" }),
      at("keeper", 3, { kind: "namedOnDocument", field: "own_keeper" }),
    ]);
    expect(play.held).toEqual([]);
    expect(fill(play, "lead", { own_project: "dock", own_keeper: "boss" })).toContain("project");
    expect(fill(play, "lead", { own_project: "quay", own_keeper: "nobody" })).toContain("nobody called “nobody”");
    expect(fill(play, "lead", { own_project: "quay", own_keeper: "boss" })).toBeNull();
    expect(play.state!.levels[1]).toMatchObject({ status: "open", pool: ["una"] });
    play.say("una", "approve", "owner");
    expect(play.state!.levels[2]).toMatchObject({ status: "open", pool: ["boss"] });
    play.say("boss", "approve", "keeper");
    expect(play.state!.status).toBe("approved");
  });

  it("begin again with their level, and what was approved on the strength of them is asked again where they say otherwise", () => {
    const levels = [coding, at("una", 2, people("una")), at("boss", 3, people("boss"))];
    const play = start(levels);
    fill(play, "lead", { own_account: "6230", own_asset: false });
    play.say("una", "approve", "una");
    expect(
      play.do("boss", { type: "send back", level: "boss", revision: 1, comment: "Wrong account", to: "coding" }),
    ).toBeNull();
    expect(filledOf(play.state!)).toEqual([]);
    fill(play, "lead", { own_account: "6300", own_asset: false });
    expect(play.levels).toMatchObject({ coding: "approved", una: "open" });
    // Side by side nobody waits for the other: whoever approved one account has not approved another.
    const beside = start([coding, { ...at("una", 1, people("una")), stage: 1 }, at("boss", 2, people("boss"))]);
    fill(beside, "lead", { own_account: "6230", own_asset: false });
    beside.say("una", "approve", "una");
    const other = {
      ...beside.state!,
      levels: beside.state!.levels.map((one) => ({
        ...one,
        decisions: one.decisions.map((said) => ({ ...said, ...(said.filled && { filled: { own_account: "6300" } }) })),
      })),
    };
    const closing = closingProof(other, beside.context("boss"));
    expect(closing.ok ? [] : closing.gaps).toContainEqual({
      level: "una",
      by: "una",
      code: "field",
      field: "own_account",
    });
  });

  it("are not taken over from another level, nor given by a lapse of time", () => {
    const play = start([at("first", 1, people("lead")), { ...coding, stage: 2 }], { repeatedApprover: "count once" });
    play.say("lead", "approve", "first");
    expect(play.levels).toMatchObject({ coding: "open" });
    expect(play.events).not.toContain("approval counted");
    const policy = (one: Partial<LevelInput>) => PolicySchema.parse(oneBand([{ ...coding, ...one }]));
    const why = (one: Partial<LevelInput>) => whyNotReady(policy(one), known).map((wrong) => wrong.why.code);
    const late = { timeLimit: { amount: 1, unit: "working days" as const }, overdue: "approve by lapse" as const };
    expect(why(late)).toEqual(["lapses unfilled"]);
    expect(why({ fills: fills("own_wish") })).toEqual(["field of the requester"]);
    expect(why({ fills: fills("own_unknown") })).toEqual(["unknown reference"]);
    expect(why({ when: isAsset })).toEqual(["not filled in yet"]);
    expect(why({})).toEqual([]);
  });
});
