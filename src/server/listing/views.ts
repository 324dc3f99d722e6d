import { z } from "zod";
import { listKeys, type ListKey } from "@/core/listing";
import type { Person } from "@/core/people";
import type { Result } from "@/core/refusal";
import { refused } from "@/core/words";
import { authorise } from "../access/authorise";
import type { App } from "../app";
import { carryOut } from "../carry-out";
import { write } from "../ledger/write";

/** A list as somebody looks at it: its address without the page. */
export type View = { name: string; query: string };

/** The views of a list that somebody keeps. */
export function viewsOf(app: App, person: Person, list: ListKey): View[] {
  return app.db
    .prepare("SELECT name, query FROM list_view WHERE person = ? AND list = ? ORDER BY name")
    .all(person.id, list) as View[];
}

const NAMED = { command: z.uuid(), list: z.enum(listKeys), name: z.string().trim().min(1).max(60) };

export const ViewSchema = z.discriminatedUnion("type", [
  z.strictObject({ type: z.literal("keep"), ...NAMED, query: z.string().max(1000) }),
  z.strictObject({ type: z.literal("drop"), ...NAMED }),
]);

const MOST_VIEWS = 30;

/** Keeps a view of a list under a name, for its owner alone; an auditor's are their own and change nothing of anybody's. */
export function changeView(app: App, actor: Person, change: z.infer<typeof ViewSchema>): Result<{ views: View[] }> {
  const { command, list, name } = change;
  const event =
    change.type === "keep"
      ? { type: "view kept", data: { person: actor.id, list, name, query: change.query } }
      : { type: "view dropped", data: { person: actor.id, list, name } };
  const now = () => ({ views: viewsOf(app, actor, list) });
  const intent = { command, stream: `views:${actor.id}`, type: event.type };
  return carryOut(app, actor, { ...intent, barred: () => authorise(actor, "views.own"), again: now }, () => {
    const { views } = now();
    if (change.type === "keep" && views.length >= MOST_VIEWS && !views.some((one) => one.name === name))
      return refused("too many views", { most: MOST_VIEWS }, "name");
    write(app, intent.stream, [event], { actor: actor.id, command });
    return { ok: true, value: now() };
  });
}
