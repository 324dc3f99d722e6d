import type { Metadata } from "next";
import Link from "next/link";
import { notFound } from "next/navigation";
import { dayIn } from "@/core/calendar";
import { formatMoney } from "@/core/money";
import { joinWords, sayDate } from "@/core/text";
import { authorise } from "@/server/access/authorise";
import { visitFor, type Visit, singles } from "@/server/http/page";
import { leavingOf } from "@/server/people/leaving";
import { pseudonymOffer } from "@/server/people/pseudonym";
import { personView, type PersonView } from "@/server/people/person-view";
import { capital } from "@/ui/format";
import { AuthorityTable } from "@/ui/people/authority-table";
import { History } from "@/ui/people/history";
import { ReportingLine } from "@/ui/people/line";
import { PersonActions } from "@/ui/people/person-actions";
import { PrivateDetails } from "@/ui/people/private-details";
import { sayStandIn } from "@/ui/people/stand-in-words";
import { StandIns } from "@/ui/people/stand-ins";
import { PersonLink, StateMark } from "@/ui/people/state";
import { SectionTitle, buttonClass } from "@/ui/primitives";
import { DateInput } from "@/ui/date-input";
import { SearchForm } from "@/ui/search-form";

type Query = { on?: string; set?: string; kept?: string; clear?: string };
type Props = { params: Promise<{ id: string }>; searchParams: Promise<Query> };

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const { directory } = await visitFor("people.read");
  return { title: directory.person((await params).id)?.name ?? "Person" };
}

export default async function PersonPage({ params, searchParams }: Props) {
  const visitor = await visitFor("people.read");
  const { id } = await params;
  const { on = "", set, kept, clear } = singles(await searchParams);
  const day = /^\d{4}-\d{2}-\d{2}$/.test(on) ? on : null;
  const view = personView(visitor, id, day);
  if (!view) return <NotThen visitor={visitor} id={id} day={day} />;
  const today = dayIn(visitor.now, visitor.zone);
  const past = day !== null && day !== today;
  return (
    <article className="mx-auto w-full max-w-6xl py-5">
      <Heading visitor={visitor} view={view} day={day ?? today} past={past} />
      {view.pseudonym && <Pseudonym kept={Number(kept) || 0} clear={Number(clear) || 0} />}
      <section aria-labelledby="may" className="mt-6">
        <SectionTitle id="may">
          {past ? `What ${view.row.name} could decide on ${sayDate(day)}` : `What ${view.row.name} may decide, and why`}
        </SectionTitle>
        <AuthorityTable
          lines={view.authority}
          name={view.row.name}
          zone={visitor.zone}
          linkPolicies={!authorise(visitor.person, "policies.read")}
        />
      </section>
      <div className="mt-7 grid gap-x-10 gap-y-7 md:grid-cols-2">
        <Away key={set} visitor={visitor} view={view} today={today} past={past} setNow={set === "absence"} />
        <section aria-labelledby="line">
          <SectionTitle id="line">Reporting line</SectionTitle>
          <ReportingLine up={view.lineUp} name={view.row.name} down={view.lineDown} />
        </section>
        <Places view={view} />
        {!past && <Waits view={view} />}
        {view.masked && !past && !view.pseudonym && (
          <section aria-labelledby="private">
            <SectionTitle id="private">Private</SectionTitle>
            <PrivateDetails
              person={view.row.id}
              masked={view.masked}
              mayOpen={view.mayOpen}
              mayChange={view.row.id === visitor.person.id || !authorise(visitor.person, "people.write")}
            />
          </section>
        )}
      </div>
      {view.history && !past && (
        <section aria-labelledby="history" className="mt-8">
          <SectionTitle id="history">In the log</SectionTitle>
          <History lines={view.history} zone={visitor.zone} />
        </section>
      )}
    </article>
  );
}

/** What a pseudonym is, and, right after it was set, what it did not reach. */
function Pseudonym({ kept, clear }: { kept: number; clear: number }) {
  return (
    <div className="mt-3 border-l-3 border-harbour px-3 py-0.5 text-harbour" role="status">
      <p>
        A pseudonym stands for somebody who has left. The log has the same events and hashes as before; who it was,
        nobody can tell from it any more.
      </p>
      {kept > 0 && <p>The name itself stays, since a colleague has the same.</p>}
      {clear > 0 && (
        <p>
          {clear} {clear === 1 ? "event" : "events"} of a time before names were sealed {clear === 1 ? "says" : "say"}{" "}
          it in clear and cannot be changed.
        </p>
      )}
    </div>
  );
}

/** Somebody who is known, but was not entered yet on the day asked for. */
function NotThen({ visitor, id, day }: { visitor: Visit; id: string; day: string | null }) {
  const person = visitor.directory.person(id);
  if (!person || !day) notFound();
  return (
    <div className="max-w-prose py-8">
      <h1 className="text-2xl font-semibold">{person.name}</h1>
      <p className="mt-2 text-soft">
        On {sayDate(day)} nobody by this name was entered yet. <Link href={`/people/${id}`}>As it is today</Link>
      </p>
    </div>
  );
}

