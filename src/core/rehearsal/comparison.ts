import { treatedOtherwise, type EffectKind, type Treated } from "./difference";
import type { Columns } from "./columns";
import { figuresOf, type Figures, type Tally } from "./figures";
import type { MinutesOf } from "./load";
import type { Replayed } from "./replay";

type Counted = Pick<Tally, "documents" | "value">;

/** What one version would have meant against another, for the same documents of the past. */
export type Comparison = {
  before: Figures;
  after: Figures;
  effects: ReadonlyMap<EffectKind, Counted>;
  /** What somebody approves under the first and nobody under the second, and the other way round. Held documents are neither. */
  seenNoMore: Counted;
  seenNow: Counted;
  /** Groups of documents that are treated alike, and for each document which of them it is in. */
  groups: readonly Treated[];
  of: Int32Array;
};

/** Compares what two versions make of the same documents. */
export function compared(columns: Columns, before: Replayed, after: Replayed, minutes: MinutesOf): Comparison {
  const { groups, of } = treatedOtherwise(before, after);
  const effects = new Map<EffectKind, Counted>();
  const [seenNoMore, seenNow] = [nothing(), nothing()];
  for (const group of groups) {
    const { difference } = group;
    if (difference) {
      const sum = effects.get(difference.kind) ?? nothing();
      effects.set(difference.kind, sum);
      add(sum, group);
    }
    const [was, is] = [before.outcomes[group.before]!.outcome, after.outcomes[group.after]!.outcome];
    if (was === "chain" && is === "no approval needed") add(seenNoMore, group);
    if (was === "no approval needed" && is === "chain") add(seenNow, group);
  }
  return {
    before: figuresOf(columns, before, minutes),
    after: figuresOf(columns, after, minutes),
    effects,
    seenNoMore,
    seenNow,
    groups,
    of,
  };
}

const nothing = (): Counted => ({ documents: 0, value: 0 });

function add(to: Counted, { documents, value }: Counted): void {
  to.documents += documents;
  to.value += value;
}

/** Documents that are treated otherwise, by their places, the largest first. @param amounts minor units of the policy's currency, not a number where not known */
export function differing({ groups, of }: Pick<Comparison, "groups" | "of">, amounts: Float64Array): number[] {
  const found: number[] = [];
  for (let index = 0; index < of.length; index += 1) if (groups[of[index]!]!.difference) found.push(index);
  const amount = (index: number) => (Number.isNaN(amounts[index]!) ? -1 : amounts[index]!);
  return found.sort((a, b) => amount(b) - amount(a) || a - b);
}

/** How a document is treated by the second version, as far as a picture tells it apart. */
export const TREATMENTS = ["same", "fewer", "more", "other"] as const;
export type Treatment = (typeof TREATMENTS)[number];

const TREATED = {
  "fewer approvals": "fewer",
  "more approvals": "more",
  "held now": "other",
  "held no more": "other",
  "other people": "other",
  "told otherwise": "same",
} as const satisfies Record<EffectKind, Treatment>;

/** For each document, the place among `TREATMENTS` of how it is treated. */
export function treatments({ groups, of }: Pick<Comparison, "groups" | "of">): Uint8Array {
  const ofGroup = groups.map(({ difference }) => TREATMENTS.indexOf(difference ? TREATED[difference.kind] : "same"));
  return Uint8Array.from(of, (group) => ofGroup[group]!);
}
