import type { ReactNode } from "react";
import type { Policy } from "@/core/policy";
import type { Estimate, Group } from "@/core/time-to-decision";
import { sayDays, sayRange, sayRuns } from "@/core/words";

/** A figure with the range of the runs below it. */
export function Figure({ of, say, bold = false }: { of: Estimate; say(value: number): string; bold?: boolean }) {
  return (
    <td className={`text-right whitespace-nowrap ${bold ? "font-semibold" : ""}`}>
      {of.mean === Infinity ? "never" : say(of.mean)}
      <span className="block text-xs font-normal text-soft">{sayRuns(of, say)}</span>
    </td>
  );
}

/** Days without the word, as in a column that has it at its head. */
export const days = (value: number) => sayDays(value).replace(" days", "");

/** What a row is of. */
export function RowName({ children }: { children: ReactNode }) {
  return (
    <th scope="row" className="py-1 pr-3 text-left font-normal">
      {children}
    </th>
  );
}

/** A band, of which section it is. */
export function nameOf({ policy, section, band }: Group, policies: readonly Policy[]): string {
  const found = policies.find(({ id }) => id === policy);
  const part = found?.sections.find(({ id }) => id === section);
  if (!found || !part) return section;
  return `${part.name}: ${sayRange(part, band, found.currency).replace(/, (that amount|both) included/, "")}`;
}

/** Bands in the order in which policies have them: sections as they are tried, amounts rising. */
export function bandOrder(policies: readonly Policy[]): (a: Group, b: Group) => number {
  const placeOf = ({ policy, section }: Group) => {
    const place = policies.findIndex(({ id }) => id === policy);
    const sections = policies[place]?.sections ?? [];
    return place * 1000 + sections.findIndex(({ id }) => id === section);
  };
  return (a, b) => placeOf(a) - placeOf(b) || a.band - b.band;
}
