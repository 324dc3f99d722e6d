import { z } from "zod";
import { IdSchema } from "../../ids";
import { PercentSchema } from "../../money";
import { chargedTo } from "../picks";
import { MOST_MINOR, QuantitySchema, StatedSchema, basicFields, written } from "../parts";

export const InvoiceLineSchema = z.strictObject({
  description: written(200),
  ...chargedTo,
  quantity: QuantitySchema,
  unitPrice: z.int().min(0).max(MOST_MINOR).meta({ description: "Net price of one, in minor units" }),
  net: StatedSchema.meta({ description: "Net of the line as stated (BT-131)" }),
  taxPercent: PercentSchema.default("0"),
  exactly: z
    .strictObject({
      price: z.string().regex(/^\d{1,15}(\.\d{1,20})?$/, "must be a decimal number written as text"),
      per: z.string().regex(/^\d{1,15}(\.\d{1,20})?$/, "must be a decimal number written as text"),
      adjusted: StatedSchema,
    })
    .optional()
    .meta({
      description:
        "Where quantity and unit price do not come to the net: the price with all its digits (BT-146), for how many units it is (BT-149), and charges less allowances of the line in minor units",
    }),
  orderLine: z.int().min(1).max(200).nullable().default(null).meta({ description: "Line of the order it charges" }),
});
export type InvoiceLine = z.infer<typeof InvoiceLineSchema>;

const optional = StatedSchema.nullable().default(null);

/** Totals as they stand on the paper, by the business terms of EN 16931; null where it does not state one. */
export const StatedTotalsSchema = z.strictObject({
  lineTotal: optional.meta({ description: "Sum of line nets (BT-106)" }),
  allowances: StatedSchema.default(0).meta({ description: "BT-107" }),
  charges: StatedSchema.default(0).meta({ description: "BT-108" }),
  net: optional.meta({ description: "Total without tax (BT-109)" }),
  taxes: z
    .array(z.strictObject({ percent: PercentSchema, base: StatedSchema, tax: StatedSchema }))
    .max(20)
    .default([])
    .meta({ description: "Tax by rate (BG-23)" }),
  tax: optional.meta({ description: "Total tax (BT-110)" }),
  gross: optional.meta({ description: "Total with tax (BT-112)" }),
  prepaid: StatedSchema.default(0).meta({ description: "BT-113" }),
  rounding: StatedSchema.default(0).meta({ description: "BT-114" }),
  due: optional.meta({ description: "Amount due (BT-115)" }),
});

/** An invoice before its totals are looked at. */
export const SupplierInvoiceShape = z.strictObject({
  documentType: z.literal("supplier-invoice"),
  ...basicFields,
  supplier: written(120),
  invoiceNumber: written(60),
  orderNumber: z.string().max(20).nullable().default(null),
  dueDate: z.iso.date().nullable().default(null),
  discountDate: z.iso.date().nullable().default(null),
  discountPercent: PercentSchema.nullable().default(null),
  bankAccount: z.string().max(40).default("").meta({ description: "Account to be paid to, as stated" }),
  receiver: IdSchema.optional(),
  lines: z.array(InvoiceLineSchema).max(400),
  stated: StatedTotalsSchema.prefault({}),
});
export type SupplierInvoice = z.infer<typeof SupplierInvoiceShape>;
