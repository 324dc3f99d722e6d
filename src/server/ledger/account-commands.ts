import { dayIn } from "@/core/calendar";
import {
  REQUIRED_OF_SUPPLIER,
  SUPPLIER_FIELDS,
  isAmountField,
  papersFor,
  type AnyDocument,
  type Attachment,
  type CustomerField,
  type PartySignature,
} from "@/core/documents";
import type { Strokes } from "@/core/drawn";
import { idFrom } from "@/core/ids";
import { nameOfEntry } from "@/core/lists";
import { maskAccount, faultOfTyped } from "@/core/payments";
import type { Person } from "@/core/people";
import { canonical, sha256Hex } from "@/core/records";
import { refusedFor, type Result } from "@/core/refusal";
import { refuse, refused } from "@/core/words";
import { authorise } from "../access/authorise";
import { keepDrawn } from "../access/drawn";
import { allOrNothing } from "../db/all-or-nothing";
import type { App } from "../app";
import { commandDocument, enterDocument } from "../documents/commands";
import { hiddenKeys, isOwnKey, withHidden } from "@/core/own-fields";
import { whyNotChangeFields } from "../fields/hidden";
import { sealerOfLog } from "../log/sealed";
import { policyFor } from "../policies/applying";
import { readReferenceData } from "../reference-data";
import { changeAtOnce, differing, sorted } from "./account-changes";
import { accountByName, readAccount, type Account } from "./accounts";
import { act } from "./act";
import type { AccountFields, AccountKind, AccountValue, Changed } from "./events";
import { cameBy, invite, openInvitation, useUp, whyNotPartyAddress } from "./invitations";
import { limitChange } from "./limit-change";
import { writeAccount } from "./write";

export type NewAccount = {
  kind: AccountKind;
  name: string;
  email: string;
  currency: string;
  group: string;
  /** Whoever asks enters its particulars, and the other party is sent nothing. */
  byHand?: boolean;
};

/**
 * Asks for a new account. It is kept blocked until its particulars are approved. Unless they are entered here, the other party is sent a link to fill in and sign them. The link
 * is the party's secret: it leaves in the message alone, and nobody here is shown it but in a demonstration, where nothing leaves the machine.
 */
export function askForAccount(app: App, actor: Person, asked: NewAccount, command: string) {
  const id = idFrom(asked.name);
  const about = { action: "accounts.ask" as const, command, stream: `account:${id}`, type: "account entered" };
  return act(app, actor, about, (): Result<{ id: string; link: string | null }> => {
    const name = asked.name.trim();
    if (!name) return refused("account without a name", null, "name");
    const wrong = asked.byHand ? null : whyNotPartyAddress(app, asked.email);
    if (wrong) return { ok: false, refusals: [wrong] };
    if (readAccount(app.db, id) || accountByName(app.db, asked.kind, name))
      return refused("account of that name", { name }, "name");
    writeAccount(
      app,
      id,
      [
        {
          type: "account entered",
          data: {
            id,
            kind: asked.kind,
            name,
            status: "asked for",
            currency: asked.currency,
            group: asked.group,
            fields: {},
            askedBy: actor.id,
          },
        },
      ],
      { actor: actor.id, command },
    );
    const link = asked.byHand ? null : invite(app, { id, email: asked.email });
    return { ok: true, value: { id, link } };
  });
}

export type FilledIn = {
  taxNumber: string;
  address: string;
  bankAccount: string;
  email: string;
  signedBy: string;
  /** Their signature as they drew it, where they are asked for it. */
  drawn?: Strokes;
  /** Papers by the name under which they were asked for. */
  papers: { name: string; attachment: Attachment }[];
};

/**
 * Takes what the other party has filled in and signed, and sends it for approval in the name of whoever asked for the account. The link is used up.
 * @param visitor who is signed in on this device, if anybody is: the form is the party's, and nobody's here
 */
export function fillIn(
  app: App,
  token: string,
  visitor: Person | null,
  filled: FilledIn,
  command: string,
): Result<{ number: string }> {
  return allOrNothing(app, () => {
    const open = openInvitation(app, token, visitor);
    if (!open.ok) return open;
    const { account, id: invitation } = open.value;
    const missing = missingOf(app, account, filled);
    if (missing.length > 0) return { ok: false, refusals: missing };
    const byHand = signsByHand(app, account);
    if (byHand && !filled.drawn?.length) return refused("drawing of the party needed", null, "drawn");
    const asker = readReferenceData(app).directory.person(account.askedBy ?? "");
    if (!asker) return refused("asker is gone");
    const fields: AccountFields = {
      name: account.name,
      taxNumber: filled.taxNumber,
      address: filled.address,
      bankAccount: filled.bankAccount,
      email: filled.email,
    };
    const attachments = filled.papers.map(({ attachment }) => attachment);
    const foreign = attachments.find((paper) => !cameBy(app, invitation, paper.hash));
    if (foreign) return refused("paper of another form", { name: foreign.name }, "papers");
    const signed = partySignature(app, account, fields, filled, byHand);
    if (!signed.ok) return signed;
    const signature = signed.value;
    writeAccount(
      app,
      account.id,
      [
        {
          type: "account filled in",
          data: { fields, signedBy: filled.signedBy, attachments: attachments.map((one) => one.hash), signature },
        },
      ],
      { actor: "party", command },
    );
    for (const { hash } of attachments)
      app.db.prepare("INSERT OR IGNORE INTO upload (hash, person) VALUES (?, ?)").run(hash, asker.id);
    useUp(app, invitation);
    const document = documentFor(app, asker, account, fields, filled);
    const entered = enterDocument(app, asker, document, `${command}:enter`);
    // A supplier's form is complete and goes to whoever approves it; a customer's waits for its first limit to be proposed.
    if (!entered.ok || account.kind === "customer") return entered.ok ? numberOf(entered.value.number) : entered;
    const sent = commandDocument(
      app,
      asker,
      entered.value.id,
      { type: "submit", document: entered.value.document },
      `${command}:submit`,
    );
    return sent.ok ? numberOf(sent.value.number) : sent;
  });
}

