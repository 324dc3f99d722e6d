"use client";

import { useFormContext, useWatch } from "react-hook-form";
import { claimTotal, type ExpenseClaim } from "@/core/documents";
import { entryOf } from "@/core/lists";
import { formatMoney } from "@/core/money";
import { Currencies, Field, Note, PersonField } from "../documents/fields";
import { FormFrame } from "../documents/form-frame";
import { shownOf } from "../documents/lists";
import { CHARGED_TO, ChargedToCells, EntryCell, LineCell, LineRows } from "../documents/line-rows";
import { OwnFields } from "../documents/own-fields";
import { Papers } from "../documents/papers";
import { useDocumentForm, type FormStart } from "../documents/use-document-form";
import { emptyClaim, emptyClaimLine, readClaim, typedClaim, type TypedClaim } from "./model";

const mend = (path: string) => path;

/** The columns of a line by how many of the lists it is charged to have anything. */
const COLUMNS = [
  "md:grid-cols-[8.5rem_9rem_minmax(8rem,1fr)_5rem_6rem_6rem_9rem_2.5rem]",
  "md:grid-cols-[8.5rem_8.5rem_minmax(8rem,1fr)_5rem_5.5rem_5.5rem_8rem_7rem_2.5rem]",
  "md:grid-cols-[8.5rem_8rem_minmax(7rem,1fr)_4.75rem_5.25rem_5.25rem_7rem_6.5rem_6.5rem_2.5rem]",
];

/** A claim line by line; receipts are brought once and named on the lines they stand for. */
export function ClaimForm(props: FormStart<ExpenseClaim>) {
  const { initial, people = {}, homeCurrency, requester, today } = props;
  const model = useDocumentForm<TypedClaim>(props, {
    key: "claim",
    empty: initial ? typedClaim(initial, (id) => people[id] ?? id) : emptyClaim(homeCurrency, today),
    mend,
    read: (typed) => readClaim(typed, requester, today),
  });
  const typed = useWatch({ control: model.form.control }) as TypedClaim;
  const { document: claim } = readClaim(typed, requester, today);
  const total = claimTotal(claim);
  const without = typed.lines.filter(
    (line) => !line.receipt && !entryOf(props.lists, "claim-categories", line.category)?.allowance,
  ).length;
  const bad = new Set(model.refusals.map((refusal) => refusal.path));
  return (
    <FormFrame
      start={props}
      one="claim"
      {...model}
      amount={total.minor > 0 ? formatMoney(total) : ""}
      aside={
        without > 0
          ? `${without === 1 ? "1 line has" : `${without} lines have`} no receipt yet`
          : "every line has its receipt"
      }
    >
      <div className="mt-4 grid gap-4 sm:grid-cols-2">
        <Field name="title" label="What it was for" maxLength={120} bad={bad} />
        <PersonField name="onBehalfOf" label="On behalf of" none="nobody, it is my own" />
        <p className="self-end pb-2 text-soft">
          Paid to <b className="font-semibold text-ink">{typed.onBehalfOf?.name ?? requester.name}</b>, to whom it
          belongs
        </p>
        <Note />
      </div>
      <OwnFields />
      <Papers title="Receipts" />
      <LineRows
        columns={COLUMNS[shownOf(props, CHARGED_TO)]!}
        empty={() => emptyClaimLine(homeCurrency, today)}
        renderRow={(index) => (
          <>
            <LineCell name="date" label="Date" index={index} bad={bad} type="date" />
            <EntryCell name="category" list="claim-categories" label="Category" index={index} bad={bad} needed />
            <LineCell
              name="description"
              label="What it was"
              index={index}
              bad={bad}
              className="col-span-2 md:col-span-1"
            />
            <SpentIn index={index} bad={bad} />
            <Spent index={index} bad={bad} />
            <LineCell
              name="claimed"
              label={`Claimed, ${claim.currency}`}
              index={index}
              bad={bad}
              money={claim.currency}
            />
            <ReceiptOf index={index} bad={bad} />
            <ChargedToCells index={index} bad={bad} />
          </>
        )}
      />
      <p className="mt-2 text-sm text-soft">
        “Claimed, {claim.currency}” is needed for what was paid in another currency, or where less is claimed than was
        spent.
      </p>
    </FormFrame>
  );
}

type Cell = { index: number; bad: ReadonlySet<string | undefined> };

function SpentIn({ index, bad }: Cell) {
  const { register } = useFormContext();
  return (
    <LineCell name="currency" label="Currency" index={index} bad={bad}>
      <select {...register(`lines.${index}.currency`)} className="field">
        <Currencies />
      </select>
    </LineCell>
  );
}

function Spent({ index, bad }: Cell) {
  const currency = useWatch<TypedClaim>({ name: `lines.${index}.currency` }) as string;
  return <LineCell name="spent" label="Spent" index={index} bad={bad} money={currency} />;
}

function ReceiptOf({ index, bad }: Cell) {
  const { register } = useFormContext();
  const papers = useWatch<TypedClaim, "attachments">({ name: "attachments" });
  return (
    <LineCell name="receipt" label="Receipt" index={index} bad={bad}>
      <select {...register(`lines.${index}.receipt`)} className="field">
        <option value="">none</option>
        {papers.map((paper) => (
          <option key={paper.hash} value={paper.hash}>
            {paper.name}
          </option>
        ))}
      </select>
    </LineCell>
  );
}
