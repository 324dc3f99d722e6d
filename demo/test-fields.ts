/** The small observatory with a list of grants, four fields of its own on orders and a policy that goes by them, for tests of what fields do. */
import type { PurchaseOrder } from "@/core/documents";
import type { PolicyInput } from "@/core/policy";
import { FieldChangeSchema, changeField, type FieldChange } from "@/server/fields/commands";
import { changeList } from "@/server/lists/commands";
import { newCommandId } from "@/server/log/log";
import { reviewedInForce } from "./put-in-force";
import { emptyApp, person, value, type TestApp } from "./test-app";
import { cerroBajo, enterAccount, mirrorOrder } from "./test-observatory";

const level = (id: string, approvers: object, when?: object) => ({
  id,
  name: id,
  stage: id === "manager" ? 1 : 2,
  marks: ["approves"],
  approvers,
  ...(when && { when }),
});
/** What lasts long is decided by the owner of its grant as well, and by whoever is named as its user. */
export const policy = {
  id: "orders",
  name: "All orders",
  documentType: "purchase-order",
  scope: { units: ["science"] },
  currency: "CLP",
  measure: { kind: "net" },
  sections: [
    {
      id: "all",
      name: "All",
      when: "otherwise",
      thresholds: [],
      bands: [{ approval: "required" }],
      levels: [
        level("manager", { kind: "manager", up: 1 }),
        level("owner", { kind: "owner", of: "grant" }, { kind: "number", field: "own_life", is: "over", value: "5" }),
        level("user", { kind: "namedOnDocument", field: "own_user" }, { kind: "flag", field: "own_licence", is: true }),
      ],
    },
  ],
} as unknown as PolicyInput;

/** An order paid by a grant, of something that lasts three years. */
export const order = (
  more: Partial<PurchaseOrder> = {},
  own: PurchaseOrder["own"] = { own_life: "3" },
): PurchaseOrder => mirrorOrder({ own }, { own: { own_grant: "G-7" }, ...more });

/** Adds, changes or ends a field, as the controller unless somebody else is said. */
export const change = (app: TestApp, one: object, who = "rayen") =>
  changeField(app, person(app, who), FieldChangeSchema.parse(one) satisfies FieldChange, newCommandId());

/** The observatory on the day before the tests, with everything in force. */
export function fieldsApp(): TestApp {
  const app = emptyApp(cerroBajo, "2026-09-05T12:00:00.000Z");
  const field = (name: string, kind: string, more: object = {}) =>
    value(
      change(app, {
        type: "save field",
        key: null,
        name,
        kind,
        part: "document",
        on: ["purchase-order"],
        required: "no",
        place: 0,
        ...more,
      }),
    );
  const list = (one: object) =>
    value(changeList(app, person(app, "rayen"), { from: null, ...one } as never, newCommandId()));
  list({ type: "save list", list: null, name: "Grant" });
  for (const [key, name] of [
    ["G-7", "Infrared"],
    ["G-8", "Radio"],
  ])
    list({ type: "save entry", list: "grant", key, name, owner: "millaray", firstDay: null, lastDay: null });
  field("grant", "choice", { list: "grant", required: "always" });
  field("life", "number", { part: "line", required: "always", least: "0" });
  field("licence", "flag");
  field("user", "person", { required: "when", when: { kind: "flag", field: "own_licence", is: true } });
  reviewedInForce(
    app,
    newCommandId,
    { policy, basedOn: 0, note: "First", from: "2026-09-05", letStand: "Small house" },
    ["rayen", "antu"],
  );
  enterAccount(app, "vidrios", "supplier", "Vidrios del Sur", { paymentTerms: "", email: "a@vidrios.example" });
  app.clock.set("2026-09-06T15:00:00.000Z");
  return app;
}
