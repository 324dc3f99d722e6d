"use client";

import { formatAmount } from "@/core/money";
import { edit } from "@/core/policy";
import { MoneyInput } from "../money-input";
import { Button } from "../primitives";
import { useTypedAmount } from "./amount-field";
import { DETAILS, outOfDetails } from "./into-details";
import { LevelDetails } from "./level-details";
import type { Board } from "./types";
import type { BoardState } from "./use-board";
import { WholeDetails } from "./policy-settings";
import { sayChain, sayRange } from "@/core/words";

/** What is chosen on the board, with each of its choices said by its effect. */
export function Details({ board }: { board: BoardState }) {
  const { selection, section, select, mayWrite } = board;
  const level = selection?.kind === "level" ? section.levels.find((one) => one.id === selection.id) : undefined;
  const stake = selection?.kind === "stake" ? section.thresholds[selection.index] : undefined;
  const band = selection?.kind === "band" && selection.index < section.bands.length ? selection.index : undefined;
  const whole = selection?.kind === "whole" ? selection.part : undefined;
  if (!level && !stake && band === undefined && !whole) {
    return (
      <p className="border-b border-rule px-5 py-3 text-sm text-soft">
        {mayWrite
          ? "Choose a stake, a level or the foot of a band to change it. A click on a band of a level raises, outlines or takes down its pennant."
          : "Choose a band to read it."}
      </p>
    );
  }
  return (
    <section
      id={DETAILS}
      tabIndex={-1}
      aria-label="Details"
      className="border-b border-rule px-5 py-4 focus:outline-2 focus:-outline-offset-2 focus:outline-signal"
      onKeyDown={(event) => event.key === "Escape" && selection && outOfDetails(selection, () => select(null))}
    >
      {stake && selection?.kind === "stake" && (
        <StakeDetails key={selection.index} board={board} index={selection.index} />
      )}
      {whole && <WholeDetails board={board} part={whole} />}
      {level && <LevelDetails key={level.id} board={board} level={level} />}
      {band !== undefined && <BandDetails board={board} band={band} />}
    </section>
  );
}

function StakeDetails({ board, index }: { board: Board; index: number }) {
  const { section, policy, change, select, mayWrite, directory } = board;
  const threshold = section.thresholds[index]!;
  const said = formatAmount({ minor: threshold.amount, currency: policy.currency });
  const field = useTypedAmount(threshold.amount, policy.currency);
  const fits = (amount: number) => edit.canPlace(section, index, { ...threshold, amount });
  const side = (exact: "below" | "above") => {
    const band = exact === "below" ? index : index + 1;
    const possible = edit.canPlace(section, index, { ...threshold, exact });
    return (
      <label className="flex min-h-7 items-start gap-2 py-1">
        <input
          type="radio"
          name="exact"
          className="mt-1 accent-harbour"
          checked={threshold.exact === exact}
          disabled={!mayWrite || !possible}
          onChange={() => change((current) => edit.setExact(current, index, exact))}
        />
        <span>
          <b className="font-semibold">{exact === "below" ? "Below" : "Above"}:</b>{" "}
          {sayChain(policy, section, band, directory)}
        </span>
      </label>
    );
  };
  return (
    <>
      <h2 className="font-sans text-sm font-semibold">Threshold</h2>
      <div className="mt-1 flex items-start gap-2">
        <MoneyInput
          aria-label="Amount of the threshold"
          className="w-36! font-semibold"
          currency={policy.currency}
          value={field.text}
          readOnly={!mayWrite}
          problem={field.read !== null && !fits(field.read) ? "It must stay between its neighbours and above zero" : ""}
          onValue={(text) => {
            const next = field.type(text, fits);
            if (next !== null && fits(next)) change((current) => edit.moveThreshold(current, index, next));
          }}
        />
        <span className="py-1.5">{policy.currency}</span>
      </div>
      <fieldset className="mt-5 text-sm">
        <legend className="text-soft">{said} itself belongs to the band</legend>
        {side("below")}
        {side("above")}
      </fieldset>
      {mayWrite && (
        <div className="mt-2 flex gap-1">
          <Button
            small
            onClick={() => {
              change((current) => edit.removeThreshold(current, index));
              select(null);
            }}
          >
            Remove the stake
          </Button>
        </div>
      )}
    </>
  );
}

function BandDetails({ board, band }: { board: Board; band: number }) {
  const { section, policy, change, mayWrite } = board;
  const none = section.bands[band]!.approval === "none";
  return (
    <>
      <h2 className="font-sans text-sm font-semibold">{sayRange(section, band, policy.currency)}</h2>
      <label className="mt-1 flex items-start gap-2 text-sm">
        <input
          type="checkbox"
          className="mt-0.5 size-4 accent-harbour"
          checked={none}
          disabled={!mayWrite}
          onChange={(event) => change((current) => edit.setNoApproval(current, band, event.target.checked))}
        />
        <span>
          Nobody needs to approve
          <span className="block text-soft">
            {none
              ? "Documents here are approved as they are submitted."
              : "Ticking this takes down the pennants that approve in this band."}
          </span>
        </span>
      </label>
      <label className="mt-1 block text-sm">
        <span className="font-semibold">Internal note</span>
        <input
          className="field text-sm"
          maxLength={500}
          readOnly={!mayWrite}
          value={section.bands[band]!.designNote ?? ""}
          onChange={(event) => {
            const note = event.target.value;
            change((current) => edit.noteBand(current, band, note));
          }}
        />
      </label>
    </>
  );
}
