import type { Activity } from "../activity";
import type { Answer, Suspicion } from "../question";
import type { LookoutSettings } from "../settings";

/**
 * A bank account that changed shortly before money went there.
 * @property minor what was paid within those days, minor units of the documents' own currencies, one for each document
 */
export type BankChangeFigures = {
  party: string;
  person: string;
  changed: number;
  checked: boolean;
  paid: { document: string; at: number; person: string; minor: number; currency: string }[];
};

const DAY = 86_400_000;

/** Parties whose bank account changed within some days before a payment: a fact, with whether somebody asked the party back. */
export function bankChanges(
  { beside, documents }: Activity,
  settings: LookoutSettings["bankChanges"],
): Answer<BankChangeFigures> {
  const payments = beside.acts.filter(({ kind }) => kind === "pay");
  const changes = beside.accounts.filter(({ kind }) => kind === "bank");
  const raised = changes.flatMap(({ party, person, at: changed, checked }): Suspicion<BankChangeFigures>[] => {
    const paid = payments
      .filter(
        ({ document, at }) =>
          at >= changed && at - changed <= settings.days * DAY && partyAt(documents, document) === party,
      )
      .map(({ document, at, person: payer }) => ({
        document: documents.ids[document]!,
        at,
        person: payer,
        minor: documents.gross[document]!,
        currency: documents.currency.values[documents.currency.codes[document]!]!,
      }));
    if (paid.length === 0) return [];
    return [
      {
        about: [party, String(changed)],
        people: [...new Set([person, ...paid.map((each) => each.person)])],
        documents: paid.map(({ document }) => document),
        chance: null,
        figures: { party, person, changed, checked, paid },
      },
    ];
  });
  return { asked: changes.length, raised };
}

function partyAt({ party }: Activity["documents"], document: number): string | undefined {
  return party.values[party.codes[document]!];
}
