/** Accounts of suppliers that are opened and changed while the history of a demo goes on. */
import type { DocumentState } from "@/core/approval";
import type { AnyDocument, SupplierInvoice } from "@/core/documents";
import { commandDocument, enterDocument } from "@/server/documents/commands";
import { runInsideSteps } from "@/server/ledger/work";
import { askForAccount } from "@/server/ledger/account-commands";
import type { DemoBuilder } from "../builder";
import { madeUpAccount } from "../accounts";
import { DAY, type Push } from "../moments";
import { seeded } from "../random";
import { bring, receiptPicture } from "../receipt-picture";
import { submitAndFollow } from "../simulate-approvals";

/** Who decides on accounts, after how many milliseconds, and at which level, in that order. */
export type Deciding = readonly (readonly [by: string, level: string, after: number])[];

type Kept = { currency: string; unit: string; decides: Deciding };

/** Somebody asks that a supplier be paid elsewhere, and it is approved. @property note what the letter is, `comment` what is said by those who approve */
export type BankChange = Kept & {
  at: string;
  by: string;
  supplier: string;
  supplierName: string;
  to: string;
  note: string;
  comment: string;
};

export function changeBankDetails(make: DemoBuilder, changes: readonly BankChange[], push: Push): void {
  for (const change of changes) {
    const { at, by, supplier, supplierName, to, note, comment, currency, unit, decides } = change;
    const run = () => {
      const sent = enter(make, by, {
        ...blank(make, by, unit, currency),
        note,
        attachments: [],
        supplier,
        supplierName,
        opening: false,
        changes: [{ field: "bankAccount", before: null, after: to }],
      });
      approve(make, sent, decides, comment, push);
    };
    push({ at: Date.parse(at), run });
  }
}

/**
 * Somebody asks for the account of a new supplier and enters its particulars.
 * @property seed of its bank account, which no bank has
 * @property paper name of the paper that is needed for it, brought when it is entered
 */
export type Opened = Kept & {
  at: string;
  by: string;
  name: string;
  address: string;
  taxNumber: string;
  seed: number;
  paper: string;
};

/** The account is open once the last of those who decide has decided. */
function openAccount(make: DemoBuilder, opened: Opened, push: Push): void {
  const { at, by, name, address, taxNumber, seed, paper, currency, unit, decides } = opened;
  const { app, who, must, random } = make;
  const run = () => {
    const asked = { kind: "supplier" as const, name, email: "", currency, group: "", byHand: true };
    const account = must(askForAccount(app, who(by), asked, random.uuid()));
    if (!("id" in account)) return;
    const fields = { name, taxNumber, address, bankAccount: madeUpAccount(seeded(seed)) };
    const attachment = { ...bring(app, by, "paper.png", receiptPicture(seeded(seed), 2)), name: paper };
    const sent = enter(make, by, {
      ...blank(make, by, unit, currency),
      note: "",
      attachments: [attachment],
      papers: [{ name: attachment.name, hash: attachment.hash }],
      supplier: account.id,
      supplierName: name,
      opening: true,
      changes: Object.entries(fields).map(([field, after]) => ({ field, before: null, after })),
    });
    approve(make, sent, decides, "", push);
  };
  push({ at: Date.parse(at), run });
}

/**
 * A supplier of one person: who opened it sends an invoice of it a fortnight later, and others send some after that, a month from each other.
 * @param others who send them @param invoice on a date
 */
export function ownSupplier(
  make: DemoBuilder,
  opened: Opened,
  others: readonly string[],
  invoice: (date: string) => SupplierInvoice,
  push: Push,
): void {
  openAccount(make, opened, push);
  for (const [index, requester] of [opened.by, ...others].entries()) {
    const run = () => submitAndFollow(make, { ...invoice(make.clock.now().slice(0, 10)), requester }, push);
    push({ at: make.working(Date.parse(opened.at) + (14 + 30 * index) * DAY), run });
  }
}

function blank({ clock }: DemoBuilder, requester: string, unit: string, currency: string) {
  const date = clock.now().slice(0, 10);
  return {
    documentType: "supplier-account",
    title: "",
    requester,
    onBehalfOf: null,
    unit,
    currency,
    date,
    filledInBy: "",
  };
}

function enter({ app, who, must, random }: DemoBuilder, by: string, document: object): DocumentState {
  return must(enterDocument(app, who(by), document as AnyDocument, random.uuid(), true));
}

function approve(make: DemoBuilder, { id, revision }: DocumentState, decides: Deciding, comment: string, push: Push) {
  const { app, who, must, random, clock } = make;
  const begun = Date.parse(clock.now());
  for (const [index, [by, level, after]] of decides.entries()) {
    const run = () => {
      const command = { type: "approve" as const, level, revision, comment };
      must(commandDocument(app, who(by), id, command, random.uuid(), true));
      // It counts from then on, and not only from the Friday on which all other steps are carried out.
      if (index === decides.length - 1) runInsideSteps(app);
    };
    push({ at: begun + after, run });
  }
}
