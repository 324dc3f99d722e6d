import type { AnyDocument, DocumentContext, DocumentStatus, RefusedPart, SuppliedPaper } from "../documents";
import type { Listed } from "../lists";
import type { Money, Rate } from "../money";
import type { FilledValues } from "../own-fields";
import type { Directory } from "../people";
import type { Block, Cause, Hold, PlacedHold, ReleasedHow } from "../holds";
import type { Level, Policy, PolicyVersion } from "../policy";
import type { Measured, Route, RoutedLevel, RoutingContext } from "../routing";
import type { ApprovedReason, OverdueReason, PassedOverReason, StepResult } from "./reasons";
import type { Gap } from "./gap";
import type { LevelTimes, Timer } from "./time";

export type LevelStatus = "not yet" | "open" | "approved" | "declined" | "passed over" | "told" | "lapsed";

/** By which way somebody spoke: on a page after signing in, through the link of a mail, or over the API. */
export type Channel = "page" | "mail";

/** How somebody proved to be it; “demonstration” is its word, and “foretold” what is carried out on paper alone. */
export type SignatureMethod = "password" | "one-time code" | "demonstration" | "foretold";

/**
 * What somebody typed and proved when they signed: their name, how they proved to be it, and the hash of what they signed for; and where they drew their
 * signature, the SHA-256 of its image, which names the same hash.
 */
export type Signature = { name: string; method: SignatureMethod; documentHash: string; drawn?: string };

/**
 * What an approval was given for, and what alone it covers. The hash stands for all that the document said then.
 */
export type Basis = {
  revision: number;
  /** The hash of that revision's document, as the event that sent it in has it. */
  document: string;
  section: string;
  /** What was left of it came to, in the policy's currency, and at which rate. */
  amount: Money;
  rate: Rate | null;
  refused: RefusedPart[];
  requester: string;
  onBehalfOf: string | null;
  unit: string;
  party: string;
  currency: string;
  date: string;
  /** What deciders had filled in by then, with what was filled in with this approval; absent where nothing was. */
  filled?: FilledValues;
};

/** One person's say at a level. An approval names the revision and the policy version it was given for. */
export type Decision = {
  level: string;
  outcome: "approve" | "decline" | "sendBack";
  by: string;
  inNameOf: string | null;
  comment: string;
  /** The reason chosen from a list of the organisation's, beside the comment. */
  listed?: Listed;
  revision: number;
  policyVersion: number;
  /** What an approval was given for; absent for other says. */
  basis?: Basis;
  /** What of the document was not approved; absent where all of it was. */
  refused?: RefusedPart[];
  /** Items of a task's checklist that were ticked. */
  ticked?: string[];
  /** Fields that the level asks for, as they were filled in with this approval; absent where none was. */
  filled?: FilledValues;
  /** The level's own word for this outcome. */
  word?: string;
  signature?: Signature;
  /** Absent for a page. */
  via?: Channel;
  /** Decided with others at once: the mark they share, and how many they were. */
  together?: { batch: string; count: number };
  /** The level chosen to come next, where the decider chooses. */
  next?: string;
  /** Not spoken here: the approval of that level counts for this one too. */
  countedFrom?: string;
  at: string;
};

/** A question to somebody about a document. The time of a level runs on meanwhile. */
export type Question = {
  question: number;
  by: string;
  to: string;
  text: string;
  at: string;
  answer: { text: string; at: string } | null;
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
  /** Only as many are asked at a time as are still needed; the next of them when these are late. */
  byTurns?: true;
  /** Of the pool, those who came to be asked otherwise than by the level's rule: by handing over, or by the time that ran out. */
  moved?: { seat: string; how: "handed over" | "passed on" }[];
  /** What the lapse of time counted for. */
  lapsedFor?: Basis;
  /** When an answer is due, ISO in UTC, and what is planned to happen by itself. */
  due?: string;
  timers?: Timer[];
  /** Who was reminded of it without being asked. */
  heard?: readonly string[];
  /** When it was found to be late. */
  overdueAt?: string;
  decisions: Decision[];
  openedAt: string | null;
  closedAt: string | null;
  /** Why it is passed over, where that was told after the route was made. */
  because?: PassedOverReason;
  /** Passed over since whoever decided at that level chose another to come next. */
  notChosenAt?: string;
  /** Passed over, and that counts as an approval: the requester's own limit covers it and the policy says so. */
  counts?: true;
  /** Asked for by a decider of another level, to approve before that one. */
  added?: { by: string; before: string; person: string };
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
  /** What came of it, or what went wrong last; null before it was tried. */
  result: StepResult | null;
  at: string | null;
};

/** That the bank was told to pay it: by which run, for which day, how much, to whom and, hidden but for its end, to which account. */
export type Paid = { run: string; day: string; amount: Money; to: string; account: string };