/** Whether the policy that its account falls to has the other party sign by hand as well. */
export function signsByHand(app: App, { kind, askedBy }: Pick<Account, "kind" | "askedBy">): boolean {
  const asker = readReferenceData(app).directory.person(askedBy ?? "");
  const type = kind === "supplier" ? "supplier-account" : "credit-limit-change";
  return asker !== undefined && policyFor(app, type, asker)?.policy.partySigns === "drawn";
}

/** What the other party signed and when: the hash is of everything it filled in, and its drawn signature is bound to that. */
function partySignature(
  app: App,
  account: Account,
  fields: AccountFields,
  { signedBy, papers, drawn = [] }: FilledIn,
  byHand: boolean,
): Result<PartySignature> {
  const attachments = papers.map(({ attachment }) => attachment.hash);
  const hash = sha256Hex(canonical({ account: account.id, fields, attachments }, sealerOfLog(app.db).seal));
  const on = dayIn(app.clock.now(), readReferenceData(app).directory.organisation.timeZone);
  const image = byHand ? keepDrawn(app, "party", drawn, hash, "drawn") : null;
  if (image && !image.ok) return image;
  return { ok: true, value: { name: signedBy, on, hash, ...(image && { drawn: image.value }) } };
}

const numberOf = (number: string): Result<{ number: string }> => ({ ok: true, value: { number } });

/** Kinds of papers that the other party is asked for, by their keys: those that its account needs. */
export function papersAsked(app: App, { kind }: Pick<Account, "kind">): { key: string; name: string }[] {
  const { lists, timeZone } = readReferenceData(app).directory.organisation;
  const what = kind === "supplier" ? "newSupplier" : "firstLimit";
  return papersFor(lists, what, dayIn(app.clock.now(), timeZone)).map((key) => ({
    key,
    name: nameOfEntry(lists, "papers", key),
  }));
}

function missingOf(app: App, account: Account, filled: FilledIn) {
  const need = account.kind === "supplier" ? REQUIRED_OF_SUPPLIER.filter((field) => field !== "name") : ["address"];
  const labels: Record<string, string> = SUPPLIER_FIELDS;
  return [
    ...need.flatMap((field) =>
      String(filled[field as keyof FilledIn] ?? "").trim()
        ? []
        : [refuse("field of an account missing", { label: labels[field]! }, field)],
    ),
    ...[faultOfTyped(filled.bankAccount)].flatMap((fault) =>
      fault ? [refuse("bank account wrong", { fault }, "bankAccount")] : [],
    ),
    ...(account.kind === "supplier" ? papersAsked(app, account) : []).flatMap(({ key, name }) =>
      filled.papers.some((paper) => paper.name === key)
        ? []
        : [refuse("paper of an account missing", { name }, "papers")],
    ),
    ...(filled.signedBy.trim() ? [] : [refuse("sign with your name", null, "signedBy")]),
  ];
}

function documentFor(
  app: App,
  asker: Person,
  account: Account,
  fields: AccountFields,
  { signedBy, papers }: FilledIn,
): AnyDocument {
  const date = dayIn(app.clock.now(), readReferenceData(app).directory.organisation.timeZone);
  const asked = papersAsked(app, account);
  const basics = {
    title: "",
    requester: asker.id,
    onBehalfOf: null,
    unit: asker.unit,
    currency: account.currency,
    date,
    note: `Filled in and signed by ${signedBy} through an invitation.`,
    attachments: papers.map(({ attachment, name }) => ({
      ...attachment,
      name: `${asked.find(({ key }) => key === name)?.name ?? name}: ${attachment.name}`,
    })),
  };
  if (account.kind === "supplier")
    return {
      documentType: "supplier-account",
      ...basics,
      supplier: account.id,
      supplierName: account.name,
      opening: true,
      filledInBy: signedBy,
      changes: (["name", "taxNumber", "address", "email", "bankAccount"] as const).flatMap((field) =>
        fields[field] ? [{ field, before: null, after: fields[field] }] : [],
      ),
      papers: papers.flatMap(({ name, attachment }) =>
        asked.some(({ key }) => key === name) ? [{ name, hash: attachment.hash }] : [],
      ),
    };
  return {
    documentType: "credit-limit-change",
    ...basics,
    customer: account.id,
    customerName: account.name,
    first: true,
    origin: "by hand",
    stoppedOrder: null,
    changes: [
      { field: "invoiceAddress", before: null, after: fields.address ?? "" },
      ...(["bankAccount", "email"] as const).flatMap((field) =>
        fields[field] ? [{ field, before: null, after: fields[field] }] : [],
      ),
    ],
    papers: papers.flatMap(({ name, attachment }) =>
      asked.some(({ key }) => key === name) ? [{ name, hash: attachment.hash }] : [],
    ),
  };
}

