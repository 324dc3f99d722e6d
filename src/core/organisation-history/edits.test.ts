// What people were, are and will be; nothing of the past is changed, and nothing is left leading nowhere.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { marevia } from "../../../demo/organisation";
import { away, done, setting, start, why } from "../../../demo/organisation-history";
import { AT } from "../fixtures";
import { OrganisationSchema } from "../people";
import {
  addPerson,
  applyChanges,
  asOf,
  changePerson,
  checked,
  closeUnit,
  endStandIn,
  holdPosition,
  peopleTouched,
  saveUnit,
  setLimit,
  setRoles,
  setStandIn,
  turningPoints,
  valueAt,
  withValue,
  type Edit,
  type OrganisationHistory,
  type HistoryChange,
} from "./index";
import { differencesOf, namesIn } from "../words";

describe("founding", () => {
  it("says from then on what the organisation says, and nothing before", () => {
    expect(asOf(start, AT)).toEqual({ ...marevia, people: marevia.people.map((one) => ({ ...one })) });
    expect(asOf(start, "2025-01-02T08:59:59.999Z").people).toEqual([]);
    expect(OrganisationSchema.safeParse(asOf(start, AT)).success).toBe(true);
  });
});

describe("dated values", () => {
  it("are at every moment what was last set to count from then or before, on random edits", () => {
    const moments = fc.integer({ min: 0, max: 9 }).map((day) => `2026-01-0${day}T00:00:00.000Z`);
    fc.assert(
      fc.property(fc.array(fc.tuple(moments, fc.integer()), { maxLength: 12 }), moments, (edits, at) => {
        const list = edits.reduce<{ from: string; value: number }[]>(
          (before, [from, value]) => withValue(before, { from, value }),
          [],
        );
        // The plain rule: of those that have begun the latest, and of those of one moment the last written.
        const begun = edits.filter(([from]) => from <= at);
        const latest = begun
          .map(([from]) => from)
          .toSorted()
          .at(-1);
        expect(valueAt(list, at)?.value).toBe(begun.findLast(([from]) => from === latest)?.[1]);
      }),
      { numRuns: 1000 },
    );
  });

  it("a later day changes nothing until it comes, and the past stays", () => {
    const later = done(
      start,
      saveUnit(start, "freight", { name: "Cargo", parent: "marevia", head: "dario-penalva" }, "2026-04-01", setting),
    );
    const unit = (at: string) => asOf(later, at).units.find((one) => one.id === "freight");
    expect(unit(AT)).toMatchObject({ name: "Freight", head: "donato-ribas" });
    expect(unit("2026-03-31T22:59:59.000Z")).toMatchObject({ name: "Freight" });
    // The first of April begins in the organisation’s zone, an hour ahead of UTC in summer.
    expect(unit("2026-03-31T23:00:00.000Z")).toMatchObject({ name: "Cargo", head: "dario-penalva" });
    expect(turningPoints(later, AT)).toEqual(["2026-03-31T23:00:00.000Z"]);
  });

  it("a snapshot made at a turning point stays true until the next", () => {
    const days = fc.integer({ min: 11, max: 28 }).map((day) => `2026-03-${day}`);
    const people = fc.constantFrom("rui-tavares", "petra-zimbral", "duarte-anselmo", null);
    const edits = fc.array(fc.tuple(days, people, fc.integer({ min: 0, max: 3 })), { maxLength: 8 });
    fc.assert(
      fc.property(edits, fc.integer({ min: 0, max: 20 * 24 }), (list, hours) => {
        const history = list.reduce((now, [day, person, kind]) => {
          const holder = { kind: "person" as const, id: "rui-tavares" };
          const edit = [
            () => saveUnit(now, "engineering", { name: "Engineering", parent: "fleet", head: person }, day, setting),
            () => holdPosition(now, "treasurer", person, day, setting),
            () =>
              setLimit(now, holder, "purchase-order", person ? { kind: "unlimited" } : { kind: "none" }, day, setting),
            () => setStandIn(now, away("rui-tavares", "petra-zimbral", { from: day, until: day }), setting),
          ][kind]!();
          return edit.ok ? applyChanges(now, edit.value) : now;
        }, start);
        const at = new Date(Date.parse(AT) + hours * 3_600_000).toISOString();
        const before = [AT, ...turningPoints(history, AT)].findLast((moment) => moment <= at)!;
        // Absences are in the snapshot until they are over, whether they have begun or not.
        expect(asOf(history, at)).toEqual(asOf(history, before));
      }),
      { numRuns: 200 },
    );
  });

  it("what changes today goes on into what is set for later, but for what that sets itself", () => {
    const later = done(
      start,
      changePerson(start, "noor-halvorsrud", { title: "fleet engineer" }, "2026-04-01", setting),
    );
    const both = done(
      later,
      changePerson(later, "noor-halvorsrud", { manager: "marta-quelhas", title: "engineer" }, null, setting),
    );
    const seat = (at: string) => {
      const noor = asOf(both, at).people.find((one) => one.id === "noor-halvorsrud");
      return [noor?.title, noor?.manager, noor?.unit];
    };
    expect(seat(AT)).toEqual(["engineer", "marta-quelhas", "engineering"]);
    expect(seat("2026-04-02T00:00:00.000Z")).toEqual(["fleet engineer", "marta-quelhas", "engineering"]);

    const renamed = done(
      start,
      saveUnit(start, "crewing", { name: "Crew", parent: "fleet", head: "leocadia-brum" }, "2026-04-01", setting),
    );
    const headed = done(
      renamed,
      saveUnit(renamed, "crewing", { name: "Crewing", parent: "fleet", head: "fabricio-nave" }, null, setting),
    );
    expect(asOf(headed, "2026-04-02T00:00:00.000Z").units.find((unit) => unit.id === "crewing")).toMatchObject({
      name: "Crew",
      head: "fabricio-nave",
    });
  });

  it("nothing takes effect in the past", () => {
    expect(why(changePerson(start, "rui-tavares", { title: "x" }, "2026-03-09", setting))).toBe(
      "9 Mar 2026 has passed; a change counts from today, 10 Mar 2026, or from a later day",
    );
  });

  it("what was so this morning stays so, when it is changed today", () => {
    const holder = { kind: "person" as const, id: "rui-tavares" };
    const after = done(start, setLimit(start, holder, "purchase-order", { kind: "unlimited" }, null, setting));
    const at = (moment: string) =>
      asOf(after, moment).limits.find((one) => one.holder.id === "rui-tavares" && one.documentType === "purchase-order")
        ?.limit.kind;
    expect([at("2026-03-10T09:09:59.999Z"), at(AT)]).toEqual(["amount", "unlimited"]);
  });
});

