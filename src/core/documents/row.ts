import type { Money } from "../money";

/** How far a document is, from its draft to its end. */
export type DocumentStatus = "draft" | "waiting" | "sent back" | "approved" | "declined" | "withdrawn" | "lapsed";

/** A document as a line of a list. */
export type DocumentRow = {
  id: string;
  number: string;
  typeName: string;
  status: DocumentStatus;
  held: boolean;
  /** Approved in part by lapse of time. */
  lapsed: boolean;
  title: string;
  party: string;
  requester: string;
  requesterName: string;
  unitName: string;
  /** What stands for it: the net total of an order, the gross of an invoice, the new limit. */
  amount: Money;
  net: Money;
  gross: Money;
  policy: string | null;
  policyVersion: number | null;
  band: number | null;
  revision: number;
  submittedAt: string | null;
  closedAt: string | null;
  updatedAt: string;
};
