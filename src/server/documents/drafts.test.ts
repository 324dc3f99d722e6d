// Drafts of one's own: found by type, customer group and account, and submitted together, each by itself.
import { describe, expect, it } from "vitest";
import { limitChange } from "@/core/fixtures";
import { codes, person, testOrder, value, type TestApp } from "../../../demo/test-app";
import { booksApp } from "../../../demo/test-books";
import { newCommandId } from "../log/log";
import { commandDocument, enterDocument } from "./commands";
import { SubmitSchema, draftsOf, submitSeveral } from "./drafts";
import { readState } from "./state";

const draft = (app: TestApp, document: Parameters<typeof enterDocument>[2]) =>
  value(enterDocument(app, person(app, document.requester), document, newCommandId()));
const seen = (app: TestApp, who: string) =>
  draftsOf(app, person(app, who), {}).all.map(({ id, updatedAt }) => ({ document: id, updatedAt }));

describe("drafts of one's own", () => {
  it("are shown by type, customer group and account, and never somebody else's", () => {
    const app = booksApp();
    const [one, two] = app.db
      .prepare("SELECT id, name, grp FROM account WHERE kind = 'customer' GROUP BY grp ORDER BY id LIMIT 2")
      .all() as { id: string; name: string; grp: string }[];
    const change = { requester: "matias-serrado", unit: "freight" };
    for (const { id } of [one!, two!])
      draft(app, limitChange([{ field: "phone", before: null, after: "+000 9" }], { ...change, customer: id }));
    draft(app, testOrder(5_000, { requester: "matias-serrado", unit: "freight" }));
    draft(app, testOrder(5_000));
    const found = (filter: Parameters<typeof draftsOf>[2]) =>
      draftsOf(app, person(app, "matias-serrado"), filter).rows.map(({ party, type }) => `${type} ${party}`);
    expect(found({})).toHaveLength(3);
    expect(found({ type: "purchase-order" })).toHaveLength(1);
    expect(found({ group: one!.grp })).toEqual([`credit-limit-change ${one!.name}`]);
    expect(found({ party: two!.name })).toEqual([`credit-limit-change ${two!.name}`]);
  });

  it("go together, each by itself: what is not complete stays a draft and holds up no other", () => {
    const app = booksApp();
    const ids = [testOrder(60_000), testOrder(70_000), testOrder(0, { lines: [] })].map((one) => draft(app, one).id);
    const noor = person(app, "noor-halvorsrud");
    const drafts = seen(app, "noor-halvorsrud");
    const command = newCommandId();
    const sent = value(submitSeveral(app, noor, { command, drafts }));
    expect(sent.done.toSorted()).toEqual(ids.slice(0, 2));
    expect(sent.says).toBe("1,300.00 EUR");
    expect(sent.refused).toMatchObject([{ document: ids[2], why: expect.stringContaining("line") as string }]);
    expect(ids.map((id) => readState(app.db, id)!.status)).toEqual(["waiting", "waiting", "draft"]);
    expect(SubmitSchema.safeParse({ command, drafts: [...drafts, drafts[0]] }).success).toBe(false);
    // The same request once more does nothing twice.
    value(submitSeveral(app, noor, { command, drafts }));
    expect(readState(app.db, ids[0]!)!.revision).toBe(1);
  });

  it("are not sent unseen once they have changed, nor by anybody else", () => {
    const app = booksApp();
    const { id, document } = draft(app, testOrder(5_000));
    const drafts = seen(app, "noor-halvorsrud");
    const other = submitSeveral(app, person(app, "rui-tavares"), { command: newCommandId(), drafts });
    expect(codes(other)).toBe("forbidden");
    app.clock.set("2026-03-10T09:30:00.000Z");
    const noor = person(app, "noor-halvorsrud");
    const save = { type: "save draft" as const, document: { ...document, note: "Twice as much" } };
    value(commandDocument(app, noor, id, save, newCommandId()));
    const sent = value(submitSeveral(app, noor, { command: newCommandId(), drafts }));
    expect(sent).toMatchObject({
      done: [],
      refused: [{ why: expect.stringMatching(/^It was changed since/) as string }],
    });
    expect(readState(app.db, id)!.status).toBe("draft");
  });
});
