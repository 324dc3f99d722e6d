// The first day of an installation that knows one person: what the page says of it step by step, until documents go through a policy.
import { expect, it } from "vitest";
import { OrganisationSchema } from "@/core/people";
import { STARTING_SET, decidedBeside, reportingToNobody, startFrom } from "@/core/starting-set";
import { reviewedInForce } from "../../demo/put-in-force";
import { emptyApp, person, testOrder, value, type TestApp } from "../../demo/test-app";
import { submit } from "../../demo/test-books";
import { firstDay, hasFirstSteps } from "./first-steps";
import { changeList, ListChangeSchema } from "./lists/commands";
import { newCommandId } from "./log/log";
import { PeopleChangeSchema } from "./people/changes";
import { changePeople } from "./people/commands";
import { readReferenceData } from "./reference-data";

const small = OrganisationSchema.parse({
  name: "Small Quay",
  currency: "GBP",
  timeZone: "Europe/London",
  people: [
    {
      id: "ana",
      name: "Ana Prior",
      email: "ana@quay.example",
      title: "owner",
      unit: "quay",
      manager: null,
      roles: ["requester", "approver", "administrator"],
    },
  ],
  units: [{ id: "quay", name: "Small Quay", parent: null, head: "ana" }],
});

const stateOf = (app: TestApp) => Object.fromEntries(firstDay(app).steps.map(({ key, state }) => [key, state]));
const change = (app: TestApp, what: object, by = "ana") =>
  value(changePeople(app, person(app, by), PeopleChangeSchema.parse(what), newCommandId()));

it("goes from one administrator to a document under a policy, and is over then", () => {
  const app = emptyApp(small, "2026-03-10T09:10:00.000Z");
  expect(stateOf(app)).toMatchObject({ people: "now", calendars: "now", units: "later", policy: "later" });
  expect(firstDay(app).who).toMatchObject({ people: ["Ana Prior"], lists: ["Ana Prior"], policy: [], review: [] });
  expect([hasFirstSteps(app, person(app, "ana")), firstDay(app).now.ways]).toEqual([true, 0]);

  const add = (id: string, roles: string[]) =>
    change(app, {
      type: "add person",
      name: id,
      email: `${id}@quay.example`,
      title: "staff",
      unit: "quay",
      manager: "ana",
      location: null,
      roles: ["requester", ...roles],
      from: null,
    });
  add("bo", ["controller"]);
  add("cy", ["reviewer", "approver"]);
  add("di", ["administrator"]);
  expect(stateOf(app)).toMatchObject({ people: "done", roles: "done", units: "now", lists: "now", policy: "later" });
  change(app, { type: "save unit", unit: null, name: "Workshop", parent: "quay", head: "cy", from: null });
  expect(stateOf(app)).toMatchObject({ units: "done", policy: "now", review: "later" });
  // Nobody gives a limit to themselves.
  const limit = { type: "set limit", documentType: "purchase-order", limit: { kind: "unlimited" }, from: null };
  change(app, { ...limit, holder: { kind: "person", id: "ana" } }, "di");
  expect(stateOf(app).limits).toBe("done");
  const list = (what: object) =>
    value(changeList(app, person(app, "bo"), ListChangeSchema.parse(what), newCommandId()));
  list({ type: "save entry", list: "order-categories", key: "T", name: "Timber" });
  expect(stateOf(app).lists).toBe("now");
  list({ type: "save entry", list: "tax-rates", key: "S", name: "Standard", percent: "20", country: "GB" });
  expect(stateOf(app).lists).toBe("done");

  const start = STARTING_SET.find(({ documentType }) => documentType === "purchase-order")!;
  const begun = startFrom(start, { id: "orders", name: "Orders", owner: "bo", units: ["quay"], currency: "GBP" });
  const { organisation } = readReferenceData(app).directory;
  // Ana reports to nobody, so that somebody beside her decides what she asks for.
  const policy = decidedBeside(begun, reportingToNobody(organisation), ["cy"]);
  reviewedInForce(app, newCommandId, { policy, basedOn: 0, note: "", from: "2026-03-10", letStand: "Three people" }, [
    "bo",
    "cy",
  ]);
  expect(stateOf(app)).toMatchObject({ policy: "done", review: "done", force: "done", document: "now" });
  const order = testOrder(1_000, { requester: "bo", unit: "quay", currency: "GBP", date: "2026-03-10" });
  const lines = order.lines.map((line) => ({ ...line, category: "T", costCentre: "", taxPercent: "20" }));
  submit(app, { ...order, lines });
  expect(stateOf(app).document).toBe("done");
  expect(hasFirstSteps(app, person(app, "ana"))).toBe(false);
  expect(
    hasFirstSteps(emptyApp(small, "2026-03-10T09:10:00.000Z"), { ...person(app, "cy"), roles: ["approver"] }),
  ).toBe(false);
});
