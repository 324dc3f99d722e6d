// What the pages of people say: of a day, of a unit, of everybody, of limits.
import { describe, expect, it } from "vitest";
import { codes, looker, person, testApp, value, type TestApp } from "../../../demo/test-app";
import type { Visit } from "../http/page";
import { newCommandId } from "../log/log";
import { readReferenceData } from "../reference-data";
import type { PeopleChange } from "./changes";
import { changePeople } from "./commands";
import { leavingOf } from "./leaving";
import { limitMatrix } from "./limit-views";
import { personView } from "./person-view";
import { findPeople } from "./queries";
import { awayView } from "./stand-in-views";
import { listed } from "../listing";
import { groupViews, positionViews, unitTree, unitView } from "./unit-views";

const visitOf = (app: TestApp, id: string): Visit => {
  const { directory } = readReferenceData(app);
  return { app, person: directory.person(id)!, directory, zone: directory.organisation.timeZone, now: app.clock.now() };
};
const by = (app: TestApp, change: PeopleChange) =>
  value(changePeople(app, person(app, "joaquina-teles"), change, newCommandId()));

/** An organisation in which a few things have changed and a few will. */
function changed(): TestApp {
  const app = testApp();
  by(app, { type: "fill position", position: "purchasing-lead", person: null, from: null });
  by(app, { type: "save unit", unit: "legal", name: "Legal", parent: "corporate", head: null, from: null });
  const away = {
    type: "set stand-in" as const,
    kind: "absence" as const,
    documentTypes: null,
    cap: null,
    reason: "Leave",
  };
  by(app, { ...away, person: "rui-tavares", standIn: "petra-zimbral", from: "2026-03-12", until: "2026-03-20" });
  by(app, { ...away, person: "eulalia-torrado", standIn: null, from: null, until: "2026-03-20" });
  by(app, {
    type: "set limit",
    holder: { kind: "position", id: "treasurer" },
    documentType: "purchase-order",
    limit: { kind: "amount", minor: 1_000_000, currency: "EUR" },
    from: "2026-04-01",
  });
  return app;
}

describe("a person’s page", () => {
  it("answers for a day as it was, is or will be", () => {
    const app = changed();
    const on = (day: string | null) => personView(visitOf(app, "rui-tavares"), "rui-tavares", day)!;
    expect(on(null).row.state).toEqual({ kind: "present" });
    expect(on("2026-03-12").row.state).toEqual({ kind: "away", until: "2026-03-20", standIn: "Petra Zimbral" });
    expect(on("2026-03-21").row.state).toEqual({ kind: "present" });
    expect(on("2026-03-12").authority[0]?.acts).toMatchObject([{ name: "Petra Zimbral", now: true }]);
    // Before the policy was in force nobody was asked by it.
    expect(on("2025-12-31").authority[0]?.asked).toEqual([]);
    expect(on(null).authority[0]?.asked.length).toBeGreaterThan(0);
  });

  it("shows to each reader what they may see", () => {
    const app = changed();
    const seenBy = (reader: string) => {
      const view = personView(visitOf(app, reader), "noor-halvorsrud", null)!;
      return [
        view.waits !== null,
        view.masked !== null,
        view.mayOpen.bankAccount,
        view.history !== null,
        view.access !== null,
      ];
    };
    expect(seenBy("noor-halvorsrud")).toEqual([true, true, true, true, false]);
    expect(seenBy("joaquina-teles")).toEqual([true, true, true, true, true]);
    expect(seenBy("vicente-lourosa")).toEqual([true, true, true, false, false]);
    expect(seenBy("benedita-corvo")).toEqual([true, false, false, true, false]);
    expect(seenBy("rosa-pinhal")).toEqual([false, false, false, false, false]);
  });

  it("says which roles meet that should not, and what would be left behind", () => {
    const app = changed();
    by(app, { type: "give roles", person: "rui-tavares", roles: ["approver", "administrator"], reason: "For March" });
    expect(personView(visitOf(app, "tome-cardigos"), "rui-tavares", null)?.conflicts).toEqual([
      { words: "administrator and approver: who keeps limits does not decide under them", reason: "For March" },
    ]);
    const leaving = leavingOf(visitOf(app, "joaquina-teles"), "teodora-lins");
    expect(leaving.heads.map((unit) => unit.name)).toEqual(["Corporate", "Finance"]);
    expect(leaving.groups.map((group) => group.name)).toEqual(["Credit committee", "Directors"]);
    expect(leaving.policies.map((policy) => policy.level)).toEqual([
      "Dry-dock and engine work: Finance director",
      "Fuel: Finance director",
      "Technology: Finance director",
      "Everything else: Finance director",
    ]);
  });
});

