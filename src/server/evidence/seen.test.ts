// What a record says of the past: what each revision changed, what a decider's limit was then, and what lay before them, whatever has changed since.
import { describe, expect, it } from "vitest";
import { person, testApp, testOrder, value } from "../../../demo/test-app";
import { approve, command, submit } from "../../../demo/test-books";
import { viewDocument } from "../documents/queries";
import { newCommandId } from "../log/log";
import { changePeople } from "../people/commands";
import { changedIn, limitThen, revisionsOf, seenAt } from "./seen";

describe("a record looks back", () => {
  const app = testApp();
  const { id } = submit(app, testOrder(700_000));
  value(command(app, "rui-tavares", id, { type: "ask", to: "noor-halvorsrud", text: "For which vessel?" }));
  value(command(app, "noor-halvorsrud", id, { type: "answer", question: 1, text: "For both" }));
  approve(app, "rui-tavares", id);
  const view = () => value(viewDocument(app, person(app, "tome-cardigos"), id));

  it("at what somebody had before them, and no further", () => {
    const [decision] = view().state.levels.flatMap(({ decisions }) => decisions);
    const said = "revision 1; no attachments; no earlier decisions; 2 questions and answers; no holds";
    expect(seenAt(view(), decision!)).toBe(said);
    value(command(app, "tamsin-roque", id, { type: "place hold", reason: "Look again", blocks: ["send"] }));
    expect(seenAt(view(), decision!)).toBe(said);
  });

  it("at the limit somebody had then, though it is another now", () => {
    const [decision] = view().state.levels.flatMap(({ decisions }) => decisions);
    const then = limitThen(app, decision!.by, "purchase-order", decision!.at);
    app.clock.set("2026-03-20T09:00:00.000Z");
    value(
      changePeople(
        app,
        person(app, "joaquina-teles"),
        {
          type: "set limit",
          holder: { kind: "person", id: decision!.by },
          documentType: "purchase-order",
          limit: { kind: "amount", minor: 12_300, currency: "EUR" },
          from: null,
        },
        newCommandId(),
      ),
    );
    expect(limitThen(app, decision!.by, "purchase-order", decision!.at)).toBe(then);
    expect(limitThen(app, decision!.by, "purchase-order", app.clock.now())).toContain("up to 123.00 EUR");
  });

  it("at what each revision changed", () => {
    expect(revisionsOf(view()).map(({ revision }) => revision)).toEqual([1]);
    const document = { ...testOrder(700_000), note: "For the dock in May" };
    value(command(app, "noor-halvorsrud", id, { type: "revise", document, revision: 1 }));
    expect(changedIn(view()).map(({ revision, changes }) => [revision, changes])).toEqual([
      [2, [{ label: "Note", before: null, after: { code: "text", values: { text: "For the dock in May" } } }]],
    ]);
  });
});
