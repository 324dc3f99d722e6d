// The bank's file by ISO 20022, read back by a parser that knows nothing of it.
import { Decimal } from "decimal.js";
import { XMLParser, XMLValidator } from "fast-xml-parser";
import { expect, it } from "vitest";
import { paymentItem } from "../fixtures";
import { transfersOf } from "../payments";
import { pain001 } from "./pain001";

it("as ISO 20022 pain.001.001.09 reads back with its parts in order, its counts and its sums", () => {
  const items = [
    paymentItem({ minor: 117_643, document: "si-1" }),
    paymentItem({
      minor: -17_600,
      document: "si-2",
      reference: "CN-7",
      account: "NL91 ABNA 0417 1643 00",
      payee: "Tiles",
    }),
    paymentItem({ minor: 50_000, document: "si-3", reference: "B-3", account: "NL91ABNA0417164300", payee: "Tiles" }),
    paymentItem({ minor: 1_500, currency: "JPY", document: "si-4", account: "0012-345678-9", payee: "Rope" }),
  ];
  const { transfers } = transfersOf("PR-0007", items);
  const payer = { name: "Marévia & Lines", account: "PT50 0002 0123 1234 5678 9015 4", bic: "" };
  const xml = pain001({ run: "PR-0007", day: "2026-12-04", made: "2026-12-03T10:00:00.000Z", payer, transfers });
  expect(XMLValidator.validate(xml)).toBe(true);
  const read = new XMLParser({
    ignoreAttributes: false,
    parseTagValue: false,
    isArray: (name) => name === "CdtTrfTxInf" || name === "PmtInf",
  });
  const root = (read.parse(xml) as { Document: { "@_xmlns": string; CstmrCdtTrfInitn: Record<string, any> } }).Document;
  expect(root["@_xmlns"]).toBe("urn:iso:std:iso:20022:tech:xsd:pain.001.001.09");
  const { GrpHdr: head, PmtInf: blocks } = root.CstmrCdtTrfInitn;
  expect(Object.keys(head)).toEqual(["MsgId", "CreDtTm", "NbOfTxs", "CtrlSum", "InitgPty"]);
  expect(head).toMatchObject({
    MsgId: "PR-0007",
    NbOfTxs: "3",
    CtrlSum: "3000.43",
    InitgPty: { Nm: "Marévia & Lines" },
  });
  expect(Object.keys(blocks[0])).toEqual([
    "PmtInfId",
    "PmtMtd",
    "NbOfTxs",
    "CtrlSum",
    "ReqdExctnDt",
    "Dbtr",
    "DbtrAcct",
    "DbtrAgt",
    "CdtTrfTxInf",
  ]);
  const [euro, yen] = blocks;
  expect(euro).toMatchObject({
    NbOfTxs: "2",
    CtrlSum: "1500.43",
    ReqdExctnDt: { Dt: "2026-12-04" },
    DbtrAcct: { Id: { IBAN: "PT50000201231234567890154" } },
  });
  const [one, set] = euro.CdtTrfTxInf;
  expect(Object.keys(one)).toEqual(["PmtId", "Amt", "Cdtr", "CdtrAcct", "RmtInf"]);
  expect(one).toMatchObject({
    PmtId: { EndToEndId: "PR-0007-1" },
    Amt: { InstdAmt: { "#text": "1176.43", "@_Ccy": "EUR" } },
    Cdtr: { Nm: "Brejal & Sons <1>" },
    CdtrAcct: { Id: { IBAN: "DE89370400440532013000" } },
    RmtInf: { Ustrd: "A-1" },
  });
  expect(set.RmtInf.Strd.map((part: any) => [part.RfrdDocInf.Tp.CdOrPrtry.Cd, part.RfrdDocInf.Nb])).toEqual([
    ["CREN", "CN-7"],
    ["CINV", "B-3"],
  ]);
  expect(set.Amt.InstdAmt["#text"]).toBe("324.00");
  expect(yen.CdtTrfTxInf[0]).toMatchObject({
    Amt: { InstdAmt: { "#text": "1500", "@_Ccy": "JPY" } },
    CdtrAcct: { Id: { Othr: { Id: "00123456789" } } },
  });
  const all = blocks.flatMap((block: any) => block.CdtTrfTxInf.map((each: any) => each.Amt.InstdAmt["#text"]));
  expect(Decimal.sum(...all).toFixed()).toBe("3000.43");
});
