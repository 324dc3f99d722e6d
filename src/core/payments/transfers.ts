import type { Money } from "../money";
import { plainAccount } from "./account-number";

/** One document in a payment run: an amount below zero is a credit note. */
export type Item = {
  document: string;
  /** By which the payee knows it: the number of their invoice, ours of a claim. */
  reference: string;
  payee: string;
  account: string;
  amount: Money;
};

/** Who pays, as the bank knows them; `bic` (ISO 9362) may be empty where the account says it. */
export type Payer = { name: string; account: string; bic: string };

/** One payment to one account, for one document or several that are set off. */
export type Transfer = { id: string; payee: string; account: string; amount: Money; items: readonly Item[] };

/**
 * What is transferred for the documents of a run. A credit note is set off against what the same account gets in the same currency, all in one transfer; the others
 * have one each, so that their payee sees which was paid.
 * @returns the transfers, in the order of their first documents, and the credit notes with what they were to be set off against where those come to nothing or less
 */
export function transfersOf(run: string, items: readonly Item[]): { transfers: Transfer[]; notSetOff: Item[] } {
  const groups = new Map<string, Item[]>();
  for (const item of items) {
    const key = `${item.amount.currency} ${plainAccount(item.account)}`;
    groups.set(key, [...(groups.get(key) ?? []), item]);
  }
  const transfers: Omit<Transfer, "id">[] = [];
  const notSetOff: Item[] = [];
  for (const group of groups.values()) {
    const credited = group.some(({ amount }) => amount.minor < 0);
    for (const together of credited ? [group] : group.map((one) => [one])) {
      const [first] = together as [Item, ...Item[]];
      const minor = together.reduce((sum, one) => sum + one.amount.minor, 0);
      if (minor <= 0) notSetOff.push(...together);
      else
        transfers.push({
          payee: first.payee,
          account: first.account,
          amount: { minor, currency: first.amount.currency },
          items: together,
        });
    }
  }
  return { transfers: transfers.map((one, index) => ({ id: `${run}-${index + 1}`, ...one })), notSetOff };
}

/** What all of them come to, by currency in the order of its code. */
export function totals(amounts: readonly Money[]): Money[] {
  const sums = new Map<string, number>();
  for (const { minor, currency } of amounts) sums.set(currency, (sums.get(currency) ?? 0) + minor);
  return [...sums]
    .toSorted(([one], [other]) => (one < other ? -1 : 1))
    .map(([currency, minor]) => ({ minor, currency }));
}
