import type { IntakeColumnKey } from "../intake";

/** What stands in each column of a table of documents, to whoever makes one. */
export const INTAKE_COLUMN_WORDS: Readonly<Record<IntakeColumnKey, string>> = {
  supplier: "Its name as its account has it",
  currency: "ISO 4217 code",
  date: "Of the order or invoice, as 2026-03-10 or in the organisation’s own order",
  description: "What the line is",
  quantity: "How many; 1 where it is empty",
  price: "Of one, without tax",
  tax: "Per cent; none where it is empty",
  costCentre: "Key or name from the list of cost centres",
  project: "Key or name from the list of projects",
  invoiceNumber: "As the supplier gave it; rows with the same supplier and number are one invoice",
  dueDate: "When it is to be paid",
  order: "Number of our order that it charges",
  orderLine: "Which line of that order, counted from 1",
  gross: "The total with tax that the invoice states",
  unit: "For which unit it is, by key or name",
  title: "What is ordered, in a few words",
  group: "Anything that is the same on rows of one order; a row without it is an order by itself",
  promised: "When it is to come",
  category: "Key or name from the list of categories of orders",
};
