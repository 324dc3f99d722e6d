/** Absences and standing delegations: setting one, and ending it. */
import { addDays, dayIn, startOfDay } from "../calendar";
import { refuse, type Refusal, refused, refusedFor } from "../refusal";
import { sayDate } from "../text";
import { effective, type Setting } from "./dates";
import type { OrganisationHistory } from "./schema";

import { nameOf, one, type Edit } from "./edit";

export type NewStandIn = {
  kind: "absence" | "delegation";
  person: string;
  standIn: string | null;
  from: string | null;
  /** Last day, included; null for a delegation without end. */
  until: string | null;
  documentTypes: string[] | null;
  cap: { minor: number; currency: string } | null;
  reason: string;
};

/** Sets an absence or a standing delegation. Circles are found by `checked`, like every other thing that does not fit together. */
export function setStandIn(register: OrganisationHistory, input: NewStandIn, setting: Setting): Edit {
  const start = effective(input.from, setting);
  if (!start.ok) return start;
  const refusal = whyNotStandIn(register, input, setting);
  if (refusal) return refusedFor(refusal);
  const until = input.until ? startOfDay(addDays(input.until, 1), setting.zone) : null;
  const others = [...register.standIn.values()].filter((entry) => entry.person === input.person);
  const clash = others.find(
    (entry) =>
      entry.kind === "absence" &&
      input.kind === "absence" &&
      // One that was taken back before it began is no absence.
      entry.until !== entry.from &&
      (until === null || entry.from < until) &&
      (entry.until === null || start.value < entry.until),
  );
  if (clash)
    return refused(
      "overlaps",
      `${nameOf(register, input.person)} is away already from ${sayDate(dayIn(clash.from, setting.zone))}; end that absence first`,
      "from",
    );
  return one(register, "standIn", {
    id: `${input.person}.${others.length + 1}`,
    kind: input.kind,
    person: input.person,
    standIn: input.standIn,
    from: start.value,
    until,
    documentTypes: input.documentTypes,
    cap: input.cap,
    reason: input.reason.trim(),
  });
}

function whyNotStandIn(register: OrganisationHistory, input: NewStandIn, setting: Setting): Refusal | null {
  const person = register.person.get(input.person);
  if (!person) return refuse("unknown", `There is no person “${input.person}”`, "person");
  const from = input.from ?? dayIn(setting.at, setting.zone);
  if (input.until && input.until < from) return refuse("invalid", "The last day lies before the first", "until");
  if (input.kind === "absence" && !input.until) return refuse("invalid", "Say which day is the last", "until");
  if (input.kind === "delegation" && !input.standIn) return refuse("invalid", "Say to whom it is delegated", "standIn");
  if (!input.standIn) return null;
  const standIn = register.person.get(input.standIn);
  if (!standIn) return refuse("unknown", `There is no person “${input.standIn}”`, "standIn");
  if (standIn.id === person.id) return refuse("invalid", `${person.name} cannot stand in for themselves`, "standIn");
  if (standIn.activeUntil && standIn.activeUntil < (input.until ?? from))
    return refuse(
      "invalid",
      `${standIn.name} leaves on ${sayDate(standIn.activeUntil)}; choose somebody else`,
      "standIn",
    );
  if (!standIn.roles.includes("approver"))
    return refuse(
      "invalid",
      `${standIn.name} has not the role approver and could not decide; choose somebody else`,
      "standIn",
    );
  return null;
}

/** Ends an absence or delegation now; one that has not begun never will. */
export function endStandIn(register: OrganisationHistory, id: string, setting: Setting): Edit {
  const entry = register.standIn.get(id);
  if (!entry) return refused("unknown", "There is no such absence or delegation");
  if (entry.until !== null && entry.until <= setting.at) return refused("already", "It is over already");
  return one(register, "standIn", { ...entry, until: entry.from > setting.at ? entry.from : setting.at });
}