export type DocumentState = {
  id: string;
  number: string;
  status: DocumentStatus;
  revision: number;
  document: AnyDocument;
  /** As it was last sent in, where its correction is kept as a draft since. */
  sentAs?: AnyDocument;
  /** Of the revision that was last sent in, as its event has it. */
  hash?: string;
  /** What was known around it when it was last looked at. */
  around?: DocumentContext;
  /** What was known around it when it was last routed, where that is not `around`. */
  routedWith?: DocumentContext;
  /** Earlier revisions for which something that stands was decided. */
  revisions?: { revision: number; document: AnyDocument }[];
  route: Route | null;
  levels: LevelState[];
  holds: Hold[];
  /** What was refused of it in deciding. */
  refused?: RefusedPart[];
  /** Steps after the approval, in order. */
  steps?: Step[];
  questions?: Question[];
  /** Papers that came after it was sent. */
  supplied?: (SuppliedPaper & { by: string; at: string })[];
  paid?: Paid & { at: string };
  /** When its requester last reminded those who are asked. */
  remindedAt?: string;
  createdAt: string;
  submittedAt: string | null;
  closedAt: string | null;
};

type Say = Omit<Decision, "outcome" | "at" | "countedFrom">;

/** How a level that the finished document asks for is satisfied. */
export type CoveredHow = "approved" | "lapsed" | "verified" | "own limit" | "passed over" | "not chosen";

/**
 * The closing proof: what is approved, and level by level whose approval covers it. Made before a document is approved, by routing the finished document
 * once more.
 */
export type ClosingProof = {
  /** Of what is approved, with all that was refused taken out. */
  basis: Basis;
  band: number;
  levels: {
    level: string;
    how: CoveredHow;
    needed: number;
    approvals: { by: string; inNameOf: string | null; revision: number; at: string }[];
  }[];
};

/** What an edit of a document in approval does to the approvals it has. */
export type EditEffect = {
  effect: "carry on" | "from the level" | "start again";
  /** Keys of the fields that changed; empty where text or papers alone did. */
  changed: string[];
  /** Approvals that no longer count. */
  voided: { level: string; by: string }[];
  /** The same as data: what each approval, or what is being looked at now, does not cover. */
  gaps: Gap[];
  /** What somebody asked for besides the policy and that does not survive: an approver who was added, a level that was chosen. */
  dropped: { level: string; what: "added" | "chosen" }[];
};

/** A timer that has fired: which of the level, and the moment it was planned for. */
type Fired = { level: string; timer: number; planned: string };

/** What happened to a document. Times and actors are on the envelope that the log puts around each. */
export type DocumentEvent =
  | { type: "drafted"; data: { id: string; number: string; document: AnyDocument } }
  | { type: "draft saved"; data: { document: AnyDocument } }
  | {
      type: "submitted";
      data: {
        revision: number;
        document: AnyDocument;
        /** SHA-256 (FIPS 180-4) of the canonical JSON of the document, names sealed as the log has them. */
        hash: string;
        route: Route;
        around?: DocumentContext;
        /** What was refused before and stays refused. */
        refused?: RefusedPart[];
        askedAgain?: string[];
      };
    }
  | {
      type: "rerouted";
      data: { route: Route; because: Cause; approvalsVoided: number; around?: DocumentContext };
    }
  | {
      type: "revised";
      data: {
        revision: number;
        document: AnyDocument;
        hash: string;
        route: Route;
        around?: DocumentContext;
      } & EditEffect & {
          /** Levels that begin again. */
          again: string[];
          /** Levels that ask anew whom to ask, and keep what was decided. */
          anew?: string[];
          /** What was refused before and stays refused. */
          refused?: RefusedPart[];
          /** Refused parts that are asked for again. */
          askedAgain?: string[];
        };
    }
  /** The closing proof failed: what does not cover the finished document opens again. */
  | { type: "reopened"; data: { route: Route; again: string[]; gaps: Gap[] } }
  | { type: "looked again"; data: { around: DocumentContext; because: Cause } }
  | { type: "hold placed"; data: PlacedHold & { id: string; by: string } }
  | {
      type: "hold released";
      data: { id: string; code: string; how: ReleasedHow; by: string | null; because: Cause };
    }
  | { type: "level opened"; data: { level: string; needed: number; pool: string[]; byTurns?: true } & LevelTimes }
  /** At a level that asks one after the other, the next of them has their own time. */
  | { type: "next asked"; data: { level: string; asked: string[] } & LevelTimes }
  | { type: "reminded"; data: Fired & { to: string[]; asked: string[]; late: boolean } }
  | { type: "level overdue"; data: Fired & { effect: Level["overdue"]; asked: string[]; why: OverdueReason } }
  | {
      type: "level passed on";
      data: Fired & { effect: Level["overdue"]; from: string[]; pool: string[]; needed: number } & LevelTimes;
    }
  | { type: "level lapsed"; data: Fired & { asked: string[]; basis: Basis } }
  | {
      type: "level passed over";
      data: { level: string; because: PassedOverReason; notChosenAt?: string; counts?: true };
    }
  | { type: "approval counted"; data: Omit<Say, "comment"> & { countedFrom: string } }
  | {
      type: "handed over";
      data: { level: string; from: string; to: string; by: string; comment: string; pool: string[] };
    }
  | {
      type: "approver added";
      data: { level: string; name: string; before: string; person: string; by: string; comment: string };
    }
  /** Sent back to an earlier level: it and those after it begin again. */
  | { type: "returned"; data: Say & { to: string; again: string[] } }
  | { type: "asked"; data: { question: number; by: string; to: string; text: string } }
  | { type: "answered"; data: { question: number; by: string; text: string } }
  | { type: "reminded by requester"; data: { by: string; to: string[]; text: string } }
  | { type: "check passed"; data: { level: string } }
  | { type: "approval given"; data: Say }
  | { type: "approval refused"; data: Say }
  | { type: "reduced"; data: { refused: RefusedPart[]; measured: Measured; section: string; band: Route["band"] } }
  | { type: "level approved"; data: { level: string } }
  | { type: "level declined"; data: { level: string } }
  | { type: "sent back"; data: Say }
  | { type: "approved"; data: { because: ApprovedReason; proof: ClosingProof } }
  | { type: "declined"; data: { level: string } }
  | { type: "withdrawn"; data: { comment: string } }
  | { type: "steps begun"; data: { steps: { kind: Step["kind"]; note: string }[] } }
  | { type: "step done"; data: { step: number; result: StepResult } }
  | { type: "step failed"; data: { step: number; result: StepResult; nextAt: string | null } }
  | { type: "step retried"; data: { step: number; reason: string } }
  | { type: "step skipped"; data: { step: number; reason: string } }
  | { type: "paper supplied"; data: SuppliedPaper & { by: string } }
  | { type: "paid"; data: Paid };

