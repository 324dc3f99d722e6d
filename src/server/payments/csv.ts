import { plainAmount } from "@/core/money";
import { sayAccount, type Transfer } from "@/core/payments";
import { parse } from "csv-parse/sync";
import { textOfCell } from "@/core/tables";
import { toCsv, toXlsx } from "../tables";

const HEADS = ["run", "day", "transfer", "payee", "account", "amount", "currency", "for"];

/** The transfers of a run as a table, one line each; for whoever pays by hand, and to compare with the bank's statement. */
export function csvOf(run: string, day: string, transfers: readonly Transfer[]): string {
  return toCsv(
    [
      HEADS,
      ...transfers.map(({ id, payee, account, amount, items }) => [
        run,
        day,
        id,
        payee,
        sayAccount(account),
        { plain: plainAmount(amount) },
        amount.currency,
        items.map((one) => one.reference).join(", "),
      ]),
    ],
    { bom: true },
  );
}

/** The same as a workbook, made of the table as it was kept. */
export function workbookOf(run: string, csv: string): Promise<Uint8Array> {
  const [head = [], ...rows] = (parse(csv, { bom: true }) as string[][]).map((row) => row.map(textOfCell));
  const typed = (text: string, column: number) =>
    head[column] === "amount" ? { plain: text } : head[column] === "day" ? { day: text } : text;
  // A run has days and no moments.
  return toXlsx([{ name: run, rows: [head, ...rows.map((row) => row.map(typed))], zone: "UTC" }]);
}