function Heading({ visitor, view, day, past }: { visitor: Visit; view: PersonView; day: string; past: boolean }) {
  const { row } = view;
  const { directory } = visitor;
  const units = directory.organisation.units.filter((unit) => !unit.closed).map(({ id, name }) => ({ id, name }));
  const mayWrite = !authorise(visitor.person, "people.write") && !past && !view.pseudonym;
  return (
    <div className="flex flex-wrap items-start justify-between gap-x-8 gap-y-3">
      <div className="min-w-0">
        <h1 className="text-[25px] leading-tight font-semibold">{row.name}</h1>
        <p className="mt-0.5 text-soft">
          {capital(row.title)},{" "}
          {view.path.map((unit, index) => (
            <span key={unit.id}>
              {index > 0 && " in "}
              <Link href={`/people?unit=${unit.id}`}>{unit.name}</Link>
            </span>
          ))}
          {row.location && `, at ${row.location}`}. {view.email}
        </p>
        <p className="mt-1 flex flex-wrap items-center gap-2">
          <span>{row.roles.length ? capital(joinWords(row.roles, "and")) : "No roles"}.</span>
          <StateMark state={row.state} />
          {view.successor && (
            <span className="text-sm text-soft">
              Open work goes to <PersonLink person={view.successor} />
            </span>
          )}
        </p>
        {view.conflicts.map((conflict) => (
          <p key={conflict.words} className="mt-1.5 border-l-3 border-held bg-held-wash px-3 py-1 text-held">
            Roles that should not meet: {conflict.words}.{" "}
            {conflict.reason ? `Reason kept: ${conflict.reason}.` : "No reason is kept."}
          </p>
        ))}
      </div>
      <div className="flex flex-col items-start gap-2.5 md:items-end">
        {mayWrite && view.access && (
          <PersonActions
            person={{
              id: row.id,
              name: row.name,
              email: view.email,
              title: row.title,
              unit: row.unit,
              manager: row.manager,
              location: directory.person(row.id)?.location ?? "",
              roles: row.roles,
              leaves: view.activeUntil !== null,
            }}
            unit={{ id: row.unit, name: row.unitName }}
            units={units}
            locations={directory.organisation.locations.map(({ id, name }) => ({ id, name }))}
            leaving={leavingOf(visitor, row.id)}
            names={pseudonymOffer(visitor.app, directory.person(row.id)!)}
            access={{ ...view.access, sessions: view.access.sessions.length }}
          />
        )}
        <SearchForm className="no-print flex items-end gap-2">
          <div>
            <label htmlFor="as-of" className="block text-sm text-soft">
              As it was, or will be, on
            </label>
            <DateInput id="as-of" name="on" defaultValue={day} className="w-40!" />
          </div>
          <button type="submit" className={buttonClass("outline", true)}>
            Show
          </button>
          {past && <Link href={`/people/${row.id}`}>Today</Link>}
        </SearchForm>
      </div>
    </div>
  );
}

function Away({
  visitor,
  view,
  today,
  past,
  setNow,
}: {
  visitor: Visit;
  view: PersonView;
  today: string;
  past: boolean;
  setNow: boolean;
}) {
  const { row } = view;
  const about = { id: row.id, manager: row.manager?.id ?? null };
  const latest = view.standIns.find((entry) => entry.standIn)?.standIn;
  // Somebody without the role could not decide, so they are not offered.
  const offered = [latest, row.manager].find(
    (one) => one && visitor.directory.person(one.id)?.roles.includes("approver"),
  );
  return (
    <section aria-labelledby="away-title" id="away" className="scroll-mt-4">
      <SectionTitle id="away-title">Absences and delegations</SectionTitle>
      <StandIns
        person={{ id: row.id, name: row.name }}
        entries={view.standIns}
        mayWrite={!past && row.state.kind !== "gone" && !authorise(visitor.person, "standIns.write", { about })}
        today={today}
        currency={visitor.directory.organisation.currency}
        suggested={offered ?? null}
        setNow={setNow}
      />
      {view.standsInFor.length > 0 && (
        <>
          <p className="mt-3 text-sm font-semibold">Acts for others</p>
          <ul>
            {view.standsInFor.map((entry) => (
              <li key={entry.id} className="border-b border-rule/70 py-1">
                <PersonLink person={entry.person} />: {sayStandIn(entry)}
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}

function Places({ view }: { view: PersonView }) {
  const lines = [
    ["Heads", view.heads.map((unit) => unit.name)],
    ["Holds", view.positions.map((position) => position.name)],
    ["Is in", view.groups.map((group) => group.name)],
    ["Owns", view.owns],
  ] as const;
  const said = lines.filter(([, names]) => names.length > 0);
  return (
    <section aria-labelledby="places">
      <SectionTitle id="places">Positions and groups</SectionTitle>
      {said.length === 0 ? (
        <p className="text-soft">None.</p>
      ) : (
        <dl>
          {said.map(([label, names]) => (
            <div key={label} className="flex gap-3 border-b border-rule/70 py-1">
              <dt className="w-16 text-soft">{label}</dt>
              <dd className="flex-1">{names.join(", ")}</dd>
            </div>
          ))}
        </dl>
      )}
    </section>
  );
}

function Waits({ view }: { view: PersonView }) {
  if (!view.waits) return null;
  return (
    <section aria-labelledby="waits">
      <SectionTitle id="waits">Waits for them</SectionTitle>
      {view.waits.length === 0 && <p className="text-soft">Nothing.</p>}
      <ul>
        {view.waits.map((row) => (
          <li key={row.id} className="flex justify-between gap-3 border-b border-rule/70 py-1">
            <span>
              <Link href={`/documents/${row.id}`}>{row.number}</Link> {row.title}
              {row.forWhom && <span className="text-soft"> for {row.forWhom}</span>}
            </span>
            <span className="whitespace-nowrap">{formatMoney(row.amount)}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
