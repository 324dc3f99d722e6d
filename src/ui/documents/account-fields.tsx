"use client";

import { useFormContext, useWatch } from "react-hook-form";
import { HIDDEN } from "@/core/own-fields";
import { sayField } from "@/core/words";
import { Button } from "../primitives";
import { EntryField, useListNames, useOwnFields } from "./lists";
import { typeValue, type TypedAccount } from "./account-changes";
import { Table } from "../tables";
import { OwnInput } from "./own-fields";
import { MoneyOf } from "./fields";

/** Every controlled field of an account with its value now and the one it is to have; each change can be taken back before it is sent. */
export function AccountFields({
  fields,
  isAmount,
  bad,
}: {
  fields: Readonly<Record<string, string>>;
  isAmount(field: string): boolean;
  bad: ReadonlySet<string | undefined>;
}) {
  const { register, setValue } = useFormContext<TypedAccount>();
  const typed = useWatch<TypedAccount>() as TypedAccount;
  const names = useListNames();
  return (
    <Table
      label="Fields"
      heads={[{ label: "Field" }, { label: "Now" }, { label: "To be" }, { label: "Take back", hidden: true }]}
    >
      {Object.entries(fields).map(([field, label]) => {
        const now = typeValue(typed.now[field]);
        const differs = (typed.to[field] ?? now).trim() !== now.trim();
        return (
          <tr key={field} className="[&>td]:align-middle!">
            <th scope="row" className="py-1.5 pr-3 text-left font-normal">
              {label}
            </th>
            <td className="pr-3 text-soft">{sayField(field, typed.now[field] ?? null, names)}</td>
            <td className="pr-3">
              {field === "paymentTerms" ? (
                <EntryField name={`to.${field}`} list="payment-terms" label={`${label}, to be`} labelClass="sr-only" />
              ) : isAmount(field) ? (
                <MoneyOf
                  name={`to.${field}`}
                  aria-label={`${label}, to be`}
                  wrong={bad.has(`to.${field}`)}
                  className={differs ? "border-harbour! font-semibold" : ""}
                />
              ) : (
                <input
                  id={`to.${field}`}
                  aria-label={`${label}, to be`}
                  {...register(`to.${field}`)}
                  aria-invalid={bad.has(`to.${field}`)}
                  className={`field ${differs ? "border-harbour! font-semibold" : ""}`}
                />
              )}
            </td>
            <td className="w-24 text-right">
              {differs && (
                <Button
                  small
                  look="quiet"
                  aria-label={`Take the change of ${label} back`}
                  onClick={() => setValue(`to.${field}`, now)}
                >
                  Take back
                </Button>
              )}
            </td>
          </tr>
        );
      })}
    </Table>
  );
}

/** The organisation's own fields of the account, filled in as they are now. */
export function AccountOwnFields() {
  const { fields, bad } = useOwnFields("account");
  const [account, now] = useWatch<TypedAccount, ["account", "now"]>({ name: ["account", "now"] });
  if (!account || fields.length === 0) return null;
  return (
    <fieldset className="mt-5">
      <legend className="text-sm font-semibold text-soft">What the account says besides</legend>
      <div className="mt-1 grid gap-4 sm:grid-cols-2">
        {fields.map((field) => {
          const path = `ofAccount.${field.key}`;
          const kept = now[field.key] === HIDDEN;
          return <OwnInput key={field.key} field={field} path={path} wrong={bad.has(path)} kept={kept} />;
        })}
      </div>
    </fieldset>
  );
}
