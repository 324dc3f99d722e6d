// What people do with a document besides saying yes or no: signing, handing over, sending back a level, asking, choosing what comes next; and the
// policy's rules for one's own documents and for who stands at two levels.
import { describe, expect, it } from "vitest";
import { directory, level, oneBand, order, organisation, Play, played, versionOf } from "../fixtures";
import { directoryOf, OrganisationSchema } from "../people";
import type { PolicyInput } from "../policy";
import { foretell, type Say, openSeats, revisionHash, takersOf } from "./index";
import { namesIn, sayForetold } from "../audit-narrative";
import { namesOf, sayEligibility } from "../words";

type LevelInput = PolicyInput["sections"][number]["levels"][number];
const people = (...ids: string[]) => ({ kind: "people" as const, people: ids });
const at = (id: string, stage: number, ids: string[], extra: Partial<LevelInput> = {}): LevelInput => ({
  ...level(id, stage, ["approves"], people(...ids)),
  ...extra,
});
const limit = (id: string, minor: number) => ({
  holder: { kind: "person" as const, id },
  documentType: "purchase-order",
  limit: { kind: "amount" as const, minor, currency: "EUR" },
});
/** The same people with limits: Boss and Head cover 500.00, Una only 100.00. */
const withLimits = directoryOf(
  OrganisationSchema.parse({
    ...organisation,
    limits: [limit("boss", 90_000), limit("head", 50_000), limit("una", 10_000)],
  }),
);

function start(levels: LevelInput[], rest: Partial<PolicyInput> = {}, requester = "rui", known = directory): Play {
  return played(oneBand(levels, rest), order(50_000, { requester }), {}, [], known);
}
const decisionsAt = (play: Play, id: string) => play.state!.levels.find((one) => one.level === id)!.decisions;

describe("a signature", () => {
  const levels = [at("lead", 1, ["lead"], { signature: true })];
  const sign = (play: Play, name: string, documentHash = revisionHash(play.state!)) =>
    play.do("lead", {
      type: "approve",
      level: "lead",
      revision: 1,
      comment: "",
      signature: { name, method: "password", documentHash },
    });
  it("is needed to approve, by the name the person is known by, for exactly this revision, and is kept with the decision", () => {
    const play = start(levels);
    expect(play.say("lead", "approve", "lead")).toContain("lead signs");
    expect(sign(play, "Somebody")).toContain("Type your name as it is known here: Lead");
    expect(sign(play, "Lead", "0".repeat(64))).toContain("another than the one that was shown");
    expect(sign(play, " lÉad ")).toBeNull();
    expect(decisionsAt(play, "lead")[0]!.signature).toEqual({
      name: " lÉad ",
      method: "password",
      documentHash: revisionHash({ ...play.state! }),
    });
  });
  it("is of another hash for another word, revision or policy version, and is not asked for to decline", () => {
    const { state } = start(levels);
    const hash = revisionHash(state!);
    expect(revisionHash({ ...state!, revision: 2 })).not.toBe(hash);
    expect(revisionHash({ ...state!, document: { ...state!.document, title: "Ropes" } as never })).not.toBe(hash);
    const policy = { ...state!.route!.policy!, version: 2 };
    expect(revisionHash({ ...state!, route: { ...state!.route!, policy } })).not.toBe(hash);
    expect(start(levels).say("lead", "decline", "lead", "No")).toBeNull();
  });
});

describe("own words", () => {
  it("stand beside the effect they are tied to", () => {
    const play = start([at("lead", 1, ["lead"], { outcomes: [{ effect: "approve", word: "Countersign" }] })]);
    play.say("lead", "approve", "lead");
    expect(decisionsAt(play, "lead")[0]).toMatchObject({ outcome: "approve", word: "Countersign" });
  });
});

