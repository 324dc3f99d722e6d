import { Fragment, type ReactNode } from "react";
import type { AnyDocument, EvaluationContext, RefusedPart, Remark } from "@/core/documents";
import { HIDDEN, type WithOwn } from "@/core/own-fields";
import { sayOwnValues, sayRemark, type Names as Words, type SaidChange } from "@/core/words";
import { capital } from "@/core/text";
import { SectionTitle } from "../primitives";
import { Table } from "../tables";

export type Names = (person: string) => string;

/** What the facts of a document are drawn from, whatever its type. */
export type FactsProps<D extends AnyDocument = AnyDocument> = {
  document: D;
  id: string;
  names: Names;
  /** What was refused of it so far. */
  refused: readonly RefusedPart[];
  looking: EvaluationContext;
  /** The day by which the chain is expected to have decided, if that can be told. */
  expected: string | null;
  /** What everything about the document is called. */
  words: Words;
};

/** Several things said in a row; what is not there is left out. */
export const sayAll = (said: readonly string[]): string => said.filter(Boolean).join(", ");

export type Column = { label: string; right?: boolean };

/** A table of exact figures in a frame that scrolls by itself where the page is narrow. */
export function FactTable({
  id,
  title,
  columns,
  foot,
  children,
}: {
  id: string;
  title: string;
  columns: Column[];
  foot?: ReactNode;
  children: ReactNode;
}) {
  return (
    <section aria-labelledby={id} className="min-w-0">
      <SectionTitle id={id}>{title}</SectionTitle>
      <Table labelledBy={id} heads={columns} foot={foot}>
        {children}
      </Table>
    </section>
  );
}

/** A total at the foot of a table; `wrong` is said under it. */
export function Total({
  label,
  span,
  value,
  strong,
  wrong,
}: {
  label: string;
  span: number;
  value: string;
  strong?: boolean;
  wrong?: string | undefined;
}) {
  return (
    <tr className={strong ? "font-semibold" : "text-soft"}>
      <th scope="row" colSpan={span} className={strong ? "font-semibold!" : ""}>
        {label}
        {wrong && <span className="block text-sm font-normal text-held">{wrong}</span>}
      </th>
      <td className="align-top">{value}</td>
    </tr>
  );
}

export type Particular = [label: string, value: ReactNode];

/** Name and value, one below the other; what is empty is left out. */
export function Particulars({ items, note }: { items: Particular[]; note?: string }) {
  return (
    <section aria-labelledby="particulars">
      <SectionTitle id="particulars">Details</SectionTitle>
      <dl className="grid grid-cols-[7.5rem_1fr] gap-y-1">
        {items.map(
          ([label, value]) =>
            value && (
              <Fragment key={label}>
                <dt className="text-soft">{label}</dt>
                <dd className="min-w-0 break-words">{value}</dd>
              </Fragment>
            ),
        )}
      </dl>
      {note && <p className="mt-2 border-l-2 border-rule pl-3 whitespace-pre-line">{note}</p>}
    </section>
  );
}

/** People named on any document beside its requester. */
export function peopleOf(document: AnyDocument, names: Names): Particular[] {
  return [
    ["On behalf of", document.onBehalfOf && names(document.onBehalfOf)],
    ["Edited by", document.editedBy && names(document.editedBy)],
  ];
}

/** What a document or a line says in fields of the organisation's own; what is hidden from the reader is told beside. */
export function ownOf({ own = {} }: WithOwn, words: Words): Particular[] {
  const seen = Object.fromEntries(Object.entries(own).filter(([, value]) => value !== HIDDEN));
  return sayOwnValues(seen, words).map(([name, value]) => [capital(name), value]);
}

/** The same of the account of the other party, as it was when the document was looked at; without fields that the document itself changes. */
export function ownOfAccount(
  { around: { supplier, customer } }: EvaluationContext,
  words: Words,
  changes: readonly { field: string }[] = [],
): Particular[] {
  const own = Object.entries(supplier?.own ?? customer?.own ?? {});
  return ownOf({ own: Object.fromEntries(own.filter(([key]) => !changes.some(({ field }) => field === key))) }, words);
}

/** The same of a line, in a row with what else is said of it. */
export function sayOwn(line: WithOwn, words: Words): string[] {
  return sayOwnValues(line.own, words).map(([name, value]) => `${name}: ${value}`);
}

export function Papers({ document, id }: { document: AnyDocument; id: string }) {
  return (
    <section aria-labelledby="papers">
      <SectionTitle id="papers">Attachments</SectionTitle>
      {document.attachments.length === 0 && <p className="text-soft">None attached.</p>}
      <ul>
        {document.attachments.map((paper) => (
          <li key={paper.hash}>
            <a href={`/api/documents/${id}/attachments/${paper.hash}`}>{paper.name}</a>{" "}
            <span className="text-sm text-soft">{Math.ceil(paper.size / 1024)} KB</span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What is odd about the document, worst first, before anything else is read. */
export function Remarks({
  remarks,
  findings,
  words,
}: {
  remarks: readonly Remark[];
  /** What the lookout has found, for whoever decides. */
  findings: readonly string[];
  words: Words;
}) {
  if (remarks.length + findings.length === 0) return null;
  const sorted = remarks.toSorted((a, b) => Number(b.grave) - Number(a.grave));
  return (
    <section aria-labelledby="remarks">
      <SectionTitle id="remarks">Look at this first</SectionTitle>
      <ul className="flex flex-col gap-1">
        {sorted.map((remark, index) => (
          <li key={index} className="flex gap-2">
            <span aria-hidden="true" className={remark.grave ? "text-held" : "text-soft"}>
              {remark.grave ? "▲" : "△"}
            </span>
            <span>
              <span className="sr-only">{remark.grave ? "Grave: " : "Minor: "}</span>
              {capital(sayRemark(remark, words))}.
            </span>
          </li>
        ))}
        {findings.map((line) => (
          <li key={line} className="flex gap-2">
            <span aria-hidden="true" className="text-soft">
              △
            </span>
            <span>Lookout, which accuses nobody: {line}.</span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** One controlled field or line as old and new. */
export function OldNew({ before, after }: { before: string; after: string }) {
  return (
    <>
      <del className="text-declined">{before}</del> <span aria-hidden="true">→</span>{" "}
      <ins className="font-semibold text-approved no-underline">{after}</ins>
    </>
  );
}

type ChangeListProps = { id: string; title: string; changes: readonly SaidChange[]; none: string };

/** What differs, each with what it was and what it is. */
export function ChangeList({ id, title, changes, none }: ChangeListProps) {
  return (
    <section aria-labelledby={id}>
      <SectionTitle id={id}>{title}</SectionTitle>
      {changes.length === 0 && <p className="text-soft">{none}</p>}
      <dl className="grid grid-cols-[7.5rem_1fr] gap-y-1">
        {changes.map((change) => (
          <div key={change.label} className="contents">
            <dt className="text-soft">{change.label}</dt>
            <dd>
              <OldNew before={change.before} after={change.after} />
            </dd>
          </div>
        ))}
      </dl>
    </section>
  );
}

/** How a part stands when some of the document was refused: "refused", or what is left of it. */
export function refusalOf(refused: readonly RefusedPart[], key: string): RefusedPart | undefined {
  return refused.find((one) => one.part === key);
}
