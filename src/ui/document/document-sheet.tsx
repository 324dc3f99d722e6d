import Link from "next/link";
import {
  acceptedOf,
  documentOf,
  hasLapsed,
  isCleared,
  refusedOf,
  type DocumentView,
  type Question,
} from "@/core/approval";
import { documentType, type AnyDocument, type DocumentContext, type Part, type Remark } from "@/core/documents";
import type { Hold } from "@/core/holds";
import type { Rate } from "@/core/money";
import { evaluationContextOf } from "@/core/routing";
import { formatMoney } from "@/core/money";
import type { Outcome } from "@/core/outcome";
import type { Directory } from "@/core/people";
import { canonical } from "@/core/records";
import { sayStepResult, type Acting } from "@/core/audit-narrative";
import { SectionTitle, StatusMark } from "../primitives";
import { DecisionBar } from "./decision-bar";
import { ChangeList, Papers, Remarks } from "./facts";
import { FilledIn } from "./filled-in";
import { HiddenFields, type HiddenField } from "./hidden-fields";
import { Holds, type ShownHold } from "./holds";
import { Steps } from "./steps";
import { SCREENS } from "../document-types";
import type { OpenOrder } from "../back-office/receipt-list";
import { StillToCome } from "../back-office/still-to-come";
import type { AskedLevel } from "./moves";
import { MissingReceipts } from "./missing-receipts";
import { OpenQuestion } from "./question";
import { WithReasons, type OfferedReasons } from "./reasons";
import { RouteStrip } from "./route-strip";
import { WhatBecame } from "./outcome";
import { Thread } from "./thread";
import { Why } from "./why";
import { sayWhich, type Names, type SaidChange } from "@/core/words";

export type SheetProps = {
  view: DocumentView;
  /** Fields that are hidden from the viewer, in which something stands. */
  hidden: readonly HiddenField[];
  /** What an edit changed since the revision before; null where there was none. */
  changed: SaidChange[] | null;
  directory: Directory;
  reasons: OfferedReasons;
  /** What everything about the document is called. */
  words: Names;
  zone: string;
  now: string;
  /** The open level at which the viewer may decide. */
  asked: AskedLevel | null;
  /** What somebody has asked the viewer and they have not answered. */
  /** What the lookout has found about it, a line each, for whoever decides. */
  findings: readonly string[];
  question: Question | null;
  mayAsk: boolean;
  mayRemind: boolean;
  /** In whose name they would, if not their own. */
  inNameOf: string | null;
  acting: Acting;
  around: DocumentContext;
  rates: readonly Rate[];
  expected: string | null;
  holds: ShownHold[];
  /** Lines whose receipt the viewer may bring. */
  missingReceipts: readonly number[];
  /** What a change order changes; null for any other document. */
  changesOrder: SaidChange[] | null;
  /** An order that may be given out on paper. */
  orderOut: boolean;
  outcomes: Outcome[];
  mayReadBooks: boolean;
  mayChange: boolean;
  receipts: OpenOrder | null;
  mayHold: boolean;
  maySteps: boolean;
  mayRevise: boolean;
  mayEdit: boolean;
  mayWithdraw: boolean;
  mayReroute: boolean;
  /** It stands beside a list, whose page has its own heading. */
  beside?: boolean;
};

