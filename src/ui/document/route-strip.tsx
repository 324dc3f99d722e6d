import { openSeats, type Decision, type DocumentState, type LevelState } from "@/core/approval";
import { stagesOf } from "@/core/policy";
import type { RoutedLevel } from "@/core/routing";
import { sayPart } from "@/core/audit-narrative";
import { sayBlocked, type Names as Words } from "@/core/words";
import { sayDue, sayMoment, saySince } from "../format";

/** What the strip says of a level: from the route, or of one that was added on the way. */
type Shown = {
  routed: Pick<RoutedLevel, "level" | "name" | "candidates" | "needed" | "blocked"> & {
    why: RoutedLevel["why"] | null;
  };
  level: LevelState;
};
export type Names = (person: string) => string;
/** For somebody who is asked: who acts in their name now, and why they cannot themselves. */
export type Acting = Readonly<Record<string, { names: string[]; why: string }>>;
type Props = {
  state: DocumentState;
  /** The level at which it is the viewer's move. */
  mine: string | null;
  acting: Acting;
  words: Words;
  zone: string;
  now: string;
};

/** The chain of a document from left to right: each level a raised flag with who, when, and whose move it is. */
export function RouteStrip(props: Props) {
  const { state } = props;
  const shown = (state.route?.levels ?? []).flatMap((routed): (Shown & { stage: number })[] => {
    const level = state.levels.find((one) => one.level === routed.level);
    // Levels without a part in the band are told under “Why this way”; here they would only be in the way.
    return level && routed.why.code !== "no part in the band" ? [{ routed, level, stage: routed.stage }] : [];
  });
  for (const level of state.levels.filter((one) => one.added)) {
    const { level: id, name, needed, stage } = level;
    const at = shown.findIndex((one) => one.level.level === level.added!.before);
    shown.splice(at, 0, { routed: { level: id, name, needed, why: null, candidates: [] }, level, stage });
  }
  if (shown.length === 0) return null;
  return (
    <ol aria-label="Route" className="flex flex-col gap-y-3 md:flex-row md:flex-wrap md:gap-x-5">
      {stagesOf(shown).map((stage, index) => (
        <li
          key={index}
          className={stage.length > 1 ? "rounded-sm border border-rule px-2 pt-1 pb-2" : "md:pt-[1.6rem]"}
        >
          {stage.length > 1 && <p className="mb-1 text-xs text-soft">Side by side</p>}
          <ul className="flex flex-col gap-3 md:flex-row md:gap-5">
            {stage.map((one) => (
              <LevelFlag key={one.routed.level} {...one} {...props} />
            ))}
          </ul>
        </li>
      ))}
    </ol>
  );
}

const LOOK = {
  approved: { flag: "bg-approved text-white", pole: "border-l-2 border-ink" },
  declined: { flag: "bg-declined text-white", pole: "border-l-2 border-declined" },
  open: { flag: "bg-waiting text-white", pole: "border-l-2 border-ink" },
  mine: { flag: "bg-signal text-white", pole: "border-l-3 border-signal" },
  next: { flag: "bg-draft-wash text-soft", pole: "border-l-2 border-rule" },
  passed: { flag: "bg-draft-wash text-soft", pole: "border-l-2 border-dotted border-soft" },
  told: {
    flag: "border border-dashed border-harbour bg-paper text-harbour",
    pole: "border-l-2 border-dashed border-harbour",
  },
  held: { flag: "bg-held text-white", pole: "border-l-2 border-held" },
  lapsed: { flag: "inset-ring-2 inset-ring-held bg-held-wash text-held", pole: "border-l-3 border-dotted border-held" },
  sentBack: { flag: "bg-sentback text-white", pole: "border-l-2 border-sentback" },
} as const;

function LevelFlag({ routed, level, ...props }: Shown & Props) {
  const { look, word, detail } = describe(routed, level, props);
  return (
    <li className={`w-full pr-1 pb-0.5 md:w-44 ${LOOK[look].pole}`}>
      <span className={`pennant-notch inline-block min-w-24 py-0.5 pr-5 pl-2 text-sm font-semibold ${LOOK[look].flag}`}>
        {word}
      </span>
      <div className="pt-1 pl-2.5">
        <p className={`font-semibold ${look === "passed" ? "text-soft" : ""}`}>{routed.name}</p>
        <p className="text-sm text-soft">{detail}</p>
      </div>
    </li>
  );
}

