import { describe, expect, it } from "vitest";
import { CASE_FORMAT } from "@/core/records";
import { forgedFrom, ours, python } from "../../../demo/test-evidence";
import { codes, person, testApp, value, type TestApp } from "../../../demo/test-app";
import { addAttachment } from "../documents/attachments";
import { zipped } from "../evidence/files";
import { monthsIn } from "../evidence/period";
import { newCommandId } from "../log/log";
import { caseFile, casePaper } from "./case-file";
import { findingsByMonth } from "./counted";
import { findingFile } from "./file";
import { lookoutForDesk } from "./for-desk";
import { JudgeSchema, judge } from "./judge";
import { keep, stretchOfLook } from "./look";
import { allFindings } from "./stored";
import { findingView } from "./view";
import { QUESTION_NAMES, type QuestionName } from "@/core/lookout";

const CONTROLLER = "benedita-corvo";
const AUDITOR = "tome-cardigos";
const PDF = new TextEncoder().encode("%PDF-1.4\n%%EOF\n");

/** A finding about the holder of one name, of two documents. */
function raised(about = "amadeu-lobato"): TestApp {
  const app = testApp();
  const asked = Object.fromEntries(QUESTION_NAMES.map((name) => [name, 1])) as Record<QuestionName, number>;
  const figures = {
    policy: "purchase-orders",
    level: "line-manager",
    month: "2026-02",
    at: [Date.parse("2026-02-03T10:00:00Z"), Date.parse("2026-02-04T10:00:00Z")],
    asked: [about],
  };
  const finding = {
    question: "lapses" as const,
    about: ["purchase-orders", "line-manager", "2026-02"],
    people: [about],
    documents: [],
    count: 2,
    chance: null,
    corrected: null,
    figures,
  };
  const stretch = stretchOfLook(app);
  keep(app, { ...stretch, documents: 2, decisions: 0, asked, findings: [finding] }, { actor: "system" });
  return app;
}

const idOf = (app: TestApp) => allFindings(app)[0]!.id;
const say = (app: TestApp, who: string, said: object) =>
  judge(app, person(app, who), idOf(app), JudgeSchema.parse({ command: newCommandId(), ...said }));
const brought = async (app: TestApp, who: string) =>
  value(await addAttachment(app, person(app, who), "letter.pdf", PDF));

