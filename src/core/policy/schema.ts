import { z } from "zod";
import { ConditionSchema, MAX_DEPTH, depthOf } from "../conditions";
import { documentTypeKeys, typeWords, STEP_KINDS } from "../documents";
import { OwnKeySchema, isOwnKey } from "../own-fields";
import { policyOccasions, recipients } from "../messages";
import { CurrencySchema, MinorSchema } from "../money";
import { ApproverRuleSchema, IdSchema } from "../people";
import { ThresholdSchema, cutOf } from "./bands";
import { StoppedOrdersSchema } from "./stopped-orders";

const Outcomes = z.enum(["approve", "decline", "sendBack"]);
const Duration = z.strictObject({ amount: z.int().positive(), unit: z.enum(["working hours", "working days"]) });
const TimeLimit = z.strictObject({
  ...Duration.shape,
  before: z.string().min(1).max(60).optional().meta({
    description:
      "A date of the document by its key: so long before the end of that day, and not after the question; no limit where the document has no such date",
  }),
});
/** By when a level is to be decided. */
export type TimeLimit = z.infer<typeof TimeLimit>;

export const ReminderSchema = z.strictObject({
  before: z.boolean().meta({ description: "Before it is due, or after" }),
  after: Duration.meta({ description: "How long before or after" }),
  to: z.enum(["approver", "manager", "person"]),
  person: IdSchema.optional().meta({ description: "To whom, where it goes to somebody by name" }),
});
export type Reminder = z.infer<typeof ReminderSchema>;

export const MarkSchema = z.enum(["approves", "told", "none"]);
/** What a level does in a band: it approves, it is only told, or it has no part. */
export type Mark = z.infer<typeof MarkSchema>;

export const QuorumSchema = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("one") }),
  z.strictObject({ kind: z.literal("all") }),
  z.strictObject({ kind: z.literal("majority") }),
  z.strictObject({ kind: z.literal("n"), n: z.int().min(1).max(99) }),
]);
/** How many of a level's eligible people must approve. */
export type Quorum = z.infer<typeof QuorumSchema>;

const DesignNote = z.string().max(500).optional().meta({ description: "For fellow designers; nobody else sees it" });

/** What the system verifies at a level of kind “check”. */
export const CheckSchema = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("fields"), fields: z.array(z.string().min(1)).min(1) }),
  z.strictObject({ kind: z.literal("paper"), name: z.string().min(1).max(60) }),
  z.strictObject({ kind: z.literal("totals") }),
]);
export type Check = z.infer<typeof CheckSchema>;

export const LevelSchema = z.strictObject({
  id: IdSchema,
  name: z.string().min(1).max(60),
  kind: z.enum(["approval", "task", "check", "notice"]).default("approval"),
  stage: z.int().min(1).meta({ description: "Levels of the same stage run side by side" }),
  marks: z.array(MarkSchema).min(1).meta({ description: "One per band of the section" }),
  when: ConditionSchema.optional(),
  approvers: ApproverRuleSchema,
  quorum: QuorumSchema.default({ kind: "one" }),
  refusal: z.enum(["first ends", "counts"]).default("first ends"),
  timeLimit: TimeLimit.optional(),
  reminders: z.array(ReminderSchema).max(20).default([]),
  overdue: z.enum(["wait", "next in pool", "named person", "manager", "decline", "approve by lapse"]).default("wait"),
  overduePerson: IdSchema.optional(),
  handOver: z.enum(["no", "to the pool", "to anyone eligible"]).default("no"),
  signature: z
    .union([z.boolean(), z.literal("drawn")])
    .default(false)
    .meta({ description: "Whoever approves signs with name and password or code; “drawn”: by hand as well" }),
  commentOn: z.array(Outcomes).default(["decline", "sendBack"]),
  instruction: z.string().max(500).default(""),
  checklist: z.array(z.string().min(1).max(200)).max(40).default([]),
  fills: z
    .array(z.strictObject({ field: OwnKeySchema, needed: z.boolean() }))
    .min(1)
    .max(40)
    .optional()
    .meta({
      description: "Fields that whoever approves fills in with the decision; without those needed there is none",
    }),
  checks: z.array(CheckSchema).max(20).optional(),
  outcomes: z
    .array(z.strictObject({ effect: Outcomes, word: z.string().min(1).max(30) }))
    .max(3)
    .optional()
    .meta({ description: "Own words for what a decider presses, one for each effect" }),
  choosesNext: z
    .array(IdSchema)
    .min(2)
    .max(19)
    .optional()
    .meta({ description: "The decider chooses which one of these later levels comes next" }),
  mayAddApprover: z.boolean().optional().meta({ description: "The decider may have one more person approve first" }),
  designNote: DesignNote,
});
/** One step of the chain. */
export type Level = z.infer<typeof LevelSchema>;

export const BandSchema = z.strictObject({
  approval: z.enum(["required", "none"]).meta({ description: "“none” says explicitly that nobody needs to approve" }),
  designNote: DesignNote,
});
export type Band = z.infer<typeof BandSchema>;

