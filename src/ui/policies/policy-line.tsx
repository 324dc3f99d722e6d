import Link from "next/link";
import { typeWords } from "@/core/documents";
import { minorDigits } from "@/core/money";
import { countOf } from "@/core/text";
import { directoryOf, type Organisation } from "@/core/people";
import { type Policy, type VersionState } from "@/core/policy";
import { BandPicture } from "../board/band-picture";
import { capital } from "../format";
import { VersionMark } from "../primitives";
import { sayScope, saySection, sayRange, sayChain } from "@/core/words";

type State = { version: number; state: VersionState; when: string };
type Line = {
  id: string;
  policy: Policy;
  owner: string | null;
  shown: State | null;
  /** What is scheduled to follow. */
  next: State | null;
  latest: State | null;
  draft: boolean;
  /** Documents sent in under it in the last twelve months. */
  lastYear: number;
};

/** One policy: where it applies, its bands in small pictures and in words, and how its versions stand. */
export function PolicyLine({ line, organisation }: { line: Line; organisation: Organisation }) {
  const { id, policy, shown, next, latest, draft, owner, lastYear } = line;
  const directory = directoryOf(organisation);
  return (
    <li className="grid items-start gap-x-8 gap-y-3 border-b border-rule py-4 md:grid-cols-[19rem_1fr]">
      <div>
        <Link
          href={`/policies/${id}${shown ? `?version=${shown.version}` : ""}`}
          className="serif text-lg font-semibold"
        >
          {policy.name}
        </Link>
        <p className="text-soft">
          {capital(typeWords(policy.documentType).name.many)} of {sayScope(policy.scope, directory)}
        </p>
        {owner && <p className="text-sm text-soft">Owner: {owner}</p>}
        <p className="text-sm text-soft">{countOf(lastYear, "document")} in the last 12 months</p>
        {shown && (
          <p className="mt-1 flex flex-wrap items-center gap-2">
            Version {shown.version} <VersionMark state={shown.state} />
            <span className="text-soft">{shown.when}</span>
          </p>
        )}
        {next && <Other id={id} version={next} words="Next: version" />}
        {latest && <Other id={id} version={latest} words="Version" />}
        {draft && (
          <p className="mt-1 flex items-center gap-2 text-sm">
            <Link href={`/policies/${id}`}>{shown ? "A draft is being written" : "Open the draft"}</Link>{" "}
            <VersionMark state="Draft" />
          </p>
        )}
      </div>
      <div>
        <ul className="grid gap-x-8 gap-y-3 sm:grid-cols-2 xl:grid-cols-3">
          {policy.sections.map((section) => (
            <li key={section.id}>
              <p className="mb-1 text-sm text-soft">{section.name}</p>
              <BandPicture
                section={section}
                currency={policy.currency}
                unit={10 ** minorDigits(policy.currency)}
                width={280}
              />
            </li>
          ))}
        </ul>
        <details className="mt-2">
          <summary className="min-h-8 cursor-pointer text-sm text-harbour underline">In words</summary>
          {policy.sections.map((section) => (
            <section key={section.id} className="mb-3">
              <h3 className="font-sans text-sm text-soft">{saySection(policy, section, directory)}</h3>
              <ol className="serif flex flex-col gap-0.5 text-[15px] leading-snug">
                {section.bands.map((_, band) => (
                  <li key={band}>
                    <b className="font-semibold">{sayRange(section, band, policy.currency)}:</b>{" "}
                    {sayChain(policy, section, band, directory)}.
                  </li>
                ))}
              </ol>
            </section>
          ))}
        </details>
      </div>
    </li>
  );
}

/** A version beside the one that is shown. */
function Other({ id, version: { version, state, when }, words }: { id: string; version: State; words: string }) {
  return (
    <p className="mt-1 flex flex-wrap items-center gap-2 text-sm">
      <Link href={`/policies/${id}?version=${version}`}>
        {words} {version}
      </Link>{" "}
      <VersionMark state={state} />
      <span className="text-soft">{when}</span>
    </p>
  );
}

/** Whose documents no policy applies to: they would all be held. */
export function Uncovered({ uncovered }: { uncovered: { type: string; units: { name: string; people: number }[] }[] }) {
  return uncovered.map(({ type, units }) => (
    <p key={type} className="mb-3 border-l-3 border-waiting bg-waiting-wash px-3 py-1.5 text-waiting">
      No policy for {type} applies to{" "}
      {units.map(({ name, people }) => `${name} (${people} ${people === 1 ? "person" : "people"})`).join(", ")}: what
      they ask for is held.
    </p>
  ));
}
