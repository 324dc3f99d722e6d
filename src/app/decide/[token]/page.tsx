import type { Metadata } from "next";
import Link from "next/link";
import { acceptedOf, foretell } from "@/core/approval";
import { dayIn } from "@/core/calendar";
import { documentType } from "@/core/documents";
import { formatMoney } from "@/core/money";
import { wantsMore } from "@/core/policy";
import { sayForetold } from "@/core/audit-narrative";
import { sayHeld } from "@/core/words";
import { app } from "@/server/process";
import { contextFor } from "@/server/documents/decide-context";
import { currentPerson } from "@/server/http/handle";
import { reasonsOffered } from "@/server/lists/offered";
import { openLink } from "@/server/messages/links";
import { settingsOf } from "@/server/messages/settings";
import { readReferenceData } from "@/server/reference-data";
import { namesFor, ruleUnder } from "@/server/documents/names";
import { DecideByLink } from "@/ui/document/decide-by-link";
import { sayMoment } from "@/ui/format";
import { Flag } from "@/ui/primitives";
import { capital } from "@/core/text";

export const metadata: Metadata = { title: "Decide", robots: { index: false } };
export const dynamic = "force-dynamic";

/** What the link of a message opens: the essentials of one document for one person. Opening it changes nothing. */
export default async function Decide({ params }: { params: Promise<{ token: string }> }) {
  const { token } = await params;
  const visitor = await currentPerson();
  const one = app();
  const opened = openLink(one, token, visitor);
  const needsSignIn = !visitor && !settingsOf(one).withoutSignIn;
  return (
    <main className="mx-auto flex min-h-dvh w-full max-w-xl flex-col px-4 py-6">
      <p className="flex items-center gap-2 font-semibold">
        <Flag size={20} /> Bandeira
      </p>
      {!opened.ok ? (
        <section className="mt-6">
          <h1 className="text-2xl font-semibold">Nothing to decide here</h1>
          <p className="serif mt-2 text-lg">{opened.refusals[0]?.message}.</p>
          <p className="mt-4">
            <Link href="/desk">Sign in and look at your desk</Link>
          </p>
        </section>
      ) : needsSignIn ? (
        <section className="mt-6">
          <h1 className="text-2xl font-semibold">Sign in to decide</h1>
          <p className="mt-2">{opened.value.state.number} waits for your decision.</p>
          <p className="mt-4">
            <Link href={`/documents/${opened.value.state.id}`}>Sign in and open it</Link>
          </p>
        </section>
      ) : (
        <Essentials token={token} {...opened.value} />
      )}
    </main>
  );
}

type Opened = Extract<ReturnType<typeof openLink>, { ok: true }>["value"];

function Essentials({ token, person, state, level }: Opened & { token: string }) {
  const one = app();
  const world = readReferenceData(one);
  const now = one.clock.now();
  const zone = world.directory.organisation.timeZone;
  const type = documentType(state.document.documentType);
  const headline = type.headline(acceptedOf(state));
  const names = (id: string) => world.directory.person(id)?.name ?? id;
  const context = contextFor(one, { actor: person.id, at: now, state, document: state.document, looks: false });
  const before = state.levels.flatMap((each) => each.decisions.map((said) => ({ ...said, name: each.name })));
  const words = namesFor(world, state);
  const rule = ruleUnder(world, state, level.level);
  const reasons = reasonsOffered(world.directory, dayIn(now, zone));
  const needsPage = rule !== undefined && wantsMore(rule);
  const holds = state.holds.filter((hold) => !hold.releasedAt);
  return (
    <article className="mt-6 flex flex-1 flex-col">
      <h1 className="text-2xl font-semibold">{headline.title}</h1>
      <p className="mt-1 text-xl font-semibold">{formatMoney(headline[type.shows])}</p>
      <p className="mt-1 text-soft">
        {capital(type.name.one)} {state.number}, revision {state.revision}
        {headline.party && `, ${headline.party}`}. From {names(state.document.requester)},{" "}
        {world.directory.unit(state.document.unit)?.name}.
      </p>
      <p className="mt-3">
        {person.name}, you are asked as {level.name}
        {level.due && `, due ${sayMoment(level.due, zone)}`}.
      </p>
      {state.document.note && <p className="serif mt-2 border-l-3 border-rule pl-3">“{state.document.note}”</p>}
      {holds.map((hold) => (
        <p key={hold.id} className="mt-2 rounded-sm bg-held-wash px-3 py-1 text-held">
          Held: {sayHeld(hold, words)}.
        </p>
      ))}
      {before.length > 0 && (
        <ol className="mt-3 flex flex-col gap-2" aria-label="Said before you">
          {before.map((said, index) => (
            <li key={index} className="border-l-3 border-harbour pl-3">
              <b className="font-semibold">{names(said.by)}</b>{" "}
              {said.outcome === "approve" ? "approved" : said.outcome === "decline" ? "declined" : "sent it back"} as{" "}
              {said.name}.{said.comment && <span className="serif"> “{said.comment}”</span>}
            </li>
          ))}
        </ol>
      )}
      <section className="mt-4 rounded-sm bg-panel px-3 py-2" aria-label="If you approve">
        <p className="text-sm font-semibold">If you approve</p>
        {sayForetold(foretell(state, level, context), state, level, words).map((line) => (
          <p key={line}>{line}</p>
        ))}
      </section>
      <p className="mt-3 text-sm">
        <Link href={`/documents/${state.id}`}>Everything about it, after signing in</Link>
      </p>
      {needsPage ? (
        <p className="mt-4 font-semibold">
          This level asks for a signature, a choice, a checklist or fields to be filled in: sign in and decide on the
          document’s own page.
        </p>
      ) : (
        <DecideByLink
          token={token}
          number={state.number}
          amount={formatMoney(headline[type.shows])}
          commentOn={level.commentOn}
          reasons={{ decline: reasons.decline, "send back": reasons["send back"] }}
        />
      )}
    </article>
  );
}
