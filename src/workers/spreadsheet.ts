/** Reads workbooks off the page's thread. */
import { expose } from "comlink";
import { readWorkbook } from "./workbook";

const api = { read: readWorkbook };
export type SpreadsheetWorker = typeof api;

expose(api);
