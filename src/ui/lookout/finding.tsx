import Link from "next/link";
import type { FindingAct, FindingBody, FindingState } from "@/core/lookout";
import { formatAmount, formatMoney } from "@/core/money";
import type { Attachment } from "@/core/documents";
import { sayPlainly, type Cell } from "@/core/tables";
import { countOf, sayDate } from "@/core/text";
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
  due: string | null;
  hasCase: boolean;
  figures: readonly (readonly Cell[])[];
  body: FindingBody;
  people: Readonly<Record<string, string>>;
  documents: readonly ShownDocument[];
  course: readonly {
    at: string;
    by: string;
    said: string;
    text: string;
    due: string | null;
    papers: readonly Attachment[];
  }[];
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
  const { id, state, title, sentence, chance, raisedAt, foundAt, assigned, due, hasCase } = finding;
  const { body, people, documents, figures, course, acts } = finding;
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
        {assigned && due && state === "case" && `, to be looked into by ${sayDate(due)}`}
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
      <Figures figures={figures} zone={zone} />
      <Remedies {...finding} />
      <section className="mt-6 border-t border-rule pt-4" aria-labelledby="comes">
        <SectionTitle id="comes">What comes of it</SectionTitle>
        <JudgeForm id={id} acts={acts} policies={policies} />
        <Course id={id} course={course} zone={zone} />
        {hasCase && (
          <p className="mt-2 text-sm">
            <a href={`/api/lookout/${id}/evidence`} download>
              The case as a file
            </a>{" "}
            <span className="text-soft">
              with its figures, documents, papers and history, to be checked without Bandeira
            </span>
          </p>
        )}
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

/** Every figure that the sentence, the picture and the chance go by. */
function Figures({ figures, zone }: { figures: FindingProps["figures"]; zone: string }) {
  return (
    <details className="mt-4">
      <summary>All figures</summary>
      <Table label="Figures" small heads={[{ label: "Figure" }, { label: "Value" }]}>
        {figures.map(([label, ...values], index) => (
          <tr key={index} className="border-b border-rule align-top">
            <td>{sayPlainly(label!)}</td>
            <td className="break-words">{values.map((value) => sayCell(value, zone)).join(", ")}</td>
          </tr>
        ))}
      </Table>
    </details>
  );
}

/** A cell as it is read on a page: moments where the organisation is, shares and expectations without a tail of digits. */
function sayCell(cell: Cell, zone: string): string {
  if (typeof cell === "object" && "moment" in cell) return sayMoment(cell.moment, zone);
  if (typeof cell === "number")
    return (Number.isInteger(cell) ? cell : Number(cell.toPrecision(4))).toLocaleString("en-GB");
  if (typeof cell === "object" && "plain" in cell) return cell.plain.replace(/\B(?=(\d{3})+(?!\d))(?<!\.\d*)/g, ",");
  return sayPlainly(cell);
}

function Course({ id, course, zone }: { id: string; course: FindingProps["course"]; zone: string }) {
  return (
    <ol className="mt-4 max-w-3xl text-sm">
      {course.map(({ at, by, said, text, due, papers }, index) => (
        <li key={index} className="grid gap-x-4 border-t border-rule py-1.5 sm:grid-cols-[9rem_1fr]">
          <time dateTime={at} className="text-soft">
            {sayMoment(at, zone)}
          </time>
          <span>
            {said} by {by}
            {due && `, to be looked into by ${sayDate(due)}`}
            {text && <span className="block whitespace-pre-line">{text}</span>}
            {papers.map(({ hash, name }) => (
              <a key={hash} className="block" href={`/api/lookout/${id}/papers/${hash}`} download>
                {name}
              </a>
            ))}
          </span>
        </li>
      ))}
    </ol>
  );
}
