import { describe, expect, it } from "vitest";
import { activeHolds } from "@/core/approval";
import { QUESTION_NAMES, USUAL_LOOKOUT, type FindingBody, type QuestionName } from "@/core/lookout";
import type { PolicyInput } from "@/core/policy";
import { orderPolicy } from "../../../demo/policy";
import { reviewedInForce } from "../../../demo/put-in-force";
import { person, testApp, testOrder, value, type TestApp } from "../../../demo/test-app";
import { commandDocument, enterDocument } from "../documents/commands";
import { viewDocument } from "../documents/queries";
import { readState } from "../documents/state";
import { lookAtFindings } from "../ledger/work";
import { newCommandId } from "../log/log";
import { linesForApprover } from "./for-approvers";
import { judge } from "./judge";
import { find, keep, lastLook, stretchOfLook } from "./look";
import { isLookDue, lookInTheMorning } from "./morning";
import { setLookout } from "./settings";
import { allFindings } from "./stored";

const CONTROLLER = "benedita-corvo";
const REQUESTER = "noor-halvorsrud";
const MANAGER = "rui-tavares";
const flag = { kind: "flag" as const, field: "lookedInto", is: true };

/** The order policy with more of it, in force from that day on. */
function inForce(more: Partial<PolicyInput>, sections = orderPolicy.sections): TestApp {
  const app = testApp();
  const plan = { policy: { ...orderPolicy, ...more, sections }, basedOn: 1, note: "", from: "2026-03-10" };
  reviewedInForce(app, newCommandId, { ...plan, letStand: "As agreed." });
  return app;
}

function send(app: TestApp, minor: number): string {
  const order = testOrder(minor);
  const requester = person(app, order.requester);
  const { id } = value(enterDocument(app, requester, order, newCommandId()));
  value(commandDocument(app, requester, id, { type: "submit", document: order }, newCommandId()));
  return id;
}

/** Orders of one requester that were divided. */
function divided(documents: readonly string[], people = [REQUESTER]): FindingBody {
  const { supplier, documentType } = testOrder(1);
  return {
    question: "splitting",
    about: ["purchase-orders", "everything-else", "person", REQUESTER, supplier],
    people,
    documents,
    count: documents.length,
    chance: 1e-6,
    corrected: 1e-4,
    figures: {
      documentType,
      policy: "purchase-orders",
      section: "everything-else",
      currency: "EUR",
      threshold: { amount: 500_000, exact: "below" },
      by: { kind: "person", id: REQUESTER },
      unit: "engineering",
      parties: [supplier],
      days: 1,
      of: documents.length,
      expected: 0.1,
      clusters: [{ documents: [...documents], sum: 900_000 }],
    },
  };
}

function raise(app: TestApp, ...findings: FindingBody[]): void {
  const asked = Object.fromEntries(QUESTION_NAMES.map((name) => [name, 1])) as Record<QuestionName, number>;
  keep(app, { ...stretchOfLook(app), documents: 2, decisions: 0, asked, findings }, { actor: "system" });
}

const holdsOf = (app: TestApp, id: string) => activeHolds(readState(app.db, id)!).map(({ code }) => code);

describe("a finding about a document that waits", () => {
  const linesOf = (app: TestApp, who: string, id: string) => {
    const { state, version } = value(viewDocument(app, person(app, MANAGER), id));
    return linesForApprover(app, who, state, version);
  };
  it("stands on it in one line for whoever decides, where its policy says so, and for nobody else", () => {
    const app = inForce({ tellsFindings: true });
    const [one, other] = [send(app, 450_000), send(app, 450_000)];
    raise(app, divided([one, other]));
    const { supplier } = testOrder(1);
    expect(linesOf(app, MANAGER, one)).toEqual([`2 orders to ${supplier} within a day, 9,000.00 EUR together`]);
    expect(linesOf(app, REQUESTER, one)).toEqual([]);
    // The next of them is told of those before.
    expect(linesOf(app, MANAGER, send(app, 450_000))).toEqual([
      `2 orders to ${supplier} before, which passed 5,000.00 EUR together though none did alone`,
    ]);
    const silent = testApp();
    const alone = send(silent, 450_000);
    raise(silent, divided([alone]));
    expect(linesOf(silent, MANAGER, alone)).toEqual([]);
  });
  it("names nobody: what is about a person and not about the document is no line", () => {
    const app = inForce({ tellsFindings: true });
    const id = send(app, 450_000);
    const { supplier } = testOrder(1);
    const one = { ...divided([id]), people: ["leonel-viegas"], chance: null, corrected: null };
    const done = [{ duty: "approve" as const, at: 0, document: id }];
    const figures = { person: "leonel-viegas", party: supplier, duties: ["approve" as const], done };
    raise(
      app,
      { ...one, question: "dutiesMet", about: ["leonel-viegas", supplier], figures },
      {
        ...one,
        question: "bankChanges",
        about: [supplier, "0"],
        figures: {
          party: supplier,
          person: "leonel-viegas",
          changed: Date.parse("2026-03-02T10:00Z"),
          checked: false,
          paid: [],
        },
      },
    );
    expect(linesOf(app, MANAGER, id)).toEqual([
      `The bank account of ${supplier} changed on 2 Mar 2026, shortly before a payment`,
    ]);
  });
  it("leaves no trace on the document, which others read, where no policy asks for it", () => {
    const app = inForce({ tellsFindings: true });
    raise(app, divided([send(app, 450_000)]));
    expect(readState(app.db, send(app, 450_000))!.around).not.toHaveProperty("lookedInto");
  });
  it("says nothing to an approver whom it is about", () => {
    const app = inForce({ tellsFindings: true });
    const id = send(app, 450_000);
    raise(app, divided([id], [REQUESTER, MANAGER]));
    expect(linesOf(app, MANAGER, id)).toEqual([]);
  });
});

