"use client";

import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { CUSTOMER_FIELDS, isAmountField } from "@/core/documents";
import type { Listed } from "@/core/listing";
import { formatMoney, typedMoney, type Money } from "@/core/money";
import { Reason } from "../document/holds";
import { useSend } from "../document/use-command";
import { sayShare } from "../format";
import { Sheet } from "../frame/sheet";
import { Choice, Entry, Form, Tick } from "../labelled";
import { Button } from "../primitives";
import { chooseColumn } from "../listing/choose";
import { shownOf, type Cells } from "../listing/columns";
import { ListTable } from "../listing/list-table";
import { refuse } from "@/core/words";

export type CustomerLine = {
  id: string;
  name: string;
  status: string;
  group: string;
  limit: Money | null;
  exposure: Money;
  overdue: Money;
  daysOverdue: number;
};

type Props = {
  listed: Pick<Listed<CustomerLine>, "columns" | "query" | "given"> & { rows: readonly CustomerLine[] };
  mayPropose: boolean;
  /** Payment terms that may be chosen; with none, they are typed. */
  terms: readonly { key: string; name: string }[];
};

/** Customers with what they owe against their limit; several can be changed with one proposal each. */
export function CustomerTable({ listed: { rows, columns, query, given }, mayPropose, terms }: Props) {
  const { group } = given;
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [proposing, setProposing] = useState(false);
  const open = rows.filter((row) => row.status === "open");
  const picked = open.filter((row) => chosen.has(row.id));
  const toggle = (id: string, on: boolean) => {
    const next = new Set(chosen);
    if (on) next.add(id);
    else next.delete(id);
    setChosen(next);
  };
  return (
    <>
      {mayPropose && open.length > 0 && (
        <div className="no-print flex flex-wrap gap-3 pb-2">
          <Button small onClick={() => setChosen(new Set(picked.length ? [] : open.map((row) => row.id)))}>
            {picked.length ? "Choose none" : `Choose all ${open.length}${group ? ` of ${group}` : ""}`}
          </Button>
          <Button small look="solid" disabled={picked.length === 0} onClick={() => setProposing(true)}>
            {picked.length === 0 ? "Propose a change" : `Propose a change for ${picked.length}`}
          </Button>
        </div>
      )}
      <ListTable
        label="Customers"
        rows={rows}
        columns={[
          chooseColumn<CustomerLine>(
            chosen,
            ({ id }, on) => toggle(id, on),
            (row) => (mayPropose && row.status === "open" ? row.name : null),
          ),
          ...shownOf(columns, query.columns, CELLS),
        ]}
        given={given}
        sort={query.sort}
      />
      {proposing && <Propose rows={picked} terms={terms} onClose={() => setProposing(false)} />}
    </>
  );
}

const CELLS: Cells<CustomerLine> = {
  name: (row) => (
    <>
      <Link href={`/back-office/accounts/${row.id}`} data-line className="inline-block min-h-6">
        {row.name}
      </Link>
      {row.status !== "open" && <span className="text-sm text-held"> {row.status}</span>}
    </>
  ),
  status: (row) => row.status,
  group: (row) => row.group,
  limit: (row) => (row.limit ? formatMoney(row.limit) : "none"),
  exposure: (row) => formatMoney(row.exposure),
  used: ({ limit, exposure }) => {
    if (!limit || limit.minor <= 0) return exposure.minor > 0 ? "no limit" : "—";
    const used = exposure.minor / limit.minor;
    return (
      <span className={used > 1 ? "font-semibold text-held" : ""}>
        {sayShare(used)}
        {used > 1 && <span className="sr-only">, over the limit</span>}
      </span>
    );
  },
  overdue: (row) => (row.overdue.minor > 0 ? formatMoney(row.overdue) : "—"),
  days: (row) => (row.daysOverdue > 0 ? row.daysOverdue : "—"),
};

/** One field for several customers: a proposal for each, sent for approval or kept as drafts. */
function Propose({ rows, terms, onClose }: { rows: CustomerLine[]; onClose(): void } & Pick<Props, "terms">) {
  const router = useRouter();
  const [field, setField] = useState<keyof typeof CUSTOMER_FIELDS>("paymentTerms");
  const [text, setText] = useState("");
  const [note, setNote] = useState("");
  const [submit, setSubmit] = useState(true);
  const { run, refusals, busy } = useSend<{ numbers: string[] }>("/api/accounts", ({ numbers }) =>
    router.push(
      numbers.length === 1 ? `/documents/${numbers[0]!.toLowerCase()}` : "/documents?type=credit-limit-change&mine=1",
    ),
  );
  const parsed = isAmountField(field) ? typedMoney(text, rows[0]!.exposure.currency) : null;
  const after = parsed ? (parsed.ok ? parsed.money : null) : text.trim();
  const wrong = parsed && !parsed.ok && text ? [refuse("typed amount alone", { why: parsed.why })] : [];
  return (
    <Sheet
      open
      onOpenChange={(open) => !open && onClose()}
      title={`A change for ${rows.length === 1 ? rows[0]!.name : `${rows.length} customers`}`}
    >
      <Form
        refusals={[...wrong, ...refusals]}
        onSave={() =>
          after &&
          run({
            type: "propose",
            customers: rows.map((row) => row.id),
            changes: [{ field, after }],
            note,
            origin: "by hand",
            submit,
          })
        }
      >
        <Choice
          label="Field"
          value={field}
          onChange={(value) => {
            setField(value as keyof typeof CUSTOMER_FIELDS);
            setText("");
          }}
        >
          {Object.entries(CUSTOMER_FIELDS).map(([key, label]) => (
            <option key={key} value={key}>
              {label}
            </option>
          ))}
        </Choice>
        {field === "paymentTerms" && terms.length > 0 ? (
          <Choice label={`${CUSTOMER_FIELDS[field]}, to be`} value={text} onChange={setText}>
            <option value="">choose</option>
            {terms.map(({ key, name }) => (
              <option key={key} value={key}>
                {name}
              </option>
            ))}
          </Choice>
        ) : (
          <Entry
            label={`${CUSTOMER_FIELDS[field]}, to be`}
            currency={isAmountField(field) ? rows[0]!.exposure.currency : undefined}
            value={text}
            onChange={setText}
          />
        )}
        <Reason label="Why" value={note} onChange={setNote} />
        <Tick label="Send them on for approval" checked={submit} onChange={setSubmit} />
        <Button type="submit" look="solid" disabled={busy || !after}>
          {submit ? "Submit" : "Save as a draft"} {rows.length === 1 ? "one proposal" : `${rows.length} proposals`}
        </Button>
      </Form>
    </Sheet>
  );
}
