import Link from "next/link";
import { sayDate } from "@/core/text";

/** What the server says of a person beside their name. */
export type State =
  | { kind: "present" }
  | { kind: "away"; until: string; standIn: string | null }
  | { kind: "leaves"; on: string }
  | { kind: "gone"; since: string }
  | { kind: "coming"; on: string };

export function sayState(state: State): string {
  switch (state.kind) {
    case "present":
      return "";
    case "away":
      return `Away until ${sayDate(state.until)}, ${state.standIn ? `${state.standIn} stands in` : "nobody stands in"}`;
    case "leaves":
      return `Leaves after ${sayDate(state.on)}`;
    case "gone":
      return `Left after ${sayDate(state.since)}`;
    case "coming":
      return `Comes on ${sayDate(state.on)}`;
  }
}

/** A person’s state in words on a wash of their own; nothing for somebody who is simply there. */
export function StateMark({ state }: { state: State }) {
  if (state.kind === "present") return null;
  const alone = state.kind === "away" && !state.standIn;
  const look = alone
    ? "bg-held-wash text-held"
    : state.kind === "away"
      ? "bg-waiting-wash text-waiting"
      : state.kind === "leaves"
        ? "bg-sentback-wash text-sentback"
        : "bg-draft-wash text-draft";
  return <span className={`rounded-sm px-1.5 py-px text-xs font-medium ${look}`}>{sayState(state)}</span>;
}

export function Vacant({ what = "Vacant" }: { what?: string }) {
  return <span className="rounded-sm bg-held-wash px-1.5 py-px text-xs font-medium text-held">{what}</span>;
}

export function PersonLink({ person }: { person: { id: string; name: string } }) {
  return <Link href={`/people/${person.id}`}>{person.name}</Link>;
}
