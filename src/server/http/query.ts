/** What stands in the query of a page, each name once; of one that stands there twice the first. */
export function singles<Q extends object>(query: Q): Q {
  return Object.fromEntries(Object.entries(query).map(([key, value]) => [key, [value].flat()[0]])) as Q;
}

const MOST_PAGES = 1_000_000;

/** The number of a page of a list, from what stands in the address; the first where that is none. */
export function pageOf(text: string | undefined): number {
  const page = Number(text);
  return Number.isInteger(page) && page >= 1 && page <= MOST_PAGES ? page : 1;
}
