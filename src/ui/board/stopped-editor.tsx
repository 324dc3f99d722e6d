"use client";

import { useState } from "react";
import { StoppedOrdersSchema, type Policy, type StoppedOrdersRule } from "@/core/policy";
import { Entry, Tick } from "../labelled";
import { PersonPicker } from "../people/person-picker";
import { AmountField } from "./amount-field";
import { NumberField } from "./number-field";
import type { BoardState } from "./use-board";
import { sayStoppedOrders } from "@/core/words";

const USUAL: StoppedOrdersRule = { at: "07:00", headroomPercent: 10, roundTo: 1_000 };

/** By which rule limits are asked for that stopped orders need. */
export function StoppedEditor({ board }: { board: BoardState }) {
  const { policy, changePolicy, directory } = board;
  const { stoppedOrders: rule } = policy;
  const put = (next: StoppedOrdersRule | undefined) =>
    changePolicy(({ stoppedOrders: _, ...now }) => (next ? { ...now, stoppedOrders: next } : (now as Policy)));
  const without = (key: "most" | "overdueDays" | "seller") => {
    const { [key]: _, ...rest } = rule!;
    put(rest);
  };
  const seller = rule?.seller ? directory.person(rule.seller) : undefined;
  return (
    <>
      <h2 className="font-sans text-sm font-semibold">Customers’ orders on credit hold</h2>
      <Tick
        label="Ask each day for the limit they need"
        checked={rule !== undefined}
        onChange={(on) => put(on ? USUAL : undefined)}
      />
      {rule && (
        <>
          <TimeOfDay value={rule.at} onChange={(at) => put({ ...rule, at })} />
          <fieldset>
            <legend className="text-sm font-semibold">What is owed and ordered, and so much more</legend>
            <NumberField
              label="Headroom in per cent"
              value={rule.headroomPercent}
              least={0}
              most={500}
              whole
              after="per cent"
              onChange={(headroomPercent) => put({ ...rule, headroomPercent })}
            />
          </fieldset>
          <fieldset>
            <legend className="text-sm font-semibold">Up to the next multiple of</legend>
            <NumberField
              label="Rounded up to whole units"
              value={rule.roundTo}
              least={1}
              most={1_000_000}
              whole
              after="of the customer’s currency"
              onChange={(roundTo) => put({ ...rule, roundTo })}
            />
          </fieldset>
          <Tick
            label="A higher limit than this is asked for by hand"
            checked={rule.most !== undefined}
            onChange={(on) => (on ? put({ ...rule, most: 100_000 * board.unit }) : without("most"))}
          />
          {rule.most !== undefined && (
            <AmountField
              label="Highest limit asked for by itself"
              minor={rule.most}
              currency={policy.currency}
              least={1}
              onChange={(most) => put({ ...rule, most })}
            />
          )}
          <Tick
            label="Nothing is asked for by itself for a customer overdue by more days than"
            checked={rule.overdueDays !== undefined}
            onChange={(on) => (on ? put({ ...rule, overdueDays: 30 }) : without("overdueDays"))}
          />
          {rule.overdueDays !== undefined && (
            <NumberField
              label="Days overdue"
              value={rule.overdueDays}
              least={0}
              most={3650}
              whole
              after="days"
              onChange={(overdueDays) => put({ ...rule, overdueDays })}
            />
          )}
          <PersonPicker
            label="Asked in the name of whoever sells; where an order names nobody, of"
            value={seller ? { id: seller.id, name: seller.name } : null}
            none="Nobody"
            onChange={(person) => (person ? put({ ...rule, seller: person.id }) : without("seller"))}
          />
        </>
      )}
      <p className="border-l-2 border-harbour pl-2 text-sm text-harbour">
        {sayStoppedOrders(policy, directory) ?? "Limits that they need are asked for by hand"}.
      </p>
    </>
  );
}

/** A time as it is typed, taken over as soon as it is one. */
function TimeOfDay({ value, onChange }: { value: string; onChange(at: string): void }) {
  const [typed, setTyped] = useState<string | null>(null);
  const read = StoppedOrdersSchema.shape.at.safeParse((typed ?? value).trim());
  return (
    <div onBlur={() => setTyped(null)}>
      <Entry
        label="At, by the clock of the organisation"
        value={typed ?? value}
        placeholder="07:00"
        maxLength={5}
        aria-invalid={!read.success}
        onChange={(text) => {
          setTyped(text);
          const next = StoppedOrdersSchema.shape.at.safeParse(text.trim());
          if (next.success) onChange(next.data);
        }}
      />
      {!read.success && (
        <p role="alert" className="text-sm text-held">
          Give a time of day such as 07:00
        </p>
      )}
    </div>
  );
}
