import { describe, expect, it } from "vitest";
import { QUESTION_NAMES, USUAL_LOOKOUT, type FindingBody, type QuestionName } from "@/core/lookout";
import { codes, person, testApp, testOrder, value, type TestApp } from "../../../demo/test-app";
import { commandDocument, enterDocument } from "../documents/commands";
import { eventsOf, newCommandId } from "../log/log";
import { rebuild } from "../log/rebuild";
import { countEvents, findEvents } from "../logbook/events";
import { readDraft } from "../policies/drafts";
import { readReferenceData } from "../reference-data";
import { activityIn } from "./activity";
import { findingFile } from "./file";
import type { z } from "zod";
import { JudgeSchema, judge } from "./judge";
import { find, keep, lastLook, stretchOfLook } from "./look";
import { beginMend } from "./mend";
import { noteOpening, openingsSince } from "./opening";
import { lookoutSettings, setLookout } from "./settings";
import { allFindings } from "./stored";
import { findingView, lookoutView } from "./view";

const CONTROLLER = "benedita-corvo";
const AUDITOR = "tome-cardigos";

/** Somebody in haste, of so many documents. */
function haste(who: string, count: number): FindingBody {
  const documents = Array.from({ length: count }, (_, index) => `po-${index}`);
  return {
    question: "haste",
    about: [who],
    people: [who],
    documents,
    count,
    chance: 1e-6,
    corrected: 1e-4,
    figures: { person: who, times: count, of: 40, others: { mean: 0.02, alike: 0.02 }, seconds: [4], limit: 6 },
  };
}

const asked = Object.fromEntries(QUESTION_NAMES.map((name) => [name, 1])) as Record<QuestionName, number>;

function kept(app: TestApp, ...findings: FindingBody[]) {
  const stretch = stretchOfLook(app);
  return keep(app, { ...stretch, documents: 40, decisions: 40, asked, findings }, { actor: "system" }).raised;
}

type Sent = z.input<typeof JudgeSchema>;
type Given = { [T in Sent["type"]]: Omit<Extract<Sent, { type: T }>, "command"> }[Sent["type"]] & { command?: string };
const only = (app: TestApp) => allFindings(app)[0]!;
const say = (app: TestApp, who: string, judgement: Given) =>
  judge(app, person(app, who), only(app).id, JudgeSchema.parse({ command: newCommandId(), ...judgement }));

describe("what a look keeps", () => {
  it("is raised once, and brought up to date while nobody has judged it", () => {
    const app = testApp();
    expect(kept(app, haste("amadeu-lobato", 20))).toEqual({ fresh: 1, again: 0 });
    expect(kept(app, haste("amadeu-lobato", 20))).toEqual({ fresh: 0, again: 0 });
    expect(kept(app, haste("amadeu-lobato", 21))).toEqual({ fresh: 0, again: 1 });
    expect(allFindings(app).map(({ state, body }) => [state, body.count])).toEqual([["open", 21]]);
  });
  it("does not come back once it was explained, unless a quarter more has come of it", () => {
    const app = testApp();
    kept(app, haste("amadeu-lobato", 20));
    value(say(app, CONTROLLER, { type: "explain", reason: "He reads them on paper first." }));
    expect(kept(app, haste("amadeu-lobato", 24))).toEqual({ fresh: 0, again: 0 });
    expect(only(app).state).toBe("explained");
    expect(kept(app, haste("amadeu-lobato", 25))).toEqual({ fresh: 0, again: 1 });
    expect(only(app)).toMatchObject({ state: "open", body: { count: 25 } });
  });
  it("is a case while it is one, whatever more comes of it", () => {
    const app = testApp();
    kept(app, haste("amadeu-lobato", 20));
    value(say(app, CONTROLLER, { type: "open case", assigned: AUDITOR, note: "Ask him how he reads them." }));
    kept(app, haste("amadeu-lobato", 60));
    expect(only(app)).toMatchObject({ state: "case", assigned: AUDITOR, body: { count: 60 } });
  });
  it("is made again from the log as it was", () => {
    const app = testApp();
    kept(app, haste("amadeu-lobato", 20), haste("ines-valadim", 30));
    value(say(app, CONTROLLER, { type: "explain", reason: "Known." }));
    const before = [allFindings(app), lastLook(app), lookoutSettings(app)];
    rebuild(app.db);
    expect([allFindings(app), lastLook(app), lookoutSettings(app)]).toEqual(before);
  });
  it("of an organisation in which nothing was sent is nothing, and that it was looked is known", () => {
    const app = testApp();
    keep(app, find(app, stretchOfLook(app)), { actor: CONTROLLER });
    expect(lastLook(app)).toMatchObject({ by: CONTROLLER, body: { documents: 0, raised: { fresh: 0, again: 0 } } });
    expect(lookoutView(app, person(app, CONTROLLER)).nothing).toHaveLength(QUESTION_NAMES.length);
  });
});