function describe(
  routed: Shown["routed"],
  level: LevelState,
  { state, mine, acting, words, zone, now }: Props,
): { look: keyof typeof LOOK; word: string; detail: string } {
  const names = words.person;
  const said = level.decisions
    .map(
      (one) =>
        `${one.outcome === "decline" ? "declined by " : ""}${sayWho(one, names)}, ${one.countedFrom ? "counted from before" : sayMoment(one.at, zone)}${one.signature ? ", signed" : ""}`,
    )
    .join("; ");
  const foretold = routed.candidates.filter((one) => one.eligible).map((one) => names(one.person));
  const sentBack = level.decisions.find((one) => one.outcome === "sendBack");
  if (sentBack) return { look: "sentBack", word: "Sent back", detail: said };
  switch (level.status) {
    case "approved":
      return {
        look: "approved",
        word: level.kind === "task" ? "Done" : level.kind === "check" ? "Verified" : "Approved",
        detail: said || (level.kind === "check" ? words.verifies(level.level) : ""),
      };
    case "declined":
      return { look: "declined", word: "Declined", detail: said };
    case "passed over":
      return { look: "passed", word: "Passed over", detail: sayPart(level.level, routed.why, level.because, words) };
    case "told":
      return { look: "told", word: "Told", detail: foretold.join(", ") };
    case "lapsed":
      return { look: "lapsed", word: "By lapse of time", detail: sayLapse(level, names, zone) };
    case "open":
      if (state.status !== "waiting") return { look: "passed", word: "Ended", detail: said || "not decided any more" };
      return whoseMove(level, said, { mine, acting, names, zone, now });
    case "not yet":
      if (routed.blocked)
        return { look: "held", word: "Nobody can", detail: sayBlocked(routed.blocked, level.level, words) };
      if (state.levels.some((one) => one.added?.before === level.level && one.status === "open"))
        return { look: "next", word: "Again after that", detail: said };
      if (state.status !== "waiting") return { look: "passed", word: "Not asked", detail: foretold.join(" or ") };
      return { look: "next", word: "Then", detail: counted(routed, foretold) };
  }
}

function whoseMove(
  level: LevelState,
  said: string,
  { mine, acting, names, zone, now }: Omit<Props, "state" | "words"> & { names: Names },
): ReturnType<typeof describe> {
  const left = openSeats(level).map((id) => sayAsked(id, acting, names));
  const since = level.openedAt ? saySince(level.openedAt, now, zone) : "";
  const due = level.due ? sayDue(level.due, now, zone) : "";
  const of =
    level.needed > 1 ? `${level.decisions.filter((one) => one.outcome === "approve").length} of ${level.needed}` : "";
  if (mine === level.level)
    return {
      look: "mine",
      word: of ? `Your move, ${of}` : "Your move",
      detail: [said, since, due].filter(Boolean).join("; "),
    };
  return {
    look: "open",
    word: of ? `Waiting, ${of}` : "Waiting",
    detail: [said, `for ${left.join(" or ")} ${since}`, due].filter(Boolean).join("; "),
  };
}

/** What nobody approved is never shown as if somebody had. */
function sayLapse(level: LevelState, names: Names, zone: string): string {
  const silent = openSeats({ ...level, status: "open" })
    .map(names)
    .join(", ");
  return `Nobody approved: ${silent} did not answer by ${sayMoment(level.due ?? level.closedAt ?? "", zone)}`;
}

/** @example "Rui Tavares for Marta Quelhas" */
export function sayWho({ by, inNameOf }: Pick<Decision, "by" | "inNameOf">, names: Names): string {
  return inNameOf ? `${names(by)} for ${names(inNameOf)}` : names(by);
}

function sayAsked(id: string, acting: Acting, names: Names): string {
  const others = acting[id];
  if (!others) return names(id);
  if (!others.why) return `${names(id)} or ${others.names.join(" or ")}`;
  return others.names.length > 0
    ? `${others.names.join(" or ")}, in place of ${names(id)}`
    : `${names(id)} (${others.why})`;
}

function counted(routed: Shown["routed"], people: string[]): string {
  if (routed.needed > 1) return `${routed.needed} of ${people.join(", ")}`;
  return people.join(" or ");
}
