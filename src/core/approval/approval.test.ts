// A document goes through its chain as the policy says: in order, by quorum, once per person, and never past a level.
import { describe, expect, it } from "vitest";
import { AT, Play, level, order, played, twoStep, versionOf, withLevels } from "../fixtures";
import type { PolicyInput } from "../policy";
import { activeHolds, decide, evolve, isCleared, levelsWaitingFor } from "./index";

const submitted = (input: PolicyInput, minor: number) => played(input, order(minor));

const chain = (...levels: ReturnType<typeof level>[]) => withLevels(levels);
const inTop = (id: string, stage: number, people: string[], extra = {}) =>
  level(id, stage, ["none", "none", "approves"], { kind: "people", people }, extra);
const TOP = 2_000_000;

describe("a two-step order", () => {
  it("up to the first threshold is approved at once", () => {
    const play = submitted(twoStep, 250000);
    expect(play.events).toEqual(["drafted", "submitted", "approved"]);
    expect(isCleared(play.state!)).toBe(true);
  });
  it("sequence: the second level opens only after the first (Workflow Patterns: sequence)", () => {
    const play = submitted(twoStep, TOP);
    expect(play.say("head", "approve", "head")).toBe("head is not asked yet");
    expect(play.say("lead", "approve", "line-manager", "Needed before the survey.")).toBeNull();
    expect(levelsWaitingFor(play.state!, "head").map((one) => one.level)).toEqual(["head"]);
    expect(play.state!.levels[0]?.decisions[0]).toMatchObject({
      by: "lead",
      comment: "Needed before the survey.",
      revision: 1,
      policyVersion: 1,
    });
    expect(play.say("head", "approve", "head")).toBeNull();
    expect(play.state!.status).toBe("approved");
  });
  it("a decline ends it and needs a comment", () => {
    const play = submitted(twoStep, TOP);
    expect(play.say("lead", "decline", "line-manager", "  ")).toContain("Say why");
    expect(play.say("lead", "decline", "line-manager", "Not this year.")).toBeNull();
    expect(play.state!.status).toBe("declined");
    expect(play.say("head", "approve", "head")).toBe("D-0001 is declined");
  });
  it("send back leads to revision 2, and the chain starts again", () => {
    const play = submitted(twoStep, TOP);
    play.say("lead", "approve", "line-manager");
    expect(play.say("head", "send back", "head", "Which pier?")).toBeNull();
    expect(play.state!.status).toBe("sent back");
    expect(play.do("rui", { type: "submit", document: order(TOP + 1) })).toBeNull();
    expect(play.state).toMatchObject({ revision: 2, status: "waiting" });
    expect(play.state!.levels.map((one) => [one.status, one.decisions.length])).toEqual([
      ["open", 0],
      ["not yet", 0],
    ]);
    expect(play.do("lead", { type: "approve", level: "line-manager", revision: 1, comment: "" })).toContain(
      "Revision 2 has come since revision 1",
    );
  });
  it("the second of two at one level learns who was first", () => {
    const play = submitted(chain(inTop("any", 1, ["una", "dora"]), inTop("last", 2, ["boss"])), TOP);
    play.say("una", "approve", "any");
    expect(play.say("dora", "approve", "any")).toBe("any: already approved by Una on 10 Mar 2026 at 09:13");
    play.say("boss", "approve", "last");
    expect(play.say("dora", "decline", "any", "no")).toMatch(/^D-0001 is approved: already approved by Una on 10 Mar/);
  });
  it("refuses the requester, strangers, and edits while in approval", () => {
    const play = submitted(twoStep, TOP);
    expect(play.say("rui", "approve", "line-manager")).toBe("line-manager does not ask Rui");
    expect(play.say("nobody", "approve", "line-manager")).toBe("line-manager does not ask nobody");
    expect(play.do("rui", { type: "save draft", document: order(1) })).toContain("its draft is closed");
    expect(play.do("rui", { type: "submit", document: order(1) })).toContain("its draft is closed");
  });
  it("withdraw ends it, once", () => {
    const play = submitted(twoStep, TOP);
    expect(play.do("rui", { type: "withdraw", comment: "" })).toBeNull();
    expect(play.do("rui", { type: "withdraw", comment: "" })).toBe(
      "D-0001 is withdrawn and can no longer be withdrawn",
    );
  });
  it("an incomplete order is refused with one list", () => {
    const play = new Play([versionOf(twoStep)]);
    play.do("rui", { type: "draft", id: "d-1", number: "D-0001", document: order(1) });
    expect(play.do("rui", { type: "submit", document: order(0, { supplier: "" }) })).toBe(
      "Name the supplier; Line 1: enter a quantity and a price above zero",
    );
    expect(play.state!.status).toBe("draft");
  });
});

