"use client";

import { useEffect, useState } from "react";
import { useForm, useWatch } from "react-hook-form";
import { typeWords, type AnyDocument, type DocumentContext } from "@/core/documents";
import { formatMoney } from "@/core/money";
import type { OwnValues } from "@/core/own-fields";
import { sealerOf, withTexts, type SealedText } from "@/core/records";
import { route, type Route } from "@/core/routing";
import { namesOf, sayCandidate, sayHeld, sayLevelReason, sayMeasureName, sayRouteBand, type Names } from "@/core/words";
import { Entry } from "../labelled";
import { useLatest } from "../overtaken";
import { Button } from "../primitives";
import { TriedFields, emptyTried, ownOf, readTried, triedAccount, type Tried } from "./try-form";
import type { BoardState } from "./use-board";
import { withArticle } from "@/core/text";

/** One document, entered or picked, on its way through the draft: section, band, each level, each person, each reason. */
export function TryPanel({ board, at, onClose }: { board: BoardState; at: string; onClose(): void }) {
  const { policy, directory } = board;
  const day = at.slice(0, 10);
  const own = ownOf(policy, directory, day);
  const form = useForm<Tried>({ defaultValues: emptyTried(policy, own) });
  const typed = { ...form.getValues(), ...useWatch({ control: form.control }) } as Tried;
  const [number, setNumber] = useState("");
  const [picked, setPicked] = useState<{ number: string; document: AnyDocument; around?: DocumentContext } | null>(
    null,
  );
  const [problem, setProblem] = useState("");
  // What is typed is what is tried from then on, whatever was picked before.
  useEffect(() => form.subscribe({ formState: { values: true }, callback: () => setPicked(null) }), [form]);
  const document = picked?.document ?? readTried(typed, policy, own, day, directory);
  const account = triedAccount(typed, own);
  const found = document && routed(document, { board, at, account, around: picked?.around });
  useLit(board, found);
  const close = () => {
    board.setTried(null);
    onClose();
  };
  const latest = useLatest();
  const pick = async () => {
    const isLast = latest();
    const response = await fetch(`/api/documents/${encodeURIComponent(number.trim().toLowerCase())}/record`);
    if (!isLast()) return;
    if (!response.ok) {
      const { refusals = [] } = (await response.json()) as { refusals?: { message: string }[] };
      const why = refusals.map(({ message }) => `${message}.`).join(" ");
      return setProblem(`${number} cannot be tried. ${why}`);
    }
    // A record has tokens for those it names, and says beside them who is meant.
    const record = (await response.json()) as {
      state: { document: AnyDocument; around?: DocumentContext };
      people: SealedText[];
    };
    const state = withTexts(record.state, sealerOf(record.people).open) as typeof record.state;
    if (state.document.documentType !== policy.documentType)
      return setProblem(`${number} is of another type than this policy.`);
    setProblem("");
    setPicked({ number: number.trim().toUpperCase(), ...state });
  };
  const { one } = typeWords(policy.documentType).name;
  return (
    <section aria-label="Try a document" className="border-b border-rule bg-paper px-5 py-4">
      <div className="flex items-baseline justify-between">
        <h2 className="font-sans text-sm font-semibold">Try {withArticle(one)}</h2>
        <button type="button" className="min-h-7 text-sm text-harbour underline" onClick={close}>
          Close the trial
        </button>
      </div>
      <TriedFields form={form} policy={policy} directory={directory} own={own} day={day}>
        <div className="flex items-end gap-2">
          <Entry label="Or one that exists" placeholder="PO-03001" value={number} onChange={setNumber} />
          <Button small disabled={!number.trim()} onClick={() => void pick()}>
            Use this document
          </Button>
        </div>
      </TriedFields>
      {problem && (
        <p role="alert" className="mt-2 text-sm text-held">
          {problem}
        </p>
      )}
      {picked && <p className="mt-2 text-sm">Shown is {picked.number}, as it stands.</p>}
      {found && <Outcome found={found} names={namesOf(directory, { policy, document })} />}
    </section>
  );
}

