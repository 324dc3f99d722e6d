import type { DocumentState } from "@/core/approval";
import { sayLevel, type Acting, type LevelLook, type LevelShown } from "@/core/audit-narrative";
import { stagesOf } from "@/core/policy";
import type { Names } from "@/core/words";
import { sayDue, sayMoment, saySince } from "../format";

type Props = {
  state: DocumentState;
  /** The level at which it is the viewer's move. */
  mine: string | null;
  acting: Acting;
  words: Names;
  zone: string;
  now: string;
};

/** The chain of a document from left to right: each level a raised flag with who, when, and whose move it is. */
export function RouteStrip(props: Props) {
  const { state } = props;
  const shown = (state.route?.levels ?? []).flatMap((routed): (LevelShown & { stage: number })[] => {
    const level = state.levels.find((one) => one.level === routed.level);
    // Levels without a part in the band are told under “Why this route”; here they would only be in the way.
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
} as const satisfies Record<LevelLook, object>;

function LevelFlag({ routed, level, ...props }: LevelShown & Props) {
  const { state, zone, now } = props;
  const looked = {
    waiting: state.status === "waiting",
    mine: props.mine,
    afterAdded: state.levels.some((one) => one.added?.before === level.level && one.status === "open"),
    acting: props.acting,
  };
  const moments = {
    at: (moment: string) => sayMoment(moment, zone),
    since: (moment: string) => saySince(moment, now, zone),
    due: (moment: string) => sayDue(moment, now, zone),
  };
  const { look, word, detail } = sayLevel({ routed, level }, looked, props.words, moments);
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
