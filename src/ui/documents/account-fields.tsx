"use client";

import { useFormContext, useWatch } from "react-hook-form";
import { Button } from "../primitives";
import { typeValue, type TypedAccount } from "./account-changes";

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
  if (!typed.account) return null;
  return (
    <table className="mt-5 w-full border-collapse">
      <thead>
        <tr className="border-b border-rule text-left text-sm text-soft [&_th]:py-1.5 [&_th]:pr-3 [&_th]:font-normal">
          <th scope="col">Field</th>
          <th scope="col">Now</th>
          <th scope="col">To be</th>
          <th scope="col">
            <span className="sr-only">Take back</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {Object.entries(fields).map(([field, label]) => {
          const now = typeValue(typed.now[field]);
          const differs = (typed.to[field] ?? now).trim() !== now.trim();
          return (
            <tr key={field} className="border-b border-rule/70">
              <th scope="row" className="py-1.5 pr-3 text-left font-normal">
                {label}
              </th>
              <td className="pr-3 text-soft">{now || "none"}</td>
              <td className="pr-3">
                <input
                  id={`to.${field}`}
                  aria-label={`${label}, to be`}
                  {...register(`to.${field}`)}
                  aria-invalid={bad.has(`to.${field}`)}
                  inputMode={isAmount(field) ? "decimal" : undefined}
                  className={`field ${isAmount(field) ? "text-right" : ""} ${differs ? "border-harbour! font-semibold" : ""}`}
                />
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
      </tbody>
    </table>
  );
}
