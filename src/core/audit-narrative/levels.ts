import { openSeats, type Decision, type LevelState } from "../approval";
import type { RoutedLevel } from "../routing";
import { aloud, sayBlocked, sayCandidate, type Names } from "../words";
import { sayPart } from "./reasons";

/** For somebody who is asked: who acts in their name now, and why they cannot themselves. */
export type Acting = Readonly<Record<string, { names: string[]; why: string }>>;

/** How moments are written where the sentences are read: in the zone of the organisation, and as near as the reader needs them. */
export type Moments = { at(moment: string): string; since(moment: string): string; due(moment: string): string };

/** A level as it was routed, or one that was added on the way, of which the route knows no reason. */
export type LevelShown = {
  routed: Pick<RoutedLevel, "level" | "name" | "candidates" | "needed" | "blocked"> & {
    why: RoutedLevel["why"] | null;
  };
  level: LevelState;
};

/** How a level stands to whoever reads it; `mine` is their own move. */
export type LevelLook =
  "approved" | "declined" | "sentBack" | "passed" | "told" | "lapsed" | "mine" | "open" | "held" | "next";

/** What is known of the moment at which a level is looked at. */
export type LookedAt = {
  waiting: boolean;
  /** The level at which it is the reader's move. */
  mine: string | null;
  /** Whether somebody was added who decides before it. */
  afterAdded: boolean;
  acting: Acting;
};

/** @example nameOfDecider({ by: "rui", inNameOf: "marta" }, names) // "Rui Tavares for Marta Quelhas" */
export function nameOfDecider({ by, inNameOf }: Pick<Decision, "by" | "inNameOf">, names: Names): string {
  return inNameOf ? `${names.person(by)} for ${names.person(inNameOf)}` : names.person(by);
}

const withNumber = (word: string, { needed, decisions }: LevelState) =>
  needed > 1 ? `${word}, ${decisions.filter((one) => one.outcome === "approve").length} of ${needed}` : word;

function decided({ decisions }: LevelState, names: Names, moments: Moments): string {
  return decisions
    .map((one) => {
      const who = `${one.outcome === "decline" ? "declined by " : ""}${nameOfDecider(one, names)}`;
      const when = one.countedFrom ? "counted from before" : moments.at(one.at);
      return `${who}, ${when}${one.signature ? ", signed" : ""}`;
    })
    .join("; ");
}

function asked(id: string, acting: Acting, names: Names): string {
  const others = acting[id];
  if (!others) return names.person(id);
  if (!others.why) return `${names.person(id)} or ${others.names.join(" or ")}`;
  return others.names.length > 0
    ? `${others.names.join(" or ")}, in place of ${names.person(id)}`
    : `${names.person(id)} (${others.why})`;
}

/** How a level stands. @param looked what is known of the moment @returns how it looks, a word for it, and who, when and whose move it is as a sentence */
export function sayLevel(
  shown: LevelShown,
  looked: LookedAt,
  names: Names,
  moments: Moments,
): { look: LevelLook; word: string; detail: string } {
  const { look, word, detail } = levelNow(shown, looked, names, moments);
  return { look, word, detail: spokenDetail(detail) };
}

const spokenDetail = aloud((detail: string): string => detail);

function levelNow(
  { routed, level }: LevelShown,
  looked: LookedAt,
  names: Names,
  moments: Moments,
): { look: LevelLook; word: string; detail: string } {
  const said = decided(level, names, moments);
  const foretold = routed.candidates.filter((one) => one.eligible).map((one) => names.person(one.person));
  if (level.decisions.some((one) => one.outcome === "sendBack"))
    return { look: "sentBack", word: "Sent back", detail: said };
  switch (level.status) {
    case "approved":
      return {
        look: "approved",
        word: level.kind === "task" ? "Done" : level.kind === "check" ? "Verified" : "Approved",
        detail: said || (level.kind === "check" ? names.verifies(level.level) : ""),
      };
    case "declined":
      return { look: "declined", word: "Declined", detail: said };
    case "passed over":
      return { look: "passed", word: "Skipped", detail: sayPart(level.level, routed.why, level.because, names) };
    case "told":
      return { look: "told", word: "Told", detail: foretold.join(", ") };
    case "lapsed":
      return { look: "lapsed", word: "Approved automatically: time ran out", detail: lapsed(level, names, moments) };
    case "open":
      if (!looked.waiting) return { look: "passed", word: "Ended", detail: said || "not decided any more" };
      return openNow(level, said, looked, names, moments);
    case "not yet":
      if (routed.blocked)
        return { look: "held", word: "No eligible approver", detail: sayBlocked(routed.blocked, level.level, names) };
      if (looked.afterAdded) return { look: "next", word: "Again after that", detail: said };
      if (!looked.waiting) return { look: "passed", word: "Not asked", detail: foretold.join(" or ") };
      if (routed.why?.code === "awaits fields") return waiting(level.level, foretold, names);
      return {
        look: "next",
        word: "Next",
        detail: routed.needed > 1 ? `${routed.needed} of ${foretold.join(", ")}` : foretold.join(" or "),
      };
  }
}

/** Whether it is asked, or whom, is known once a level before it has filled in what it turns on. */
function waiting(level: string, foretold: readonly string[], names: Names): ReturnType<typeof levelNow> {
  const condition = names.condition(level);
  const who = foretold.join(" or ") || names.asks(level);
  return { look: "next", word: condition ? "Perhaps" : "Next", detail: condition ? `${who}, if ${condition}` : who };
}

function openNow(
  level: LevelState,
  said: string,
  { mine, acting }: LookedAt,
  names: Names,
  moments: Moments,
): ReturnType<typeof levelNow> {
  const since = level.openedAt ? moments.since(level.openedAt) : "";
  const due = level.due ? moments.due(level.due) : "";
  if (mine === level.level)
    return {
      look: "mine",
      word: withNumber("Your decision", level),
      detail: [said, since, due].filter(Boolean).join("; "),
    };
  const left = openSeats(level).map((id) => asked(id, acting, names));
  const waits = `for ${left.join(" or ")} ${since}`;
  return { look: "open", word: withNumber("Waiting", level), detail: [said, waits, due].filter(Boolean).join("; ") };
}

/** What nobody approved is never shown as if somebody had. */
function lapsed(level: LevelState, names: Names, moments: Moments): string {
  const silent = openSeats({ ...level, status: "open" })
    .map(names.person)
    .join(", ");
  return `Nobody approved: ${silent} did not answer by ${moments.at(level.due ?? level.closedAt ?? "")}`;
}

/** Whom a level of a route asks, everybody who was looked at with why, and how many are needed. */
export const sayLookedAt = aloud(({ level, candidates, outcome, needed }: RoutedLevel, names: Names): string => {
  const people = candidates.map((one) => sayCandidate(one, names)).join("; ");
  return `${names.asks(level)}: ${people}${outcome === "required" ? `. ${needed} needed` : ""}`;
});
