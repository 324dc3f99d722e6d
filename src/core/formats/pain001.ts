import { Decimal } from "decimal.js";
import { XMLBuilder } from "fast-xml-parser";
import { xmlText } from "../text";
import { plainAmount, type Money } from "../money";
import { looksLikeIban, plainAccount, type Item, type Payer, type Transfer } from "../payments";

/** A payment run as its file says it. */
export type PaymentOrder = {
  run: string;
  /** ISO date on which the bank is asked to pay. */
  day: string;
  /** ISO date-time in UTC at which the file was made. */
  made: string;
  payer: Payer;
  transfers: readonly Transfer[];
};

export const PAIN_001 = "urn:iso:std:iso:20022:tech:xsd:pain.001.001.09";

const sumOf = (transfers: readonly Transfer[]) =>
  transfers.reduce((sum, { amount }) => sum.add(plainAmount(amount)), new Decimal(0)).toFixed();
const amount = (money: Money) => ({ "#text": plainAmount(money), "@Ccy": money.currency });
const account = (number: string) => {
  const plain = plainAccount(number);
  return { Id: looksLikeIban(plain) ? { IBAN: plain } : { Othr: { Id: plain } } };
};
const counted = (transfers: readonly Transfer[]) => ({ NbOfTxs: transfers.length, CtrlSum: sumOf(transfers) });

/**
 * A payment run as a customer credit transfer initiation, ISO 20022 pain.001.001.09, with one block of instructions for each currency. The names of its parts and their
 * order are those of the published message definition (from memory; the test reads it back and lists them).
 */
export function pain001({ run, day, made, payer, transfers }: PaymentOrder): string {
  const currencies = [...new Set(transfers.map((one) => one.amount.currency))].toSorted();
  const party = { Nm: xmlText(payer.name, 140) };
  const tree = {
    "?xml": { "@version": "1.0", "@encoding": "UTF-8" },
    Document: {
      "@xmlns": PAIN_001,
      CstmrCdtTrfInitn: {
        GrpHdr: { MsgId: run, CreDtTm: made, ...counted(transfers), InitgPty: party },
        PmtInf: currencies.map((currency) => {
          const those = transfers.filter((one) => one.amount.currency === currency);
          return {
            PmtInfId: `${run}-${currency}`,
            PmtMtd: "TRF",
            ...counted(those),
            ReqdExctnDt: { Dt: day },
            Dbtr: party,
            DbtrAcct: account(payer.account),
            DbtrAgt: { FinInstnId: payer.bic ? { BICFI: payer.bic } : { Othr: { Id: "NOTPROVIDED" } } },
            CdtTrfTxInf: those.map(instruction),
          };
        }),
      },
    },
  };
  return new XMLBuilder({ ignoreAttributes: false, attributeNamePrefix: "@", format: true }).build(tree);
}

function instruction({ id, payee, account: number, amount: sum, items }: Transfer) {
  return {
    PmtId: { EndToEndId: xmlText(id, 35) },
    Amt: { InstdAmt: amount(sum) },
    Cdtr: { Nm: xmlText(payee, 140) },
    CdtrAcct: account(number),
    RmtInf: items.length === 1 ? { Ustrd: xmlText(items[0]!.reference, 140) } : { Strd: items.map(setOff) },
  };
}

/** A document among several that are set off: a commercial invoice, or a credit note. */
function setOff({ reference, amount: { minor, currency } }: Item) {
  const is = minor < 0 ? { code: "CREN", as: "CdtNoteAmt" } : { code: "CINV", as: "RmtdAmt" };
  return {
    RfrdDocInf: { Tp: { CdOrPrtry: { Cd: is.code } }, Nb: xmlText(reference, 35) },
    RfrdDocAmt: { [is.as]: amount({ minor: Math.abs(minor), currency }) },
  };
}
