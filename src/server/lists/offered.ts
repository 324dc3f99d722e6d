import { REASON_LISTS, type Reasoned } from "@/core/approval";
import { dayIn } from "@/core/calendar";
import { LIST_IDS, foldKey, offered, type Entry, type Lists } from "@/core/lists";
import type { Directory } from "@/core/people";
import type { App } from "../app";
import { readReferenceData } from "../reference-data";

/** A list of more is not sent along with a form; it is searched. */
const MOST_SENT = 40;
const MOST_FOUND = 12;

/** What a form offers today: the lists that are short enough to be sent along, without what has ended. @param day ISO date */
export function listsForForms({ organisation }: Directory, day: string): Lists {
  return organisation.lists.flatMap((list) => {
    const entries = [...offered(organisation.lists, list.id, day)];
    return entries.length > MOST_SENT ? [] : [{ ...list, entries }];
  });
}

/** Reasons that are kept today for what people do with documents, by what they are given for. */
export function reasonsOffered({ organisation }: Directory, day: string): OfferedReasons {
  const of = (what: Reasoned) =>
    offered(organisation.lists, REASON_LISTS[what], day).map(({ key, name }) => ({ key, name }));
  return {
    decline: of("decline"),
    "send back": of("send back"),
    "place hold": of("place hold"),
    "release hold": of("release hold"),
  };
}

type OfferedReasons = Record<Reasoned, { key: string; name: string }[]>;

export type FoundEntry = Pick<Entry, "key" | "name"> & { owner: string | null };

/** Entries of a list that are open today, by a few letters of their key, their name or their owner's; those that begin with them first. */
export function findEntries(app: App, list: string, text: string): FoundEntry[] {
  const { directory } = readReferenceData(app);
  const { lists, timeZone } = directory.organisation;
  const letters = foldKey(text);
  const found: { rank: number; entry: FoundEntry }[] = [];
  for (const { key, name, owner } of offered(lists, list, dayIn(app.clock.now(), timeZone))) {
    const ownerName = owner ? (directory.person(owner)?.name ?? owner) : null;
    const places = [key, name, ownerName ?? ""].map((word) => foldKey(word).indexOf(letters));
    if (places.every((place) => place < 0)) continue;
    found.push({ rank: places.includes(0) ? 0 : 1, entry: { key, name, owner: ownerName } });
  }
  const compare = (a: string, b: string) => a.localeCompare(b, "en", { numeric: true });
  return found
    .toSorted((a, b) => a.rank - b.rank || compare(a.entry.key, b.entry.key))
    .slice(0, MOST_FOUND)
    .map(({ entry }) => entry);
}

/** Whether there is a list of that id. */
export function isListHere(app: App, list: string): boolean {
  const { lists } = readReferenceData(app).directory.organisation;
  return (LIST_IDS as readonly string[]).includes(list) || lists.some(({ id }) => id === list);
}
