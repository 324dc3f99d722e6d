// Nobody gives power to themselves: what a change of people would give to whoever makes it, kind by kind, now and later.
import { describe, expect, it } from "vitest";
import { away, done, setting, start as founded } from "../../../demo/organisation-history";
import { AT } from "../fixtures";
import {
  changePerson,
  gainsOf,
  holdPosition,
  rulesOf,
  saveGroup,
  saveUnit,
  setLimit,
  setOwner,
  setRoles,
  setSegregation,
  setStandIn,
  type Edit,
  type GainKind,
  type OrganisationHistory,
} from "./index";

const SELF = "joaquina-teles";
/** An administrator who decides too, so that everything can be given to them. */
const OWN = ["requester", "administrator", "approver"] as const;
const start = done(founded, setRoles(founded, SELF, OWN, "A small office", setting));
const self = { kind: "person" as const, id: SELF };
const rest = (people: readonly string[]) => [...people, SELF];
const upTo = (minor: number) => ({ kind: "amount" as const, minor, currency: "EUR" });
const group = [...start.group.values()][0]!;

/** Each kind with a change that gives it. Total, so that a kind without an example does not compile. */
const GIVES: Readonly<Record<GainKind, (now: OrganisationHistory) => Edit>> = {
  role: (now) => setRoles(now, SELF, [...OWN, "reviewer"], "A small office", setting),
  limit: (now) => setLimit(now, self, "purchase-order", upTo(1_000_000), null, setting),
  headship: (now) => saveUnit(now, "engineering", { name: "Engineering", parent: "fleet", head: SELF }, null, setting),
  position: (now) => holdPosition(now, "treasurer", SELF, null, setting),
  group: (now) =>
    saveGroup(now, group.id, { name: group.name, people: rest(group.members.at(-1)?.people ?? []) }, null, setting),
  ownership: (now) => setOwner(now, { of: "supplier", key: "Northrigg Cordage", person: SELF }, null, setting),
  report: (now) => changePerson(now, "rui-tavares", { manager: SELF }, null, setting),
  line: (now) => changePerson(now, SELF, { manager: "rosalind-amado" }, null, setting),
  "stand-in": (now) => setStandIn(now, away("rui-tavares", SELF), setting),
  segregation: (now) =>
    setSegregation(
      now,
      rulesOf(now).filter((rule) => !rule.roles.includes("administrator")),
    ),
};

describe("what somebody gains by a change", () => {
  it.each(Object.entries(GIVES))("%s", (kind, change) => {
    const after = done(start, change(start));
    expect(gainsOf(start, after, SELF, AT).map((gain) => gain.what)).toContain(kind);
    // It is somebody else’s to give: for anybody whom it does not concern it is nothing.
    expect(gainsOf(start, after, "tome-cardigos", AT)).toEqual([]);
    // Taken back again it is a loss.
    expect(gainsOf(after, start, SELF, AT).filter((gain) => gain.what === kind && kind !== "line")).toEqual([]);
  });

  it("counts from a later day too, so that nobody waits for it", () => {
    const later = done(start, setLimit(start, self, "purchase-order", upTo(1_000_000), "2026-06-01", setting));
    expect(gainsOf(start, later, SELF, AT)).toEqual([{ what: "limit", of: "purchase-order EUR" }]);
  });

  it("is more of a limit, and not less of it, and one without bounds is more than any", () => {
    const had = done(start, setLimit(start, self, "purchase-order", upTo(500_000), null, setting));
    const change = (limit: Parameters<typeof setLimit>[3]) =>
      gainsOf(had, done(had, setLimit(had, self, "purchase-order", limit, null, setting)), SELF, AT);
    expect(change(upTo(499_999))).toEqual([]);
    expect(change({ kind: "none" })).toEqual([]);
    expect(change(upTo(500_001))).toEqual([{ what: "limit", of: "purchase-order EUR" }]);
    expect(change({ kind: "unlimited" })).toEqual([{ what: "limit", of: "purchase-order" }]);
  });
});
