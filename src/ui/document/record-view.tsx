import { hasLapsed, refusedOf, type DocumentView } from "@/core/approval";
import { type Rate } from "@/core/money";
import { evaluationContextOf } from "@/core/routing";
import type { Directory } from "@/core/people";
import { sayDecided, sayHeadline, sayPartOf, sayRecomputed, sayRecorded, sayReleased } from "@/core/audit-narrative";
import { sayCandidate, sayHeld, sayRouteBand, type Names, saySection } from "@/core/words";
import { DrawnImage } from "./drawn-image";
import { joinWords } from "@/core/text";
import { sayExactly } from "../format";
import { SectionTitle, StatusMark, buttonClass } from "../primitives";
import { ClosingProofSection } from "./closing-proof";
import { Papers } from "./facts";
import { BLOCKED } from "./blocked";
import { FilledIn } from "./filled-in";
import { SCREENS } from "../document-types";
import { HiddenFields, type HiddenField } from "./hidden-fields";
import { LogCheck } from "./log-check";
import { RecordCheck, RecordVerdict, type CheckedEvent } from "./record-check";
import { Measured } from "./why";
import { Table } from "../tables";

type Props = {
  view: DocumentView;
  /** Fields that are hidden from the viewer, in which something stands. */
  hidden: readonly HiddenField[];
  record: { events: CheckedEvent[]; contentHash: string };
  directory: Directory;
  /** What everything about the document is called. */
  words: Names;
  zone: string;
  logged: number;
  rates: readonly Rate[];
  /** The route worked out again from what was stored. */
  recomputed: { at: string; differences: string[] } | null;
};

/** The record of a document in reading order: what was asked, why it went where it went, who decided, and the proof. */
export function RecordView({ view, hidden, record, directory, words, zone, logged, rates, recomputed }: Props) {
  const { state, version } = view;
  const names = words.person;
  const looking = evaluationContextOf(state.document, {
    rates,
    around: state.around ?? {},
    ratesOn: state.route?.ratesOn,
  });
  const { Facts, Particulars } = SCREENS[state.document.documentType]!;
  const facts = {
    document: state.document,
    id: state.id,
    names,
    refused: refusedOf(state),
    looking,
    expected: null,
    words,
  };
  return (
    <article className="flex flex-col gap-7">
      <header className="flex flex-wrap items-start justify-between gap-4 border-b-2 border-ink pb-3">
        <div>
          <h1 className="text-2xl font-semibold">Record of {state.number}</h1>
          <p>{sayHeadline(state)}</p>
          <div className="mt-1 flex flex-wrap items-center gap-x-3 gap-y-1">
            <StatusMark status={state.status} />
            {hasLapsed(state) && <StatusMark status="by lapse" />}
            {state.closedAt && <span className="text-soft">{sayExactly(state.closedAt, zone)}</span>}
            <RecordVerdict events={record.events} />
          </div>
        </div>
        <Files id={state.id} hidden={hidden} />
      </header>
      <div className="grid gap-x-9 gap-y-6 lg:grid-cols-[minmax(0,1fr)_19rem]">
        <div className="flex min-w-0 flex-col gap-6">
          <Facts {...facts} />
        </div>
        <div className="flex flex-col gap-5">
          <Particulars {...facts} />
          <FilledIn state={state} words={words} zone={zone} />
          <HiddenFields path={`/api/documents/${state.id}/hidden`} fields={hidden} />
          <Papers document={state.document} id={state.id} />
        </div>
      </div>
      <Rule view={view} directory={directory} names={words} />
      <ClosingProofSection view={view} names={words} zone={zone} />
      {recomputed && <Recomputed {...recomputed} zone={zone} />}
      <Levels view={view} words={words} zone={zone} />
      <HoldsTable view={view} words={words} zone={zone} />
      <section aria-labelledby="events">
        <div className="flex flex-wrap items-baseline justify-between gap-3">
          <SectionTitle id="events">Events in the log</SectionTitle>
          <div className="no-print">
            <LogCheck events={logged} />
          </div>
        </div>
        <RecordCheck
          events={record.events}
          told={view.thread.map((event) => sayRecorded(event, words))}
          times={record.events.map((event) => sayExactly(event.time, zone))}
          people={view.thread.map((event) => names(event.actor))}
        />
        <p className="mt-3 text-sm text-soft">
          Content hash of this record (SHA-256 of its canonical JSON, RFC 8785):{" "}
          <span className="font-medium break-all text-ink">{record.contentHash}</span>
          {version && (
            <>
              . Content hash of version {version.version} of the policy:{" "}
              <span className="font-medium break-all text-ink">{version.hash}</span>
            </>
          )}
        </p>
      </section>
    </article>
  );
}

/** What proves the document elsewhere. It has the events as they were written, so that it is for those who may see all of them. */
function Files({ id, hidden }: { id: string; hidden: readonly HiddenField[] }) {
  const closed = hidden.filter(({ mayOpen }) => !mayOpen);
  if (closed.length > 0)
    return (
      <p className="no-print max-w-xs text-sm text-soft">
        Evidence and the record as JSON say what is hidden here:{" "}
        {joinWords(
          closed.map(({ name, openedBy }) => `“${name}” is for ${openedBy}`),
          "and",
        )}
        .
      </p>
    );
  return (
    <div className="no-print flex flex-wrap justify-end gap-2">
      <a href={`/api/documents/${id}/evidence`} className={buttonClass("solid", true)}>
        Evidence file
      </a>
      <a href={`/api/documents/${id}/record`} className={buttonClass("outline", true)}>
        Download as JSON
      </a>
      {hidden.length > 0 && (
        <p className="w-full text-right text-sm text-soft">
          Either shows what is hidden here, which is logged with your name.
        </p>
      )}
    </div>
  );
}

