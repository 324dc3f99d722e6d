// Every letter is written from its event: for each kind of event that writes one, what it must state; and as a property of whole stories, that no letter names an amount or
// a person that is in neither its event nor the document as it was then.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { DocumentEvent, DocumentState } from "@/core/approval";
import { evolve } from "@/core/approval";
import { documentType } from "@/core/documents";
import { claim, claimLine } from "@/core/fixtures";
import { formatMoney } from "@/core/money";
import type { PolicyInput } from "@/core/policy";
import { reviewedInForce } from "../../../demo/put-in-force";
import { withLevel, type LevelInput } from "../../../demo/test-levels";
import { claimPolicy } from "../../../demo/further-policies";
import { testOrder, value, type TestApp } from "../../../demo/test-app";
import { booksApp, command, submit } from "../../../demo/test-books";
import { readState } from "../documents/state";
import { eventsOf, newCommandId } from "../log/log";
import { opened } from "../log/sealed";
import { fireTimers } from "../time/timers";
import { readReferenceData } from "../reference-data";

type Letter = {
  id: number;
  person: string | null;
  recipient: string;
  occasion: string | null;
  subject: string;
  body: string;
};
const lettersOf = (app: TestApp, id: string, occasion?: string) =>
  (app.db.prepare("SELECT * FROM letter WHERE document = ? ORDER BY id").all(id) as Letter[]).filter(
    (one) => !occasion || one.occasion === occasion,
  );
const openLevel = (app: TestApp, id: string) => readState(app.db, id)!.levels.find((one) => one.status === "open")!;

