import { z } from "zod";

/*
 * Segregation of duties by act and document: not who may do what, but who has done what about the same document or supplier. Dynamic separation of duty of ANSI INCITS 359,
 * and NIST SP 800-53 AC-5 (both from memory).
 */

/** What somebody does about a document or its supplier. */
export const DutySchema = z.enum(["account", "order", "enter", "receive", "approve", "release", "pay"]);
export type Duty = z.infer<typeof DutySchema>;

/** Two duties that should not meet in one person: refused where they would, marked where they do, or let pass. */
export const DutyRuleSchema = z.strictObject({
  duties: z.tuple([DutySchema, DutySchema]),
  mode: z.enum(["refuse", "mark", "allow"]),
});
export type DutyRule = z.infer<typeof DutyRuleSchema>;

/** The rules an organisation starts with. A small one cannot keep all of them apart, so that most are marked and not refused. */
export const USUAL_DUTIES: readonly DutyRule[] = [
  { duties: ["account", "pay"], mode: "refuse" },
  { duties: ["account", "release"], mode: "refuse" },
  { duties: ["account", "enter"], mode: "mark" },
  { duties: ["account", "approve"], mode: "mark" },
  { duties: ["enter", "receive"], mode: "mark" },
  { duties: ["enter", "pay"], mode: "mark" },
  { duties: ["receive", "approve"], mode: "mark" },
  { duties: ["receive", "pay"], mode: "mark" },
  { duties: ["approve", "pay"], mode: "mark" },
  { duties: ["release", "pay"], mode: "mark" },
];

/** What has been done about something, and by whom. */
export type Done = { duty: Duty; person: string };
export type Meeting = { with: Duty; mode: "refuse" | "mark" };

/** The duties that somebody has had already and that should not meet with one they are about to have, those that are refused first. */
export function meetingsOf(done: readonly Done[], duty: Duty, person: string, rules: readonly DutyRule[]): Meeting[] {
  const own = new Set(done.filter((one) => one.person === person).map((one) => one.duty));
  return rules
    .flatMap(({ duties: [one, other], mode }): Meeting[] => {
      const against = one === duty ? other : other === duty ? one : null;
      return mode !== "allow" && against && own.has(against) ? [{ with: against, mode }] : [];
    })
    .sort((a, b) => Number(b.mode === "refuse") - Number(a.mode === "refuse"));
}

const STRENGTH: Readonly<Record<DutyRule["mode"], number>> = { allow: 0, mark: 1, refuse: 2 };

/** The pairs that new rules keep less apart than the old ones did, those that are left out among them. */
export function loosened(before: readonly DutyRule[], after: readonly DutyRule[]): DutyRule["duties"][] {
  const pair = ({ duties }: DutyRule) => duties.toSorted().join();
  const strength = (rule: DutyRule, rules: readonly DutyRule[]) =>
    Math.max(0, ...rules.filter((one) => pair(one) === pair(rule)).map(({ mode }) => STRENGTH[mode]));
  return before.filter((rule) => strength(rule, after) < strength(rule, before)).map(({ duties }) => duties);
}
