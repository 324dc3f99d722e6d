import { canonical } from "../records";
import { valueAt } from "./as-of";
import type { EntryOf, Kind, HistoryChange } from "./schema";

type Dated = { from: string };

/** The moment from which a dated entry says something else than before; null where it has no dates or none of them differs. */
export function changedFrom({ kind, before, after }: HistoryChange): string | null {
  const known = new Set((before ? (datedList(kind, before) ?? []) : []).map((one) => canonical(one)));
  return datedList(kind, after)?.find((one) => !known.has(canonical(one)))?.from ?? null;
}

/** What a dated list says at a moment; at its latest where the moment is null, at its first before it begins. */
export function said<T extends Dated>(list: readonly T[], moment: string | null): T | undefined {
  return moment === null ? list.at(-1) : (valueAt(list, moment) ?? list[0]);
}

function datedList(kind: Kind, entry: unknown): readonly Dated[] | undefined {
  const field = {
    person: "seats",
    unit: "states",
    position: "holders",
    group: "members",
    limit: "limits",
    owner: "owners",
    list: "states",
    listItem: "states",
  }[kind as string];
  return field ? ((entry as Record<string, unknown>)[field] as Dated[]) : undefined;
}

/** Everybody a change is about: those named in it, before or after, at the moment from which it counts. */
export function peopleTouched(change: HistoryChange): string[] {
  const { kind, before, after } = change;
  if (kind === "group") return differing(before, after, changedFrom(change));
  const moment = changedFrom(change);
  const found = new Set<string>();
  for (const entry of [before, after]) {
    if (!entry) continue;
    const add = (...ids: (string | null | undefined)[]) => ids.forEach((id) => id && found.add(id));
    const list = datedList(kind, entry);
    const state =
      list && (said(list, moment) as { head?: string | null; person?: string | null; owner?: string } | undefined);
    if (kind === "person") add((entry as EntryOf<"person">).id, (entry as EntryOf<"person">).successor);
    if (kind === "unit") add(state?.head);
    if (kind === "position" || kind === "owner") add(state?.person);
    if (kind === "listItem") add(state?.owner);
    if (kind === "limit" && (entry as EntryOf<"limit">).holder.kind === "person")
      add((entry as EntryOf<"limit">).holder.id);
    if (kind === "standIn") add((entry as EntryOf<"standIn">).person, (entry as EntryOf<"standIn">).standIn);
  }
  return [...found];
}

/** Who came to a group or left it; the others are not concerned. */
function differing(before: EntryOf<"group"> | null, after: EntryOf<"group">, moment: string | null): string[] {
  const old = (before && said(before.members, moment)?.people) ?? [];
  const now = said(after.members, moment)?.people ?? [];
  return [...old.filter((id) => !now.includes(id)), ...now.filter((id) => !old.includes(id))];
}
