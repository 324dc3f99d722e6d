import type { ReactNode } from "react";
import type { FindingBody, QuestionName } from "@/core/lookout";
import { DUTY_WORDS } from "@/core/words";
import { AroundThreshold } from "./around-threshold";
import type { Drawn } from "./drawn";
import { DatedActs } from "./dated-acts";
import { DigitsPicture } from "./digits-picture";
import { HabitPicture } from "./habit-picture";
import { Limits } from "./limits";
import { Meetings } from "./meetings";
import { SideBySide } from "./side-by-side";
import { TimeLine } from "./time-line";

type Pictures = { [Name in QuestionName]: ((drawn: Drawn<Name>) => ReactNode) | null };

/** The picture that fits each question; none where the list of documents says it all. */
const PICTURES: Pictures = {
  crowding: AroundThreshold,
  splitting: TimeLine,
  duplicates: SideBySide,
  digits: DigitsPicture,
  roundAmounts: HabitPicture,
  haste: HabitPicture,
  rest: HabitPicture,
  bursts: HabitPicture,
  neverNo: HabitPicture,
  pairs: Meetings,
  lapses: ({ figures, documents, zone }) => (
    <DatedActs
      zone={zone}
      acts={figures.at.map((at, index) => ({ at, text: `${documents[index]?.number ?? ""} lapsed` }))}
    />
  ),
  overrides: ({ figures, zone }) => (
    <DatedActs
      zone={zone}
      acts={figures.at.map((at) => ({
        at,
        text: figures.kind === "route again" ? "Routed again" : "A step was left out",
      }))}
    />
  ),
  ownGain: ({ figures, zone }) => (
    <DatedActs zone={zone} acts={figures.at.map((at) => ({ at, text: `Released: ${figures.hold}` }))} />
  ),
  standIns: null,
  limits: Limits,
  bankChanges: ({ figures, documents, people, zone }) => (
    <DatedActs
      zone={zone}
      acts={[
        { at: figures.changed, text: `Bank account changed, asked for by ${people[figures.person] ?? figures.person}` },
        ...figures.paid.map(({ document, at, person }) => ({
          at,
          text: `${documents.find(({ id }) => id === document)?.number ?? document} paid by ${people[person] ?? person}`,
        })),
      ]}
    />
  ),
  dutiesMet: ({ figures, documents, zone }) => (
    <DatedActs
      zone={zone}
      acts={figures.done.map(({ duty, at, document }) => ({
        at,
        text: `${DUTY_WORDS[duty]}${document === null ? "" : `: ${documents.find(({ id }) => id === document)?.number ?? document}`}`,
      }))}
    />
  ),
  noise: null,
};

/** The picture of a finding. */
export function Picture({ body, ...rest }: { body: FindingBody } & Omit<Drawn<QuestionName>, "figures">) {
  const draw = PICTURES[body.question] as ((drawn: object) => ReactNode) | null;
  return draw?.({ figures: body.figures, ...rest }) ?? null;
}