describe("handing over", () => {
  const hand = (play: Play, by: string, to: string, comment = "") =>
    play.do(by, { type: "hand over", level: "a", revision: 1, to, comment });
  it("goes only where the policy lets it, and only to somebody whose limit covers the amount and who may decide", () => {
    expect(hand(start([at("a", 1, ["lead"])]), "lead", "boss")).toContain("does not let a be handed over");
    const play = start([at("a", 1, ["lead"], { handOver: "to anyone eligible" })], {}, "rui", withLimits);
    const takers = takersOf(play.state!, play.state!.levels[0]!, "lead", play.context("lead"));
    expect(
      Object.fromEntries(takers.map((one) => [one.person, [one.limit, sayEligibility(one, namesOf(directory))]])),
    ).toMatchObject({
      boss: ["up to 900.00 EUR", "eligible"],
      head: ["up to 500.00 EUR", "eligible"],
      una: ["up to 100.00 EUR", "not eligible: limit up to 100.00 EUR (their own) does not cover 500.00 EUR"],
      rui: ["no limit", "not eligible: is the requester"],
      gone: ["no limit", "not eligible: is not active"],
    });
    expect(hand(play, "lead", "una")).toContain("does not cover 500.00 EUR");
    expect(hand(play, "lead", "rui")).toContain("is the requester");
    expect(hand(play, "ana", "boss")).toContain("does not ask Ana");
    expect(hand(play, "lead", "head", "I am off")).toBeNull();
    expect(openSeats(play.state!.levels[0]!)).toEqual(["head"]);
    expect(play.say("lead", "approve", "a")).toContain("does not ask Lead");
    expect(play.say("head", "approve", "a")).toBeNull();
    expect(play.state!.status).toBe("approved");
  });
  it("to the pool leaves it to the others who are asked, as long as they are enough", () => {
    const pool = (extra: Partial<LevelInput>) =>
      start([at("a", 1, ["lead", "head"], { handOver: "to the pool", ...extra })]);
    const one = pool({});
    expect(hand(one, "lead", "boss")).toContain("is not among those who could");
    expect(hand(one, "lead", "head")).toBeNull();
    expect(one.state!.levels[0]!.pool).toEqual(["head"]);
    expect(hand(pool({ quorum: { kind: "all" } }), "lead", "head")).toContain("too few of them would be left");
  });
  it("goes on asking whoever it was handed to, also where the one it came from then edits the document", () => {
    const levels = [at("a", 1, ["lead"], { handOver: "to anyone eligible" }), at("b", 2, ["head"])];
    const rest = { selfApproval: { rule: "next level" as const }, edits: { fields: ["net"] } };
    const play = start(levels, rest, "rui", withLimits);
    hand(play, "lead", "boss", "I am off");
    const edit = (editedBy: string, note: string) =>
      play.do("rui", {
        type: "revise",
        revision: play.state!.revision,
        document: { ...play.state!.document, note, editedBy },
      });
    expect(edit("lead", "by whoever handed it on")).toBeNull();
    expect(play.levels).toEqual({ a: "open", b: "not yet" });
    expect(openSeats(play.state!.levels[0]!)).toEqual(["boss"]);
    // Nobody was asked in its place here, and its rule names nobody but whose document it is.
    const plain = start(levels, rest, "rui", withLimits);
    plain.do("rui", { type: "revise", revision: 1, document: { ...plain.state!.document, editedBy: "lead" } });
    expect(plain.levels).toEqual({ a: "passed over", b: "open" });
  });
  it("keeps the time: when an answer is due does not move", () => {
    const rule = { handOver: "to anyone eligible" as const, timeLimit: { amount: 1, unit: "working days" as const } };
    const play = start([at("a", 1, ["lead"], rule)], {}, "rui", withLimits);
    const { due } = play.state!.levels[0]!;
    hand(play, "lead", "boss");
    expect(play.state!.levels[0]!.due).toBe(due);
    expect(due).toBeTruthy();
  });
});

describe("one more approver", () => {
  const levels = [at("a", 1, ["lead"], { mayAddApprover: true }), at("b", 2, ["boss"])];
  const add = (play: Play, to: string, comment = "Look at the price") =>
    play.do("lead", { type: "add approver", level: "a", revision: 1, to, comment });
  it("approves before the one who asked for it, who is then asked again", () => {
    const play = start(levels, {}, "rui", withLimits);
    expect(add(play, "una")).toContain("does not cover");
    expect(add(play, "head", " ")).toContain("Say what Head is to look at");
    expect(add(play, "head")).toBeNull();
    expect(play.levels).toEqual({ "a-before-1": "open", a: "not yet", b: "not yet" });
    expect(play.say("lead", "approve", "a")).toContain("not asked yet");
    play.say("head", "approve", "a-before-1");
    expect(play.levels).toEqual({ "a-before-1": "approved", a: "open", b: "not yet" });
    play.say("lead", "approve", "a");
    play.say("boss", "approve", "b");
    expect(play.state!.status).toBe("approved");
  });
  it("is not somebody without whom a level beside it could not be decided", () => {
    const beside = [at("a", 1, ["lead"], { mayAddApprover: true }), at("c", 1, ["head"])];
    const play = start(beside, { repeatedApprover: "must differ" }, "rui", withLimits);
    expect(add(play, "head")).toContain("c needs 1 of those it asks, and too few of them would be left");
    expect(add(play, "boss")).toBeNull();
    expect(add(start(beside, {}, "rui", withLimits), "head")).toBeNull();
  });
  it("can decline like anybody else", () => {
    const play = start(levels, {}, "rui", withLimits);
    add(play, "head");
    play.say("head", "decline", "a-before-1", "Too dear");
    expect(play.state!.status).toBe("declined");
  });
});

