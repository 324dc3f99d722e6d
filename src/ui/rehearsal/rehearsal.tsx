"use client";

import { useMemo, useState } from "react";
import { typeWords } from "@/core/documents";
import { directoryOf, type Organisation } from "@/core/people";
import type { Policy, PolicyVersion, Section } from "@/core/policy";
import { scaleOf, type HoursOf, type MinutesOf } from "@/core/rehearsal";
import { capital, sayDate } from "@/core/text";
import { rehearsalNames } from "@/core/words";
import { useAnnounced } from "../frame/announce";
import { Refusals } from "../primitives";
import { Actions } from "./actions";
import { AsTables } from "./as-tables";
import { Better } from "./better";
import { Differing } from "./differing";
import { Files, type Asked } from "./files";
import { FiguresTable, Said, sayAnswer } from "./figures";
import { Gains } from "./gains";
import { Hours } from "./hours";
import { Keep } from "./keep";
import { MirrorBoard } from "./mirror-board";
import { ThirdVersion } from "./third-version";
import { Replaying } from "./replaying";
import { SectionTabs } from "./section-tabs";
import { policiesIn, sidesOf, withSection } from "./side";
import { useDomain } from "./use-domain";
import { Times } from "./times";
import { TotalsNote } from "./totals-note";
import { Untold } from "./untold";
import { useRehearsal } from "./use-rehearsal";

export type RehearsalProps = {
  policy: string;
  /** What each is called in full, and at the head of a column. */
  before: { name: string; short: string; policy: Policy | null };
  after: { name: string; short: string; policy: Policy | null };
  /** One more that stands small below both, with its key and that of the version below in the address; null for none. */
  third: { name: string; policy: Policy | null; key: string; afterKey: string } | null;
  others: PolicyVersion[];
  organisation: Organisation;
  /** What is rehearsed on, as its material is asked for. */
  source: string;
  from: string;
  until: string;
  days: number;
  today: string | null;
  takesUnknown: boolean;
  minutes: MinutesOf;
  capacity: HoursOf;
  /** Name of the section that is shown; the last where there is none of that name. */
  section: string;
  /** The address of the page. */
  given: Record<string, string | undefined>;
  /** What is kept of the draft; null where the reader writes no policies, or the draft is another than the one that stands below. */
  takesOver: { revision: number } | null;
  /** Id of what was kept, which is shown as it was; null where it is rehearsed now. */
  kept: string | null;
  /** The reader may keep it. */
  mayKeep: boolean;
};