/** Everything somebody needs to decide, on one sheet: route, changes, facts, holds, what was said, and the bar to decide. */
export function DocumentSheet({
  view,
  hidden,
  changed,
  directory,
  words,
  zone,
  now,
  asked,
  findings,
  question,
  mayAsk,
  mayRemind,
  inNameOf,
  acting,
  around,
  rates,
  expected,
  holds,
  missingReceipts,
  changesOrder,
  orderOut,
  outcomes,
  mayReadBooks,
  mayChange,
  receipts,
  mayHold,
  maySteps,
  mayRevise,
  mayEdit,
  mayWithdraw,
  mayReroute,
  reasons,
  beside = false,
}: SheetProps) {
  const Title = beside ? "h2" : "h1";
  const { state, thread, version } = view;
  const names = words.person;
  const type = documentType(state.document.documentType);
  const headline = type.headline(acceptedOf(state));
  const looking = evaluationContextOf(state.document, { rates, around, ratesOn: state.route?.ratesOn });
  const { Facts, Particulars } = SCREENS[state.document.documentType]!;
  const shown = documentOf(state);
  const facts = { document: shown, id: state.id, names, refused: refusedOf(state), looking, expected, words };
  // What a hold says above is not said twice.
  const remarks = type.remarks(shown, looking).filter((remark) => !holds.some(({ hold }) => tellsOf(hold, remark)));
  return (
    <WithReasons reasons={reasons}>
      <article className="flex min-h-full flex-1 flex-col" aria-labelledby="document-title">
        <div className="flex-1 px-4 py-5 md:px-7">
          {asked && (
            <a href="#decide" className="sr-only focus:not-sr-only focus:inline-block focus:bg-panel focus:p-2">
              Skip to your decision
            </a>
          )}
          <div className="flex flex-wrap items-start justify-between gap-x-6 gap-y-1">
            <div className="min-w-0">
              <Title id="document-title" tabIndex={-1} className="text-[23px] leading-tight font-semibold">
                {headline.title || `Untitled ${type.name.one}`}
              </Title>
              <p className="mt-1 text-soft">
                {sayWhich({
                  type: type.key,
                  number: state.number,
                  revision: state.revision,
                  requester: names(state.document.requester),
                  unit: directory.unit(state.document.unit)?.name ?? "",
                })}{" "}
                {state.route && (
                  <Link href={`/documents/${state.id}/record`} className="whitespace-nowrap">
                    The record
                  </Link>
                )}{" "}
                {orderOut && (
                  <>
                    <a href={`/api/documents/${state.id}/order?format=pdf`} download className="whitespace-nowrap">
                      Order as PDF
                    </a>{" "}
                    <a href={`/api/documents/${state.id}/order?format=xml`} download className="whitespace-nowrap">
                      as UBL 2.1
                    </a>
                  </>
                )}{" "}
                {mayChange && (
                  <Link
                    href={`/documents/new?type=${state.document.documentType}&changes=${state.id}`}
                    className="whitespace-nowrap"
                  >
                    Change this {type.name.one}
                  </Link>
                )}
              </p>
            </div>
            <div className="flex w-full items-center justify-between gap-3 sm:block sm:w-auto sm:text-right">
              <p className="text-xl font-semibold whitespace-nowrap">{formatMoney(headline[type.shows])}</p>
              <p className="mt-0.5 flex flex-wrap justify-end gap-1.5">
                <StatusMark status={state.status} />
                {holds.length > 0 && <StatusMark status="held" />}
                {hasLapsed(state) && <StatusMark status="by lapse" />}
                {isCleared(state) && <span className="text-sm font-medium text-approved">Cleared</span>}
              </p>
            </div>
          </div>
          {question && (
            <OpenQuestion id={state.id} question={question.question} by={names(question.by)} text={question.text} />
          )}
          {mayRemind && version?.policy.onSubmit && state.levels.every((level) => level.decisions.length === 0) && (
            <p className="serif mt-3 border-l-3 border-harbour pl-3 text-[15px]">{version.policy.onSubmit}</p>
          )}
          <Holds id={state.id} holds={holds} zone={zone} />
          <div className="mt-4">
            <RouteStrip state={state} mine={asked?.id ?? null} acting={acting} words={words} zone={zone} now={now} />
          </div>
          <div className="mt-6 grid gap-x-9 gap-y-6 lg:grid-cols-[minmax(0,1fr)_19rem]">
            <div className="flex min-w-0 flex-col gap-6">
              {changesOrder && (
                <ChangeList
                  id="changes-order"
                  title="What it changes about the order"
                  changes={changesOrder}
                  none="Nothing that its supplier would notice."
                />
              )}
              {changed && (
                <ChangeList
                  id="changes"
                  title="Changed since the revision before"
                  changes={changed}
                  none="Nothing: it was sent in again as it was."
                />
              )}
              {state.status !== "draft" && <Remarks remarks={remarks} findings={findings} words={words} />}
              <Facts {...facts} />
              {receipts && <StillToCome order={receipts} />}
              <WhatBecame outcomes={outcomes} mayRead={mayReadBooks} names={words} />
              <Thread thread={thread} names={words} zone={zone} />
            </div>
            <div className="flex min-w-0 flex-col gap-6">
              <Particulars {...facts} />
              <FilledIn state={state} words={words} zone={zone} />
              <HiddenFields path={`/api/documents/${state.id}/hidden`} fields={hidden} />
              <Papers document={shown} id={state.id} />
              {missingReceipts.length > 0 && <MissingReceipts id={state.id} lines={missingReceipts} />}
              <Steps
                id={state.id}
                steps={state.steps ?? []}
                results={(state.steps ?? []).map((step) => sayStepResult(step.result, words))}
                zone={zone}
                mayManage={maySteps}
                held={holds.some(({ hold }) => hold.blocks.length > 0)}
              />
              {asked && asked.foretold.approve.length > 0 && (
                <section aria-labelledby="foretold">
                  <SectionTitle id="foretold">If you approve</SectionTitle>
                  <p>{asked.foretold.approve.join(" ")}</p>
                </section>
              )}
              <Why state={state} version={version} names={words} />
            </div>
          </div>
        </div>
        <DecisionBar
          key={`${state.id}-${state.revision}`}
          id={state.id}
          number={state.number}
          amount={formatMoney(headline[type.shows])}
          revision={state.revision}
          level={asked}
          mayAsk={mayAsk}
          mayRemind={mayRemind}
          parts={type.parts(acceptedOf(state))}
          cuttable={type.parts(type.without(state.document, [])).some(isCuttable(state.document))}
          mayHold={mayHold}
          mayRevise={mayRevise}
          inNameOf={inNameOf && names(inNameOf)}
          mayWithdraw={mayWithdraw}
          mayEdit={mayEdit}
          mayReroute={mayReroute}
        />
      </article>
    </WithReasons>
  );
}

/** Whether less than the whole amount of a part can be approved: what is left then still has the part, smaller. */
function isCuttable(document: AnyDocument): (part: Part) => boolean {
  const type = documentType(document.documentType);
  return ({ key, amount }) => {
    if (!amount || amount.minor < 2) return false;
    const cut = type.parts(type.without(document, [{ part: key, allowed: amount.minor - 1 }]));
    return cut.find((one) => one.key === key)?.amount?.minor === amount.minor - 1;
  };
}

/** Whether a hold says already what a remark is about. */
function tellsOf({ why }: Hold, remark: Remark): boolean {
  if (why.code !== "found on the document") return false;
  return why.values.remarks.some((one) => one.line === remark.line && canonical(one.why) === canonical(remark.why));
}
