import type { Explained, Facts } from "../conditions";
import type { DocumentContext, MeasureAsked, MeasureReason, UnmeasuredReason } from "../documents";
import type { Money, Rate, ToCurrency } from "../money";
import type { Candidate, Directory, Subject } from "../people";
import type { Level, PolicyVersion } from "../policy";
import type { BlockedReason, ConsideredReason, HeldReason, LevelReason } from "./reasons";

/** What routing needs besides the document. All of it is data; nothing is looked up elsewhere. */
export type RoutingContext = {
  /** Versions in force at `at`, one per policy, of any document type. */
  policies: readonly PolicyVersion[];
  directory: Directory;
  rates: readonly Rate[];
  /**
   * The day whose rates count, and on which the document was entered: of the moment at which its chain began, kept for the life of the chain. The day
   * of `at` where it is not given.
   */
  ratesOn?: string | undefined;
  /** The requester themselves, signed in, sends it: only then can their own limit count as an approval. */
  inPerson?: boolean | undefined;
  /** Levels that have decided, by their ids: what they did not fill in is left empty, and nobody waits for it. */
  decided?: readonly string[] | undefined;
  /** What is known around the document that is routed. */
  around?: DocumentContext;
  /** ISO date-time in UTC. */
  at: string;
};

export type PolicyConsidered = {
  policy: string;
  name: string;
  version: number;
  chosen: boolean;
  why: ConsideredReason;
};
export type SectionConsidered = {
  section: string;
  name: string;
  outcome: "fits" | "does not fit" | "cannot be told" | "not reached";
  explained?: Explained;
};

export type Measured = {
  /** Key of the measure among those of the type. */
  measure: string;
  amount: Money;
  how: MeasureReason;
  /** The amount the bands are compared with: in the policy's currency, without sign. */
  compared: Money;
  rate: Rate | null;
};

export type RoutedLevel = {
  level: string;
  name: string;
  stage: number;
  outcome: "required" | "told" | "passed over";
  why: LevelReason;
  quorum: Level["quorum"];
  refusal: Level["refusal"];
  commentOn: Level["commentOn"];
  instruction: string;
  /** What a level does other than approve; absent for a plain approval. */
  kind?: "task" | "check";
  checklist?: readonly string[];
  /** How many distinct eligible people must approve. */
  needed: number;
  candidates: Candidate[];
  /** Asked one after the other and not at once. */
  inTurn?: true;
  /** Passed over because it would be the requester's own approval, which the policy counts as given within their own limit. */
  counts?: true;
  /** Why the level's eligible people cannot reach its quorum. */
  blocked?: BlockedReason;
};

export type HoldCode =
  "no policy" | "two policies" | "no exchange rate" | "no eligible approver" | "no approving level" | "not measurable";
export type HoldReason = { code: HoldCode; why: HeldReason; level?: string };

/** The whole explanation of where a document goes, and why. */
export type Route = {
  at: string;
  /** The day whose rates count for as long as the chain lives, ISO date of the organisation. */
  ratesOn: string;
  /** The requester themselves sent it, signed in. */
  inPerson?: true;
  documentType: string;
  policies: PolicyConsidered[];
  policy: { id: string; name: string; version: number; hash: string } | null;
  measured: Measured | null;
  sections: SectionConsidered[];
  section: { id: string; name: string } | null;
  band: { index: number } | null;
  levels: RoutedLevel[];
  /** Nobody decides at two levels of it. */
  mustDiffer?: true;
  outcome: "chain" | "no approval needed" | "held";
  holds: HoldReason[];
};

/** What a document comes to by a measure, or why that cannot be told. */
export type Measurement = { amount: Money; how: MeasureReason } | { why: UnmeasuredReason };

/**
 * All that routing looks at of a document, whether it is one that is sent, or one of the past of which only this is known. Two that agree in all of it are routed alike.
 */
export type Routable = {
  documentType: string;
  /** Who entered it, for whom if it is for somebody else, and for which unit. */
  requester: string;
  onBehalfOf: string | null;
  unit: string;
  /** Keys of facts of which nothing is known, so that conditions on them cannot be told; none for a document that is sent. */
  unknown?: ReadonlySet<string>;
  toCurrency: ToCurrency;
  /** What conditions see. @param own keys of those fields of the organisation's own that are asked for */
  facts(own: readonly string[]): Facts;
  /** Null where the type has no such measure. */
  measured(kind: string, asked: Omit<MeasureAsked, "around" | "toCurrency">): Measurement | null;
  /** Whether anything is said in a field of the organisation's own, of the document or of any of its lines. */
  says(field: string): boolean;
  /** What of it decides who may approve it. @param amount see `ownAmount` */
  subject(amount: Money | null): Subject;
};
