// Golden sentences: what a band, a level, a hold or a scope reads like. One generator makes them for the board, the difference, the PDF and the record.
import { describe, expect, it } from "vitest";
import { directory, level, policyOf, twoStep } from "../fixtures";
import type { ApproverRule } from "../people";
import type { Level, Policy, PolicyInput, Threshold } from "../policy";
import { sayRange, sayChain, sayThreshold, saySection, sayTimeLimit } from "./policy-bands";
import { sayScope, sayPlace } from "./policy-parts";
import {
  sayEdits,
  saySelfApproval,
  sayHold,
  sayMessages,
  sayAfterApproval,
  sayRepeated,
  sayLevelDetails,
} from "./policy-settings";

const base = policyOf(twoStep);
const at = (amount: number, exact: Threshold["exact"] = "below"): Threshold => ({ amount, exact });
const range = (thresholds: Threshold[], band: number, currency = "EUR") => sayRange({ thresholds }, band, currency);

describe("ranges", () => {
  it.each([
    [range([], 0), "Every amount"],
    [range([at(250_000)], 0), "Up to 2,500.00, that amount included"],
    [range([at(250_000, "above")], 0), "Under 2,500.00"],
    [range([at(250_000)], 1), "Over 2,500.00"],
    [range([at(250_000, "above")], 1), "From 2,500.00 on, that amount included"],
    [range([at(1), at(500_000)], 1), "Over 0.01 up to 5,000.00, that amount included"],
    [range([at(1), at(500_000, "above")], 1), "Over 0.01 and under 5,000.00"],
    [range([at(1, "above"), at(500_000)], 1), "From 0.01 up to 5,000.00, both included"],
    [range([at(1, "above"), at(500_000, "above")], 1), "From 0.01, that amount included, and under 5,000.00"],
    [range([at(5000)], 0, "JPY"), "Up to 5,000, that amount included"],
    [range([at(5000)], 1, "KWD"), "Over 5.000"],
  ])("%s", (said, golden) => expect(said).toBe(golden));
});

/** The chain of the upper band with these levels. */
function chain(levels: object[], approval: "required" | "none" = "required"): string {
  const section = {
    ...base.sections[0]!,
    bands: [{ approval: "none" as const }, { approval: "required" as const }, { approval }],
  };
  const policy = policyOf({
    ...twoStep,
    sections: [
      {
        ...section,
        levels: levels.map((one) => ({ ...level("x", 1, ["none", "none", "approves"], manager), ...one })),
      },
    ],
  } as PolicyInput);
  return sayChain(policy, policy.sections[0]!, 2, directory);
}
const manager: ApproverRule = { kind: "manager", up: 1 };
const directors: ApproverRule = { kind: "group", group: "directors" };
const one = (extra: object) => chain([{ id: "a", name: "A", ...extra }]);

