import { dayIn } from "../calendar";
import { entryOf, whyNotPicked, type Listed, type ListId, type PickReason } from "../lists";
import { no, type Decided } from "./barred";
import type { DecideContext } from "./types";

/** What somebody does for a reason that the organisation keeps in a list, and that list. */
export const REASON_LISTS = {
  decline: "decline-reasons",
  "send back": "send-back-reasons",
  "place hold": "hold-reasons",
  "release hold": "release-reasons",
} as const satisfies Record<string, ListId>;
export type Reasoned = keyof typeof REASON_LISTS;

/** The reason that was chosen for something, as it is kept; nothing where none was. */
export function listedFor(
  what: Reasoned,
  key: string | undefined,
  { at }: Pick<DecideContext, "at">,
): { listed?: Listed } {
  return key ? { listed: { list: REASON_LISTS[what], key, at } } : {};
}

/** Why a reason cannot be the one that was chosen: its list does not have it, or not any more; null when it can, or where none was chosen. */
export function whyNotListed(
  what: Reasoned | "approve",
  key: string | undefined,
  context: DecideContext,
): Decided<never> | null {
  if (!key) return null;
  if (what === "approve") return no({ code: "no list of reasons for it" }, "listed");
  const { lists, timeZone } = context.routing.directory.organisation;
  const list = REASON_LISTS[what];
  const why: PickReason | null = entryOf(lists, list, key)
    ? whyNotPicked(lists, list, key, dayIn(context.at, timeZone), false)
    : { code: "not in the list", values: { list, key } };
  return why && no({ code: "no such reason", values: { why } }, "listed");
}