describe("refused", () => {
  const twoCircle = done(start, setStandIn(start, away("rui-tavares", "duarte-anselmo"), setting));
  it.each<[string, OrganisationHistory, (history: OrganisationHistory) => Edit, string]>([
    [
      "a reporting line in a circle",
      start,
      (r) => changePerson(r, "goncalo-abrantes", { manager: "noor-halvorsrud" }, null, setting),
      "the reporting line runs in a circle: Gonçalo Abrantes → Noor Halvorsrud → Rui Tavares → Marta Quelhas → Gonçalo Abrantes",
    ],
    [
      "a unit inside itself",
      start,
      (r) => saveUnit(r, "fleet", { name: "Fleet", parent: "engineering", head: null }, "2027-01-01", setting),
      "the units lie inside each other: Fleet → Engineering → Fleet",
    ],
    [
      "the same address twice",
      start,
      (r) =>
        addPerson(
          r,
          {
            name: "Rui Two",
            email: "RUI-TAVARES@marevia.example",
            title: "x",
            unit: "fleet",
            manager: null,
            location: null,
            roles: [],
          },
          null,
          setting,
        ),
      "rui-two has the same e-mail address as Rui Tavares",
    ],
    [
      "a unit that is not there",
      start,
      (r) => changePerson(r, "rui-tavares", { unit: "moon" }, null, setting),
      "there is no unit “moon”",
    ],
    [
      "a stand-in for oneself",
      start,
      (r) => setStandIn(r, away("rui-tavares", "rui-tavares"), setting),
      "Rui Tavares cannot stand in for themselves",
    ],
    [
      "a stand-in who may not decide",
      start,
      (r) => setStandIn(r, away("rui-tavares", "noor-halvorsrud"), setting),
      "Noor Halvorsrud has not the role approver and could not decide; choose somebody else",
    ],
    [
      "a circle of stand-ins, with its names",
      twoCircle,
      (r) => setStandIn(r, away("duarte-anselmo", "rui-tavares"), setting),
      "the stand-ins run in a circle: Rui Tavares → Duarte Anselmo → Rui Tavares",
    ],
    [
      "two absences at once",
      twoCircle,
      (r) => setStandIn(r, away("rui-tavares", null, { from: "2026-03-20", until: "2026-03-25" }), setting),
      "Rui Tavares is away already from 10 Mar 2026; end that absence first",
    ],
    [
      "an absence that ends before it begins",
      start,
      (r) => setStandIn(r, away("rui-tavares", null, { from: "2026-03-12", until: "2026-03-11" }), setting),
      "The last day lies before the first",
    ],
    [
      "a delegation to nobody",
      start,
      (r) => setStandIn(r, away("rui-tavares", null, { kind: "delegation", until: null }), setting),
      "Say to whom it is delegated",
    ],
    [
      "a holder of a heading position",
      start,
      (r) => holdPosition(r, "head-of-fleet", "rui-tavares", null, setting),
      "Head of Fleet is held by whoever heads the unit; change the head of the unit",
    ],
    [
      "leaving nobody as administrator",
      start,
      (r) => setRoles(r, "joaquina-teles", ["requester"], "", setting),
      "Nobody would be administrator any more; give somebody else that role first",
    ],
    [
      "closing a unit with people",
      start,
      (r) => closeUnit(r, "engineering", setting),
      "Rui Tavares still sits in this unit; move everybody first",
    ],
    [
      "closing a unit with units below",
      start,
      (r) => closeUnit(r, "terminals", setting),
      "Inês Valadim still sits in this unit; move everybody first",
    ],
    [
      "roles that never meet",
      start,
      (r) => setRoles(r, "benedita-corvo", ["controller", "reviewer"], "because", setting),
      "Benedita Corvo cannot be both controller and reviewer: who writes a policy does not review it; take one role away first",
    ],
    [
      "roles that meet only with a reason",
      start,
      (r) => setRoles(r, "ivo-sampaio", ["approver", "administrator"], " ", setting),
      "These roles should not meet: administrator and approver: who keeps limits does not decide under them. Say why they may here",
    ],
  ])("%s", (_name, history, edit, message) => {
    expect(why(checked(history, edit(history), setting))).toBe(message);
  });

  it("not: a circle that never closes, since the absences do not meet", () => {
    const later = away("duarte-anselmo", "rui-tavares", { from: "2026-03-21", until: "2026-03-27" });
    expect(why(checked(twoCircle, setStandIn(twoCircle, later, setting), setting))).toBe("done");
  });

  it("not: roles with a reason, which is kept with who gave it, until the roles part", () => {
    const both = done(start, setRoles(start, "ivo-sampaio", ["administrator", "approver"], "For March", setting));
    expect(both.person.get("ivo-sampaio")?.exceptions).toEqual([
      { roles: ["administrator", "approver"], reason: "For March", by: "joaquina-teles", at: AT },
    ]);
    expect(why(setRoles(both, "ivo-sampaio", ["approver", "administrator", "clerk"], "", setting))).toBe("done");
    const parted = done(both, setRoles(both, "ivo-sampaio", ["approver"], "", setting));
    expect(parted.person.get("ivo-sampaio")?.exceptions).toEqual([]);
  });
});

