import { z } from "zod";
import { isOwnKey, type AccountKind, type OwnField } from "../own-fields";

/** Fields of a customer, with how each is called. */
export const CUSTOMER_FIELDS = {
  limit: "Credit limit",
  paymentTerms: "Payment terms",
  insuredAmount: "Insured amount",
  bankAccount: "Bank account",
  invoiceAddress: "Invoice address",
  email: "E-mail",
  phone: "Phone number",
} as const;

/** Fields of a supplier, with how each is called. */
export const SUPPLIER_FIELDS = {
  name: "Name",
  taxNumber: "Tax number",
  address: "Address",
  email: "E-mail",
  bankAccount: "Bank account",
  paymentTerms: "Payment terms",
  limit: "Own invoice limit",
} as const;

/** The key of a field of the organisation's own. */
export type OwnKey = `own_${string}`;
/** A field of the program's on accounts of a kind, or one of the organisation's own. */
export type CustomerField = keyof typeof CUSTOMER_FIELDS | OwnKey;
export type SupplierField = keyof typeof SUPPLIER_FIELDS | OwnKey;

/** The fields that the program has on accounts of a kind, with how each is called. */
export const FIELDS_OF_ACCOUNTS: Readonly<Record<AccountKind, Readonly<Record<string, string>>>> = {
  supplier: SUPPLIER_FIELDS,
  customer: CUSTOMER_FIELDS,
};

/** What a field of an account is called; of one of the organisation's own its key, which is said where it is spoken of. */
export function accountLabel(kind: AccountKind, field: string): string {
  return FIELDS_OF_ACCOUNTS[kind][field] ?? field;
}

const AMOUNTS: readonly string[] = ["limit", "insuredAmount"];

/** Whether a field of the program's on accounts holds an amount. */
export function isAmountField(field: string): boolean {
  return AMOUNTS.includes(field);
}

/** Keys of a table, as a choice between them takes them. */
export function keysOf<T extends string>(fields: Record<T, string>): [T, ...T[]] {
  return Object.keys(fields) as [T, ...T[]];
}
const some = <T extends string>(fields: Record<T, string>) =>
  z
    .array(z.enum(keysOf(fields)))
    .max(keysOf(fields).length)
    .default(() => [...keysOf(fields)]);

/** Which fields of accounts are controlled: a change of one is approved before it counts, and a change of any other counts at once. All of them, where nobody has said otherwise. */
export const ControlledSchema = z
  .strictObject({ customer: some(CUSTOMER_FIELDS), supplier: some(SUPPLIER_FIELDS) })
  .prefault({});
export type Controlled = z.infer<typeof ControlledSchema>;

/**
 * Whether a change of a field has to be approved before it counts.
 * @param fields of the organisation's own; one that is not among them is controlled
 */
export function isControlled(
  controlled: Controlled,
  fields: readonly OwnField[],
  kind: AccountKind,
  field: string,
): boolean {
  if (isOwnKey(field)) return fields.find(({ key }) => key === field)?.atOnce !== true;
  return (controlled[kind] as readonly string[]).includes(field);
}