export type DocumentCommand =
  | { type: "draft"; id: string; number: string; document: AnyDocument }
  | { type: "save draft"; document: AnyDocument }
  /** `askAgain` names refused parts that are asked for again. */
  | { type: "submit"; document: AnyDocument; askAgain?: string[] | undefined }
  | { type: "revise"; document: AnyDocument; revision: number; askAgain?: string[] | undefined }
  | {
      type: "approve" | "decline" | "send back";
      level: string;
      revision: number;
      comment: string;
      /** Key of a reason in the list that there is for it. */
      listed?: string | undefined;
      refused?: RefusedPart[] | undefined;
      ticked?: string[] | undefined;
      /** Fields that the level asks for, with an approval. */
      filled?: FilledValues | undefined;
      signature?: Signature | undefined;
      /** Of several later levels, the one that comes next. */
      next?: string | undefined;
      /** Send back to this earlier level, and not to the requester. */
      to?: string | undefined;
      via?: Channel | undefined;
      together?: { batch: string; count: number } | undefined;
    }
  | { type: "hand over" | "add approver"; level: string; revision: number; to: string; comment: string }
  | { type: "ask"; to: string; text: string }
  | { type: "answer"; question: number; text: string }
  | { type: "remind"; text: string }
  | { type: "withdraw"; comment: string }
  | ({ type: "supply paper" } & SuppliedPaper)
  | { type: "reroute"; reason: string }
  | { type: "place hold"; reason: string; listed?: string | undefined; blocks: Block[] }
  | { type: "release hold"; hold: string; reason: string; listed?: string | undefined }
  /** By the system, when something around the document has changed. */
  | { type: "look again"; because: Cause }
  | { type: "release by step" }
  /** By the system, when the moment of a timer has come. */
  | { type: "fire timer"; level: string; timer: number; planned: string }
  | { type: "finish step"; step: number; result: StepResult }
  | { type: "note payment"; paid: Paid }
  | { type: "fail step"; step: number; result: StepResult; nextAt: string | null }
  | { type: "retry step" | "skip step"; step: number; reason: string };

/** Everything `decide` may look at besides state and command. */
export type DecideContext = {
  actor: string;
  /** ISO date-time in UTC. */
  at: string;
  /** What is known around the document now, its rates (of today and of the day its chain began), people and policies. */
  routing: Omit<RoutingContext, "at">;
  /** People as they were at an earlier moment, ISO in UTC. */
  directoryAt(at: string): Directory;
  /** The actor is signed in and acts themselves, not through an import or a token. */
  inPerson?: boolean;
  /** Carried out on paper alone, to tell what would come of it: what is still to be filled in is left open. */
  onPaper?: boolean;
  /** The version a document started with, which stays with it. */
  versionOf(policy: string, version: number): PolicyVersion | undefined;
  /** Puts tokens for those a text names, as the log has it; absent where nobody is sealed. */
  seal?: (text: string) => string;
};

/** An event as it is shown: who and when from its envelope, and what happened. */
export type ToldEvent = { seq: number; at: string; actor: string; actorName: string; hash: string } & DocumentEvent;

/** A document with everything said and done about it and the policy version it went under. */
export type DocumentView = { state: DocumentState; thread: ToldEvent[]; version: PolicyVersion | null };