describe("who sees and judges", () => {
  it("is whoever has the right, and nobody whom it is about: they hear of no finding", () => {
    const app = testApp();
    kept(app, haste(CONTROLLER, 20));
    const { id } = only(app);
    expect(lookoutView(app, person(app, CONTROLLER)).findings).toEqual([]);
    expect(findingView(app, person(app, CONTROLLER), id)).toBeNull();
    // Nor do they tell by what is missing, nor by the log, which a controller reads.
    expect(lookoutView(app, person(app, CONTROLLER)).nothing).toHaveLength(QUESTION_NAMES.length);
    expect(findEvents(app, { type: "finding raised" }, person(app, CONTROLLER)).rows).toEqual([]);
    expect(countEvents(app, { type: "finding raised" }, person(app, CONTROLLER))).toBe(0);
    expect(codes(say(app, CONTROLLER, { type: "explain", reason: "It is nothing." }))).toBe("unknown");
    expect(
      codes(judge(app, person(app, CONTROLLER), "none", { type: "explain", reason: "x", command: newCommandId() })),
    ).toBe("unknown");
    expect(codes(say(app, "noor-halvorsrud", { type: "explain", reason: "Let me." }))).toBe("forbidden");
    expect(findingView(app, person(app, "noor-halvorsrud"), id)).toBeNull();
    expect(findingView(app, person(app, AUDITOR), id)?.acts).toContain("explain");
  });
  it("whom it was about once is never asked again, also when it has come to be about others", () => {
    const app = testApp();
    kept(app, haste("amadeu-lobato", 20));
    kept(app, { ...haste("amadeu-lobato", 30), people: [CONTROLLER] });
    expect(only(app).people).toEqual(["amadeu-lobato", CONTROLLER]);
    expect(findingView(app, person(app, CONTROLLER), only(app).id)).toBeNull();
  });
  it("a case is given to somebody who may see it", () => {
    const app = testApp();
    kept(app, haste("amadeu-lobato", 20));
    for (const assigned of ["noor-halvorsrud", "amadeu-lobato", "nobody"])
      expect(codes(say(app, CONTROLLER, { type: "open case", assigned, note: "Look." }))).toBe("assigned");
    expect(only(app).state).toBe("open");
  });
  it("what cannot be done in a state is refused, and what was sent twice is done once", () => {
    const app = testApp();
    kept(app, haste("amadeu-lobato", 20));
    expect(codes(say(app, CONTROLLER, { type: "note", note: "x" }))).toBe("state");
    const command = newCommandId();
    const twice = () => say(app, CONTROLLER, { type: "explain", reason: "Known.", command });
    expect([codes(twice()), codes(twice())]).toEqual(["done", "done"]);
    expect(codes(say(app, AUDITOR, { type: "rule changed", reason: "x", policy: null }))).toBe("state");
    value(say(app, AUDITOR, { type: "reopen", reason: "It is not that." }));
    expect(only(app).state).toBe("open");
    expect(eventsOf(app.db, `finding:${only(app).id}`).map(({ type }) => type)).toEqual([
      "finding raised",
      "finding explained",
      "finding reopened",
    ]);
  });
});

