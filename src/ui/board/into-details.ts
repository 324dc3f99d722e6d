import type { MouseEvent } from "react";
import { flushSync } from "react-dom";
import type { Selection } from "./types";

/** The part of the board that shows what is chosen. */
export const DETAILS = "details";

/** What opens the details of something carries its name, so that Escape leads back to it. */
export function openerOf(selection: NonNullable<Selection>): string {
  switch (selection.kind) {
    case "stake":
      return `stake ${selection.index}`;
    case "level":
      return `level ${selection.id}`;
    case "band":
      return `band ${selection.index}`;
    case "whole":
      return `whole ${selection.part}`;
  }
}

/** Leads into the details, to their first field with `field`; they need not be there. */
export function intoDetails(field = false): void {
  const details = document.getElementById(DETAILS);
  const first = field ? details?.querySelector<HTMLElement>("input, select, textarea") : null;
  (first ?? details)?.focus();
}

/**
 * What a press does that opens details: pressed by keyboard it leads into them, since they stand far from it in tab order. By mouse the focus stays.
 * @param open chooses what the details are of
 */
export const withDetails = (open: () => void) => (event: MouseEvent) => {
  flushSync(open);
  if (event.detail === 0) intoDetails();
};

/** Closes the details and leads back to what they were of. */
export function outOfDetails(selection: NonNullable<Selection>, close: () => void): void {
  flushSync(close);
  const name = CSS.escape(openerOf(selection));
  document.querySelector<HTMLElement>(`[data-opens="${name}"]`)?.focus();
}