/** Two versions of a policy over the same documents of the past: what the second would have meant. */
export function Rehearsal(props: RehearsalProps) {
  const { others, organisation, source, from, until, today, takesUnknown, minutes, capacity, days } = props;
  // What was moved stays so when the page is read again, and what was not is as it was read last.
  const [movedBefore, setBefore] = useState<Policy | null>(null);
  const [movedAfter, setAfter] = useState<Policy | null>(null);
  // Moved thresholds become the draft of which they were moved: one that somebody has saved since is not written over.
  const [takenFrom, setTakenFrom] = useState(props.takesOver);
  const moveAfter = (section: Section) => {
    if (movedAfter === null) setTakenFrom(props.takesOver);
    setAfter(after && withSection(after, section));
  };
  const before = movedBefore ?? props.before.policy;
  const after = movedAfter ?? props.after.policy;
  const directory = useMemo(() => directoryOf(organisation), [organisation]);
  // At least one of the two is a policy.
  const { documentType, currency } = (after ?? before)!;
  const query = new URLSearchParams({ type: documentType, from, until, history: source });
  const material = props.kept ? `/api/rehearsal/kept/${props.kept}` : `/api/rehearsal/material?${query}`;
  const replaying = { material, others, today, takesUnknown };
  const asked = {
    from,
    until,
    history: source,
    asToday: today !== null,
    takesUnknown,
    minutes: minutes.usual,
    capacity: capacity.usual,
    minutesAt: minutes.byLevel,
    hoursOf: capacity.byPerson,
  };
  const rehearsed = useRehearsal(replaying, before, after, minutes, props.third);
  const { answer, busy, labels, withheld, problem, find, time } = rehearsed;
  const { name: noun } = typeWords(documentType);
  const isMoved = before !== props.before.policy || after !== props.after.policy;
  const sides = sidesOf(props, before, after);
  const domain = useDomain(sides, answer?.amounts.minor ?? null, currency);
  const names = rehearsalNames(
    [...policiesIn(before, after), ...others.map(({ policy }) => policy)],
    (id) => directory.person(id)?.name ?? id,
  );
  // Short, since they head columns of figures.
  const titles = [
    before === props.before.policy ? props.before.short : "Moved, above",
    after === props.after.policy ? props.after.short : "Moved",
  ] as const;
  const scale = scaleOf(days);
  const opened = props.after.policy?.sections.find(({ id }) => id === sides.after.section?.id);
  const said = answer ? sayAnswer(answer, scale, noun) : "";
  useAnnounced(said);
  const about =
    after === props.after.policy
      ? `${after ? titles[1] : "No such policy"} against ${before ? titles[0] : "no such policy"}`
      : "What these thresholds would have meant";
  return (
    <div className="grid flex-1 border-t border-rule lg:grid-cols-[minmax(0,1fr)_21rem]">
      <div className="min-w-0">
        <SectionTabs given={props.given} chosen={sides.name} before={before} after={after} />
        {answer && <Said said={said} about={about} className="px-4 py-3 md:px-6 lg:hidden" />}
        <div className="bg-panel">
          <MirrorBoard
            before={sides.before}
            after={sides.after}
            amounts={answer?.amounts ?? null}
            domain={domain}
            directory={directory}
            currency={currency}
            noun={noun}
            onBefore={(section) => setBefore(before && withSection(before, section))}
            onAfter={moveAfter}
          />
          {props.third && (
            <ThirdVersion
              side={{
                name: props.third.name,
                policy: props.third.policy,
                section: props.third.policy?.sections.find((one) => one.name === sides.name) ?? null,
              }}
              domain={domain}
              currency={currency}
              said={rehearsed.third ? sayAnswer(rehearsed.third, scale, noun) : ""}
              above={titles[0]}
              given={props.given}
              keys={{ after: props.third.afterKey, third: props.third.key }}
            />
          )}
        </div>
        <div className="flex flex-col gap-6 px-4 py-4 md:px-6">
          {problem && <Refusals refusals={[{ code: "invalid", message: problem }]} />}
          {answer && answer.untold.documents > 0 && (
            <Untold
              {...answer.untold}
              type={documentType}
              directory={directory}
              given={props.given}
              isTaken={takesUnknown}
            />
          )}
          <TotalsNote policies={[before, after]} />
          <Actions
            policy={props.policy}
            after={after}
            isMoved={isMoved}
            isAfterMoved={after !== props.after.policy}
            takesOver={movedAfter ? takenFrom : props.takesOver}
            onReset={() => {
              setBefore(null);
              setAfter(null);
            }}
          />
          {answer && props.after.policy && opened && (
            <Better
              key={opened.id}
              policy={props.after.policy}
              section={opened}
              noun={noun}
              scale={scale}
              capacity={capacity}
              directory={directory}
              find={find}
              tried={after === props.after.policy ? "" : said}
              onTry={moveAfter}
            />
          )}
          {answer && (
            <Times
              before={before}
              after={after}
              others={others}
              titles={titles}
              noun={noun}
              currency={currency}
              directory={directory}
              scale={scale}
              address={props.kept ? `/api/rehearsal/timing?kept=${props.kept}` : `/api/rehearsal/timing?${query}`}
              until={until}
              minutes={minutes}
              capacity={capacity}
              time={time}
            />
          )}
          {answer ? (
            <>
              <AsTables answer={answer} sides={sides} domain={domain} currency={currency} />
              <Differing
                answer={answer}
                labels={labels}
                names={names}
                noun={noun}
                currency={currency}
                titles={titles}
              />
              <Gains answer={answer} directory={directory} currency={currency} />
              {!props.kept && (
                <Outputs
                  asked={{
                    ...asked,
                    before: { name: sides.before.name, policy: before },
                    after: { name: sides.after.name, policy: after },
                  }}
                  mayKeep={props.mayKeep}
                />
              )}
            </>
          ) : (
            !problem && <Replaying {...rehearsed} noun={noun} />
          )}
          {isOnTwoScales(before, after, others) && (
            <p className="text-sm text-waiting">
              Not everything here is measured in one currency and by one measure: compare approvals, hours and people,
              and not the values and thresholds.
            </p>
          )}
          {withheld.length > 0 && (
            <p className="text-sm text-waiting">
              Conditions on fields that are hidden from you are taken as not met, so that some {noun.many} may stand in
              another section here than in truth.
            </p>
          )}
        </div>
      </div>
      <aside aria-label="Figures" aria-busy={busy} className="flex flex-col gap-5 border-rule px-5 py-4 lg:border-l">
        {answer && (
          <>
            <Said said={said} about={about} className="hidden lg:block" />
            <FiguresTable answer={answer} scale={scale} noun={noun} minutes={minutes} names={titles} />
            <Hours answer={answer} scale={scale} capacity={capacity} directory={directory} names={titles} />
            <p className="text-sm text-soft">
              {capital(noun.many)} of {sayDate(from)} to {sayDate(until)},{" "}
              {today ? "with the people of today" : "with the people of their time"}. Where one of several has to
              approve, each is taken to approve an equal part. Hours are those of these {noun.many} alone.
            </p>
          </>
        )}
      </aside>
    </div>
  );
}

/** What stays of a rehearsal: files of it, and itself. */
function Outputs({ asked, mayKeep }: { asked: Asked; mayKeep: boolean }) {
  return (
    <>
      <Files asked={asked} />
      {mayKeep && <Keep asked={asked} />}
    </>
  );
}

/** Amounts in two currencies, or by two measures, do not stand on one axis or in one sum. */
function isOnTwoScales(before: Policy | null, after: Policy | null, others: readonly PolicyVersion[]): boolean {
  const policies = [...policiesIn(before, after), ...(before && after ? [] : others.map(({ policy }) => policy))];
  return new Set(policies.map(({ currency, measure }) => `${currency} ${measure.kind}`)).size > 1;
}