describe("a finding that is looked at", () => {
  it("is noted in the log, once a day for each who looks", () => {
    const app = testApp();
    kept(app, haste("amadeu-lobato", 20));
    const { id } = only(app);
    const looks = () => eventsOf(app.db, `finding:${id}`).filter(({ type }) => type === "finding shown").length;
    findingView(app, person(app, CONTROLLER), id);
    findingView(app, person(app, CONTROLLER), id);
    findingView(app, person(app, AUDITOR), id);
    expect(looks()).toBe(2);
    app.clock.set("2026-03-11T09:00:00.000Z");
    findingView(app, person(app, CONTROLLER), id);
    expect(looks()).toBe(3);
  });
  it("names nobody until there is a case, where the organisation says so", async () => {
    const app = testApp();
    kept(app, haste("amadeu-lobato", 20));
    const command = { type: "set" as const, command: newCommandId(), reason: "As agreed with the works council." };
    expect(codes(setLookout(app, person(app, AUDITOR), { ...command, settings: USUAL_LOOKOUT }))).toBe("forbidden");
    value(setLookout(app, person(app, CONTROLLER), { ...command, settings: { ...USUAL_LOOKOUT, hidesNames: true } }));
    const view = () => findingView(app, person(app, CONTROLLER), only(app).id)!;
    const file = () => findingFile(app, person(app, CONTROLLER), only(app).id, "csv");
    expect(view().title).toBe("Person 1 decides in seconds");
    expect(view().people["amadeu-lobato"]).toBe("Person 1");
    expect(await file()).not.toContain("Amadeu");
    value(say(app, CONTROLLER, { type: "open case", assigned: CONTROLLER, note: "Ask." }));
    expect(view().title).toBe("Amadeu Lobato decides in seconds");
    expect(await file()).toContain("Amadeu Lobato decides in seconds");
    expect(await findingFile(app, person(app, "amadeu-lobato"), only(app).id, "csv")).toBeNull();
  });
  it("says how likely chance is, and what came of it", () => {
    const app = testApp();
    kept(app, haste("amadeu-lobato", 20));
    value(say(app, CONTROLLER, { type: "open case", assigned: AUDITOR, note: "Ask him." }));
    value(say(app, AUDITOR, { type: "note", note: "He reads on paper." }));
    value(
      say(app, AUDITOR, { type: "rule changed", reason: "A level asks for a comment now.", policy: "purchase-orders" }),
    );
    const view = findingView(app, person(app, CONTROLLER), only(app).id)!;
    expect(view.chance).toContain("no more than one in 10,000");
    expect(view.state).toBe("rule changed");
    expect(view.course.map(({ what, by, to, text }) => [what, by, to, text])).toEqual([
      ["finding raised", "Bandeira", null, ""],
      ["case opened", "Benedita Corvo", "Tomé Cardigos", "Ask him."],
      ["case noted", "Tomé Cardigos", null, "He reads on paper."],
      ["rule changed", "Tomé Cardigos", null, "A level asks for a comment now."],
      ["finding shown", "Benedita Corvo", null, ""],
    ]);
    expect(view.acts).toEqual(["reopen"]);
  });
});

describe("what would mend a finding", () => {
  const crowd = (app: TestApp): FindingBody => {
    const { policy } = readReferenceData(app).versions.find((one) => one.policy.id === "purchase-orders")!;
    const { id: section, thresholds } = policy.sections.at(-1)!;
    const threshold = thresholds.at(-1)!;
    const rule = {
      documentType: policy.documentType,
      policy: policy.id,
      section,
      currency: policy.currency,
      threshold,
    };
    const figures = { ...rule, under: 20, expected: 8, of: 40, width: 1_000, stretches: [], requesters: [] };
    return { ...haste("amadeu-lobato", 20), question: "crowding", about: ["purchase-orders"], figures };
  };
  it("begins a draft with the change made, once, and leaves alone what somebody else is writing", () => {
    const app = testApp();
    kept(app, crowd(app));
    const { id } = only(app);
    const begin = (who: string, remedy: "measure total" | "move threshold") =>
      beginMend(app, person(app, who), id, { remedy });
    const { remedies, mayBegin } = findingView(app, person(app, CONTROLLER), id)!;
    expect(remedies.map(({ code }) => code)).toEqual(["measure total", "move threshold"]);
    expect(remedies[0]!.said).toContain("total with the same supplier over 30 days");
    expect([mayBegin, findingView(app, person(app, AUDITOR), id)!.mayBegin]).toEqual([true, false]);
    expect(codes(begin(AUDITOR, "measure total"))).toBe("forbidden");
    expect([codes(begin(CONTROLLER, "measure total")), codes(begin(CONTROLLER, "measure total"))]).toEqual([
      "done",
      "done",
    ]);
    expect(readDraft(app, "purchase-orders")).toMatchObject({
      revision: 1,
      authors: [CONTROLLER],
      policy: { measure: { kind: "supplierTotal", days: 30 } },
    });
    expect(codes(begin(CONTROLLER, "move threshold"))).toBe("already");
  });
  it("is nobody's whom the finding is about, and nothing where no rule would", () => {
    const app = testApp();
    kept(app, { ...crowd(app), people: [CONTROLLER] });
    expect(codes(beginMend(app, person(app, CONTROLLER), only(app).id, { remedy: "measure total" }))).toBe("unknown");
    const other = testApp();
    kept(other, haste("amadeu-lobato", 20));
    expect(codes(beginMend(other, person(other, CONTROLLER), only(other).id, { remedy: "measure total" }))).toBe(
      "changed",
    );
    expect(readDraft(other, "purchase-orders")).toBeNull();
  });
});