describe("ending an absence", () => {
  it("makes the person present from that moment, and one that has not begun never does", () => {
    const set = done(start, setStandIn(start, away("rui-tavares", "duarte-anselmo"), setting));
    const later = { ...setting, at: "2026-03-12T10:00:00.000Z" };
    const ended = done(set, endStandIn(set, "rui-tavares.1", later));
    expect(asOf(ended, "2026-03-12T09:59:59.999Z").standIns).toHaveLength(1);
    expect(asOf(ended, "2026-03-12T10:00:00.000Z").standIns).toHaveLength(0);
    const planned = done(
      start,
      setStandIn(start, away("rui-tavares", null, { from: "2026-05-01", until: "2026-05-03" }), setting),
    );
    const never = done(planned, endStandIn(planned, "rui-tavares.1", setting));
    expect(asOf(never, "2026-05-02T12:00:00.000Z").standIns).toHaveLength(0);
    expect(why(endStandIn(ended, "rui-tavares.1", later))).toBe("It is over already");
    // What was taken back stands in nobody’s way.
    const wider = away("rui-tavares", null, { from: "2026-04-28", until: "2026-05-05" });
    expect(why(setStandIn(planned, wider, setting))).toContain("is away already");
    expect(why(setStandIn(never, wider, setting))).toBe("done");
  });
});