/** A new value of a customer's field as it was typed; amounts are money. */
export type FieldEdit = { field: CustomerField; after: AccountFields[keyof AccountFields] & (string | object | null) };

/**
 * An edit of fields of customers. What the organisation controls does not change yet: it becomes a document that must be approved, so that the change itself starts the
 * approval and nobody has to remember it. Everything else changes at once, where whoever asks for it may do that.
 * @returns the numbers of the documents, and how many fields were changed at once
 */
export function proposeChange(
  app: App,
  actor: Person,
  {
    customers,
    changes,
    note,
    origin,
    stoppedOrder = null,
    submit,
  }: {
    customers: string[];
    changes: { field: CustomerField; after: AccountFields[keyof AccountFields] }[];
    note: string;
    origin: "by hand" | "edit" | "import" | "stopped order";
    stoppedOrder?: string | null;
    submit: boolean;
  },
  command: string,
): Result<{ numbers: string[]; changed: number }> {
  const refusal = authorise(actor, "documents.enter");
  if (refusal) return { ok: false, refusals: [refusal] };
  return allOrNothing(app, () => {
    const numbers: string[] = [];
    let changed = 0;
    for (const [index, customer] of customers.entries()) {
      const account = readAccount(app.db, customer);
      if (account?.kind !== "customer") return refused("no customer of the id", { customer }, "customers");
      const differ = differing(
        account,
        changes.map(({ field, after = null }) => ({ field, after })),
      );
      // Whatever it says now: that a value is the same would be an answer too.
      const hidden = whyNotChangeFields(app, actor, changes);
      if (hidden) return refusedFor(hidden);
      if (differ.length === 0) return refused("customer has these values", { customer: account.name }, "customers");
      // What nobody controls counts at once for whoever may change it so; for others it is approved with the rest.
      const atOnce = account.status !== "asked for" && !authorise(actor, "accounts.change");
      const { controlled, free } = atOnce ? sorted(app, "customer", differ) : { controlled: differ, free: [] };
      const byImport = origin === "import";
      changeAtOnce(
        app,
        account,
        free,
        { code: "not controlled", values: { byImport } },
        { actor: actor.id, command: `${command}:${index}:f` },
      );
      changed += free.length;
      if (controlled.length === 0) continue;
      const document = limitChange(app, account, actor, {
        note,
        origin,
        stoppedOrder,
        changes: controlled.map(({ field, before, after }) => ({
          field: field as CustomerField,
          before,
          after: after ?? (isAmountField(field) || isOwnKey(field) ? null : ""),
        })),
      });
      const entered = enterDocument(app, actor, document, `${command}:${index}`);
      if (!entered.ok) return entered;
      numbers.push(entered.value.number);
      if (!submit) continue;
      const { id } = entered.value;
      const sent = commandDocument(
        app,
        actor,
        id,
        { type: "submit", document: entered.value.document },
        `${command}:${index}:s`,
        true,
      );
      if (!sent.ok) return sent;
    }
    return { ok: true, value: { numbers, changed } };
  });
}

/** Fields of an account as somebody sees them who has opened nothing: of a bank account its end, where they need not know it, and nothing of what is hidden from some. */
export function visibleFields(app: App, actor: Person, { fields }: Pick<Account, "fields">): AccountFields {
  const seen = withHidden(fields, hiddenNow(app));
  const { bankAccount } = seen;
  return bankAccount ? { ...seen, bankAccount: visible(actor, "bankAccount", bankAccount) } : seen;
}

/** The same of what was changed of one. */
export function visibleChanges(app: App, actor: Person, changes: readonly Changed[]): Changed[] {
  return withHidden(changes, hiddenNow(app)).map(({ field, before, after }) => ({
    field,
    before: visible(actor, field, before),
    after: visible(actor, field, after),
  }));
}

const hiddenNow = (app: App) => hiddenKeys(readReferenceData(app).directory.organisation.fields);

function visible(actor: Person, field: string, value: AccountValue): AccountValue {
  const hidden = field === "bankAccount" && typeof value === "string" && value !== "";
  return hidden && authorise(actor, "accounts.private") ? maskAccount(value) : value;
}