describe("a policy that asks for open findings", () => {
  it("holds what waits once one is raised, and lets it go once it is closed", () => {
    const app = inForce({ holds: [{ reason: "Looked into", blocks: ["send"], when: flag }] });
    const [one, other] = [send(app, 450_000), send(app, 450_000)];
    expect(lookAtFindings(app)).toEqual([]);
    raise(app, divided([one]));
    lookAtFindings(app);
    // Of the same requester and supplier both: the finding is about what they send next as well.
    expect([holdsOf(app, one), holdsOf(app, other)]).toEqual([["Looked into"], ["Looked into"]]);
    expect(holdsOf(app, send(app, 430_000))).toEqual(["Looked into"]);
    const [finding] = allFindings(app);
    value(
      judge(app, person(app, CONTROLLER), finding!.id, {
        type: "explain",
        reason: "Two cranes.",
        command: newCommandId(),
      }),
    );
    lookAtFindings(app);
    expect([holdsOf(app, one), holdsOf(app, other)]).toEqual([[], []]);
    expect(holdsOf(app, send(app, 440_000))).toEqual([]);
  });
  it("asks one more level of what is sent while it is open", () => {
    const sections = orderPolicy.sections.map((section) =>
      section.id === "everything-else"
        ? {
            ...section,
            levels: [
              ...section.levels,
              {
                id: "second-look",
                name: "Second look",
                stage: 4,
                marks: section.bands.map(() => "approves" as const).map((mark, band) => (band === 0 ? "none" : mark)),
                approvers: { kind: "people" as const, people: ["rosalind-amado", "leonel-viegas"] },
                when: flag,
              },
            ],
          }
        : section,
    );
    const app = inForce({}, sections as PolicyInput["sections"]);
    const first = send(app, 450_000);
    const levelsOf = (id: string) => readState(app.db, id)!.levels.filter(({ status }) => status !== "passed over");
    expect(levelsOf(first).map(({ level }) => level)).not.toContain("second-look");
    raise(app, divided([first]));
    expect(levelsOf(send(app, 450_000)).map(({ level }) => level)).toContain("second-look");
  });
});

describe("a morning’s look", () => {
  it("is due once its time of day has come and something happened since the last one, and is made in a thread", async () => {
    const app = testApp();
    expect(isLookDue(app)).toBe(false);
    send(app, 450_000);
    expect(isLookDue(app)).toBe(true);
    expect(await lookInTheMorning(app)).toBe(true);
    expect(lastLook(app)).toMatchObject({ by: "system", body: { documents: 1 } });
    expect(await lookInTheMorning(app)).toBe(false);
    // The next day, at its time where the organisation is, and by what was set since.
    app.clock.set("2026-03-11T10:00:00.000Z");
    expect(isLookDue(app)).toBe(false);
    send(app, 60_000);
    expect(isLookDue(app)).toBe(true);
    const settings = { ...USUAL_LOOKOUT, at: "10:30" };
    const set = { type: "set" as const, command: newCommandId(), settings, reason: "After the post." };
    value(setLookout(app, person(app, CONTROLLER), set));
    expect(isLookDue(app)).toBe(true);
    app.clock.set("2026-03-11T11:00:00.000Z");
    keep(app, find(app, stretchOfLook(app)), { actor: CONTROLLER });
    app.clock.set("2026-03-12T10:29:00.000Z");
    send(app, 60_000);
    expect(isLookDue(app)).toBe(false);
    app.clock.set("2026-03-12T10:30:00.000Z");
    expect(isLookDue(app)).toBe(true);
  });
});