describe("somebody new", () => {
  it.each([
    ["Zoë d’Ambre", "zoe@x.example", "zoe-d-ambre"],
    ["Rui Tavares", "rui2@x.example", "rui-tavares-2"],
    ["日本 太郎", "taro.nihon@x.example", "taro-nihon"],
  ])("%s gets an id that can be read", (name, email, id) => {
    const person = { name, email, title: "x", unit: "fleet", manager: null, location: null, roles: [] };
    const edit = addPerson(start, person, "2026-04-01", setting);
    expect(edit.ok && edit.value[0]).toMatchObject({ id, before: null, after: { activeFrom: "2026-04-01" } });
  });
});

describe("in words", () => {
  it("old and new values, with names and the day from which they count", () => {
    const edit = changePerson(
      start,
      "noor-halvorsrud",
      { title: "fleet engineer", manager: "marta-quelhas" },
      "2026-04-01",
      setting,
    );
    expect(edit.ok && differencesOf(edit.value[0]!, namesIn(start), "WET", AT)).toEqual([
      { label: "Title", before: "chief engineer", after: "fleet engineer", from: "2026-04-01" },
      { label: "Reports to", before: "Rui Tavares", after: "Marta Quelhas", from: "2026-04-01" },
    ]);
  });

  it("a change of today is told, also where something else is set for later", () => {
    const later = done(
      start,
      changePerson(start, "noor-halvorsrud", { title: "fleet engineer" }, "2026-04-01", setting),
    );
    const edit = changePerson(later, "noor-halvorsrud", { title: "engineer" }, null, setting);
    expect(edit.ok && differencesOf(edit.value[0]!, namesIn(later), "WET", AT)).toEqual([
      { label: "Title", before: "chief engineer", after: "engineer" },
    ]);
    const holder = { kind: "person" as const, id: "noor-halvorsrud" };
    const planned = done(
      start,
      setLimit(start, holder, "purchase-order", { kind: "unlimited" }, "2026-04-01", setting),
    );
    const amount = { kind: "amount" as const, minor: 100, currency: "EUR" };
    const now = setLimit(planned, holder, "purchase-order", amount, null, setting);
    expect(now.ok && differencesOf(now.value[0]!, namesIn(planned), "WET", AT)).toEqual([
      { label: "Limit", before: "none", after: "up to 1.00 EUR" },
    ]);
    const headed = done(
      start,
      saveUnit(start, "crewing", { name: "Crewing", parent: "fleet", head: null }, "2026-04-01", setting),
    );
    const head = saveUnit(
      headed,
      "crewing",
      { name: "Crewing", parent: "fleet", head: "fabricio-nave" },
      null,
      setting,
    );
    expect(head.ok && peopleTouched(head.value[0]!)).toEqual(["leocadia-brum", "fabricio-nave"]);
  });

  it("a change is about those it names, and of a group those who come and go", () => {
    const group = start.group.get("directors")!;
    const change: HistoryChange = {
      kind: "group",
      id: "directors",
      before: group,
      after: {
        ...group,
        members: withValue(group.members, { from: AT, people: ["goncalo-abrantes", "ines-valadim", "marta-quelhas"] }),
      },
    };
    expect(peopleTouched(change)).toEqual(["teodora-lins", "ines-valadim"]);
  });
});