describe("back to an earlier level", () => {
  const levels = [at("a", 1, ["lead"]), at("b", 2, ["head"]), at("c", 3, ["boss"])];
  const back = (play: Play, by: string, from: string, to: string) =>
    play.do(by, { type: "send back", level: from, revision: 1, comment: "Again please", to });
  it("asks that level and everything after it anew; what came before stays, and so does the document", () => {
    const play = start(levels);
    play.say("lead", "approve", "a");
    play.say("head", "approve", "b");
    expect(back(play, "boss", "c", "c")).toContain("choose one that has decided before");
    expect(back(play, "boss", "c", "b")).toBeNull();
    expect(play.levels).toEqual({ a: "approved", b: "open", c: "not yet" });
    expect(decisionsAt(play, "b")).toEqual([]);
    expect(play.state).toMatchObject({ status: "waiting", revision: 1 });
    play.say("head", "approve", "b");
    play.say("boss", "approve", "c");
    expect(play.state!.status).toBe("approved");
  });
});

describe("choosing what comes next", () => {
  const levels = [
    at("a", 1, ["lead"], { choosesNext: ["b", "c"] }),
    at("b", 2, ["head"]),
    at("c", 2, ["una"]),
    at("d", 3, ["boss"]),
  ];
  const choose = (play: Play, next?: string) =>
    play.do("lead", { type: "approve", level: "a", revision: 1, comment: "", next });
  it("is asked of the decider; the others are passed over with who chose", () => {
    const play = start(levels);
    expect(choose(play)).toBe("Choose the next level: b or c");
    expect(choose(play, "d")).toBe("Choose the next level: b or c");
    expect(choose(play, "c")).toBeNull();
    expect(play.levels).toEqual({ a: "approved", b: "passed over", c: "open", d: "not yet" });
    expect(play.state!.levels[1]!.because).toEqual({ code: "another was chosen", values: { by: "lead", chosen: "c" } });
  });
  it("is open again when the document goes back to that level", () => {
    const play = start(levels);
    choose(play, "c");
    play.say("una", "approve", "c");
    play.do("boss", { type: "send back", level: "d", revision: 1, comment: "x", to: "a" });
    expect(play.levels).toEqual({ a: "open", b: "not yet", c: "not yet", d: "not yet" });
    expect(choose(play, "b")).toBeNull();
    expect(play.levels).toMatchObject({ b: "open", c: "passed over" });
  });
});