function Rule({ view, directory, names }: { view: DocumentView; directory: Directory; names: Names }) {
  const { state, version } = view;
  const { route } = state;
  if (!route) return null;
  const section = version?.policy.sections.find((one) => one.id === route.section?.id);
  return (
    <section aria-labelledby="rule">
      <SectionTitle id="rule">The rule it went under</SectionTitle>
      <dl className="grid gap-x-4 gap-y-1 sm:grid-cols-[9rem_1fr]">
        <dt className="text-soft">Policy</dt>
        <dd>
          {route.policy
            ? `${route.policy.name}, version ${route.policy.version}`
            : route.holds.map((hold) => sayHeld(hold, names)).join("; ")}
        </dd>
        {version && (
          <>
            <dt className="text-soft">Saved by</dt>
            <dd>
              {directory.person(version.savedBy)?.name}
              {version.note && `: “${version.note}”`}
            </dd>
          </>
        )}
        {version?.review && (
          <>
            <dt className="text-soft">Reviewed by</dt>
            <dd>
              {directory.person(version.review.by)?.name ?? version.review.by}
              {version.review.words && `: “${version.review.words}”`}
              {version.reasons?.map((one) => (
                <span key={one.finding} className="block text-sm text-soft">
                  Kept although doubtful: {one.message} “{one.reason}”
                </span>
              ))}
            </dd>
          </>
        )}
        <Measured route={route} names={names} />
        {section && version && (
          <>
            <dt className="text-soft">Section</dt>
            <dd>
              {section.name}: {saySection(version.policy, section, directory)}
            </dd>
          </>
        )}
        {route.band && (
          <>
            <dt className="text-soft">Band</dt>
            <dd className="serif text-[15px]">{sayRouteBand(route, names)}</dd>
          </>
        )}
      </dl>
    </section>
  );
}

/** The route again, from stored inputs alone. */
function Recomputed({ at, differences, zone }: { at: string; differences: string[]; zone: string }) {
  const same = differences.length === 0;
  return (
    <section aria-labelledby="recomputed">
      <SectionTitle id="recomputed">The route, worked out again</SectionTitle>
      <p className={same ? "text-approved" : "text-held"}>{sayRecomputed(same, sayExactly(at, zone))}</p>
      <ul className="list-disc pl-5">
        {differences.map((one) => (
          <li key={one} className="break-words">
            {one}
          </li>
        ))}
      </ul>
    </section>
  );
}

function HoldsTable({ view, words, zone }: { view: DocumentView; words: Names; zone: string }) {
  const { holds } = view.state;
  if (holds.length === 0) return null;
  return (
    <section aria-labelledby="holds">
      <SectionTitle id="holds">Holds, placed and released</SectionTitle>
      <Table
        labelledBy="holds"
        least="40rem"
        heads={[{ label: "Hold" }, { label: "Kept back" }, { label: "Placed" }, { label: "Released" }]}
      >
        {holds.map((hold) => (
          <tr key={hold.id}>
            <td>
              <b className="font-semibold">{hold.code}</b>: {sayHeld(hold, words)}
            </td>
            <td>{hold.blocks.map((one) => BLOCKED[one] ?? one).join(", ") || "nothing"}</td>
            <td>
              {sayExactly(hold.placedAt, zone)}
              {hold.kind === "by hand" && `, ${words.person(hold.placedBy)}`}
            </td>
            <td>
              {hold.releasedAt && hold.released
                ? `${sayExactly(hold.releasedAt, zone)}, ${sayReleased(hold.released, words)}`
                : "not yet"}
            </td>
          </tr>
        ))}
      </Table>
    </section>
  );
}

function Levels({ view, words, zone }: { view: DocumentView; words: Names; zone: string }) {
  const { state } = view;
  const names = words.person;
  if (!state.route?.levels.length) return null;
  return (
    <section aria-labelledby="levels">
      <SectionTitle id="levels">Levels, and who decided</SectionTitle>
      <Table
        labelledBy="levels"
        least="40rem"
        heads={[
          { label: "Level" },
          { label: "Part in this document" },
          { label: "People looked at" },
          { label: "Decisions" },
        ]}
      >
        {state.route.levels.map((level) => {
          const said = state.levels.find((one) => one.level === level.level)?.decisions ?? [];
          return (
            <tr key={level.level}>
              <td className="font-semibold">{level.name}</td>
              <td>{sayPartOf(level, words)}</td>
              <td>{level.candidates.map((one) => sayCandidate(one, words)).join("; ") || "—"}</td>
              <td>
                {said.map((one) => (
                  <p key={one.at + one.by}>
                    {sayDecided(one, sayExactly(one.at, zone), words)}
                    {one.signature?.drawn && (
                      <DrawnImage document={state.id} image={one.signature.drawn} by={names(one.by)} />
                    )}
                    {one.signature && (
                      <span className="block text-xs break-all text-soft">
                        Signed for SHA-256 {one.signature.documentHash}
                      </span>
                    )}
                  </p>
                ))}
                {said.length === 0 && "—"}
              </td>
            </tr>
          );
        })}
      </Table>
    </section>
  );
}
