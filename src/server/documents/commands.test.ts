// A command is done whole and once, by whom it may be done, and stays done.
import { describe, expect, it } from "vitest";
import { activeHolds, type DocumentState } from "@/core/approval";
import { codes, person, testApp, testOrder, value, type TestApp } from "../../../demo/test-app";
import { reviewedInForce } from "../../../demo/put-in-force";
import { newCommandId, lastSeq } from "../log/log";
import { addAttachment } from "./attachments";
import { commandDocument, enterDocument } from "./commands";
import { deskOf } from "./desk";
import { listDocuments, recordOf, viewDocument } from "./queries";
import { savePolicyVersion, versionsOf } from "../policies/commands";
import { putInForce } from "../policies/review";

function submitted(app: TestApp, order = testOrder(600_000)): DocumentState {
  const requester = person(app, order.requester);
  const draft = value(enterDocument(app, requester, order, newCommandId()));
  return value(commandDocument(app, requester, draft.id, { type: "submit", document: order }, newCommandId()));
}
const approve = (
  app: TestApp,
  by: string,
  id: string,
  level: string,
  extra: { revision?: number; command?: string; comment?: string } = {},
) =>
  commandDocument(
    app,
    person(app, by),
    id,
    { type: "approve", level, revision: extra.revision ?? 1, comment: extra.comment ?? "" },
    extra.command ?? newCommandId(),
  );

