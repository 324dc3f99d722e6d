import { RoleSchema, type Organisation } from "../people";
import { asOf, turningPoints } from "./as-of";
import { rulesOf } from "./edit";
import type { OrganisationHistory } from "./schema";

/** What somebody would have more of: a role, a limit, a place that is asked, a say over others, or a rule less that binds them. */
export type Gain = { what: GainKind; of: string };
export type GainKind =
  "role" | "limit" | "headship" | "position" | "group" | "ownership" | "report" | "line" | "stand-in" | "segregation";

/**
 * What a change of people would give a person, now or at any later moment for which something is set. Whoever carries a change out must not gain by it: power is
 * given by somebody else (NIST SP 800-53, AC-5, from memory).
 * @param at ISO date-time in UTC
 */
export function gainsOf(before: OrganisationHistory, after: OrganisationHistory, person: string, at: string): Gain[] {
  const moments = [at, ...new Set([...turningPoints(before, at), ...turningPoints(after, at)])];
  const seen = new Set<string>();
  return moments.flatMap((moment) => {
    const had = powersOf(before, person, moment);
    return [...powersOf(after, person, moment)].flatMap(([key, amount]) => {
      const old = had.get(key);
      if (seen.has(key) || (old !== undefined && old >= amount)) return [];
      seen.add(key);
      const [what, ...of] = key.split(" ");
      return [{ what: what as GainKind, of: of.join(" ") }];
    });
  });
}

/** Everything by which a person has a say, each with how much of it where that is counted. */
function powersOf(history: OrganisationHistory, person: string, at: string): Map<string, number> {
  const organisation = asOf(history, at);
  const own = organisation.people.find((one) => one.id === person);
  const powers = new Map<string, number>();
  const has = (what: GainKind, of: string, amount = 1) =>
    powers.set(`${what} ${of}`, Math.max(amount, powers.get(`${what} ${of}`) ?? 0));
  for (const role of own?.roles ?? []) has("role", role);
  if (own) has("line", `${own.unit} ${own.manager ?? ""}`);
  for (const unit of organisation.units) if (unit.head === person) has("headship", unit.id);
  const positions = positionsHeld(organisation, person);
  for (const position of positions) has("position", position);
  for (const group of organisation.groups) if (group.members.includes(person)) has("group", group.id);
  for (const { of, key, person: owner } of organisation.owners) if (owner === person) has("ownership", `${of} ${key}`);
  for (const { id: list, entries } of organisation.lists)
    for (const { key, owner } of entries) if (owner === person) has("ownership", `${list} ${key}`);
  for (const one of organisation.people) if (one.manager === person) has("report", one.id);
  for (const one of organisation.standIns)
    if (one.standIn === person && one.person !== person) has("stand-in", one.person, one.cap?.minor ?? Infinity);
  for (const { holder, documentType, limit } of organisation.limits) {
    const theirs = holder.kind === "person" ? holder.id === person : positions.has(holder.id);
    if (!theirs || limit.kind === "none") continue;
    if (limit.kind === "unlimited") has("limit", documentType, Infinity);
    else has("limit", `${documentType} ${limit.currency}`, limit.minor);
  }
  // A rule that binds them counts the other way round: without it they could do more.
  const bound = new Set(
    rulesOf(history)
      .filter((rule) => own?.roles.some((role) => rule.roles.includes(role)))
      .map((rule) => `${[...rule.roles].sort().join("+")}${rule.exceptions ? " unless" : ""}`),
  );
  for (const pair of pairsWith(own?.roles ?? []))
    if (!bound.has(pair)) has("segregation", pair, bound.has(`${pair} unless`) ? 1 : 2);
  return powers;
}

function positionsHeld({ positions, units }: Organisation, person: string): Set<string> {
  const heads = new Set(units.filter((unit) => unit.head === person).map((unit) => unit.id));
  return new Set(
    positions.filter((one) => one.holder === person || (one.heads && heads.has(one.unit))).map((one) => one.id),
  );
}

const ROLES = RoleSchema.options;

function pairsWith(own: readonly string[]): string[] {
  return [
    ...new Set(
      own.flatMap((role) => ROLES.filter((other) => other !== role).map((other) => [role, other].sort().join("+"))),
    ),
  ];
}