describe("one's own documents", () => {
  const levels = [at("a", 1, ["lead"]), at("b", 2, ["boss"])];
  const own = (selfApproval: PolicyInput["selfApproval"], known = directory, which = levels) =>
    start(which, { selfApproval }, "lead", known);
  it("are held where the policy says nothing else", () => {
    expect(own(undefined).held).toEqual(["no eligible approver"]);
  });
  it("go to the next level, to a substitute, or to the manager", () => {
    const next = own({ rule: "next level" });
    expect(next.levels).toEqual({ a: "passed over", b: "open" });
    expect(next.state!.route!.levels[0]!.why).toEqual({ code: "left to the next level" });
    expect(openSeats(own({ rule: "substitute", substitute: "una" }).state!.levels[0]!)).toEqual(["una"]);
    expect(openSeats(own({ rule: "manager" }).state!.levels[0]!)).toEqual(["head"]);
  });
  it("with no other level left are held and not waved through", () => {
    const play = own({ rule: "next level" }, directory, [at("a", 1, ["lead"])]);
    expect(play.state!.status).toBe("waiting");
    expect(play.held).toEqual(["no approving level"]);
  });
  it("count the requester's own limit, to the cent, only where the policy says so", () => {
    const covered = (minor: number) =>
      directoryOf(OrganisationSchema.parse({ ...organisation, limits: [limit("lead", minor)] }));
    const play = own({ rule: "own limit" }, covered(50_000), [at("a", 1, ["lead"])]);
    expect(play.state).toMatchObject({ status: "approved" });
    expect(play.told.find((event) => event.type === "approved")!.data).toMatchObject({
      proof: { levels: [{ level: "a", how: "own limit", needed: 0, approvals: [] }] },
      because: { code: "within the requester’s own limit" },
    });
    expect(own({ rule: "own limit" }, covered(49_999), [at("a", 1, ["lead"])]).held).toEqual(["no eligible approver"]);
    // Somebody else could approve, so it is not theirs alone.
    expect(own({ rule: "own limit" }, covered(50_000), [at("a", 1, ["lead", "gone"])]).state!.status).toBe("waiting");
  });
  it("count nobody's limit who does not act themselves: not where a clerk enters for them, nor by a file", () => {
    const covered = directoryOf(OrganisationSchema.parse({ ...organisation, limits: [limit("lead", 50_000)] }));
    const policy = oneBand([at("a", 1, ["lead"])], { selfApproval: { rule: "own limit" } });
    const entered = (extra: object, inPerson: boolean) => {
      const play = new Play([versionOf(policy)]);
      Object.assign(play, { directory: covered, inPerson });
      const document = order(50_000, { requester: "lead", ...extra });
      play.do(document.requester, { type: "draft", id: "d-1", number: "D-0001", document });
      expect(play.do(document.requester, { type: "submit", document })).toBeNull();
      return play;
    };
    expect(entered({}, true).state!.status).toBe("approved");
    for (const play of [
      entered({}, false),
      entered({ requester: "rui", onBehalfOf: "lead" }, true),
      entered({ onBehalfOf: "rui" }, true),
    ]) {
      expect(play.state!.status).toBe("waiting");
      expect(play.held).toEqual(["no eligible approver"]);
    }
  });
});

describe("the same person at two levels", () => {
  const levels = [at("a", 1, ["lead"]), at("b", 2, ["lead", "boss"])];
  const under = (repeatedApprover: PolicyInput["repeatedApprover"], which = levels) =>
    start(which, { repeatedApprover });
  it("is asked twice, or counts once for both", () => {
    const twice = under("ask twice");
    twice.say("lead", "approve", "a");
    expect(twice.levels).toEqual({ a: "approved", b: "open" });
    const once = under("count once");
    once.say("lead", "approve", "a");
    expect(once.state!.status).toBe("approved");
    expect(decisionsAt(once, "b")).toMatchObject([{ by: "lead", countedFrom: "a" }]);
    // Only an approval of the whole counts, and a signature is not lent.
    const signed = under("count once", [levels[0]!, { ...levels[1]!, signature: true }]);
    signed.say("lead", "approve", "a");
    expect(signed.levels).toEqual({ a: "approved", b: "open" });
  });
  it("must differ: who decided does not decide again, and a level left without anybody is held", () => {
    const play = under("must differ");
    play.say("lead", "approve", "a");
    expect(play.say("lead", "approve", "b")).toContain("does not ask Lead");
    expect(play.say("boss", "approve", "b")).toBeNull();
    const both = under("must differ", [at("a", 1, ["lead", "head"]), at("b", 1, ["lead", "boss"])]);
    both.say("lead", "approve", "a");
    expect(both.say("lead", "approve", "b")).toContain("decided as a already");
    expect(both.held).toEqual([]);
    const alone = under("must differ", [at("a", 1, ["lead"]), at("b", 2, ["lead"])]);
    alone.say("lead", "approve", "a");
    expect(alone.held).toEqual(["no eligible approver"]);
    const beside = under("must differ", [at("a", 1, ["lead"]), at("b", 1, ["lead"])]);
    beside.say("lead", "approve", "a");
    expect(beside.held).toEqual(["no eligible approver"]);
    expect(beside.state!.status).toBe("waiting");
  });
  it("must differ: who decided elsewhere makes the quorum of others no smaller", () => {
    const half = { quorum: { kind: "majority" as const } };
    const play = under("must differ", [at("a", 1, ["lead", "una"]), at("b", 2, ["lead", "boss"], half)]);
    play.say("lead", "approve", "a");
    expect(play.levels).toEqual({ a: "approved", b: "not yet" });
    expect(play.state!.holds.at(-1)!.why).toEqual({
      code: "level blocked",
      values: {
        level: "b",
        why: { code: "too few eligible", values: { eligible: 1, needed: 2, twice: false, away: 0 } },
      },
    });
    const other = under("must differ", [at("a", 1, ["lead", "una"]), at("b", 2, ["lead", "boss"], half)]);
    other.say("una", "approve", "a");
    other.say("boss", "approve", "b");
    expect(other.levels).toEqual({ a: "approved", b: "open" });
  });
});