describe("an order through the database", () => {
  it("goes through its chain; the second approver reads the first one's comment; the record has every event", () => {
    const app = testApp();
    const { id } = submitted(app);
    expect(deskOf(app, person(app, "rui-tavares")).waiting.map((row) => row.id)).toEqual([id]);
    value(approve(app, "rui-tavares", id, "line-manager", { comment: "Two offers compared." }));
    const seen = value(viewDocument(app, person(app, "marta-quelhas"), id));
    expect(JSON.stringify(seen.thread)).toContain("Two offers compared.");
    expect(value(approve(app, "marta-quelhas", id, "unit-above")).status).toBe("approved");
    const record = recordOf(app, value(viewDocument(app, person(app, "tome-cardigos"), id)));
    expect(record.events.map((event) => event.type)).toEqual([
      "drafted",
      "submitted",
      "level opened",
      "approval given",
      "level approved",
      "level opened",
      "approval given",
      "level approved",
      "approved",
    ]);
    expect(record.policy?.hash).toBe(record.state.route?.policy?.hash);
    expect(deskOf(app, person(app, "rui-tavares")).waiting).toEqual([]);
  });

  // 81,967 yen are 500.00 EUR to the cent, 81,969 are 500.01.
  it("yen are measured at the stated rate; francs without one are held until the controller routes again", () => {
    const app = testApp();
    expect(submitted(app, testOrder(81_967, { currency: "JPY" })).status).toBe("approved");
    expect(submitted(app, testOrder(81_969, { currency: "JPY" })).status).toBe("waiting");
    const held = submitted(app, testOrder(100, { currency: "CHF" }));
    expect(activeHolds(held).map((hold) => hold.code)).toEqual(["no exchange rate"]);
    // The controller is told on the desk; nobody else is asked to mend it.
    expect(deskOf(app, person(app, "benedita-corvo")).held.map((row) => row.id)).toEqual([held.id]);
    expect(deskOf(app, person(app, "rui-tavares")).held).toEqual([]);
    expect(
      codes(
        commandDocument(
          app,
          person(app, "noor-halvorsrud"),
          held.id,
          { type: "reroute", reason: "please" },
          newCommandId(),
        ),
      ),
    ).toBe("forbidden");
    expect(
      value(
        commandDocument(
          app,
          person(app, "benedita-corvo"),
          held.id,
          { type: "reroute", reason: "still no rate" },
          newCommandId(),
        ),
      ).holds,
    ).toHaveLength(2);
  });

  it("the same command id twice is done once", () => {
    const app = testApp();
    const command = newCommandId();
    const first = value(enterDocument(app, person(app, "noor-halvorsrud"), testOrder(600_000), command));
    expect(value(enterDocument(app, person(app, "noor-halvorsrud"), testOrder(600_000), command)).id).toBe(first.id);
    const { id } = submitted(app);
    const again = newCommandId();
    value(approve(app, "rui-tavares", id, "line-manager", { command: again }));
    const events = lastSeq(app.db);
    expect(
      value(approve(app, "rui-tavares", id, "line-manager", { command: again })).levels[0]?.decisions,
    ).toHaveLength(1);
    expect(lastSeq(app.db)).toBe(events);
  });

  it("a command id used for anything else is refused, not taken for done", () => {
    const app = testApp();
    const command = newCommandId();
    const [noor, rui] = [person(app, "noor-halvorsrud"), person(app, "rui-tavares")];
    const first = value(enterDocument(app, noor, testOrder(600_000), command));
    const other = submitted(app);
    const before = lastSeq(app.db);
    // By somebody else, who must not be given the document; on another document; for another command on the same one.
    expect(codes(enterDocument(app, rui, testOrder(1, { requester: "rui-tavares" }), command))).toBe("command used");
    expect(codes(approve(app, "rui-tavares", other.id, "line-manager", { command }))).toBe("command used");
    expect(codes(commandDocument(app, noor, first.id, { type: "submit", document: first.document }, command))).toBe(
      "command used",
    );
    expect(lastSeq(app.db)).toBe(before);
  });

  it("a refusal writes nothing", () => {
    const app = testApp();
    const { id } = submitted(app);
    const before = lastSeq(app.db);
    expect(codes(approve(app, "duarte-anselmo", id, "line-manager"))).toBe("forbidden");
    expect(codes(approve(app, "noor-halvorsrud", id, "line-manager"))).toBe("not asked");
    expect(codes(approve(app, "benedita-corvo", id, "line-manager"))).toBe("not asked");
    expect(codes(approve(app, "tome-cardigos", id, "line-manager"))).toBe("forbidden");
    expect(codes(approve(app, "rui-tavares", id, "line-manager", { revision: 2 }))).toBe("other revision");
    expect(
      codes(commandDocument(app, person(app, "rui-tavares"), id, { type: "withdraw", comment: "" }, newCommandId())),
    ).toBe("forbidden");
    expect(codes(enterDocument(app, person(app, "rui-tavares"), testOrder(1), newCommandId()))).toBe("forbidden");
    expect(
      codes(
        enterDocument(app, person(app, "tome-cardigos"), testOrder(1, { requester: "tome-cardigos" }), newCommandId()),
      ),
    ).toBe("forbidden");
    expect(
      codes(
        commandDocument(app, person(app, "rui-tavares"), "po-99999", { type: "withdraw", comment: "" }, newCommandId()),
      ),
    ).toBe("unknown");
    const noor = person(app, "noor-halvorsrud");
    const enter = (extra: Parameters<typeof testOrder>[1]) =>
      codes(enterDocument(app, noor, testOrder(1, extra), newCommandId()));
    // The unit chooses the policy and its people, so nobody enters for another one; nor for tomorrow's rate.
    expect([
      enter({ unit: "terminals" }),
      enter({ onBehalfOf: "petra-zimbral" }),
      enter({ date: "2026-03-11" }),
    ]).toEqual(["forbidden", "forbidden", "invalid"]);
    expect(lastSeq(app.db)).toBe(before);
  });

  it("papers are known by their bytes, and only one's own can be attached", async () => {
    const app = testApp();
    const noor = person(app, "noor-halvorsrud");
    const pdf = new TextEncoder().encode("%PDF-1.4\n%offer\n");
    const paper = value(await addAttachment(app, noor, "offer.pdf", pdf));
    expect(paper).toMatchObject({ type: "application/pdf", size: pdf.length });
    expect(codes(await addAttachment(app, noor, "offer.pdf", new TextEncoder().encode("<script>")))).toBe("attachment");
    expect(codes(await addAttachment(app, noor, "empty.pdf", new Uint8Array()))).toBe("attachment");
    value(enterDocument(app, noor, testOrder(1, { attachments: [paper] }), newCommandId()));
    expect(
      codes(
        enterDocument(
          app,
          person(app, "rui-tavares"),
          testOrder(1, { requester: "rui-tavares", attachments: [paper] }),
          newCommandId(),
        ),
      ),
    ).toBe("attachment");
  });
});

