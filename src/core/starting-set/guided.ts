import { z } from "zod";
import { documentTypeKeys, typeWords } from "../documents";
import { IdSchema } from "../ids";
import { CurrencySchema, MinorSchema } from "../money";
import type { ApproverRule } from "../people";
import type { PolicyInput } from "../policy";

/** Who can be asked in the guided start; everything else is set on the board. */
export const APPROVER_CHOICES = {
  manager: { label: "The requester’s manager", name: "Line manager", rule: { kind: "manager", up: 1 } },
  unitAbove: {
    label: "The head of the unit above",
    name: "Head of the unit above",
    rule: { kind: "headOfUnit", up: 1 },
  },
  byLimit: {
    label: "The first in the line whose limit covers it",
    name: "First with the limit",
    rule: { kind: "lineByLimit", climb: "straight" },
  },
} as const satisfies Record<string, { label: string; name: string; rule: ApproverRule }>;
export type ApproverChoice = keyof typeof APPROVER_CHOICES;

const Choice = z.enum(Object.keys(APPROVER_CHOICES) as [ApproverChoice, ...ApproverChoice[]]);

/** What the guided start asks: for what, where, from which amounts, and who is added at each. */
export const AnswersSchema = z
  .strictObject({
    name: z.string().trim().min(1).max(80),
    documentType: z.enum(documentTypeKeys),
    units: z.array(IdSchema).min(1),
    currency: CurrencySchema,
    firstNeedsNobody: z.boolean(),
    steps: z
      .array(z.strictObject({ over: MinorSchema.min(0), approver: Choice }))
      .min(1)
      .max(4)
      .meta({
        description: "From which amount on, the exact amount left below, who approves as well; zero for everything",
      }),
  })
  .refine(({ steps }) => steps.every((step, index) => index === 0 || step.over > steps[index - 1]!.over), {
    path: ["steps"],
    message: "each amount must be higher than the one before",
  })
  .refine(({ steps, firstNeedsNobody }) => firstNeedsNobody === (steps[0]?.over ?? 0) > 0, {
    path: ["steps"],
    message: "say whether anybody approves below the first amount",
  });
export type Answers = z.infer<typeof AnswersSchema>;

/** The policy those answers describe: one section, a level for each step, each approving from its amount on. */
export function policyFromAnswers(answers: Answers, own: { id: string; owner: string }): PolicyInput {
  const { steps } = answers;
  const thresholds = steps
    .filter(({ over }) => over > 0)
    .map(({ over }) => ({ amount: over, exact: "below" as const }));
  const bands = thresholds.length + 1;
  const names = new Map<string, number>();
  const levels = steps.map(({ approver }, index) => {
    const { name, rule } = APPROVER_CHOICES[approver];
    const count = (names.get(name) ?? 0) + 1;
    names.set(name, count);
    const own = count > 1 ? `${name} ${count}` : name;
    const first = thresholds.length - steps.length + 1 + index;
    return {
      id: `level-${index + 1}`,
      name: own,
      stage: index + 1,
      marks: Array.from({ length: bands }, (_, band) => (band >= first ? ("approves" as const) : ("none" as const))),
      approvers: rule,
    };
  });
  return {
    id: own.id,
    name: answers.name,
    documentType: answers.documentType,
    owner: own.owner,
    scope: { units: answers.units },
    currency: answers.currency,
    measure: { kind: typeWords(answers.documentType).measures[0]!.key as PolicyInput["measure"]["kind"] },
    sections: [
      {
        id: "section-1",
        name: "Everything else",
        when: "otherwise",
        thresholds,
        bands: Array.from({ length: bands }, (_, band) => ({
          approval: band === 0 && answers.firstNeedsNobody ? ("none" as const) : ("required" as const),
        })),
        levels,
      },
    ],
  };
}
