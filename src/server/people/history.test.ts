// What the log has about somebody, in words a controller reads.
import { describe, expect, it } from "vitest";
import { person, testApp, value, type TestApp } from "../../../demo/test-app";
import { invite } from "../access/invitations";
import { noteAccess } from "../access/events";
import { changeDetail, openDetail } from "../access/private-details";
import { endSession, startSession } from "../access/sessions";
import { newCommandId } from "../log/log";
import type { PeopleChange } from "./changes";
import { changePeople } from "./commands";
import { historyOf } from "./history";

const by = (app: TestApp, change: PeopleChange) =>
  value(changePeople(app, person(app, "joaquina-teles"), change, newCommandId()));
const said = (app: TestApp, id: string) => historyOf(app, id).map((line) => line.what);
const changed = (app: TestApp, id: string) =>
  historyOf(app, id).flatMap((line) =>
    line.differences.map((one) => `${one.label}: ${one.before} -> ${one.after}${one.from ? ` from ${one.from}` : ""}`),
  );

describe("the history of a person", () => {
  it("has every change of what they are, with old and new values and the day from which it counts", () => {
    const app = testApp();
    by(app, {
      type: "change person",
      person: "otto-veramar",
      unit: "finance",
      manager: "rosalind-amado",
      from: "2026-04-01",
    });
    by(app, { type: "give roles", person: "otto-veramar", roles: ["requester", "approver"], reason: "" });
    by(app, {
      type: "save group",
      group: "accounts-payable",
      name: "Accounts payable",
      people: ["tamsin-roque", "otto-veramar"],
      from: null,
    });
    by(app, { type: "fill position", position: "port-captain", person: "otto-veramar", from: null });
    by(app, {
      type: "set limit",
      holder: { kind: "position", id: "port-captain" },
      documentType: "purchase-order",
      limit: { kind: "unlimited" },
      from: null,
    });
    by(app, {
      type: "set stand-in",
      kind: "delegation",
      person: "rui-tavares",
      standIn: "otto-veramar",
      from: null,
      until: null,
      documentTypes: ["expense-claim"],
      cap: { minor: 5_000, currency: "EUR" },
      reason: "Small",
    });
    app.clock.set("2026-03-11T10:00:00.000Z");
    by(app, { type: "end stand-in", standIn: "rui-tavares.1" });
    expect(said(app, "otto-veramar").slice(0, 7)).toEqual([
      "Stand-in ended: the delegation of Rui Tavares",
      "Stand-in set: the delegation of Rui Tavares",
      "Limit set: the limit of Port captain for orders",
      "Position filled: the position Port captain",
      "Group saved: the group Accounts payable",
      "Roles given: Otto Veramar",
      "Person changed: Otto Veramar",
    ]);
    expect(changed(app, "otto-veramar")).toEqual([
      "Last day: open-ended -> 11 Mar 2026",
      "Limit: up to 5,000.00 EUR -> unlimited",
      "Holder: Branca Tolentino -> Otto Veramar",
      "Members: Vicente Lourosa and Tamsin Roque -> Tamsin Roque and Otto Veramar",
      "Roles: requester -> requester, approver",
      "Unit: Legal -> Finance from 2026-04-01",
      "Reports to: Lucinda Peroba -> Rosalind Amado from 2026-04-01",
    ]);
    // Whoever came to a group or left it reads it, and whoever stayed does not.
    expect(said(app, "vicente-lourosa")[0]).toBe("Group saved: the group Accounts payable");
    expect(said(app, "tamsin-roque")[0]).toMatch(/^Organisation imported/);
    expect(said(app, "branca-tolentino")[0]).toBe("Position filled: the position Port captain");
  });

  it("has every sign-in, every refusal and everything done to their way in, with who did it", () => {
    const app = testApp();
    const administrator = person(app, "joaquina-teles");
    const { token } = startSession(app, "otto-veramar", "password and code", "x");
    endSession(app, token);
    noteAccess(app, "otto-veramar", { type: "sign-in refused", data: { why: "wrong password", device: "x" } });
    noteAccess(app, "otto-veramar", {
      type: "refused",
      data: { what: "GET /x", why: { code: "nobody may", values: null } },
    });
    value(invite(app, administrator, "otto-veramar"));
    value(changeDetail(app, person(app, "otto-veramar"), "otto-veramar", { field: "homeAddress", value: "Quay 1" }));
    value(openDetail(app, administrator, "otto-veramar", "homeAddress"));
    expect(
      historyOf(app, "otto-veramar")
        .slice(0, 7)
        .map((line) => `${line.what} | ${line.by}`),
    ).toEqual([
      "Home address opened | Joaquina Teles",
      "Home address changed | Otto Veramar",
      "Invited | Joaquina Teles",
      "Refused: Nobody may do this | Otto Veramar",
      "Sign-in refused: wrong password | Otto Veramar",
      "Signed out | Otto Veramar",
      "Signed in, password and code | Otto Veramar",
    ]);
    expect(JSON.stringify(historyOf(app, "otto-veramar"))).not.toContain("Quay 1");
  });
});
