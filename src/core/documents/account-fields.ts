import { z } from "zod";

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
export type CustomerField = keyof typeof CUSTOMER_FIELDS;

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
export type SupplierField = keyof typeof SUPPLIER_FIELDS;

const AMOUNTS: readonly string[] = ["limit", "insuredAmount"] satisfies (CustomerField | SupplierField)[];

/** Whether a field of an account holds an amount. */
export function isAmountField(field: string): boolean {
  return AMOUNTS.includes(field);
}

const keysOf = <T extends string>(fields: Record<T, string>) => Object.keys(fields) as [T, ...T[]];
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

/** Whether a change of a field has to be approved before it counts. */
export function isControlled(controlled: Controlled, kind: keyof Controlled, field: string): boolean {
  return (controlled[kind] as readonly string[]).includes(field);
}
