// One letter of every occasion there is, each by the event that writes it: to whom, and what it must state.
import { describe, expect, it } from "vitest";
import { occasions, type Occasion } from "@/core/messages";
import type { PolicyInput } from "@/core/policy";
import { testOrder, value, type TestApp } from "../../../demo/test-app";
import { booksApp, command, submit } from "../../../demo/test-books";
import { withLevel, type LevelInput } from "../../../demo/test-levels";
import { readState } from "../documents/state";
import { fireTimers } from "../time/timers";

type Story = {
  level?: Partial<LevelInput>;
  policy?: Partial<PolicyInput>;
  more?: LevelInput[];
  act?(app: TestApp, id: string): void;
  to: string;
  says: string[];
};

const hour = { amount: 1, unit: "working hours" as const };
const say = (app: TestApp, id: string, by: string, type: "approve" | "decline" | "send back", comment: string) =>
  value(command(app, by, id, { type, level: "own", revision: 1, comment }));
const late = (app: TestApp) => {
  app.clock.set("2026-03-10T12:00:00.000Z");
  fireTimers(app);
};
const further = (id: string, name: string, stage: number, mark: "approves" | "told"): LevelInput => ({
  id,
  name,
  stage,
  marks: [mark],
  approvers: { kind: "people", people: mark === "told" ? ["petra-zimbral"] : ["petra-zimbral", "duarte-anselmo"] },
});

/** Noor Halvorsrud orders rope for 600.00; Rui Tavares or Teodora Lins is asked at “Own level”. Total, so that an occasion without a story does not compile. */
const STORIES: Readonly<Record<Occasion, Story>> = {
  submitted: {
    policy: { messages: [{ on: "submitted", to: "requester" }] },
    to: "noor-halvorsrud",
    says: ["Noor Halvorsrud has submitted Rope, 600.00 EUR", "It goes first to Rui Tavares or Teodora Lins."],
  },
  opened: {
    to: "rui-tavares",
    says: ["Rope, 600.00 EUR", "asked for by Noor Halvorsrud", "You are asked as Own level"],
  },
  approved: {
    act: (app, id) => say(app, id, "rui-tavares", "approve", "Fine"),
    to: "noor-halvorsrud",
    says: ["Rope, 600.00 EUR, is approved.", "Rui Tavares had the last word.", "“Fine”"],
  },
  "sent back": {
    act: (app, id) => say(app, id, "rui-tavares", "send back", "Two quotes"),
    to: "noor-halvorsrud",
    says: ["Rui Tavares sent back Rope, 600.00 EUR, to be corrected.", "“Two quotes”"],
  },
  declined: {
    act: (app, id) => say(app, id, "rui-tavares", "decline", "Not now"),
    to: "noor-halvorsrud",
    says: ["Rope, 600.00 EUR, is declined.", "Rui Tavares had the last word.", "“Not now”"],
  },
  "handed over": {
    level: { handOver: "to anyone eligible" },
    act: (app, id) => {
      const over = {
        type: "hand over" as const,
        level: "own",
        revision: 1,
        to: "petra-zimbral",
        comment: "Your field",
      };
      value(command(app, "rui-tavares", id, over));
    },
    to: "petra-zimbral",
    says: ["Rui Tavares handed Own level over: Rope, 600.00 EUR, asked for by Noor Halvorsrud.", "“Your field”"],
  },
  overdue: {
    level: { timeLimit: hour, overdue: "named person", overduePerson: "petra-zimbral" },
    act: late,
    to: "noor-halvorsrud",
    says: ["Rui Tavares or Teodora Lins did not answer in time.", "It was passed on to Petra Zimbral."],
  },
  reminder: {
    level: { timeLimit: { ...hour, amount: 2 }, reminders: [{ before: true, after: hour, to: "approver" }] },
    act: (app) => {
      app.clock.set("2026-03-10T10:30:00.000Z");
      fireTimers(app);
    },
    to: "rui-tavares",
    says: ["Rope, 600.00 EUR, waits for Rui Tavares or Teodora Lins.", "An answer is due 10 Mar 2026 at "],
  },
  question: {
    act: (app, id) => void value(command(app, "rui-tavares", id, { type: "ask", to: "petra-zimbral", text: "Hemp?" })),
    to: "petra-zimbral",
    says: ["Rui Tavares asks about Rope, 600.00 EUR:", "“Hemp?”"],
  },
  answer: {
    act: (app, id) => {
      value(command(app, "rui-tavares", id, { type: "ask", to: "noor-halvorsrud", text: "Hemp?" }));
      value(command(app, "noor-halvorsrud", id, { type: "answer", question: 1, text: "Steel" }));
    },
    to: "rui-tavares",
    says: ["Noor Halvorsrud answers about Rope, 600.00 EUR:", "“Steel”"],
  },
  told: {
    more: [further("harbour", "Harbour office", 1, "told")],
    to: "petra-zimbral",
    says: ["Rope, 600.00 EUR", "You are notified as Harbour office; nothing is asked of you."],
  },
  reopened: {
    more: [further("after", "Afterwards", 2, "approves"), further("last", "In the end", 3, "approves")],
    act: (app, id) => {
      say(app, id, "rui-tavares", "approve", "Fine");
      // Approves the second of three levels, and has to again, though not before the first has.
      const second = { type: "approve" as const, level: "after", revision: 1, comment: "" };
      value(command(app, "petra-zimbral", id, second));
      const { document } = readState(app.db, id)!;
      const dearer = { ...testOrder(90_000), requester: document.requester };
      value(command(app, "noor-halvorsrud", id, { type: "revise", revision: 1, document: dearer }));
    },
    to: "petra-zimbral",
    says: ["Rope, 900.00 EUR", "of Noor Halvorsrud", "600.00 EUR"],
  },
  lapse: {
    level: { timeLimit: hour, overdue: "approve by lapse" },
    act: late,
    to: "noor-halvorsrud",
    says: [
      "nobody answered as Own level in time, and by the policy that counts as approval.",
      "Rui Tavares or Teodora Lins did not decide.",
    ],
  },
};

describe("a letter of every occasion", () => {
  it.each(occasions)("%s: to whom it concerns, and all that it must state", (occasion) => {
    const { level = {}, policy = {}, more = [], act, to, says } = STORIES[occasion];
    const app = booksApp();
    withLevel(app, level, policy, more);
    const { id } = submit(app, testOrder(60_000));
    act?.(app, id);
    const letters = app.db
      .prepare("SELECT subject, body FROM letter WHERE document = ? AND occasion = ? AND person = ?")
      .all(id, occasion, to) as { subject: string; body: string }[];
    expect(letters).toHaveLength(1);
    for (const words of says) expect(letters[0]!.body).toContain(words);
    expect(letters[0]!.subject).toContain(readState(app.db, id)!.number);
    // Nothing that was to be filled in stands open.
    expect(`${letters[0]!.subject}${letters[0]!.body}`).not.toMatch(/[{}]|undefined|null/);
  });
});
