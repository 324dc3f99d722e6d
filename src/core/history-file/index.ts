/** Histories from elsewhere: what the columns of a file may say, the documents that its rows tell of, and each as one of the past that any policy can be put to. */
export { HISTORY_TYPES, historyColumns, listsNamed } from "./columns";
export type { HistoryColumn } from "./columns";
export { lackingColumns, readHistoryRows } from "./read";
export type {
  BadHistoryRow,
  HistoryReader,
  HistoryReason,
  HistoryRow,
  HistorySheet,
  NotKnown,
  ReadHistory,
} from "./types";
export { partyOfRow, pastOfRow } from "./past";
