// Whom and what somebody chose lately comes first where one of many is chosen.
import { describe, expect, it } from "vitest";
import { order } from "@/core/fixtures";
import { openAccounts, person, testApp, value, type TestApp } from "../../demo/test-app";
import { enterDocument } from "./documents/commands";
import { accountsToChoose, findAccounts } from "./ledger/accounts";
import { newCommandId } from "./log/log";
import { changePeople } from "./people/commands";
import { findPeople } from "./people/queries";

const administrator = { id: "joaquina-teles" };

function standsInFor(app: TestApp, away: string, standIn: string): void {
  const stay = { documentTypes: null, cap: null, reason: "", from: null, until: "2026-04-01" };
  const change = { type: "set stand-in" as const, kind: "absence" as const, person: away, standIn, ...stay };
  value(changePeople(app, person(app, administrator.id), change, newCommandId()));
}

describe("what was chosen lately", () => {
  it("people whom one’s last acts named come first, the latest of all, and nobody else’s acts count", () => {
    const app = testApp();
    const ids = (viewer: { id: string }, text = "") => findPeople(app, viewer, text, null).map(({ id }) => id);
    const plainly = ids(administrator);
    standsInFor(app, "rui-tavares", "petra-zimbral");
    standsInFor(app, "ines-valadim", "eulalia-torrado");
    expect(ids(administrator).slice(0, 4)).toEqual(
      expect.arrayContaining(["ines-valadim", "eulalia-torrado", "rui-tavares", "petra-zimbral"]),
    );
    expect(ids(administrator).slice(0, 2).toSorted()).toEqual(["eulalia-torrado", "ines-valadim"]);
    expect(findPeople(app, administrator, "", null).filter(({ lately }) => lately)).toHaveLength(4);
    expect(ids({ id: "noor-halvorsrud" })).toEqual(plainly);
    // Letters still decide who is offered.
    expect(ids(administrator, "zimbral")).toEqual(["petra-zimbral"]);
  });

  it("a party of one’s last documents is found though thousands come before it by name", () => {
    const app = testApp();
    openAccounts(app);
    const all = findAccounts(app.db, { kind: "supplier", limit: -1 });
    const last = all.at(-1)!;
    const noor = person(app, "noor-halvorsrud");
    const body = order(10_000, { requester: noor.id, unit: noor.unit, supplier: last.name });
    value(enterDocument(app, noor, body, newCommandId()));
    const offered = (viewer: { id: string }, text = "") =>
      accountsToChoose(app.db, viewer, { kind: "supplier", text, limit: 5 }).map(({ name }) => name);
    expect(offered(noor)).toEqual([last.name, ...all.slice(0, 4).map(({ name }) => name)]);
    expect(offered({ id: "rui-tavares" })).toEqual(all.slice(0, 5).map(({ name }) => name));
    expect(offered(noor, "no such name")).toEqual([]);
    expect(offered(noor, last.name.slice(0, 5))[0]).toBe(last.name);
  });
});