describe("who may read", () => {
  it("those with a part in it, and the roles that read all; nobody else", () => {
    const app = testApp();
    const { id } = submitted(app);
    const reads = (who: string) => codes(viewDocument(app, person(app, who), id));
    expect([reads("noor-halvorsrud"), reads("rui-tavares"), reads("benedita-corvo"), reads("tome-cardigos")]).toEqual([
      "done",
      "done",
      "done",
      "done",
    ]);
    expect([reads("olavo-penha"), reads("marta-quelhas")]).toEqual(["forbidden", "forbidden"]);
    expect(listDocuments(app, person(app, "olavo-penha"), {}).total).toBe(0);
    expect(listDocuments(app, person(app, "tome-cardigos"), { text: "Northrigg", status: "waiting" }).total).toBe(1);
    expect(listDocuments(app, person(app, "tome-cardigos"), { text: "100%_" }).total).toBe(0);
  });
});

describe("versions of a policy", () => {
  const controller = "benedita-corvo";
  it("are saved on the newest only, put in force once and not in the past; documents keep theirs", () => {
    const app = testApp();
    const { id } = submitted(app);
    const policy = { ...versionsOf(app, "purchase-orders")[0]!.policy, name: "Orders of Marévia" };
    expect(codes(savePolicyVersion(app, person(app, "rui-tavares"), policy, 1, "", newCommandId()))).toBe("forbidden");
    expect(
      value(savePolicyVersion(app, person(app, controller), policy, 1, "Clearer name", newCommandId())).version,
    ).toBe(2);
    expect(
      codes(savePolicyVersion(app, person(app, controller), { ...policy, name: "Another" }, 1, "", newCommandId())),
    ).toBe("other version");
    expect(codes(savePolicyVersion(app, person(app, controller), policy, 2, "", newCommandId()))).toBe("unchanged");
    const again = newCommandId();
    const renamed = { ...policy, name: "Orders" };
    expect(value(savePolicyVersion(app, person(app, controller), renamed, 2, "", again)).version).toBe(3);
    expect(value(savePolicyVersion(app, person(app, controller), policy, 3, "", newCommandId())).version).toBe(4);
    // Asked again after a lost answer, it names the version it made and not the newest.
    expect(value(savePolicyVersion(app, person(app, controller), renamed, 2, "", again)).version).toBe(3);
    expect(
      codes(savePolicyVersion(app, person(app, controller), { ...policy, colour: "red" }, 4, "", newCommandId())),
    ).toBe("unknown field");
    expect(codes(putInForce(app, person(app, controller), "purchase-orders", 4, "2026-03-10", newCommandId()))).toBe(
      "not reviewed",
    );
    const plan = { policy, basedOn: 4, note: "", from: "2026-03-09" };
    expect(() => reviewedInForce(app, newCommandId, plan)).toThrow("cannot be put in force in the past");
    expect(reviewedInForce(app, newCommandId, { ...plan, from: "2026-03-10" })).toBe(4);
    expect(versionsOf(app, "purchase-orders").at(-1)!.inForceFrom).toBe("2026-03-10T09:10:00.000Z");
    expect(codes(putInForce(app, person(app, controller), "purchase-orders", 4, "2026-03-11", newCommandId()))).toBe(
      "already",
    );
    expect(value(approve(app, "rui-tavares", id, "line-manager")).route?.policy?.version).toBe(1);
    expect(submitted(app).route?.policy?.version).toBe(4);
  });
  it("a version that uses what is not carried out yet does not go to the reviewer", () => {
    const app = testApp();
    const { policy: sound } = versionsOf(app, "purchase-orders")[0]!;
    const policy = { ...sound, measure: { kind: "increasePercent" as const } };
    expect(() => reviewedInForce(app, newCommandId, { policy, basedOn: 1, note: "", from: "2026-03-11" })).toThrow(
      "measuring by increasePercent is not carried out by this version",
    );
  });
});
