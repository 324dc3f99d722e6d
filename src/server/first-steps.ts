import { dayIn } from "@/core/calendar";
import { firstSteps, type FirstStep, type SetUp, type StepKey } from "@/core/first-steps";
import { offered } from "@/core/lists";
import type { Person, Role } from "@/core/people";
import { inForceAt, isReviewed } from "@/core/policy";
import { authorise } from "./access/authorise";
import type { App } from "./app";
import { statement } from "./db/statement";
import { withoutWayIn } from "./access/invitations";
import { readReferenceData } from "./reference-data";

export type FirstDay = {
  now: SetUp;
  steps: FirstStep[];
  /** Names of those who can take each step. */
  who: Readonly<Record<StepKey, string[]>>;
};

/** How far the organisation is on its first day, and who can take the next steps. */
export function firstDay(app: App): FirstDay {
  const { directory } = readReferenceData(app);
  const at = app.clock.now();
  const people = directory.organisation.people.filter((person) => directory.isActive(person, at));
  const now = setUpOf(app);
  const steps = firstSteps(now);
  const able = (roles: readonly Role[]) => people.filter((one) => roles.some((role) => one.roles.includes(role)));
  const who = Object.fromEntries(steps.map(({ key, roles }) => [key, able(roles).map(({ name }) => name)]));
  return { now, steps, who: who as FirstDay["who"] };
}

/** Whether somebody who can read the policies is to be told of first steps: until documents go through one. */
export function hasFirstSteps(app: App, person: Person): boolean {
  if (authorise(person, "policies.read")) return false;
  // Every page asks, so that no more is looked at than is needed to know an organisation at work.
  const sent = statement(app.db, "SELECT 1 FROM document WHERE submitted_at IS NOT NULL LIMIT 1").get();
  const at = app.clock.now();
  return !sent || !readReferenceData(app).versions.some((version) => inForceAt([version], at));
}

/** The same in counts alone. */
export function setUpOf(app: App): SetUp {
  const { directory, versions } = readReferenceData(app);
  const { organisation } = directory;
  const at = app.clock.now();
  const today = dayIn(at, organisation.timeZone);
  const people = organisation.people.filter((person) => directory.isActive(person, at));
  const units = organisation.units.filter(({ closed }) => !closed);
  const count = (sql: string, ...values: unknown[]) =>
    app.db
      .prepare(sql)
      .pluck()
      .get(...values) as number;
  const withRole = (role: Role) => people.filter(({ roles }) => roles.includes(role)).map(({ id }) => id);
  const policies = [...new Set(versions.map(({ policy }) => policy.id))];
  const open = (list: string) => offered(organisation.lists, list, today).length;
  return {
    people: people.length,
    units: units.length,
    unitsWithoutHead: units.filter(({ head }) => !head).length,
    calendars: organisation.locations.length,
    has: { controller: withRole("controller"), reviewer: withRole("reviewer") },
    ways: people.length - withoutWayIn(app).length,
    categories: open("order-categories"),
    taxRates: open("tax-rates"),
    accounts: count("SELECT COUNT(*) FROM account"),
    limits: organisation.limits.length,
    begun: policies.length + count("SELECT COUNT(*) FROM draft"),
    reviewed: versions.filter(isReviewed).length,
    inForce: policies.filter((id) =>
      inForceAt(
        versions.filter(({ policy }) => policy.id === id),
        at,
      ),
    ).length,
    documents: count("SELECT COUNT(*) FROM (SELECT 1 FROM document WHERE submitted_at IS NOT NULL LIMIT 1)"),
  };
}