describe("each letter, from its event", () => {
  it("approved in part: what is left and what was not approved, with who said so", () => {
    const app = booksApp();
    const lines = [
      claimLine({ claimed: 24_420, description: "Train" }),
      claimLine({ claimed: 18_480, description: "Suite" }),
    ];
    const { id } = submit(
      app,
      claim(lines, { requester: "noor-halvorsrud", unit: "engineering", payee: "noor-halvorsrud" }),
    );
    const { level, pool } = openLevel(app, id);
    const refused = [{ part: "line 2", allowed: null }];
    value(command(app, pool[0]!, id, { type: "approve", level, revision: 1, comment: "No suites", refused }));
    for (let state = readState(app.db, id)!; state.status === "waiting"; state = readState(app.db, id)!) {
      const next = openLevel(app, id);
      value(command(app, next.pool[0]!, id, { type: "approve", level: next.level, revision: 1, comment: "" }));
    }
    const [letter] = lettersOf(app, id, "approved").filter((one) => one.person === "noor-halvorsrud");
    expect(letter!.body).toContain("244.20 EUR, is approved");
    expect(letter!.body).not.toContain("429.00");
    expect(letter!.body).toMatch(/Not approved: .*Suite/);
  });

  it("overdue: who was late, and to whom it passed, each by name and once", () => {
    const app = booksApp();
    withLevel(app, {
      timeLimit: { amount: 1, unit: "working hours" },
      overdue: "named person",
      overduePerson: "petra-zimbral",
    });
    const { id } = submit(app, testOrder(60_000));
    app.clock.set("2026-03-10T12:00:00.000Z");
    fireTimers(app);
    const late = lettersOf(app, id, "overdue");
    expect(late.map((one) => one.person).toSorted()).toEqual(["noor-halvorsrud", "rui-tavares", "teodora-lins"]);
    for (const { body } of late) {
      expect(body).toContain("Rui Tavares or Teodora Lins did not answer in time");
      expect(body).toContain("It was passed on to Petra Zimbral.");
    }
    const [asked] = lettersOf(app, id, "opened").filter((one) => one.person === "petra-zimbral");
    expect(asked!.body).toContain("It comes to you, since Rui Tavares and Teodora Lins did not answer in time.");
  });

  it("declined since nobody answered: nobody is said to have had the last word", () => {
    const app = booksApp();
    withLevel(app, { timeLimit: { amount: 1, unit: "working hours" }, overdue: "decline" });
    const { id } = submit(app, testOrder(60_000));
    app.clock.set("2026-03-10T12:00:00.000Z");
    fireTimers(app);
    const [letter] = lettersOf(app, id, "declined");
    expect(letter!.body).toContain("is declined.");
    expect(letter!.body).not.toContain("last word");
    expect(letter!.body).toContain("Nobody answered in time.");
  });

  it("told: whoever a level tells is told, once, by letter and on the desk, and of the outcome", () => {
    const app = booksApp();
    const told: LevelInput = {
      id: "told",
      name: "Harbour office",
      stage: 1,
      marks: ["told"],
      approvers: { kind: "people", people: ["petra-zimbral"] },
    };
    withLevel(app, {}, {}, [told]);
    const { id } = submit(app, testOrder(60_000));
    const [letter, ...more] = lettersOf(app, id).filter((one) => one.person === "petra-zimbral");
    expect(more).toEqual([]);
    expect(letter).toMatchObject({ occasion: "told" });
    expect(letter!.body).toContain("You are notified as Harbour office; nothing is asked of you.");
    value(command(app, "rui-tavares", id, { type: "approve", level: "own", revision: 1, comment: "" }));
    expect(
      lettersOf(app, id, "approved")
        .map((one) => one.person)
        .toSorted(),
    ).toEqual(["noor-halvorsrud", "petra-zimbral"]);
    expect(
      app.db.prepare("SELECT level FROM told WHERE document = ? AND person = 'petra-zimbral'").pluck().get(id),
    ).toBe("Harbour office");
  });

  it("to a supplier: the outcome in words of its own, with their number, and nobody's name or comment", () => {
    const app = booksApp();
    withLevel(app, {}, {
      messages: [
        { on: "approved", to: "party" },
        { on: "declined", to: "party" },
      ],
    } as Partial<PolicyInput>);
    const { id, number } = submit(
      app,
      testOrder(60_000, { supplier: "Northrigg Cordage", title: "Rope, as Rui wants" }),
    );
    value(command(app, "rui-tavares", id, { type: "approve", level: "own", revision: 1, comment: "Between us" }));
    const [letter] = lettersOf(app, id).filter((one) => one.person === null);
    expect(letter).toMatchObject({ recipient: "invoices@northrigg-cordage.example", subject: `${number}: accepted` });
    expect(letter!.body).toBe(`Marévia Lines has accepted our order ${number} of 600.00 EUR.`);
  });
});

/** Everything an event and the document right after it say: amounts as letters write them, and people. */
function sayable(state: DocumentState, data: unknown, names: ReadonlyMap<string, string>) {
  const type = documentType(state.document.documentType);
  const text = JSON.stringify([state, data]);
  const headline = type.headline(state.document);
  const parts = type.parts(state.document).flatMap((part) => part.amount ?? []);
  const left = type.headline(type.without(state.document, state.refused ?? []));
  const allowed = (state.refused ?? []).flatMap(({ allowed: most }) =>
    most === null ? [] : [{ minor: most, currency: state.document.currency }],
  );
  const amounts = [
    headline.net,
    headline.gross,
    left.net,
    left.gross,
    ...parts,
    ...allowed,
    state.route?.measured?.compared,
  ].flatMap((one) => one ?? []);
  return {
    amounts: new Set(amounts.map(formatMoney)),
    people: new Set([...names].filter(([id]) => text.includes(`"${id}"`)).map(([, name]) => name)),
  };
}

