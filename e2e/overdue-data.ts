/** A demonstration in which what Noor Halvorsrud orders has a time limit, late in every way there is: `tsx e2e/overdue-data.ts FOLDER`. */
import type { PolicyInput } from "@/core/policy";
import { DEMO_START, type App } from "@/server/app";
import { handClock } from "@/server/clock";
import { openDatabase } from "@/server/db/open";
import { newCommandId } from "@/server/log/log";
import { generateDemo } from "../demo/generate";
import { orderPolicy } from "../demo/policy";
import { reviewedInForce } from "../demo/put-in-force";

type Section = PolicyInput["sections"][number];
type Level = Section["levels"][number];

const hours = (amount: number) => ({ amount, unit: "working hours" as const });
const section = (id: string, when: Section["when"], rest: Partial<Level>): Section => ({
  id,
  name: `Late: ${id}`,
  when,
  thresholds: [],
  bands: [{ approval: "required" }],
  levels: [
    {
      id: "look",
      name: "First look",
      stage: 1,
      marks: ["approves"],
      approvers: { kind: "people", people: ["duarte-anselmo", "petra-zimbral"] },
      timeLimit: hours(4),
      ...rest,
    },
  ],
});
const category = (value: string): Section["when"] => ({
  kind: "choice",
  field: "category",
  is: "one of",
  values: [value],
});
const head: Level = {
  id: "head",
  name: "Head of Engineering",
  stage: 2,
  marks: ["approves"],
  approvers: { kind: "people", people: ["rui-tavares"] },
};
const lapse = section("lapse", category("office"), { overdue: "approve by lapse" });

const policy: PolicyInput = {
  ...orderPolicy,
  id: "timed",
  name: "Orders with a time limit",
  scope: { units: ["engineering"], requesters: { kind: "only", people: ["noor-halvorsrud"] } },
  afterApproval: [{ kind: "send to supplier" }],
  sections: [
    section("next", category("deck"), { overdue: "next in pool" }),
    section("twice", category("dry-dock"), {
      overdue: "next in pool",
      approvers: { kind: "people", people: ["duarte-anselmo", "petra-zimbral", "marta-quelhas"] },
    }),
    section("named", category("engine"), { overdue: "named person", overduePerson: "marta-quelhas" }),
    section("manager", category("catering"), { overdue: "manager" }),
    section("decline", category("it"), { overdue: "decline" }),
    { ...lapse, levels: [...lapse.levels, head] },
    section("wait", "otherwise", {
      reminders: [
        { before: true, after: hours(1), to: "approver" },
        { before: false, after: hours(1), to: "manager" },
      ],
    }),
  ],
};

const db = openDatabase(process.argv[2]!);
generateDemo(db, { orders: 10 });
const app: App = { db, clock: handClock(DEMO_START), wall: handClock(DEMO_START), demo: true };
reviewedInForce(app, newCommandId, {
  policy,
  basedOn: 0,
  note: "Times",
  from: "2026-03-10",
  letStand: "Agreed for a trial",
});
db.close();
