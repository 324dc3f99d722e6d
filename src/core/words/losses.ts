import { joinWords } from "../text";
import type { LevelPart, Loss, PolicyPart } from "../formats";

const OF_POLICY: Record<PolicyPart, string> = {
  selfApproval: "The rule for one’s own documents is",
  repeatedApprover: "The rule for the same person at two levels is",
  edits: "The rule for edits is",
  holds: "The holds are",
  afterApproval: "The steps after approval are",
  messages: "Who else is notified is",
  onSubmit: "The word to whoever submits is",
  tellsFindings: "What approvers are told of findings is",
  readers: "Who reads along is",
  stoppedOrders: "The rule for stopped orders is",
  partySigns: "How the other party signs is",
  designNote: "The designers’ note on the policy is",
};

const OF_LEVEL: Record<LevelPart, string> = {
  timeLimit: "its time limit",
  reminders: "its reminders",
  overdue: "what happens when it is overdue",
  overduePerson: "whom it goes to then",
  handOver: "handing over",
  signature: "its signature",
  commentOn: "when a comment is needed",
  instruction: "its instruction",
  checklist: "its checklist",
  fills: "the fields it asks for",
  checks: "what it checks",
  outcomes: "its own words for the outcomes",
  choosesNext: "choosing the next level",
  mayAddApprover: "adding an approver",
  designNote: "its designers’ note",
};

/** @example sayLoss({ of: "level", section: "Fuel", level: "Finance", parts: ["signature"] }) // "Of “Finance” in “Fuel” the table leaves out its signature." */
export function sayLoss(loss: Loss): string {
  switch (loss.of) {
    case "frame":
      return "Name, owner, type of document, currency, what is measured and to whom it applies are those of the draft that the table is imported into.";
    case "policy":
      return `${OF_POLICY[loss.part]} not in the table.`;
    case "section":
      return `The designers’ notes on “${loss.section}” are not in the table.`;
    case "level":
      return `Of “${loss.level}” in “${loss.section}” the table leaves out ${joinWords(
        loss.parts.map((part) => OF_LEVEL[part]),
        "and",
      )}.`;
  }
}
