import { z } from "zod";
import { readSort } from "@/core/listing";
import { isCurrency, typedMoney } from "@/core/money";
import type { Directory } from "@/core/people";
import { refusalsOf, type Result } from "@/core/refusal";
import { refuse } from "@/core/words";
import { pageOf } from "../http/query";
import { KEPT_PREFIX, readKept } from "./kept-filter";
import type { ListFilter } from "./queries";
import { DOCUMENT_SORTS } from "./rows";

const text = z.string().trim().max(200).optional();
const day = z.union([z.literal(""), z.iso.date()]).optional();

/** The register's filters as they stand in its address. */
export const RegisterQuerySchema = z.object({
  q: text,
  type: text,
  state: text,
  unit: text,
  policy: text,
  requester: text,
  party: text,
  currency: z.string().trim().toUpperCase().max(200).optional(),
  from: day,
  until: day,
  least: text,
  most: text,
  cols: text,
  sort: text,
  mine: text,
  page: text,
});
/** With them filters for what the organisation keeps, each under its key after `has.`. */
export type RegisterQuery = z.infer<typeof RegisterQuerySchema> & { [kept: `${typeof KEPT_PREFIX}${string}`]: string };

/** The filters of an address that can be read, for a page, where each can be seen and mended. */
export function readableQuery(given: Readonly<Record<string, string>>): RegisterQuery {
  const kept = Object.entries(given).filter(([key, value]) => key.startsWith(KEPT_PREFIX) && value.trim() !== "");
  return Object.fromEntries([
    ...kept,
    ...Object.entries(RegisterQuerySchema.shape).flatMap(([key, schema]) => {
      const read = schema.safeParse(Object.hasOwn(given, key) ? given[key] : undefined);
      return read.success && read.data !== undefined ? [[key, read.data]] : [];
    }),
  ]) as RegisterQuery;
}

/**
 * What a file or a sample is made of: a filter that cannot be read is refused and not left out, since nobody would see that more is in it than was asked for.
 * @param given filters by name, as they stand in an address
 * @param directory of the organisation, in whose currency amounts are typed where no other is chosen
 */
export function checkedFilter(given: Readonly<Record<string, string>>, directory: Directory): Result<ListFilter> {
  const home = directory.organisation.currency;
  const parsed = RegisterQuerySchema.safeParse(given);
  if (!parsed.success) return { ok: false, refusals: refusalsOf(parsed.error) };
  const query = parsed.data;
  const unread = (["least", "most"] as const).filter((key) => query[key] && amountIn(query, key, home) === undefined);
  if (unread.length > 0)
    return {
      ok: false,
      refusals: unread.map((key) => refuse("no amount", { typed: query[key]! }, key)),
    };
  const { unread: unknown } = readKept(given, directory);
  if (unknown.length > 0)
    return {
      ok: false,
      refusals: unknown.map((key) =>
        refuse("no such filter", { filter: key.slice(KEPT_PREFIX.length), typed: given[key]! }, key),
      ),
    };
  return { ok: true, value: filterOf({ ...readableQuery(given), ...query }, directory) };
}

/** In which currency amounts are typed: the one that is asked for, where there is one of that code. */
const currencyIn = ({ currency = "" }: RegisterQuery, home: string) => (isCurrency(currency) ? currency : home);

function amountIn(query: RegisterQuery, key: "least" | "most", home: string): number | undefined {
  const typed = query[key];
  if (!typed) return undefined;
  const parsed = typedMoney(typed, currencyIn(query, home));
  return parsed.ok ? parsed.money.minor : undefined;
}

/**
 * What a list of documents shows for a query; a filter that cannot be read is left out.
 * @param usual the state where the query names none: the register shows what has been decided, the list of documents any
 */
export function filterOf(query: RegisterQuery, directory: Directory, usual: "closed" | null = "closed"): ListFilter {
  const home = directory.organisation.currency;
  const { wanted } = readKept(query as Record<string, string>, directory);
  const { q, type, state, unit, policy, requester, party, currency, from, until } = query;
  return {
    text: q,
    type,
    unit,
    policy,
    requester,
    party,
    currency,
    from,
    until,
    status: state === "any" ? undefined : state || (usual ?? undefined),
    mine: query.mine === "1",
    sort: readSort(query.sort, DOCUMENT_SORTS),
    least: amountIn(query, "least", home),
    most: amountIn(query, "most", home),
    ...(wanted.length > 0 && { kept: wanted }),
    page: pageOf(query.page),
  };
}
