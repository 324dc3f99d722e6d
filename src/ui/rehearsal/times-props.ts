import type { Directory } from "@/core/people";
import type { Policy, PolicyVersion } from "@/core/policy";
import type { HoursOf, MinutesOf, Scale } from "@/core/rehearsal";
import type { Rehearsed } from "./use-rehearsal";

/** Of what it is worked out how long decisions would take. */
export type TimesProps = {
  before: Policy | null;
  after: Policy | null;
  others: readonly PolicyVersion[];
  titles: readonly [before: string, after: string];
  noun: { one: string; many: string };
  currency: string;
  directory: Directory;
  scale: Scale;
  /** Where it is asked how documents of these days went. */
  address: string;
  /** The last day, ISO date. */
  until: string;
  minutes: MinutesOf;
  /** Hours a month that people have. */
  capacity: HoursOf;
  time: Rehearsed["time"];
};