describe("workflow patterns (van der Aalst et al. 2003, Russell et al. 2006; names from memory)", () => {
  it("parallel split and synchronisation: both open together, the next only after both", () => {
    const play = submitted(chain(inTop("a", 1, ["ana"]), inTop("b", 1, ["una"]), inTop("c", 2, ["dora"])), TOP);
    expect(play.state!.levels.map((one) => one.status)).toEqual(["open", "open", "not yet"]);
    play.say("una", "approve", "b");
    expect(play.state!.levels[2]?.status).toBe("not yet");
    play.say("ana", "approve", "a");
    expect(play.state!.levels[2]?.status).toBe("open");
  });
  it("exclusive choice: the band decides which of two levels is asked", () => {
    const either = withLevels([
      level("low", 1, ["none", "approves", "none"], { kind: "people", people: ["ana"] }),
      level("high", 2, ["none", "none", "approves"], { kind: "people", people: ["una"] }),
    ]);
    expect(submitted(either, 300000).state!.levels.map((one) => one.status)).toEqual(["open", "passed over"]);
    expect(submitted(either, TOP).state!.levels.map((one) => one.status)).toEqual(["passed over", "open"]);
  });
  it("multi-choice: level conditions pick those that are asked", () => {
    const when = (value: string) => ({
      when: { kind: "choice" as const, field: "category", is: "one of" as const, values: [value] },
    });
    const play = submitted(
      chain(inTop("it", 1, ["ana"], when("it")), inTop("deck", 1, ["una"], when("deck")), inTop("all", 1, ["dora"])),
      TOP,
    );
    expect(play.state!.levels.map((one) => one.status)).toEqual(["passed over", "open", "open"]);
  });
  it("structured discriminator: the first of several is enough", () => {
    const play = submitted(chain(inTop("any", 1, ["ana", "una", "dora"])), TOP);
    play.say("dora", "approve", "any");
    expect(play.state!.status).toBe("approved");
  });
  it("structured partial join: three of five, each person once (an ordinary quorum: common practice)", () => {
    const play = submitted(
      chain(inTop("board", 1, ["ana", "una", "dora", "head", "boss"], { quorum: { kind: "n", n: 3 } })),
      TOP,
    );
    play.say("ana", "approve", "board");
    expect(play.say("ana", "approve", "board")).toBe("board: you approved this on 10 Mar 2026 at 09:13");
    play.say("una", "approve", "board");
    expect(play.state!.status).toBe("waiting");
    play.say("head", "approve", "board");
    expect(play.state!.status).toBe("approved");
  });
  it("cancel: a refusal that counts ends it only when the quorum is out of reach", () => {
    const play = submitted(
      chain(
        inTop("board", 1, ["ana", "una", "dora", "boss"], { quorum: { kind: "majority" }, refusal: "counts" }),
        inTop("other", 1, ["head"]),
      ),
      TOP,
    );
    play.say("ana", "decline", "board", "no");
    expect(play.state!.status).toBe("waiting");
    play.say("una", "decline", "board", "no");
    expect(play.state).toMatchObject({ status: "declined", levels: [{ status: "declined" }, { status: "open" }] });
    expect(play.say("head", "approve", "other")).toContain("is declined");
  });
});

describe("held documents", () => {
  const blocked = chain(inTop("a", 1, ["rui"]));
  it("open no level, say why, and go on after being routed again", () => {
    const versions = [versionOf(blocked)];
    const play = new Play(versions);
    play.do("rui", { type: "draft", id: "d-1", number: "D-0001", document: order(TOP) });
    play.do("rui", { type: "submit", document: order(TOP) });
    expect(activeHolds(play.state!)).toMatchObject([
      {
        code: "no eligible approver",
        why: {
          code: "level blocked",
          values: { level: "a", why: { values: { people: [{ person: "rui", why: [{ code: "is the requester" }] }] } } },
        },
      },
    ]);
    expect(play.state!.levels[0]?.status).toBe("not yet");
    expect(play.do("boss", { type: "reroute", reason: " " })).toContain("Say why");
    versions[0] = versionOf(chain(inTop("a", 1, ["ana"])), 2);
    expect(play.do("boss", { type: "reroute", reason: "version 2 names somebody else" })).toBeNull();
    expect(activeHolds(play.state!)).toEqual([]);
    expect(play.say("ana", "approve", "a")).toBeNull();
    expect(isCleared(play.state!)).toBe(true);
  });
  it("routing again voids approvals given before and says how many", () => {
    const play = submitted(twoStep, TOP);
    play.say("lead", "approve", "line-manager");
    const result = decide(play.state, { type: "reroute", reason: "new policy" }, play.context("boss"));
    expect(result.ok && result.value[0]).toMatchObject({ type: "rerouted", data: { approvalsVoided: 1 } });
  });
  it("a document without an envelope cannot begin in the middle", () => {
    expect(() => evolve(null, { type: "withdrawn", data: { comment: "" } }, AT)).toThrow("cannot come before");
    expect(decide(null, { type: "withdraw", comment: "" }, new Play([]).context("rui")).ok).toBe(false);
  });
});