describe("a case", () => {
  it("has a day and papers, which whoever may see it reads and nobody else", async () => {
    const app = raised();
    const paper = await brought(app, CONTROLLER);
    value(
      say(app, CONTROLLER, { type: "open case", assigned: AUDITOR, due: "2026-03-20", note: "Ask.", papers: [paper] }),
    );
    const view = findingView(app, person(app, AUDITOR), idOf(app))!;
    expect(view).toMatchObject({ state: "case", due: "2026-03-20", hasCase: true, assigned: "Tomé Cardigos" });
    expect(view.course.find(({ what }) => what === "case opened")).toMatchObject({
      due: "2026-03-20",
      papers: [paper],
    });
    const read = (who: string, hash = paper.hash) => casePaper(app, person(app, who), idOf(app), hash);
    expect(read(AUDITOR)).toMatchObject({ name: "letter.pdf", type: "application/pdf" });
    expect([read("amadeu-lobato"), read("noor-halvorsrud"), read(AUDITOR, "0".repeat(64))]).toEqual([null, null, null]);
  });
  it("takes papers of whoever brings them, as they are: an auditor who looks into it among them", async () => {
    const app = raised();
    const paper = await brought(app, CONTROLLER);
    value(say(app, CONTROLLER, { type: "open case", assigned: AUDITOR, note: "Ask." }));
    expect(codes(say(app, AUDITOR, { type: "note", note: "Here.", papers: [paper] }))).toBe("changed");
    const own = await brought(app, AUDITOR);
    expect(codes(say(app, AUDITOR, { type: "note", note: "Here.", papers: [{ ...own, size: 1 }] }))).toBe("changed");
    value(say(app, AUDITOR, { type: "note", note: "Here.", papers: [own] }));
    expect(casePaper(app, person(app, CONTROLLER), idOf(app), own.hash)?.name).toBe("letter.pdf");
  });
  it("is a file that is checked by itself: its figures, papers and history, and whatever is changed in it is found", async () => {
    const app = raised();
    const take = () => caseFile(app, person(app, AUDITOR), idOf(app));
    expect(codes(await take())).toBe("state");
    const paper = await brought(app, CONTROLLER);
    value(say(app, CONTROLLER, { type: "open case", assigned: AUDITOR, note: "Ask.", papers: [paper] }));
    value(say(app, AUDITOR, { type: "explain", reason: "The office was closed." }));
    const files = value(await take());
    const text = (name: string) => new TextDecoder().decode(files.get(name));
    expect(JSON.parse(text("manifest.json"))).toMatchObject({ format: CASE_FORMAT, finding: idOf(app) });
    expect(text("finding.csv")).toContain("Amadeu Lobato");
    const whole = zipped(files);
    expect([ours(whole), python(whole)]).toEqual([[], []]);
    // By both verifiers, though the manifest goes along with the change.
    const forged = (change: (changed: Map<string, Uint8Array>) => void) => {
      const bytes = forgedFrom(files, change);
      return [ours(bytes), python(bytes)].map((found) => found.length > 0);
    };
    const other = (name: string, was: string | RegExp, is: string) => (changed: Map<string, Uint8Array>) =>
      void changed.set(name, new TextEncoder().encode(text(name).replace(was, is)));
    const attachment = [...files.keys()].find((name) => name.startsWith("attachments/"))!;
    expect(forged((changed) => changed.delete(attachment))).toEqual([true, true]);
    expect(forged((changed) => changed.set("attachments/more.pdf", new Uint8Array([1])))).toEqual([true, true]);
    expect(forged(other("finding.json", "2026-02", "2026-01"))).toEqual([true, true]);
    expect(forged(other("events.json", "The office was closed.", "Nobody looked."))).toEqual([true, true]);
    expect(forged(other("people.json", "amadeu-lobato", "somebody-else"))).toEqual([true, true]);
    expect(forged(other("proof.json", /"root":"./, '"root":"x'))).toEqual([true, true]);
    expect(paper.hash.startsWith(attachment.split("/")[1]!.slice(0, 12))).toBe(true);
    expect(codes(await caseFile(app, person(app, "amadeu-lobato"), idOf(app)))).toBe("forbidden");
    const about = raised(CONTROLLER);
    expect(codes(await caseFile(about, person(about, CONTROLLER), idOf(about)))).toBe("unknown");
  });
});

describe("the figures of a finding", () => {
  it("stand in its table, each with what it is called, people by name and times as times", async () => {
    const app = raised();
    const view = findingView(app, person(app, AUDITOR), idOf(app))!;
    expect(view.figures).toEqual([
      ["Policy", "Purchase orders"],
      ["Level", "Line manager"],
      ["Month", "2026-02"],
      ["Who was asked", "Amadeu Lobato"],
      ["When", { moment: "2026-02-03T10:00:00.000Z" }, { moment: "2026-02-04T10:00:00.000Z" }],
    ]);
    expect(await findingFile(app, person(app, AUDITOR), idOf(app), "csv")).toContain("Who was asked,Amadeu Lobato");
  });
});

describe("what came of findings", () => {
  it("is counted by month", () => {
    const app = raised();
    value(say(app, CONTROLLER, { type: "open case", assigned: AUDITOR, note: "Ask." }));
    app.clock.set("2026-04-02T09:00:00.000Z");
    value(say(app, AUDITOR, { type: "rule changed", reason: "Nothing lapses any more.", policy: null }));
    const counted = findingsByMonth(app, monthsIn({ from: "2026-01-01", until: "2026-04-30" }, "WET"));
    expect(counted).toEqual([
      { month: "2026-03", raised: 1, explained: 0, cases: 1, rulesChanged: 0 },
      { month: "2026-04", raised: 0, explained: 0, cases: 0, rulesChanged: 1 },
    ]);
  });
});

describe("what of the lookout waits for somebody", () => {
  it("is what nobody has judged and the cases that are with them, the first by day; nothing for others, nor about themselves", () => {
    const app = raised();
    const desk = (who: string) => lookoutForDesk(app, person(app, who));
    expect(desk(AUDITOR)).toEqual({ open: 1, cases: [] });
    expect(desk("noor-halvorsrud")).toBeNull();
    value(say(app, CONTROLLER, { type: "open case", assigned: AUDITOR, due: "2026-03-20", note: "Ask." }));
    expect(desk(AUDITOR)).toEqual({ open: 0, cases: [{ id: idOf(app), due: "2026-03-20" }] });
    expect(desk(CONTROLLER)).toEqual({ open: 0, cases: [] });
    value(say(app, AUDITOR, { type: "explain", reason: "The office was closed." }));
    expect(desk(AUDITOR)).toEqual({ open: 0, cases: [] });
    const about = raised(CONTROLLER);
    expect(lookoutForDesk(about, person(about, CONTROLLER))).toEqual({ open: 0, cases: [] });
  });
});