describe("what was declined, withdrawn or replaced by a change of it", () => {
  it("is told from what counts", () => {
    const app = testApp();
    const requester = person(app, "noor-halvorsrud");
    const ids = [20_000, 21_000, 22_000].map((minor) => {
      const order = testOrder(minor);
      const { id } = value(enterDocument(app, requester, order, newCommandId()));
      return value(commandDocument(app, requester, id, { type: "submit", document: order }, newCommandId())).id;
    });
    const live = () => [...activityIn(app, stretchOfLook(app)).documents.live];
    expect(live()).toEqual([1, 1, 1]);
    // As the projection has it of a change order that was approved.
    app.db.prepare("UPDATE document SET refers = upper(?), status = 'approved' WHERE id = ?").run(ids[0], ids[1]);
    app.db.prepare("UPDATE document SET status = 'withdrawn' WHERE id = ?").run(ids[2]);
    expect(live()).toEqual([0, 1, 0]);
  });
});

describe("how long a document was open before a decision", () => {
  it("is counted from when somebody first opened it after they were asked; where that is not known, from when they were asked", () => {
    const app = testApp();
    const order = testOrder(60_000);
    const requester = person(app, order.requester);
    const { id } = value(enterDocument(app, requester, order, newCommandId()));
    value(commandDocument(app, requester, id, { type: "submit", document: order }, newCommandId()));
    const approver = person(app, "rui-tavares");
    const at = (time: string) => app.clock.set(`2026-03-10T${time}:00.000Z`);
    noteOpening(app, person(app, "noor-halvorsrud"), id);
    at("10:00");
    noteOpening(app, approver, id);
    at("11:00");
    noteOpening(app, approver, id);
    const opened = openingsSince(app, "2026-01-01T00:00:00.000Z");
    const between = (asked: string, decided: string) =>
      opened(id, approver.id, Date.parse(`2026-03-10T${asked}:00Z`), Date.parse(`2026-03-10T${decided}:00Z`));
    expect(between("09:10", "12:00")).toBe(Date.parse("2026-03-10T10:00:00Z"));
    expect(between("09:10", "09:30")).toBeNull();
    expect(between("10:30", "12:00")).toBeNull();
    expect(opened(id, "noor-halvorsrud", 0, Date.now())).toBeNull();
    const approve = { type: "approve", level: "line-manager", revision: 1, comment: "" } as const;
    value(commandDocument(app, approver, id, approve, newCommandId()));
    at("12:00");
    const { decisions, people, documents } = activityIn(app, stretchOfLook(app));
    expect([decisions.count, people[decisions.person[0]!], decisions.opened[0]]).toEqual([
      1,
      "rui-tavares",
      Date.parse("2026-03-10T10:00:00Z"),
    ]);
    expect(documents.rule.values).toMatchObject([{ policy: "purchase-orders", adds: true }]);
    expect(documents.compared[0]).toBe(60_000);
  });
});
