import { hiddenKeys } from "@/core/own-fields";
import { documentTypeKeys, typeWords } from "@/core/documents";
import { addressWith } from "@/core/listing";
import { viewsOf } from "../listing/views";
import { readReferenceData } from "../reference-data";
import type { Visit } from "../http/page";
import { keptColumns, keptOf } from "./kept-columns";
import { KEPT_PREFIX, keptFilters, readKept } from "./kept-filter";
import { listDocuments, totalsOf } from "./queries";
import { filterOf, readableQuery } from "./register";

/** Where documents are listed, and the state that is meant where none is chosen. */
const USUAL = { documents: null, register: "closed" } as const;

/**
 * A list of documents as an address asks for it: its rows and totals, what its filters offer, and what of the address cannot be read.
 * @param given the query of the page, in which columns that were ticked come as several values of one name
 * @param columnsOf which columns are shown, by what the address says
 */
export function listedDocuments(
  { app, person, directory }: Visit,
  place: keyof typeof USUAL,
  given: Readonly<Record<string, string | string[]>>,
  columnsOf: (cols: string | undefined, kept: ReturnType<typeof keptColumns>) => string[],
) {
  const query = readableQuery(
    Object.fromEntries(Object.entries(given).map(([key, value]) => [key, [value].flat().join(",")])),
  );
  const filter = filterOf(query, directory, USUAL[place]);
  const found = listDocuments(app, person, filter);
  const kept = keptColumns(directory);
  const filters = keptFilters(directory);
  const unread = readKept(query as Record<string, string>, directory).unread.map((name) => {
    const key = name.slice(KEPT_PREFIX.length);
    return `${filters.find((one) => one.key === key)?.name ?? key} “${query[name as `${typeof KEPT_PREFIX}${string}`]}”`;
  });
  const columns = columnsOf(query.cols, kept);
  const policies = Object.fromEntries(
    readReferenceData(app).versions.map(({ policy }) => [policy.id, policy.name] as const),
  );
  return {
    ...found,
    query,
    sort: filter.sort ?? null,
    totals: totalsOf(app, person, filter),
    unread,
    columns,
    kept,
    said: keptOf(
      app,
      found.rows,
      kept.filter(({ key }) => columns.includes(key)),
      hiddenKeys(directory.organisation.fields),
    ),
    policies,
    views: viewsOf(app, person, place),
    address: addressWith(query, { page: "" }),
    offered: {
      types: documentTypeKeys.map((key) => ({ key, name: typeWords(key).name.one })),
      units: directory.organisation.units.map(({ id, name }) => ({ key: id, name })),
      policies: Object.entries(policies).map(([key, name]) => ({ key, name })),
      requester: query.requester
        ? { id: query.requester, name: directory.person(query.requester)?.name ?? query.requester }
        : null,
      kept,
      filters,
    },
  };
}