describe("chains", () => {
  it.each([
    [chain([], "none"), "nobody needs to approve"],
    [chain([]), "no level approves here, so such an order would be held"],
    [one({ approvers: manager }), "the requester’s manager"],
    [one({ approvers: { kind: "manager", up: 2 } }), "the manager two above the requester"],
    [one({ approvers: { kind: "headOfUnit", up: 0 } }), "the head of the unit"],
    [one({ approvers: { kind: "headOfUnit", up: 1 } }), "the head of the unit above"],
    [one({ approvers: { kind: "headOfUnit", up: 2 } }), "the head of the unit two above"],
    [
      one({ approvers: { kind: "lineByLimit", climb: "straight" } }),
      "the first in the reporting line whose limit covers the amount",
    ],
    [
      one({ approvers: { kind: "lineByLimit", climb: "one by one" } }),
      "everyone up the reporting line to the first whose limit covers the amount",
    ],
    [one({ approvers: { kind: "owner", of: "cost-centres" } }), "the owner of the cost centre"],
    [one({ approvers: { kind: "owner", of: "supplier" } }), "the owner of the supplier"],
    [
      one({ approvers: { kind: "namedOnDocument", field: "receiver" } }),
      "the person named on the document as receiver",
    ],
    [one({ approvers: { kind: "people", people: ["una"] } }), "Una"],
    [one({ approvers: { kind: "people", people: ["una", "dora"] } }), "Una or Dora"],
    [one({ approvers: { kind: "people", people: ["una", "dora"] }, quorum: { kind: "all" } }), "Una and Dora together"],
    [
      one({ approvers: { kind: "people", people: ["una", "dora", "boss"] }, quorum: { kind: "majority" } }),
      "a majority of Una, Dora and Boss",
    ],
    [
      one({ approvers: { kind: "people", people: ["una", "dora", "boss"] }, quorum: { kind: "n", n: 2 } }),
      "two of Una, Dora and Boss",
    ],
    [one({ approvers: directors }), "anyone of the Directors"],
    [one({ approvers: directors, quorum: { kind: "all" } }), "everyone of the Directors"],
    [one({ approvers: directors, quorum: { kind: "majority" } }), "a majority of the Directors"],
    [one({ approvers: directors, quorum: { kind: "n", n: 3 } }), "three of the Directors"],
    [one({ timeLimit: { amount: 2, unit: "working days" } }), "the requester’s manager (within two working days)"],
    [one({ timeLimit: { amount: 1, unit: "working hours" } }), "the requester’s manager (within one working hour)"],
    [
      one({ timeLimit: { amount: 3, unit: "working days" }, overdue: "manager" }),
      "the requester’s manager (within three working days, else it goes to the approver’s manager)",
    ],
    [
      one({ timeLimit: { amount: 3, unit: "working days" }, overdue: "named person", overduePerson: "boss" }),
      "the requester’s manager (within three working days, else it goes to Boss)",
    ],
    [
      one({ timeLimit: { amount: 3, unit: "working days" }, overdue: "decline" }),
      "the requester’s manager (within three working days, else it is declined)",
    ],
    [
      one({ timeLimit: { amount: 3, unit: "working days" }, overdue: "approve by lapse" }),
      "the requester’s manager (within three working days, else it counts as approved automatically when time runs out)",
    ],
    [one({ signature: true }), "the requester’s manager (signing)"],
    [
      one({ when: { kind: "choice", field: "category", is: "one of", values: ["it"] } }),
      "the requester’s manager (if the category of a line is Software and hardware)",
    ],
    [
      one({ kind: "task", approvers: directors, checklist: ["Budget", "Offer"] }),
      "anyone of the Directors does “A”, two things to tick off",
    ],
    [one({ kind: "task", checklist: ["Budget"] }), "the requester’s manager does “A”, one thing to tick off"],
    [
      one({ kind: "check", checks: [{ kind: "totals" }, { kind: "paper", name: "Offer" }] }),
      "the system checks that the totals add up and an attachment “Offer” is attached",
    ],
    [
      one({ kind: "check", checks: [{ kind: "fields", fields: ["supplier", "costCentre"] }] }),
      "the system checks that the supplier and cost centre are filled in",
    ],
    [one({ kind: "check" }), "the system checks nothing yet"],
    [
      chain([{ id: "a" }, { id: "b", stage: 2, approvers: directors }]),
      "the requester’s manager, then anyone of the Directors",
    ],
    [
      chain([{ id: "a" }, { id: "b", approvers: directors }]),
      "side by side the requester’s manager and anyone of the Directors",
    ],
    [
      chain([{ id: "a" }, { id: "b", stage: 2, marks: ["none", "none", "told"], approvers: directors }]),
      "the requester’s manager; the Directors notified",
    ],
    [
      chain([{ id: "b", marks: ["none", "none", "told"], approvers: { kind: "people", people: ["una"] } }], "none"),
      "nobody needs to approve; Una notified",
    ],
    [
      chain([
        { id: "a" },
        { id: "b", stage: 2, approvers: directors },
        { id: "c", stage: 3, approvers: { kind: "people", people: ["boss"] } },
      ]),
      "the requester’s manager, then anyone of the Directors, then Boss",
    ],
  ])("%s", (said, golden) => expect(said).toBe(golden));
});

const hold = (extra: object): Policy["holds"][number] =>
  ({ reason: "Too much", blocks: ["pay"], ...extra }) as Policy["holds"][number];
const edits = (extra: object) => sayEdits({ ...base, edits: { ...base.edits, ...extra } });
const own = (rule: Policy["selfApproval"]["rule"], substitute?: string) =>
  saySelfApproval({ selfApproval: { rule, ...(substitute && { substitute }) } }, directory);