export const SectionSchema = z.strictObject({
  id: IdSchema,
  name: z.string().min(1).max(60),
  when: z.union([z.literal("otherwise"), ConditionSchema]),
  thresholds: z.array(ThresholdSchema).max(12),
  bands: z.array(BandSchema).min(1),
  levels: z.array(LevelSchema).max(20),
  designNote: DesignNote,
});
/** A part of a policy with its own thresholds and chain; the first whose condition fits a document applies to it. */
export type Section = z.infer<typeof SectionSchema>;

const Requesters = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("anyone") }),
  z.strictObject({
    kind: z.literal("only"),
    people: z.array(IdSchema).default([]),
    groups: z.array(IdSchema).default([]),
    positions: z.array(IdSchema).default([]),
  }),
]);

export const ScopeSchema = z.strictObject({
  units: z.array(IdSchema).min(1).meta({ description: "These units and everything below them" }),
  locations: z.array(IdSchema).default([]),
  requesters: Requesters.default({ kind: "anyone" }),
  exempt: z.array(z.strictObject({ person: IdSchema, decidedBy: IdSchema, reason: z.string().min(1) })).default([]),
});

export const AfterApprovalSchema = z.enum(STEP_KINDS);

export const PolicySchema = z
  .strictObject({
    id: IdSchema,
    name: z.string().min(1).max(80),
    documentType: z.enum(documentTypeKeys),
    owner: IdSchema.optional(),
    scope: ScopeSchema,
    currency: CurrencySchema,
    measure: z.strictObject({
      kind: z.enum([
        "net",
        "gross",
        "largestLine",
        "increase",
        "increasePercent",
        "exposure",
        "supplierTotal",
        "limit",
      ]),
      days: z.int().positive().optional(),
    }),
    sections: z.array(SectionSchema).min(1).max(20),
    selfApproval: z
      .strictObject({
        rule: z.enum(["hold", "next level", "substitute", "manager", "own limit"]),
        substitute: IdSchema.optional(),
      })
      .default({ rule: "hold" }),
    repeatedApprover: z.enum(["ask twice", "count once", "must differ"]).default("ask twice"),
    edits: z
      .strictObject({
        fields: z.array(z.string()).default([]),
        toleranceMinor: MinorSchema.min(0).default(0),
        tolerancePercent: z.number().min(0).max(100).default(0),
        effect: z.enum(["carry on", "from the level", "start again"]).default("start again"),
      })
      .prefault({}),
    holds: z
      .array(
        z.strictObject({
          reason: z.string().min(1),
          blocks: z.array(z.enum(["send", "post", "pay", "ship", "use"])),
          when: ConditionSchema.optional(),
          release: ApproverRuleSchema.optional().meta({ description: "Who may release it, besides the approval" }),
          keeps: z
            .boolean()
            .optional()
            .meta({ description: "The approval does not release it: its cause must go, or somebody release it" }),
        }),
      )
      .max(20)
      .default([]),
    afterApproval: z
      .array(z.strictObject({ kind: AfterApprovalSchema, note: z.string().max(200).default("") }))
      .max(20)
      .default([]),
    messages: z
      .array(z.strictObject({ on: z.enum(policyOccasions), to: z.enum(recipients) }))
      .max(30)
      .default([])
      .meta({ description: "Who is told of what, beside those who hear anyway" }),
    onSubmit: z
      .string()
      .max(300)
      .optional()
      .meta({ description: "A word to the requester at the moment of submitting" }),
    tellsFindings: z
      .literal(true)
      .optional()
      .meta({ description: "Approvers read of open findings of the lookout about what they decide on" }),
    readers: z
      .strictObject({ people: z.array(IdSchema).default([]), groups: z.array(IdSchema).default([]) })
      .optional()
      .meta({ description: "See every document under this policy, and cannot act on it" }),
    stoppedOrders: StoppedOrdersSchema.optional().meta({
      description: "How limits are asked for that customers’ stopped orders need; of credit-limit changes alone",
    }),
    partySigns: z
      .literal("drawn")
      .optional()
      .meta({ description: "The other party signs its form by hand, beside its name; of changes of an account alone" }),
    designNote: DesignNote,
  })
  .superRefine((policy, context) => {
    const say = (path: (string | number)[], message: string) => context.addIssue({ code: "custom", path, message });
    if (policy.partySigns && !typeWords(policy.documentType).partyForm)
      say(["partySigns"], "only suppliers and customers fill in a form, which policies for their accounts are about");
    if (policy.stoppedOrders && !typeWords(policy.documentType).forStoppedOrders)
      say(["stoppedOrders"], "only a policy for credit-limit changes asks for limits that stopped orders need");
    policy.sections.forEach((section, index) =>
      checkSection(section, policy.documentType, (path, message) => say(["sections", index, ...path], message)),
    );
    const last = policy.sections.length - 1;
    policy.sections.forEach((section, index) => {
      if ((section.when === "otherwise") !== (index === last)) {
        say(
          ["sections", index, "when"],
          "exactly the last section applies otherwise; every one before it has a condition",
        );
      }
    });
    policy.holds.forEach((hold, index) => {
      if (hold.when)
        checkCondition(hold.when, policy.documentType, (path, message) =>
          say(["holds", index, "when", ...path], message),
        );
    });
    sayDoubles(policy.sections, (index) => say(["sections", index, "id"], "this section id is there twice"));
  });
