import { z } from "zod";
import { parseMoney } from "@/core/money";
import type { Directory, Person } from "@/core/people";
import { refusalsOf, type Result } from "@/core/refusal";
import { refuse, refused } from "@/core/words";
import { authorise } from "../access/authorise";
import type { App } from "../app";
import { carryOut } from "../carry-out";
import { write } from "../ledger/write";
import { pageOf } from "../http/query";
import { KEPT_PREFIX, readKept } from "./kept-filter";
import type { ListFilter } from "./queries";

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
  currency: text,
  from: day,
  until: day,
  least: text,
  most: text,
  cols: text,
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

function amountIn(query: RegisterQuery, key: "least" | "most", home: string): number | undefined {
  const typed = query[key];
  if (!typed) return undefined;
  const parsed = parseMoney(typed, query.currency || home);
  return parsed.ok ? parsed.money.minor : undefined;
}

/** What the register shows for a query. Without a state it shows what has been decided; a filter that cannot be read is left out. */
export function filterOf(query: RegisterQuery, directory: Directory): ListFilter {
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
    status: state === "any" ? undefined : state || "closed",
    least: amountIn(query, "least", home),
    most: amountIn(query, "most", home),
    ...(wanted.length > 0 && { kept: wanted }),
    page: pageOf(query.page),
  };
}

export type View = { name: string; query: string };

/** The views of the register that somebody keeps. */
export function viewsOf(app: App, person: Person): View[] {
  return app.db
    .prepare("SELECT name, query FROM register_view WHERE person = ? ORDER BY name")
    .all(person.id) as View[];
}

export const ViewSchema = z.discriminatedUnion("type", [
  z.strictObject({
    type: z.literal("keep"),
    command: z.uuid(),
    name: z.string().trim().min(1).max(60),
    query: z.string().max(1000),
  }),
  z.strictObject({ type: z.literal("drop"), command: z.uuid(), name: z.string().trim().min(1).max(60) }),
]);

const MOST_VIEWS = 30;

/** Keeps a view of the register under a name, for its owner alone; an auditor's are their own and change nothing of anybody's. */
export function changeView(app: App, actor: Person, change: z.infer<typeof ViewSchema>): Result<{ views: View[] }> {
  const { command, name } = change;
  const event =
    change.type === "keep"
      ? { type: "view kept", data: { person: actor.id, name, query: change.query } }
      : { type: "view dropped", data: { person: actor.id, name } };
  const now = () => ({ views: viewsOf(app, actor) });
  const intent = { command, stream: `views:${actor.id}`, type: event.type };
  return carryOut(app, actor, { ...intent, barred: () => authorise(actor, "views.own"), again: now }, () => {
    const { views } = now();
    if (change.type === "keep" && views.length >= MOST_VIEWS && !views.some((one) => one.name === name))
      return refused("too many views", { most: MOST_VIEWS }, "name");
    write(app, intent.stream, [event], { actor: actor.id, command });
    return { ok: true, value: now() };
  });
}
