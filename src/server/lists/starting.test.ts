// Lists to begin with, in an installation that has none: taken in one step, of the size of its currency, and never over what there is.
import { describe, expect, it } from "vitest";
import { entryOf } from "@/core/lists";
import { OrganisationSchema } from "@/core/people";
import { isBrought, organisationKinds, policiesOf } from "@/core/starting-set";
import { codes, emptyApp, person, value, type TestApp } from "../../../demo/test-app";
import { somebody } from "../../../demo/test-observatory";
import { lastSeq, newCommandId } from "../log/log";
import { readReferenceData } from "../reference-data";
import { changeList, type ListChange } from "./commands";

const trust = OrganisationSchema.parse({
  name: "Trust",
  currency: "CLP",
  timeZone: "America/Santiago",
  units: [{ id: "all", name: "All", parent: null, head: "ana" }],
  people: [somebody("ana", "all", null, "controller"), somebody("bo", "all", "ana")],
});
const change = (app: TestApp, by: string, one: object) =>
  changeList(app, person(app, by), { from: null, ...one } as ListChange, newCommandId());
const lists = (app: TestApp) => readReferenceData(app).directory.organisation.lists;

describe("lists to begin with", () => {
  it.each(organisationKinds)(
    "of the kind %s come in one step, and a policy that names them is offered from then on",
    (kind) => {
      const app = emptyApp(trust, "2026-03-10T12:00:00.000Z");
      expect(policiesOf(kind).every((one) => isBrought(one, lists(app)))).toBe(false);
      const before = lastSeq(app.db);
      value(change(app, "ana", { type: "take starting lists", kind }));
      expect(lastSeq(app.db)).toBe(before + 1);
      expect(policiesOf(kind).every((one) => isBrought(one, lists(app)))).toBe(true);
      const claims = lists(app).find(({ id }) => id === "claim-categories")!.entries;
      expect(claims.map(({ receiptFrom }) => receiptFrom)).toEqual(
        claims.map(() => ({ minor: 25_000, currency: "CLP" })),
      );
    },
  );

  it("leave what there is already, and are taken by whoever writes lists alone", () => {
    const app = emptyApp(trust, "2026-03-10T12:00:00.000Z");
    const own = { list: "order-categories", key: "freight", name: "Ships", firstDay: null, lastDay: null };
    value(change(app, "ana", { type: "save entry", ...own }));
    expect(codes(change(app, "bo", { type: "take starting lists", kind: "trade" }))).toBe("forbidden");
    value(change(app, "ana", { type: "take starting lists", kind: "trade" }));
    expect(entryOf(lists(app), "order-categories", "freight")?.name).toBe("Ships");
    expect(entryOf(lists(app), "order-categories", "packaging")?.name).toBe("Packaging");
  });
});
