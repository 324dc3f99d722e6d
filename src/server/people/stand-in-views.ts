import { dayIn } from "@/core/calendar";
import { AUTHORITY_TYPES } from "@/core/documents";
import { inEffect, lastDayBefore, type Directory, type StandIn } from "@/core/people";
import { linkTo, type Link } from "./rows";

export type StandInView = {
  id: string;
  kind: StandIn["kind"];
  person: Link;
  standIn: Link | null;
  from: string;
  until: string | null;
  when: "now" | "later" | "over";
  types: string[] | null;
  cap: { minor: number; currency: string } | null;
  reason: string;
};

/** A stand-in as pages show it, by days of the organisation. */
export function standInView(entry: StandIn, directory: Directory, at: string): StandInView {
  const zone = directory.organisation.timeZone;
  return {
    id: entry.id,
    kind: entry.kind,
    person: linkTo(directory, entry.person)!,
    standIn: linkTo(directory, entry.standIn),
    from: dayIn(entry.from, zone),
    until: entry.until && lastDayBefore(entry.until, zone),
    when: inEffect(entry, at) ? "now" : entry.from > at && entry.until !== entry.from ? "later" : "over",
    types: entry.documentTypes?.map((type) => AUTHORITY_TYPES[type] ?? type) ?? null,
    cap: entry.cap,
    reason: entry.reason,
  };
}

/** Absences and delegations that are in effect or still to come, soonest first. */
export function awayView(directory: Directory, at: string): StandInView[] {
  return directory.organisation.standIns
    .map((entry) => standInView(entry, directory, at))
    .filter((one) => one.when !== "over")
    .sort((a, b) => (a.from < b.from ? -1 : 1));
}
