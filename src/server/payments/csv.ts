import { plainAmount } from "@/core/money";
import { sayAccount, type Transfer } from "@/core/payments";
import { toCsv } from "../csv";

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
