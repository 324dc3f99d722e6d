import type { HistoryReason } from "../history-file";
import { sayDate } from "../text";
import { sayNoAmount } from "./amounts";
import { sayBy, type Wording } from "./wording";

const HISTORY = {
  empty: () => "nothing stands there",
  "no day": ({ typed }) => `“${typed}” is no day: write it like 2026-03-10`,
  "day to come": ({ day }) => `${sayDate(day)} has not come yet`,
  "no such type": ({ typed }) => `“${typed}” is no type of document`,
  "no amount": ({ why }) => sayNoAmount(why),
  "no such currency": ({ typed }) => `“${typed}” is no currency: write its three letters, as EUR`,
} satisfies Wording<HistoryReason>;

/** Why a row of a history file cannot be taken. */
export function sayHistory(why: HistoryReason): string {
  return sayBy(HISTORY, why);
}
