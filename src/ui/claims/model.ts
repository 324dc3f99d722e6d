import type { Attachment, ClaimLine, ExpenseClaim } from "@/core/documents";
import type { Refusal } from "@/core/refusal";
import { refuse } from "@/core/words";
import { Typed, typedAmount } from "../documents/typed";
import { behalfOf, type Who } from "../orders/model";
import type { Picked } from "../people/person-picker";

/** A claim as it is typed. */
export type TypedClaim = {
  title: string;
  currency: string;
  onBehalfOf: Picked | null;
  note: string;
  lines: {
    date: string;
    category: string;
    description: string;
    costCentre: string;
    project: string;
    currency: string;
    spent: string;
    claimed: string;
    receipt: string;
  }[];
  attachments: Attachment[];
};

export const emptyClaimLine = (currency: string, today: string) => ({
  date: today,
  category: "",
  description: "",
  costCentre: "",
  project: "",
  currency,
  spent: "",
  claimed: "",
  receipt: "",
});

export function emptyClaim(currency: string, today: string): TypedClaim {
  return {
    title: "",
    currency,
    onBehalfOf: null,
    note: "",
    lines: [emptyClaimLine(currency, today)],
    attachments: [],
  };
}

export function typedClaim(claim: ExpenseClaim, name: (id: string) => string): TypedClaim {
  return {
    title: claim.title,
    currency: claim.currency,
    onBehalfOf: claim.onBehalfOf ? { id: claim.onBehalfOf, name: name(claim.onBehalfOf), unitId: claim.unit } : null,
    note: claim.note,
    attachments: claim.attachments,
    lines: claim.lines.map((line) => ({
      date: line.date,
      category: line.category,
      description: line.description,
      costCentre: line.costCentre,
      project: line.project ?? "",
      currency: line.spent.currency,
      spent: typedAmount(line.spent.minor, line.spent.currency),
      claimed:
        line.spent.currency === claim.currency && line.spent.minor === line.claimed
          ? ""
          : typedAmount(line.claimed, claim.currency),
      receipt: line.receipt ?? "",
    })),
  };
}

/** Reads what was typed; what is claimed of a line in the claim's own currency is what was spent, unless less is typed. */
export function readClaim(typed: TypedClaim, who: Who, today: string): { document: ExpenseClaim; problems: Refusal[] } {
  const read = new Typed();
  const { currency } = typed;
  const lines = typed.lines.map((line, index): ClaimLine => {
    const at = (key: string) => `lines.${index}.${key}`;
    const what = `Line ${index + 1}`;
    const spent = read.amount(line.spent, line.currency, at("spent"), what) ?? 0;
    const claimed = read.amount(line.claimed, currency, at("claimed"), what);
    if (claimed === null && line.currency !== currency && line.spent.trim())
      read.bad(refuse("typed amount needed", { what, currency }, at("claimed")));
    return {
      date: line.date || today,
      category: line.category,
      description: line.description.trim(),
      costCentre: line.costCentre.trim(),
      ...(line.project.trim() && { project: line.project.trim() }),
      spent: { minor: spent, currency: line.currency },
      claimed: claimed ?? (line.currency === currency ? spent : 0),
      taxPercent: "0",
      receipt: line.receipt || null,
    };
  });
  const behalf = behalfOf(typed.onBehalfOf, who);
  const document: ExpenseClaim = {
    documentType: "expense-claim",
    title: typed.title.trim(),
    requester: who.id,
    ...behalf,
    currency,
    date: today,
    note: typed.note.trim(),
    attachments: typed.attachments,
    payee: behalf.onBehalfOf ?? who.id,
    lines,
  };
  return { document, problems: read.problems };
}
