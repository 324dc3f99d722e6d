import {
  CUSTOMER_FIELDS,
  documentType,
  exposureOf,
  papersMissing,
  type CreditLimitChange,
  type Exposure,
} from "@/core/documents";
import { formatMoney, money, type Money } from "@/core/money";
import { countOf, sayDate } from "@/core/text";
import { PartySigned } from "../document/drawn-image";
import { Particulars, ownOf, ownOfAccount, peopleOf, type FactsProps } from "../document/facts";
import { FieldChanges } from "../document/field-changes";
import { SectionTitle } from "../primitives";

const ORIGIN = {
  "by hand": "entered by hand",
  edit: "an edit of the account",
  import: "an import",
  "stopped order": "a sales order on credit hold",
} as const;

/** What is to change at a customer's account, and what it may then owe. */
export function LimitFacts({ document: change, refused, looking, words }: FactsProps<CreditLimitChange>) {
  const left = documentType(change.documentType).without(change, refused) as CreditLimitChange;
  const exposure = exposureOf(left, looking);
  const wanting = new Set(papersMissing(change, looking));
  return (
    <>
      <FieldChanges
        title={change.first ? "First limit of a new customer" : "Fields to change"}
        changes={change.changes}
        labels={CUSTOMER_FIELDS}
        refused={refused}
        currency={change.currency}
        words={words}
      />
      {exposure && <ExposurePicture exposure={exposure} daysOverdue={looking.around.customer?.daysOverdue ?? 0} />}
      {change.first && (
        <section aria-labelledby="required">
          <SectionTitle id="required">Required attachments</SectionTitle>
          <ul>
            {(looking.around.papers ?? []).map((key) => (
              <li key={key} className={wanting.has(key) ? "text-held" : ""}>
                {wanting.has(key) ? "✗" : "✓"} {words.entry("papers", key)}
                {wanting.has(key) && ", missing"}
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}

/** Receivables and orders on a bar, with the limit now and after as stakes in it. */
function ExposurePicture({ exposure, daysOverdue }: { exposure: Exposure; daysOverdue: number }) {
  const { receivables, openOrders, stoppedOrders, overdue, now, limitNow, limitAfter, after } = exposure;
  const most = Math.max(now.minor, limitAfter.minor, limitNow?.minor ?? 0, 1) * 1.06;
  const share = (minor: number) => `${(minor / most) * 100}%`;
  const free = money(limitAfter.minor - now.minor, now.currency);
  return (
    <section aria-labelledby="exposure">
      <SectionTitle id="exposure">Exposure</SectionTitle>
      <div
        role="img"
        aria-label={`Owed and ordered ${formatMoney(now)}; limit now ${limitNow ? formatMoney(limitNow) : "none"}, after ${formatMoney(limitAfter)}`}
        className="relative mt-5 mb-6 h-6 border border-rule bg-white"
      >
        <div className="absolute inset-y-0 left-0 flex" style={{ width: share(now.minor) }}>
          <Part of={receivables} all={now} className="bg-harbour" />
          <Part of={openOrders} all={now} className="bg-harbour/60" />
          <Part
            of={stoppedOrders}
            all={now}
            className="bg-[repeating-linear-gradient(45deg,#a3341a_0_4px,#fbe6de_4px_8px)]"
          />
        </div>
        {limitNow && <Stake at={share(limitNow.minor)} label="limit now" below />}
        <Stake at={share(limitAfter.minor)} label="after" />
      </div>
      <dl className="grid grid-cols-2 gap-x-6 gap-y-1 sm:grid-cols-[1fr_auto_1fr_auto]">
        <Figure label="Receivables" amount={receivables} />
        <Figure label="Limit now" amount={limitNow} />
        <Figure label="Open orders" amount={openOrders} />
        <Figure label="Limit after" amount={limitAfter} />
        <Figure label="Orders on credit hold" amount={stoppedOrders} />
        <Figure
          label={free.minor < 0 ? "Over the limit" : "Free after"}
          amount={money(Math.abs(free.minor), free.currency)}
          grave={free.minor < 0}
        />
        <Figure
          label={`Overdue${daysOverdue ? `, ${countOf(daysOverdue, "day")}` : ""}`}
          amount={overdue}
          grave={overdue.minor > 0}
        />
        <Figure label="Most that may be owed after" amount={after} />
      </dl>
    </section>
  );
}

function Part({ of, all, className }: { of: Money; all: Money; className: string }) {
  return of.minor > 0 ? <div className={className} style={{ width: `${(of.minor / all.minor) * 100}%` }} /> : null;
}

function Stake({ at, label, below = false }: { at: string; label: string; below?: boolean }) {
  return (
    <div className="absolute -inset-y-2 w-0 border-l-2 border-ink" style={{ left: at }}>
      <span className={`absolute right-1 text-xs whitespace-nowrap text-ink ${below ? "-bottom-3.5" : "-top-3.5"}`}>
        {label}
      </span>
    </div>
  );
}

function Figure({ label, amount, grave = false }: { label: string; amount: Money | null; grave?: boolean }) {
  return (
    <>
      <dt className="text-soft">{label}</dt>
      <dd className={`text-right font-medium ${grave ? "text-held" : ""}`}>{amount ? formatMoney(amount) : "none"}</dd>
    </>
  );
}

export function LimitParticulars({ document: change, id, names, looking, words }: FactsProps<CreditLimitChange>) {
  const { customer } = looking.around;
  return (
    <Particulars
      items={[
        ["Customer", change.customerName],
        [
          "Account",
          customer &&
            { open: "open", blocked: "blocked", "asked for": "blocked until its first limit" }[customer.status],
        ],
        ["Began with", ORIGIN[change.origin] + (change.stoppedOrder ? `, ${change.stoppedOrder}` : "")],
        [
          "Filled in by",
          change.partySignature && (
            <>
              {change.partySignature.name}, through an invitation
              <PartySigned document={id} signature={change.partySignature} />
            </>
          ),
        ],
        ["Dated", sayDate(change.date)],
        ...peopleOf(change, names),
        ...ownOf(change, words),
        ...ownOfAccount(looking, words, change.changes),
      ]}
      note={change.note}
    />
  );
}