describe("units, groups and positions", () => {
  it("show who heads and holds what, and where nobody does", () => {
    const app = changed();
    const { directory, history } = readReferenceData(app);
    const now = app.clock.now();
    const tree = unitTree(directory, now);
    expect(tree[0]).toMatchObject({ id: "marevia", depth: 0, people: 1, below: directory.organisation.people.length });
    expect(tree.find((node) => node.id === "legal")).toMatchObject({ depth: 2, head: null });
    expect(tree.find((node) => node.id === "catering")?.headState).toMatchObject({ kind: "away", standIn: null });
    expect(unitView(history, directory, "legal", now)?.states.map((state) => state.head)).toEqual([
      "vacant",
      "Lucinda Peroba",
    ]);
    expect(unitView(history, directory, "moon", now)).toBeNull();
    expect(
      positionViews(history, directory, now)
        .filter((position) => !position.holder)
        .map((one) => one.name),
    ).toEqual(["Purchasing lead"]);
    expect(
      groupViews(directory, now)
        .find((group) => group.id === "passenger-heads")
        ?.members.map((one) => one.state.kind),
    ).toEqual(["present", "present", "present", "away"]);
    expect(awayView(directory, now).map((entry) => `${entry.person.name} ${entry.when}`)).toEqual([
      "Eulália Torrado now",
      "Rui Tavares later",
    ]);
  });
});

describe("everybody", () => {
  const people = (app: TestApp, given: Record<string, string>) =>
    listed("people", looker(app, "joaquina-teles"), given);
  const find = (app: TestApp, given: Record<string, string>) => people(app, given).rows.map((row) => row.id);
  it("is searched without accents, by all words, and narrowed by unit, state and role", () => {
    const app = changed();
    expect(find(app, { q: "ines valadim" })).toEqual(["ines-valadim"]);
    expect(find(app, { q: "head catering" })).toEqual(["eulalia-torrado"]);
    expect(find(app, { unit: "corporate", show: "reviewer" })).toEqual(["rosalind-amado"]);
    expect(find(app, { show: "away" })).toEqual(["eulalia-torrado"]);
    expect(find(app, { show: "gone" })).toEqual([]);
    expect(find(app, { q: "zz" })).toEqual([]);
    expect(people(app, { page: "99" })).toMatchObject({
      page: 2,
      total: 62,
    });
    expect(findPeople(app, { id: "benedita-corvo" }, "tavares", "approver").map((one) => one.id)).toEqual([
      "rui-tavares",
    ]);
    expect(findPeople(app, { id: "benedita-corvo" }, "noor", "approver")).toEqual([]);
  });
});

describe("limits", () => {
  it("stand by holder and type, with what is set for later", () => {
    const app = changed();
    const { history, directory } = readReferenceData(app);
    const matrix = (all: boolean) => limitMatrix(history, directory, app.clock.now(), all);
    expect(
      matrix(false)
        .find((row) => row.id === "treasurer")
        ?.cells.map((cell) => `${cell.kind} ${cell.words} ${cell.later}`),
    ).toEqual([
      "none  10,000.00 from 1 Apr 2026",
      "amount 100,000.00 ",
      "amount 5,000.00 ",
      "amount 150,000.00 ",
      "none  ",
    ]);
    expect(matrix(false).some((row) => row.id === "ylva-sternhag")).toBe(false);
    expect(matrix(true).some((row) => row.id === "ylva-sternhag")).toBe(true);
  });

  it("may be changed by the administrator alone", () => {
    const app = testApp();
    const change: PeopleChange = {
      type: "set owner",
      of: "supplier",
      key: "Northrigg Cordage",
      person: "rui-tavares",
      from: null,
    };
    expect(codes(changePeople(app, person(app, "rui-tavares"), change, newCommandId()))).toBe("forbidden");
    by(app, change);
    expect(readReferenceData(app).directory.ownerOf("supplier", "Northrigg Cordage")).toBe("rui-tavares");
  });
});
