/**
 * Why something that was asked of the program is not done, for everything but commands on documents (`core/approval/barred.ts`): a closed table of codes with the values
 * each takes, what programs are told, and the sentence. Whatever refuses gives a code and values; nobody else writes the sentence.
 */
import { refusal, type Reason, type Refusal, type Result } from "../../refusal";
import { IDS, type Names } from "../names";
import { speak } from "../wording";
import { ACCESS } from "./access";
import { DOCUMENTS } from "./documents";
import { EDGE } from "./edge";
import { LEDGER } from "./ledger";
import { LOOKOUT } from "./lookout";
import type { Line } from "./line";
import { PEOPLE } from "./people";
import { POLICIES } from "./policies";
import { SCREEN } from "./screen";

/** The tables by area; a code stands in one of them only. */
export const REFUSED_BY_AREA = {
  access: ACCESS,
  documents: DOCUMENTS,
  edge: EDGE,
  ledger: LEDGER,
  lookout: LOOKOUT,
  people: PEOPLE,
  policies: POLICIES,
  screen: SCREEN,
} as const;

const REFUSED = { ...ACCESS, ...DOCUMENTS, ...EDGE, ...LEDGER, ...LOOKOUT, ...PEOPLE, ...POLICIES, ...SCREEN };

/** Every reason for a refusal outside the commands on documents. */
export type RefusedCode = keyof typeof REFUSED;

/** What goes with a code; null for one that says it all. */
export type RefusedValues<C extends RefusedCode> = (typeof REFUSED)[C] extends Line<infer V> ? V : never;

type Given<C extends RefusedCode> =
  RefusedValues<C> extends null
    ? [values?: null, path?: string, names?: Names]
    : [values: RefusedValues<C>, path?: string, names?: Names];

/**
 * A refusal in words.
 * @param values ids, amounts, dates and counts that go with the code, and what somebody typed
 * @param path what of the input it is about, as in `sayPath`
 * @param names what ids are called, for sentences that name somebody
 * @example refuse("no such version", { version: 3, policy: "orders" })
 */
export function refuse<C extends RefusedCode>(code: C, ...[values, path, names]: Given<C>): Refusal {
  // Each code has its line with the values that go with it; the compiler cannot follow the two together.
  const line = REFUSED[code] as unknown as Line<unknown>;
  const told = typeof line.code === "string" ? line.code : line.code(values ?? null);
  return {
    ...refusal(told, speak(line.say(values ?? null, names ?? IDS)), path),
    why: { code, values: values ?? null },
  };
}

/** A result that is refused, for one reason; as `refuse`. */
export function refused<C extends RefusedCode>(code: C, ...given: Given<C>): Result<never> {
  return { ok: false, refusals: [refuse(code, ...given)] };
}

/** A reason that was kept, in today’s words; its code for one of another union. */
export function sayKept({ code, values }: Reason, names: Names = IDS): string {
  if (!isRefusedCode(code)) return code;
  return speak((REFUSED[code] as unknown as Line<unknown>).say(values, names));
}

/** Whether a code is one of these. */
export const isRefusedCode = (code: string): code is RefusedCode => Object.hasOwn(REFUSED, code);
