import type { AnyDocument, Around, RefusedPart } from "../documents";
import type { Block, Hold, PlacedHold, ReleasedHow } from "../holds";
import type { Policy, PolicyVersion } from "../policy";
import type { Measured, Route, RoutedLevel, RoutingContext } from "../routing";

export type DocumentStatus = "draft" | "waiting" | "sent back" | "approved" | "declined" | "withdrawn" | "lapsed";
export type LevelStatus = "not yet" | "open" | "approved" | "declined" | "passed over" | "told" | "lapsed";

/** One person's say at a level. An approval names the revision and the policy version it was given for. */
export type Decision = {
  level: string;
  outcome: "approve" | "decline" | "sendBack";
  by: string;
  inNameOf: string | null;
  comment: string;
  revision: number;
  policyVersion: number;
  /** What of the document was not approved; absent where all of it was. */
  refused?: RefusedPart[];
  /** Items of a task's checklist that were ticked. */
  ticked?: string[];
  at: string;
};

export type LevelState = {
  level: string;
  name: string;
  stage: number;
  status: LevelStatus;
  needed: number;
  refusal: RoutedLevel["refusal"];
  commentOn: RoutedLevel["commentOn"];
  kind?: "task" | "check";
  checklist?: readonly string[];
  /** Who is asked, fixed when the level opens; empty before. Others may act in their names. */
  pool: string[];
  /** Asked one after the other, in the order of the pool. */
  inTurn?: true;
  decisions: Decision[];
  openedAt: string | null;
  closedAt: string | null;
  /** Why it is passed over, where that was told after the route was made. */
  because?: string;
};

/** One step after the approval: carried out in order, tried again, retried or skipped by hand, never done twice. */
export type Step = {
  step: number;
  kind: Policy["afterApproval"][number]["kind"];
  note: string;
  status: "waiting" | "failed" | "done" | "skipped";
  attempts: number;
  /** When it is tried next, ISO in UTC; null when it waits for somebody. */
  nextAt: string | null;
  /** What came of it, or what went wrong last. */
  result: string;
  at: string | null;
};

export type DocumentState = {
  id: string;
  number: string;
  status: DocumentStatus;
  revision: number;
  document: AnyDocument;
  /** What was known around it when it was last looked at. */
  around?: Around;
  route: Route | null;
  levels: LevelState[];
  holds: Hold[];
  /** What was refused of it in deciding. */
  refused?: RefusedPart[];
  /** Steps after the approval, in order. */
  steps?: Step[];
  createdAt: string;
  submittedAt: string | null;
  closedAt: string | null;
};

type Say = Pick<
  Decision,
  "level" | "by" | "inNameOf" | "comment" | "revision" | "policyVersion" | "refused" | "ticked"
>;

/** What an edit of a document in approval does to the approvals it has. */
export type EditEffect = {
  effect: "carry on" | "from the level" | "start again";
  /** Why: the material fields that changed, and how the amount moved. */
  why: string;
  /** Approvals that no longer count. */
  voided: { level: string; by: string }[];
};

/** What happened to a document. Times and actors are on the envelope that the log puts around each. */
export type DocumentEvent =
  | { type: "drafted"; data: { id: string; number: string; document: AnyDocument } }
  | { type: "draft saved"; data: { document: AnyDocument } }
  | { type: "submitted"; data: { revision: number; document: AnyDocument; route: Route; around?: Around } }
  | { type: "rerouted"; data: { route: Route; reason: string; approvalsVoided: number; around?: Around } }
  | {
      type: "revised";
      data: { revision: number; document: AnyDocument; route: Route; around?: Around } & EditEffect & {
          /** Levels that begin again. */
          again: string[];
        };
    }
  | { type: "looked again"; data: { around: Around; because: string } }
  | { type: "hold placed"; data: PlacedHold & { id: string; by: string } }
  | {
      type: "hold released";
      data: { id: string; code: string; how: ReleasedHow; by: string | null; because: string };
    }
  | { type: "level opened"; data: { level: string; needed: number; pool: string[] } }
  | { type: "level passed over"; data: { level: string; because: string } }
  | { type: "check passed"; data: { level: string; found: string } }
  | { type: "approval given"; data: Say }
  | { type: "approval refused"; data: Say }
  | { type: "reduced"; data: { refused: RefusedPart[]; measured: Measured; band: Route["band"] } }
  | { type: "level approved"; data: { level: string } }
  | { type: "level declined"; data: { level: string } }
  | { type: "sent back"; data: Say }
  | { type: "approved"; data: { because: string } }
  | { type: "declined"; data: { level: string } }
  | { type: "withdrawn"; data: { comment: string } }
  | { type: "steps begun"; data: { steps: { kind: Step["kind"]; note: string }[] } }
  | { type: "step done"; data: { step: number; result: string } }
  | { type: "step failed"; data: { step: number; error: string; nextAt: string | null } }
  | { type: "step retried"; data: { step: number; reason: string } }
  | { type: "step skipped"; data: { step: number; reason: string } };

export type DocumentCommand =
  | { type: "draft"; id: string; number: string; document: AnyDocument }
  | { type: "save draft"; document: AnyDocument }
  | { type: "submit"; document: AnyDocument }
  | { type: "revise"; document: AnyDocument; revision: number }
  | {
      type: "approve" | "decline" | "send back";
      level: string;
      revision: number;
      comment: string;
      refused?: RefusedPart[] | undefined;
      ticked?: string[] | undefined;
    }
  | { type: "withdraw"; comment: string }
  | { type: "reroute"; reason: string }
  | { type: "place hold"; reason: string; blocks: Block[] }
  | { type: "release hold"; hold: string; reason: string }
  /** By the system, when something around the document has changed. */
  | { type: "look again"; because: string }
  | { type: "release by step" }
  | { type: "finish step"; step: number; result: string }
  | { type: "fail step"; step: number; error: string; nextAt: string | null }
  | { type: "retry step" | "skip step"; step: number; reason: string };

/** Everything `decide` may look at besides state and command. */
export type DecideContext = {
  actor: string;
  /** ISO date-time in UTC. */
  at: string;
  /** What is known around the document now, its rates, people and policies. */
  routing: Omit<RoutingContext, "at">;
  /** The version a document started with, which stays with it. */
  versionOf(policy: string, version: number): PolicyVersion | undefined;
};

/** An event as it is shown: who and when from its envelope, and what happened. */
export type ToldEvent = { seq: number; at: string; actor: string; actorName: string; hash: string } & DocumentEvent;

/** A document with everything said and done about it and the policy version it went under. */
export type DocumentView = { state: DocumentState; thread: ToldEvent[]; version: PolicyVersion | null };
