import type { DocumentStatus } from "../approval";
import type { Money } from "../money";

/** A document as a line of a list. */
export type DocumentRow = {
  id: string;
  number: string;
  typeName: string;
  status: DocumentStatus;
  held: boolean;
  title: string;
  party: string;
  requester: string;
  requesterName: string;
  unitName: string;
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
