import { startOfDay } from "../calendar";
import { typeWords } from "../documents";
import type { OwnField } from "../own-fields";
import type { PastDocument } from "../rehearsal";
import type { HistoryRow } from "./types";

/** The other party of what a row tells of, by its name; empty where none is known, or the type has none. */
export function partyOfRow({ documentType, facts }: Pick<HistoryRow, "documentType" | "facts">): string {
  const { account } = typeWords(documentType);
  return account ? String(facts[account] ?? "") : "";
}

const HALF_A_DAY = 12 * 3_600_000;

/**
 * A row of a history file as a document of the past, to which any policy can be put: sent at noon of its day, by its requester, since a ledger does not say otherwise. What
 * it does not tell of the fields of its type and of the organisation's own is unknown.
 * @param id by which it is found again
 * @param timeZone of the organisation, IANA name
 * @param fields of the organisation's own, as they are now
 */
export function pastOfRow(row: HistoryRow, id: string, timeZone: string, fields: readonly OwnField[]): PastDocument {
  const { documentType, requester, unit, date, facts, measures } = row;
  const { account, ...words } = typeWords(documentType);
  const own = fields.filter(({ part, on }) => on.includes(part === "account" ? (account ?? "") : documentType));
  const keys = [...words.fields, ...own].map(({ key }) => key);
  const concerns: Record<string, readonly string[]> = {};
  const add = (of: string, named: readonly string[]) => {
    if (named.length > 0) concerns[of] = [...new Set([...(concerns[of] ?? []), ...named])];
  };
  for (const { key, list } of words.fields) {
    const said = [facts[key] ?? []].flat().filter((one): one is string => typeof one === "string" && one !== "");
    // A document names its party in the field that is called as the kind of its account.
    if (list || key === account) add(list ?? key, said);
  }
  return {
    id,
    documentType,
    requester,
    unit,
    at: new Date(Date.parse(startOfDay(date, timeZone)) + HALF_A_DAY).toISOString(),
    date,
    ...(requester !== "" && { inPerson: true as const }),
    facts,
    unknown: keys.filter((key) => !Object.hasOwn(facts, key)),
    measures,
    ...(Object.keys(concerns).length > 0 && { concerns }),
  };
}
