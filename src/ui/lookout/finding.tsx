import Link from "next/link";
import type { FindingAct, FindingBody, FindingState } from "@/core/lookout";
import { formatAmount, formatMoney } from "@/core/money";
import { countOf } from "@/core/text";
import { sayDay, sayMoment } from "../format";
import { SectionTitle } from "../primitives";
import { Table } from "../tables";
import type { ShownDocument } from "./drawn";
import { FindingMark } from "./finding-list";
import { MendButton } from "./mend-button";
import { JudgeForm } from "./judge-form";
import { Picture } from "./picture";

export type FindingProps = {
  id: string;
  state: FindingState;
  title: string;
  sentence: string;
  chance: string;
  raisedAt: string;
  foundAt: string;
  assigned: string | null;
  body: FindingBody;
  people: Readonly<Record<string, string>>;
  documents: readonly ShownDocument[];
  course: readonly { at: string; by: string; said: string; text: string }[];
  acts: readonly FindingAct[];
  remedies: readonly { code: string; said: string }[];
  mayBegin: boolean;
};

/** So many documents are listed at once, and so many when more are asked for; all of them are in the file. */
const LISTED = 10;
const MOST = 200;

/** One finding: a sentence, how likely chance is, the picture that fits, its documents, and what came of it. */
export function Finding({
  finding,
  zone,
  policies,
}: {
  finding: FindingProps;
  zone: string;
  policies: readonly { key: string; name: string }[];
}) {
  const { id, state, title, sentence, chance, raisedAt, foundAt, assigned, body, people, documents, course, acts } =
    finding;
  return (
    <article className="max-w-5xl px-4 py-4 md:px-7 md:py-5" aria-labelledby="finding">
      <p className="mb-2 md:hidden">
        <Link href="/lookout">All findings</Link>
      </p>
      <header className="flex flex-wrap items-start justify-between gap-x-4 gap-y-1">
        <h2 id="finding" className="text-2xl font-semibold">
          {title}
        </h2>
        <FindingMark state={state} />
      </header>
      <p className="text-sm text-soft">
        Raised {sayDay(raisedAt, zone)}
        {foundAt !== raisedAt && `, found last ${sayDay(foundAt, zone)}`}
        {assigned && `, with ${assigned}`}
      </p>
      <p className="serif mt-3 max-w-3xl text-lg">{sentence} It accuses nobody.</p>
      <p className="mt-1 max-w-3xl text-soft">
        {chance} <Link href={`/lookout/how/${body.question}`}>How it was worked out</Link>
      </p>
      {/* Narrower than it can be read it scrolls by itself. */}
      <div className="mt-4 overflow-x-auto" tabIndex={0} role="group" aria-label="Picture">
        <Picture body={body} people={people} documents={documents} zone={zone} />
      </div>
      {documents.length > 0 && <Documents id={id} body={body} documents={documents} zone={zone} />}
      <Remedies {...finding} />
      <section className="mt-6 border-t border-rule pt-4" aria-labelledby="comes">
        <SectionTitle id="comes">What comes of it</SectionTitle>
        <JudgeForm id={id} acts={acts} policies={policies} />
        <Course course={course} zone={zone} />
      </section>
    </article>
  );
}

function Remedies({ id, remedies, mayBegin }: FindingProps) {
  if (remedies.length === 0) return null;
  return (
    <section className="mt-6 border-t border-rule pt-4" aria-labelledby="mends">
      <SectionTitle id="mends">What would mend it</SectionTitle>
      <ul className="grid max-w-3xl gap-3">
        {remedies.map(({ code, said }) => (
          <li key={code}>
            <p className="mb-1">{said}</p>
            {mayBegin && <MendButton id={id} remedy={code} />}
          </li>
        ))}
      </ul>
    </section>
  );
}

type DocumentsProps = Pick<FindingProps, "id" | "body" | "documents"> & { zone: string };

function Documents({ id, body, documents, zone }: DocumentsProps) {
  const more = documents.slice(LISTED, MOST);
  return (
    <section className="mt-4" aria-label="Its documents">
      <Rows label="Documents" body={body} documents={documents.slice(0, LISTED)} zone={zone} />
      {more.length > 0 && (
        <details className="mt-1">
          <summary>{more.length} more</summary>
          <Rows label="More documents" body={body} documents={more} zone={zone} />
        </details>
      )}
      <p className="mt-1 text-sm text-soft">
        {countOf(body.count, "document")} · all as{" "}
        <a href={`/api/lookout/${id}/file?format=csv`} download>
          CSV
        </a>
        ,{" "}
        <a href={`/api/lookout/${id}/file?format=xlsx`} download>
          XLSX
        </a>
      </p>
    </section>
  );
}

function Rows({ label, body, documents, zone }: Omit<DocumentsProps, "id"> & { label: string }) {
  // Where it is about a threshold, what the policy compared stands beside the gross amount.
  const currency = "threshold" in body.figures ? body.figures.currency : null;
  const heads = [
    { label: "Document" },
    { label: "For" },
    { label: "Unit" },
    { label: "Supplier or customer" },
    ...(currency ? [{ label: `Compared, ${currency}`, right: true }] : []),
    { label: "Gross", right: true },
    { label: "Sent" },
  ];
  return (
    <Table label={label} heads={heads} least="44rem">
      {documents.map((one) => (
        <tr key={one.id} className="border-b border-rule">
          <td className="whitespace-nowrap">
            <Link href={`/documents/${one.id}`}>{one.number}</Link>
          </td>
          <td>{one.whose}</td>
          <td>{one.unit}</td>
          <td>{one.party}</td>
          {currency && (
            <td className="text-right whitespace-nowrap">
              {one.compared === null ? "" : formatAmount({ minor: one.compared, currency })}
            </td>
          )}
          <td className="text-right whitespace-nowrap">{formatMoney(one.gross)}</td>
          <td className="whitespace-nowrap">{sayDay(one.at, zone)}</td>
        </tr>
      ))}
    </Table>
  );
}

function Course({ course, zone }: { course: FindingProps["course"]; zone: string }) {
  return (
    <ol className="mt-4 max-w-3xl text-sm">
      {course.map(({ at, by, said, text }, index) => (
        <li key={index} className="grid gap-x-4 border-t border-rule py-1.5 sm:grid-cols-[9rem_1fr]">
          <time dateTime={at} className="text-soft">
            {sayMoment(at, zone)}
          </time>
          <span>
            {said} by {by}
            {text && <span className="block whitespace-pre-line">{text}</span>}
          </span>
        </li>
      ))}
    </ol>
  );
}
