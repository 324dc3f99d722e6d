import type { AccountValue } from "../documents";
import type { Money } from "../money";
import type { Coded } from "../reason";
import type { LevelReason } from "../routing";

/** Why a level was passed over after the route was made. */
export type PassedOverReason =
  | LevelReason
  | Coded<{
      "no part in what is left": null;
      "another was chosen": { by: string; chosen: string };
    }>;

/** Why a document counts as approved; ids of levels. */
export type ApprovedReason = Coded<{
  "no approval needed": null;
  "every level approved": null;
  "within the requester’s own limit": null;
  "by lapse of time": { levels: string[] };
}>;

/** What becomes of a level that is overdue and is not passed on; ids of people. */
export type OverdueReason = Coded<{
  "goes on waiting": null;
  "declined by the policy": null;
  "nobody left to ask": null;
  "cannot decide": { people: string[] };
  "nobody above": null;
}>;

/** A value of an account as it is set. */
export type SetValue = AccountValue;

/** What came of a step after the approval, or what went wrong; `said` is what a person wrote. Parties and accounts by name, people by id. */
export type StepResult = Coded<{
  "nothing was held": null;
  "holds released": { count: number };
  sent: { to: string; copyTo: string };
  "posted for a party": { amount: Money; party: string };
  "posted for a person": { amount: Money; person: string };
  "order booked": { amount: Money };
  "to be paid": { by: string | null };
  "requester knows": null;
  "person told": { person: string };
  "address told": { to: string };
  "changes applied": {
    account: string;
    changes: { field: string; after: SetValue }[];
    opened: boolean;
    /** Whether the party could be told of the opening. */
    told: boolean;
    freed: string[];
    customer: "told" | "no address" | "nothing";
  };
  "address answered": { address: string; status: number };
  "no account": { party: string };
  "account blocked": { party: string };
  "account not approved": { party: string };
  "no order to send": null;
  "no e-mail": { party: string };
  "not posted yet": null;
  "nobody by that name": { note: string };
  "changes no account": null;
  "unknown account": { account: string };
  "changed meanwhile": { account: string; field: string; before: SetValue; now: SetValue };
  "no such address": { note: string };
  "address barred": { address: string; why: WayReason };
  "address refused": { address: string; status: number };
  "address not reached": { address: string; cause: string };
  "outside the books": null;
  "nothing to post": null;
  said: { said: string };
}>;

/** What a step after the approval did, or why it could not. */
export type StepDone = { ok: boolean; result: StepResult };

/** Why an address outside is not called. */
export type WayReason = Coded<{
  "no network address": { host: string };
  "leads inside": { host: string; to: string };
}>;
