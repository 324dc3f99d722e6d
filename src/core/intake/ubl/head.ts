import { isFormula } from "../../text";
import { Reader, type Node, type Taker } from "./reader";

/** What orders and invoices have in common. */
export function basics(reader: Reader, node: Node, taker: Taker, title: string) {
  const date = reader.date(node, "IssueDate", "IssueDate", true) ?? taker.today;
  if (date > taker.today) reader.bad("IssueDate", { code: "later than today", values: { date } });
  return {
    title,
    requester: taker.requester,
    onBehalfOf: null,
    unit: taker.unit,
    currency: reader.documentCurrency(node),
    date,
    note: reader.text(node, "Note").slice(0, 2000),
    attachments: [],
  };
}

/** The name of a party (BT-27, BT-44), or the one it is registered under; at most 120 letters. Noted as a problem where it has none, or one that a sheet would take for a formula. */
export function partyName(reader: Reader, node: Node, party: string): string {
  const name =
    reader.text(node, `${party}/Party/PartyName/Name`) ||
    reader.text(node, `${party}/Party/PartyLegalEntity/RegistrationName`);
  if (!name) reader.bad(`${party}/Party`, { code: "party without a name" });
  if (isFormula(name)) reader.bad(`${party}/Party`, { code: "name like a formula" });
  return name.slice(0, 120);
}