type Trial = { board: BoardState; at: string; account: OwnValues; around: DocumentContext | undefined };

function routed(document: AnyDocument, { board, at, account, around }: Trial): Route {
  const { directory, look, policy } = board;
  const version = {
    policy,
    version: 0,
    hash: "draft",
    savedBy: "",
    savedAt: at,
    note: "",
    inForceFrom: at,
    putInForceBy: null,
  };
  const known = around ?? aroundTyped(document, policy.currency, account);
  return route(document, { policies: [version], directory, rates: look.rates, around: known, at });
}

/** One that is only typed in has a customer who owes nothing, a supplier of whom nothing is known but what was typed, and nothing else around it. */
function aroundTyped(document: AnyDocument, currency: string, account: OwnValues): DocumentContext {
  const nothing = { minor: 0, currency };
  const { account: kind } = typeWords(document.documentType);
  const says = Object.keys(account).length > 0;
  const trial = { id: "trial", name: "Trial", status: "open" as const, limit: null };
  return {
    ...(kind === "supplier" && says && { supplier: { ...trial, bankChanged: null, own: account } }),
    customer: {
      ...trial,
      receivables: nothing,
      openOrders: nothing,
      stoppedOrders: nothing,
      overdue: nothing,
      daysOverdue: 0,
      ...(kind === "customer" && says && { own: account }),
    },
  };
}

/** Lights the pennants the document meets, and shows its section. */
function useLit(board: BoardState, found: Route | null): void {
  const names = namesOf(board.directory);
  const { tried, setTried } = board;
  const next =
    found?.section && found.band && found.measured
      ? {
          section: found.section.id,
          minor: found.measured.compared.minor,
          band: found.band.index,
          levels: Object.fromEntries(
            found.levels
              .filter(({ outcome }) => outcome !== "passed over")
              .map((level) => [
                level.level,
                level.candidates
                  .filter((one) => one.eligible)
                  .map((one) => names.person(one.person))
                  .join(", ") || "nobody",
              ]),
          ),
        }
      : null;
  const text = JSON.stringify(next);
  useEffect(() => {
    if (text === JSON.stringify(tried)) return;
    setTried(JSON.parse(text) as typeof next);
    if (next && next.section !== board.section.id) board.choose(next.section);
    // What is lit follows from what is typed and nothing else.
    // oxlint-disable-next-line react/exhaustive-deps
  }, [text]);
}

function Outcome({ found, names }: { found: Route; names: Names }) {
  const { outcome, holds, measured, section, band, levels } = found;
  return (
    <div className="mt-3 text-sm" aria-live="polite">
      <p
        className={`border-l-3 pl-2 font-semibold ${outcome === "held" ? "border-held text-held" : "border-approved text-approved"}`}
      >
        {outcome === "held"
          ? "It would be held"
          : outcome === "chain"
            ? "It would be asked about"
            : "Nobody needs to approve"}
      </p>
      {holds.map((hold) => (
        <p key={hold.why.code + (hold.level ?? "")} className="mt-1 text-held">
          {sayHeld(hold, names)}.
        </p>
      ))}
      {measured && (
        <p className="mt-1">
          {formatMoney(measured.compared)}: {sayMeasureName(measured.measure, found.documentType)}. Section “
          {section?.name}”.
        </p>
      )}
      {band && <p className="serif mt-1 text-[15px]">{sayRouteBand(found, names)}</p>}
      <ol className="mt-1 flex flex-col gap-1">
        {levels.map((level) => (
          <li key={level.level} className={level.outcome === "passed over" ? "text-soft line-through" : ""}>
            <b className="font-semibold">{level.name}</b>, {sayLevelReason(level.why, level.level, names)}
            {level.candidates.length > 0 && <>: {level.candidates.map((one) => sayCandidate(one, names)).join("; ")}</>}
          </li>
        ))}
      </ol>
    </div>
  );
}
