import type { AnyDocument } from "../documents";
import type { PolicyVersion } from "../policy";
import type { HoldCode, Route, RoutedLevel, RoutingContext } from "../routing";

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
  /** Who is asked, fixed when the level opens; empty before. Others may act in their names. */
  pool: string[];
  /** Asked one after the other, in the order of the pool. */
  inTurn?: true;
  decisions: Decision[];
  openedAt: string | null;
  closedAt: string | null;
};

/** Something that stands in the way of a document, beside its status. */
export type Hold = {
  code: HoldCode;
  reason: string;
  blocks: string[];
  level: string | null;
  placedAt: string;
  releasedAt: string | null;
};

export type DocumentState = {
  id: string;
  number: string;
  status: DocumentStatus;
  revision: number;
  document: AnyDocument;
  route: Route | null;
  levels: LevelState[];
  holds: Hold[];
  createdAt: string;
  submittedAt: string | null;
  closedAt: string | null;
};

type Say = {
  level: string;
  by: string;
  inNameOf: string | null;
  comment: string;
  revision: number;
  policyVersion: number;
};

/** What happened to a document. Times and actors are on the envelope that the log puts around each. */
export type DocumentEvent =
  | { type: "drafted"; data: { id: string; number: string; document: AnyDocument } }
  | { type: "draft saved"; data: { document: AnyDocument } }
  | { type: "submitted"; data: { revision: number; document: AnyDocument; route: Route } }
  | { type: "rerouted"; data: { route: Route; reason: string; approvalsVoided: number } }
  | { type: "hold placed"; data: { code: HoldCode; reason: string; blocks: string[]; level: string | null } }
  | { type: "hold released"; data: { code: HoldCode; level: string | null; because: string } }
  | { type: "level opened"; data: { level: string; needed: number; pool: string[] } }
  | { type: "approval given"; data: Say }
  | { type: "approval refused"; data: Say }
  | { type: "level approved"; data: { level: string } }
  | { type: "level declined"; data: { level: string } }
  | { type: "sent back"; data: Say }
  | { type: "approved"; data: { because: string } }
  | { type: "declined"; data: { level: string } }
  | { type: "withdrawn"; data: { comment: string } };

export type DocumentCommand =
  | { type: "draft"; id: string; number: string; document: AnyDocument }
  | { type: "save draft"; document: AnyDocument }
  | { type: "submit"; document: AnyDocument }
  | { type: "approve" | "decline" | "send back"; level: string; revision: number; comment: string }
  | { type: "withdraw"; comment: string }
  | { type: "reroute"; reason: string };

/** Everything `decide` may look at besides state and command. */
export type DecideContext = {
  actor: string;
  /** ISO date-time in UTC. */
  at: string;
  routing: Omit<RoutingContext, "at">;
  /** The version a document started with, which stays with it. */
  versionOf(policy: string, version: number): PolicyVersion | undefined;
};

/** An event as it is shown: who and when from its envelope, and what happened. */
export type ToldEvent = { seq: number; at: string; actor: string; actorName: string; hash: string } & DocumentEvent;

/** A document with everything said and done about it and the policy version it went under. */
export type DocumentView = { state: DocumentState; thread: ToldEvent[]; version: PolicyVersion | null };
