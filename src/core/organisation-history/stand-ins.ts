/** Absences and standing delegations: setting one, and ending it. */
import { addDays, dayIn, startOfDay } from "../calendar";
import { effective, type Setting } from "./dates";
import type { OrganisationHistory } from "./schema";

import { one } from "./edit";
import { noSuch, notEdited, type Edit } from "./reasons";

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
export function setStandIn(history: OrganisationHistory, input: NewStandIn, setting: Setting): Edit {
  const start = effective(input.from, setting);
  if (!start.ok) return start;
  const refusal = whyNotStandIn(history, input, setting);
  if (refusal) return refusal;
  const until = input.until ? startOfDay(addDays(input.until, 1), setting.zone) : null;
  const others = [...history.standIn.values()].filter((entry) => entry.person === input.person);
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
    return notEdited(
      { code: "away already", values: { person: input.person, from: dayIn(clash.from, setting.zone) } },
      "from",
    );
  return one(history, "standIn", {
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

function whyNotStandIn(history: OrganisationHistory, input: NewStandIn, setting: Setting): Edit | null {
  const person = history.person.get(input.person);
  if (!person) return noSuch("person", input.person, "person");
  const from = input.from ?? dayIn(setting.at, setting.zone);
  if (input.until && input.until < from) return notEdited({ code: "last day before the first" }, "until");
  if (input.kind === "absence" && !input.until) return notEdited({ code: "last day needed" }, "until");
  if (input.kind === "delegation" && !input.standIn) return notEdited({ code: "delegate needed" }, "standIn");
  if (!input.standIn) return null;
  const standIn = history.person.get(input.standIn);
  if (!standIn) return noSuch("person", input.standIn, "standIn");
  if (standIn.id === person.id)
    return notEdited({ code: "stands in for themselves", values: { person: person.id } }, "standIn");
  if (standIn.activeUntil && standIn.activeUntil < (input.until ?? from))
    return notEdited({ code: "stand-in leaves", values: { person: standIn.id, day: standIn.activeUntil } }, "standIn");
  if (!standIn.roles.includes("approver"))
    return notEdited({ code: "stand-in is no approver", values: { person: standIn.id } }, "standIn");
  return null;
}

/** Ends an absence or delegation now; one that has not begun never will. */
export function endStandIn(history: OrganisationHistory, id: string, setting: Setting): Edit {
  const entry = history.standIn.get(id);
  if (!entry) return noSuch("standIn", id);
  if (entry.until !== null && entry.until <= setting.at) return notEdited({ code: "over already" });
  return one(history, "standIn", { ...entry, until: entry.from > setting.at ? entry.from : setting.at });
}