describe("whatever happens", () => {
  const moves = fc.array(
    fc.constantFrom("approve", "part", "decline", "send back", "ask", "edit", "late", "hand over"),
    { minLength: 1, maxLength: 7 },
  );

  it("no letter names an amount or a person that its event and the document then do not", () => {
    fc.assert(
      fc.property(moves, fc.integer({ min: 5_000, max: 900_000 }), (chosen, minor) => {
        const app = booksApp();
        reviewedInForce(app, newCommandId, {
          policy: { ...claimPolicy, name: "Claims again" } as PolicyInput,
          basedOn: 1,
          note: "x",
          from: "2026-03-10",
        });
        const lines = [
          claimLine({ claimed: minor, description: "Train" }),
          claimLine({ claimed: 1_234, description: "Bus" }),
        ];
        const { id } = submit(
          app,
          claim(lines, { requester: "noor-halvorsrud", unit: "engineering", payee: "noor-halvorsrud" }),
        );
        for (const move of chosen) play(app, id, move);
        judge(app, id);
      }),
      { numRuns: 12 },
    );
  });

  function play(app: TestApp, id: string, move: string): void {
    const state = readState(app.db, id)!;
    if (state.status === "sent back") {
      command(app, "noor-halvorsrud", id, { type: "submit", document: { ...state.document, note: "Corrected" } });
      return;
    }
    const level = state.levels.find((one) => one.status === "open");
    if (state.status !== "waiting" || !level) return;
    const by = level.pool.find((one) => !level.decisions.some((said) => said.by === one)) ?? level.pool[0]!;
    const say = { level: level.level, revision: state.revision, comment: "Because of it" };
    if (move === "approve") command(app, by, id, { type: "approve", ...say });
    if (move === "part")
      command(app, by, id, { type: "approve", ...say, refused: [{ part: "line 2", allowed: null }] });
    if (move === "decline" || move === "send back") command(app, by, id, { type: move, ...say });
    if (move === "ask") command(app, by, id, { type: "ask", to: "petra-zimbral", text: "What is this?" });
    if (move === "hand over") command(app, by, id, { type: "hand over", ...say, to: "teodora-lins" });
    if (move === "late") {
      app.clock.set(new Date(Date.parse(app.clock.now()) + 3 * 86_400_000).toISOString());
      fireTimers(app);
    }
    if (move === "edit" && state.document.documentType === "expense-claim") {
      const lines = state.document.lines.map((line, index) =>
        index === 0
          ? { ...line, claimed: line.claimed + 7, spent: { ...line.spent, minor: line.spent.minor + 7 } }
          : line,
      );
      command(app, "noor-halvorsrud", id, {
        type: "revise",
        revision: state.revision,
        document: { ...state.document, lines },
      });
    }
  }

  /** Each letter against the events of the command that wrote it, and the document as it was after each of them. */
  function judge(app: TestApp, id: string): void {
    const { directory } = readReferenceData(app);
    const names = new Map(directory.organisation.people.map((one) => [one.id, one.name]));
    let state: DocumentState | null = null;
    const told = new Map<string, { from: number; amounts: Set<string>; people: Set<string> }>();
    for (const stored of eventsOf(app.db, `document:${id}`)) {
      const event = opened(app.db, stored);
      const data = JSON.parse(event.data) as unknown;
      state = evolve(state, { type: event.type, data } as DocumentEvent, event.time);
      const { amounts, people } = sayable(state, data, names);
      const known = told.get(event.command) ?? {
        from: event.seq,
        amounts: new Set<string>(),
        people: new Set<string>(),
      };
      told.set(event.command, {
        from: known.from,
        amounts: new Set([...known.amounts, ...amounts]),
        people: new Set([...known.people, ...people]),
      });
    }
    const commands = [...told.values()].toSorted((one, other) => one.from - other.from);
    let seen = 0;
    for (const stored of eventsOf(app.db, "ledger").filter((event) => event.type === "letter sent")) {
      const { data, seq } = opened(app.db, stored);
      const letter = JSON.parse(data) as { document: string; subject: string; body: string };
      if (letter.document !== id) continue;
      const because = commands.findLast((one) => one.from < seq)!;
      const text = `${letter.subject}\n${letter.body}`;
      for (const [amount] of text.matchAll(/[\d,]+\.\d{2} EUR/g)) expect([...because.amounts]).toContain(amount);
      for (const name of names.values()) if (text.includes(name)) expect([...because.people]).toContain(name);
      seen += 1;
    }
    expect(seen).toBeGreaterThan(0);
  }
});
