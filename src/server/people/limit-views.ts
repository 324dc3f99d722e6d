import { dayIn } from "@/core/calendar";
import { AUTHORITY_TYPES } from "@/core/documents";
import { formatAmount } from "@/core/money";
import { type Directory, type Limit } from "@/core/people";
import { valueAt, type OrganisationHistory } from "@/core/organisation-history";
import { sayDate } from "@/core/text";
import { linkTo } from "./rows";

export type LimitCell = {
  words: string;
  minor: number | null;
  currency: string;
  kind: "amount" | "unlimited" | "none";
  later: string;
};
export type LimitRow = { kind: "person" | "position"; id: string; name: string; about: string; cells: LimitCell[] };

/** Limits by holder and type, positions first; people only where they have a limit or could decide. */
export function limitMatrix(history: OrganisationHistory, directory: Directory, at: string, all: boolean): LimitRow[] {
  const { positions, people, currency } = directory.organisation;
  const cells = (kind: "person" | "position", id: string) =>
    Object.keys(AUTHORITY_TYPES).map((type) => cellOf(history, `${kind}.${id}.${type}`, directory, at, currency));
  const held = positions.map((position): LimitRow => {
    const holder = linkTo(directory, directory.holderOf(position.id));
    return {
      kind: "position",
      id: position.id,
      name: position.name,
      about: holder?.name ?? "vacant",
      cells: cells("position", position.id),
    };
  });
  const own = people
    .filter((person) => directory.isActive(person, at) && person.roles.includes("approver"))
    .map((person): LimitRow => ({
      kind: "person",
      id: person.id,
      name: person.name,
      about: person.title,
      cells: cells("person", person.id),
    }))
    .filter((row) => all || row.cells.some((cell) => cell.kind !== "none" || cell.later));
  return [...held, ...own];
}

function sayCell(limit: Limit): string {
  return limit.kind === "amount" ? formatAmount(limit) : limit.kind;
}

function cellOf(
  history: OrganisationHistory,
  id: string,
  { organisation }: Directory,
  at: string,
  currency: string,
): LimitCell {
  const entry = history.limit.get(id);
  const limit = entry && valueAt(entry.limits, at)?.limit;
  const next = entry?.limits.find((one) => one.from > at);
  const later = next ? `${sayCell(next.limit)} from ${sayDate(dayIn(next.from, organisation.timeZone))}` : "";
  if (limit?.kind === "amount")
    return { kind: "amount", minor: limit.minor, currency: limit.currency, words: sayCell(limit), later };
  return { kind: limit?.kind ?? "none", minor: null, currency, words: limit ? sayCell(limit) : "", later };
}
