import Link from "next/link";
import { activeHolds, isCleared, type DocumentView, type LevelState } from "@/core/approval";
import { documentType, type PurchaseOrder } from "@/core/documents";
import { formatMoney } from "@/core/money";
import type { Directory } from "@/core/people";
import { capital } from "../format";
import { StatusMark } from "../primitives";
import { DecisionBar } from "./decision-bar";
import { Changes, OrderLines, OrderParticulars } from "./facts";
import { RouteStrip, type Acting } from "./route-strip";
import { Thread } from "./thread";
import { Why } from "./why";

export type SheetProps = {
  view: DocumentView;
  directory: Directory;
  zone: string;
  now: string;
  /** The open level at which the viewer may decide. */
  asked: LevelState | null;
  /** In whose name they would, if not their own. */
  inNameOf: string | null;
  acting: Acting;
  mayEdit: boolean;
  mayWithdraw: boolean;
  mayReroute: boolean;
};

/** Everything somebody needs to decide, on one sheet: route, changes, facts, holds, what was said, and the bar to decide. */
export function DocumentSheet({
  view,
  directory,
  zone,
  now,
  asked,
  inNameOf,
  acting,
  mayEdit,
  mayWithdraw,
  mayReroute,
}: SheetProps) {
  const { state, thread, version } = view;
  const names = (id: string) => directory.person(id)?.name ?? id;
  const levelName = (id: string) => state.levels.find((level) => level.level === id)?.name ?? id;
  const type = documentType(state.document.documentType);
  const headline = type.headline(state.document);
  const holds = activeHolds(state);
  const before = revisionBefore(view);
  return (
    <article className="flex min-h-full flex-1 flex-col" aria-labelledby="document-title">
      <div className="flex-1 px-4 py-5 md:px-7">
        <div className="flex flex-wrap items-start justify-between gap-x-6 gap-y-1">
          <div className="min-w-0">
            <h1 id="document-title" className="text-[23px] leading-tight font-semibold">
              {headline.title || "Untitled order"}
            </h1>
            <p className="mt-1 text-soft">
              {capital(type.name.one)} {state.number}
              {state.revision > 1 && `, revision ${state.revision}`}, from {names(state.document.requester)},{" "}
              {directory.unit(state.document.unit)?.name}.{" "}
              {state.route && (
                <Link href={`/documents/${state.id}/record`} className="whitespace-nowrap">
                  The record
                </Link>
              )}
            </p>
          </div>
          <div className="flex w-full items-center justify-between gap-3 sm:block sm:w-auto sm:text-right">
            <p className="text-xl font-semibold whitespace-nowrap">{formatMoney(headline.net)}</p>
            <p className="mt-0.5 flex flex-wrap justify-end gap-1.5">
              <StatusMark status={state.status} />
              {holds.length > 0 && <StatusMark status="held" />}
              {isCleared(state) && <span className="text-sm font-medium text-approved">Cleared</span>}
            </p>
          </div>
        </div>
        {holds.map((hold) => (
          <p key={hold.code + hold.level} className="mt-4 border-l-3 border-held bg-held-wash px-3 py-2 text-held">
            <b className="font-semibold">Held: {hold.code}.</b> {hold.reason}. Nobody can approve it until the
            controller has mended the cause and routed it again.
          </p>
        ))}
        <div className="mt-4">
          <RouteStrip state={state} mine={asked?.level ?? null} acting={acting} names={names} zone={zone} now={now} />
        </div>
        <div className="mt-6 grid gap-x-9 gap-y-6 lg:grid-cols-[minmax(0,1fr)_19rem]">
          <div className="flex min-w-0 flex-col gap-6">
            {before && <Changes before={before} after={state.document} />}
            <OrderLines order={state.document} />
            <Thread thread={thread} levelName={levelName} names={names} zone={zone} />
          </div>
          <div className="flex min-w-0 flex-col gap-6">
            <OrderParticulars order={state.document} id={state.id} names={names} />
            <Why state={state} version={version} />
          </div>
        </div>
      </div>
      <DecisionBar
        key={`${state.id}-${state.revision}`}
        id={state.id}
        number={state.number}
        amount={formatMoney(headline.net)}
        revision={state.revision}
        level={asked ? { id: asked.level, name: asked.name, commentOn: asked.commentOn } : null}
        inNameOf={inNameOf && names(inNameOf)}
        mayWithdraw={mayWithdraw}
        mayEdit={mayEdit}
        mayReroute={mayReroute}
      />
    </article>
  );
}

/** The document as it was submitted before the present revision, if there was one. */
function revisionBefore({ state, thread }: DocumentView): PurchaseOrder | null {
  if (state.revision < 2) return null;
  const submitted = thread.findLast(
    (event) => event.type === "submitted" && event.data.revision === state.revision - 1,
  );
  return submitted?.type === "submitted" ? submitted.data.document : null;
}
