import type { Metadata } from "next";
import Link from "next/link";
import { notFound } from "next/navigation";
import { QUESTION_NAMES } from "@/core/lookout";
import { capital, formatShare } from "@/core/text";
import { howWorked, QUESTION_WORDS } from "@/core/words";
import { authorise } from "@/server/access/authorise";
import { visitFor } from "@/server/http/page";
import { lookoutSettings } from "@/server/lookout/settings";
import { SettingsForm } from "@/ui/lookout/settings-form";
import { SectionTitle } from "@/ui/primitives";

export const metadata: Metadata = { title: "How it was worked out" };

type Props = { params: Promise<{ question: string }> };

/** How one question of the lookout is worked out: what it asks, how, by whom that was published, and by which settings. */
export default async function HowPage({ params }: Props) {
  const { app, person } = await visitFor("lookout.read");
  const { question: asked } = await params;
  const question = QUESTION_NAMES.find((name) => name === asked);
  if (!question) notFound();
  const settings = lookoutSettings(app);
  const { asks, how, source, chance, settings: settingsOf } = howWorked(question);
  const lines = settingsOf(settings);
  return (
    <div className="mx-auto w-full max-w-3xl px-4 py-4 md:px-6">
      <p>
        <Link href="/lookout">Lookout</Link>
      </p>
      <h1 className="text-2xl font-semibold">{capital(QUESTION_WORDS[question])}</h1>
      <p className="serif mt-2 text-lg">{asks}</p>
      <div className="mt-4">
        <SectionTitle>How it is worked out</SectionTitle>
      </div>
      <p>{how}</p>
      <p className="mt-1 text-soft">{source}</p>
      {chance && (
        <p className="mt-3">
          Its chances are corrected together with those of all other questions, for everything that was asked (Benjamini
          and Hochberg 1995): of what is raised, no more than {formatShare(settings.falseAlarms)} is chance alone, and
          where nothing is behind anything, no more than one morning in {Math.round(1 / settings.falseAlarms)} raises
          something. It cannot know every reason; a finding accuses nobody.
        </p>
      )}
      {lines.length > 0 && (
        <>
          <div className="mt-4">
            <SectionTitle>What it goes by</SectionTitle>
          </div>
          <dl className="grid gap-2">
            {lines.map(({ at, said, why }) => (
              <div key={at}>
                <dt className="font-semibold">{said}</dt>
                <dd className="text-soft">{why}</dd>
              </div>
            ))}
          </dl>
        </>
      )}
      {authorise(person, "lookout.set") === null && (
        <details className="mt-4">
          <summary>Set otherwise</summary>
          <div className="mt-2">
            <SettingsForm settings={settings} fields={lines.map(({ at, label }) => ({ at, label }))} />
          </div>
        </details>
      )}
      <nav className="mt-6 border-t border-rule pt-3" aria-label="Other questions">
        <ul className="grid gap-x-6 gap-y-1 text-sm sm:grid-cols-2">
          {QUESTION_NAMES.filter((name) => name !== question).map((name) => (
            <li key={name}>
              <Link href={`/lookout/how/${name}`}>{capital(QUESTION_WORDS[name])}</Link>
            </li>
          ))}
        </ul>
      </nav>
    </div>
  );
}