describe("questions and reminders", () => {
  const levels = [at("a", 1, ["lead"], { timeLimit: { amount: 1, unit: "working days" } })];
  it("go to anybody who is there, are answered by them alone, and stop no clock", () => {
    const play = start(levels);
    const { due } = play.state!.levels[0]!;
    expect(play.do("lead", { type: "ask", to: "gone", text: "Why?" })).toContain("somebody who works here");
    expect(play.do("lead", { type: "ask", to: "una", text: " " })).toBe("Write the question");
    expect(play.do("lead", { type: "ask", to: "una", text: "Is this the leased one?" })).toBeNull();
    expect(play.do("head", { type: "answer", question: 1, text: "Yes" })).toContain("Una was asked");
    expect(play.do("una", { type: "answer", question: 1, text: "Yes" })).toBeNull();
    expect(play.do("una", { type: "answer", question: 1, text: "Yes" })).toContain("answered already");
    expect(play.state!.questions).toMatchObject([{ by: "lead", to: "una", answer: { text: "Yes" } }]);
    expect(play.state!.levels[0]).toMatchObject({ status: "open", due });
  });
  it("by the requester reach those whose move it is, and not again at once", () => {
    const play = start(levels);
    expect(play.do("rui", { type: "remind", text: "The yard waits" })).toBeNull();
    expect(play.told.at(-1)).toMatchObject({ data: { to: ["lead"] } });
    expect(play.do("rui", { type: "remind", text: "" })).toContain("less than 4 hours ago");
    play.minute += 240;
    expect(play.do("rui", { type: "remind", text: "" })).toBeNull();
  });
});

/** What somebody is told of what would follow. */
function foretold(play: Play, who: string, id: string, say: Say): string[] {
  const state = play.state!;
  const level = state.levels.find((one) => one.level === id)!;
  return sayForetold(foretell(state, level, play.context(who), say), state, level, namesIn(directory, state, null));
}

describe("what will happen", () => {
  it("is said before it does: who is asked next, how many are missing, and what the last word sets going", () => {
    const quorum = { quorum: { kind: "n" as const, n: 2 } };
    const play = start([at("a", 1, ["lead", "head", "una"], quorum), at("b", 2, ["boss"])], {
      afterApproval: [{ kind: "post" }],
    });
    const say = (who: string, id: string, what: Say = "approve") => foretold(play, who, id, what);
    expect(say("lead", "a")).toEqual(["The chain goes on: 1 of Head and Una has to approve as a."]);
    expect(say("lead", "a", "decline")).toEqual(["D-0001 is declined, and the chain ends here: nobody else is asked."]);
    expect(say("lead", "a", "send back")).toEqual([
      "Rui corrects it; the chain then begins again with the next revision.",
    ]);
    play.say("lead", "approve", "a");
    expect(say("head", "a")).toEqual(["Then Boss is asked as b."]);
    expect(say("ana", "a")).toEqual([]);
    play.say("head", "approve", "a");
    expect(say("boss", "b")).toEqual([
      "D-0001 is approved: yours is the last word.",
      "Afterwards Bandeira does this: post it to the ledger.",
    ]);
  });

  it("a decline that counts against the number needed does not end the chain while two of three can still approve", () => {
    const counts = { quorum: { kind: "n" as const, n: 2 }, refusal: "counts" as const };
    const play = start([at("a", 1, ["lead", "head", "una"], counts)]);
    const declining = (who: string) => foretold(play, who, "a", "decline");
    expect(declining("lead")).toEqual(["The chain goes on: all of Head and Una have to approve as a."]);
    expect(play.do("lead", { type: "decline", level: "a", revision: 1, comment: "No" })).toBeNull();
    expect(declining("head")).toEqual(["D-0001 is declined, and the chain ends here: nobody else is asked."]);
  });
});