describe("what holds for the whole policy", () => {
  it.each([
    [sayHold(base, hold({}), directory), "Held as “Too much”: not paid until it is approved"],
    [
      sayHold(base, hold({ blocks: ["send", "post"] }), directory),
      "Held as “Too much”: not sent to the supplier or posted until it is approved",
    ],
    [
      sayHold(base, hold({ keeps: true }), directory),
      "Held as “Too much”: not paid until its cause is gone, or the accounts clerk releases it",
    ],
    [sayHold(base, hold({ blocks: [] }), directory), "Held as “Too much”: blocking nothing until it is approved"],
    [
      sayHold(base, hold({ when: { kind: "flag", field: "hasAttachment", is: false } }), directory),
      "Held as “Too much” if the attachment is not set: not paid until it is approved",
    ],
    [
      sayHold(base, hold({ release: directors }), directory),
      "Held as “Too much”: not paid until it is approved, or Directors may release it",
    ],
    [sayMessages({ messages: [] }), null],
    [
      sayMessages({
        messages: [
          { on: "declined", to: "manager" },
          { on: "declined", to: "accounts" },
          { on: "opened", to: "requester" },
        ],
        onSubmit: "Wait for it",
      }),
      "Said to whoever submits: “Wait for it”. Told as well: the requester’s manager and the accounts clerks when it is declined; the requester when it is put before somebody",
    ],
    [sayAfterApproval({ afterApproval: [] }), null],
    [
      sayAfterApproval({ afterApproval: [{ kind: "post", note: "" }] }),
      "After the last approval: post it to the ledger",
    ],
    [
      sayAfterApproval({
        afterApproval: [
          { kind: "post", note: "" },
          { kind: "tell", note: "Accounts" },
        ],
      }),
      "After the last approval: post it to the ledger, then notify somebody (Accounts)",
    ],
    [edits({}), "Any edit of an order in approval starts the approval again"],
    [
      edits({ effect: "carry on" }),
      "Any edit of an order in approval leaves the approvals as they are; but never an edit of whose it is, with whom, its currency or date, nor a higher amount",
    ],
    [
      edits({ fields: ["supplier", "net"], effect: "from the level" }),
      "An edit of the supplier or net total sends it back to the first level it concerns; so does one of whose it is, with whom, its currency or date, or to a higher amount",
    ],
    [
      edits({ toleranceMinor: 5000, tolerancePercent: 2 }),
      "Any edit of an order in approval starts the approval again; a move of the amount by no more than 50.00 and 2 per cent in all since it was approved does not",
    ],
    [own("hold"), "Nobody approves their own; where only the requester could, the document is held"],
    [own("next level"), "Where only the requester could approve, the next level decides"],
    [own("substitute", "boss"), "Where only the requester could approve, Boss does"],
    [own("manager"), "Where only the requester could approve, their manager does"],
    [own("own limit"), "Where only the requester could approve, it counts as approved up to the requester’s own limit"],
    [sayRepeated({ repeatedApprover: "ask twice" }), "Who stands at two levels is asked at each"],
    [sayRepeated({ repeatedApprover: "count once" }), "Who stands at two levels is asked once, and it counts for both"],
    [sayRepeated({ repeatedApprover: "must differ" }), "Nobody decides at two levels of one document"],
    [sayScope(base.scope, directory), "Test Lines and everything below"],
    [sayScope({ ...base.scope, units: ["crew"] }, directory), "Crew"],
    [
      sayScope(
        { ...base.scope, requesters: { kind: "only", people: ["rui"], groups: ["directors"], positions: [] } },
        directory,
      ),
      "Test Lines and everything below, asked for by Rui or the group Directors",
    ],
    [
      sayScope(
        { ...base.scope, exempt: [{ person: "boss", decidedBy: "dora", reason: "Board decision 4" }] },
        directory,
      ),
      "Test Lines and everything below, except for what Boss (decided by Dora: Board decision 4) asks for",
    ],
    [sayThreshold(base, base.sections[0]!, 0, directory), "2,500.00 itself: nobody needs to approve"],
    [saySection(base, base.sections[0]!), "All orders."],
    [sayPlace(base, { section: "everything-else", level: "head", band: 2 }), "Everything else, head, Over 10,000.00"],
    [sayPlace(base, {}), "the policy as a whole"],
    [
      sayTimeLimit({ amount: 4, unit: "working hours", before: "dueDate" }, "supplier-invoice"),
      "at the latest four working hours before the end of its due date",
    ],
  ])("%s", (said, golden) => expect(said).toBe(golden));
});

describe("a level in full", () => {
  it("says every property by its effect, and nothing of a plain one", () => {
    const plain = base.sections[0]!.levels[0]!;
    expect(sayLevelDetails(policyOf(base), plain as Level, directory)).toEqual([]);
    const full: Level = {
      ...plain,
      timeLimit: { amount: 2, unit: "working days" },
      reminders: [
        { before: true, after: { amount: 1, unit: "working days" }, to: "approver" },
        { before: false, after: { amount: 4, unit: "working hours" }, to: "manager" },
        { before: false, after: { amount: 1, unit: "working days" }, to: "person", person: "boss" },
      ],
      overdue: "next in pool",
      handOver: "to anyone eligible",
      signature: true,
      commentOn: ["approve", "decline"],
      outcomes: [{ effect: "approve", word: "Release" }],
      choosesNext: ["a", "b"],
      mayAddApprover: true,
      instruction: "Look at the budget",
    };
    expect(sayLevelDetails(policyOf(base), full, directory)).toEqual([
      "Due within two working days of the approver’s calendar",
      "A reminder goes out one working day before it is due",
      "Their manager is notified four working hours after it is due",
      "Boss is notified one working day after it is due",
      "When overdue the next of them is asked",
      "May be handed over to anybody who is eligible",
      "Whoever approves signs with name and password",
      "A comment is needed to approve",
      "No comment is needed to send back",
      "“Release” stands for approve",
      "Whoever decides chooses the next level, of “a” and “b”; what is not chosen is skipped",
      "Whoever decides may have one more person approve first",
      "Told to whoever decides: “Look at the budget”",
    ]);
  });
});