/** One version of a policy: everything a document needs to be routed. */
export type Policy = z.infer<typeof PolicySchema>;
export type PolicyInput = z.input<typeof PolicySchema>;

type Say = (path: (string | number)[], message: string) => void;

function checkSection(section: Section, type: string, say: Say): void {
  const bands = section.thresholds.length + 1;
  if (section.bands.length !== bands)
    say(["bands"], `${section.thresholds.length} thresholds make ${bands} bands, not ${section.bands.length}`);
  section.thresholds.forEach((threshold, index) => {
    const before = section.thresholds[index - 1];
    if (before && (before.amount >= threshold.amount || cutOf(before) >= cutOf(threshold))) {
      say(
        ["thresholds", index, "amount"],
        "thresholds rise from one to the next, with at least one amount between them",
      );
    }
  });
  if (section.when !== "otherwise")
    checkCondition(section.when, type, (path, message) => say(["when", ...path], message));
  section.levels.forEach((level, index) => {
    const here: Say = (path, message) => say(["levels", index, ...path], message);
    if (level.marks.length !== bands) here(["marks"], `there are ${bands} bands but ${level.marks.length} marks`);
    const before = section.levels[index - 1]?.stage ?? 0;
    if (level.stage < before || level.stage > before + 1)
      here(["stage"], "stages count 1, 2, 3 ... in the order of the levels");
    if (level.when) checkCondition(level.when, type, (path, message) => here(["when", ...path], message));
    const date = level.timeLimit?.before;
    if (date && !isOwnKey(date) && !typeWords(type).fields.some(({ key, kind }) => key === date && kind === "date"))
      here(["timeLimit", "before"], `the document type ${type} has no date “${date}”`);
    checkFills(level, here);
    level.marks.forEach((mark, band) => {
      if (mark === "approves" && section.bands[band]?.approval === "none") {
        here(["marks", band], "the band says that nobody needs to approve, but this level approves in it");
      }
    });
  });
  section.levels.forEach((level, index) => {
    const later = section.levels.slice(index + 1).map((one) => one.id);
    level.choosesNext?.forEach((id, place) => {
      if (!later.includes(id))
        say(
          ["levels", index, "choosesNext", place],
          `“${id}” is no level after this one, so nobody can choose it next`,
        );
    });
  });
  sayDoubles(section.levels, (index) => say(["levels", index, "id"], "this level id is there twice"));
}

/** Fields are filled in by somebody who decides, each once. */
function checkFills({ fills = [], kind }: Level, say: Say): void {
  if (fills.length > 0 && (kind === "check" || kind === "notice"))
    say(["fills"], `a level of the kind ${kind} asks nobody, so that nobody fills in its fields`);
  fills.forEach(({ field }, index) => {
    if (fills.findIndex((other) => other.field === field) < index)
      say(["fills", index, "field"], `the field “${field}” is asked for twice`);
  });
}

function checkCondition(condition: z.infer<typeof ConditionSchema>, type: string, say: Say): void {
  if (depthOf(condition) > MAX_DEPTH) return say([], `conditions may be nested ${MAX_DEPTH} deep at most`);
  const walk = (node: typeof condition, path: (string | number)[]): void => {
    if ("of" in node) return node.of.forEach((part, index) => walk(part, [...path, "of", index]));
    // Whether the organisation has such a field, and of what kind, says whoever knows it (`whyNotReady`).
    if (isOwnKey(node.field)) return;
    const field = typeWords(type).fields.find((candidate) => candidate.key === node.field);
    if (!field) say([...path, "field"], `the document type ${type} has no field “${node.field}”`);
    else if (node.kind === "change") {
      if (!field.controlled)
        say([...path, "kind"], `no old value of the field ${node.field} is known, so no change of it`);
      else if (node.is !== "changed" && field.kind !== "amount")
        say([...path, "is"], `the field ${node.field} is a ${field.kind}, which can change but not rise or fall`);
    } else if (field.kind !== node.kind && !(node.kind === "text" && field.kind === "choice")) {
      say(
        [...path, "kind"],
        `the field ${node.field} is a ${field.kind}, which a comparison of ${node.kind} cannot see`,
      );
    }
  };
  walk(condition, []);
}

function sayDoubles(items: readonly { id: string }[], say: (index: number) => void): void {
  items.forEach((item, index) => {
    if (items.findIndex((other) => other.id === item.id) < index) say(index);
  });
}
