import { Codes } from "../../codes";
import type { AccountAct, Act, Activity } from "../activity";
import type { Answer, Suspicion } from "../question";

/** Why somebody gains by a release: it is their document, or they opened or changed the account of its party. */
export type Gain = "own document" | "own account";

/** Holds that somebody released who gains by it, of one code. */
export type OwnGainFigures = { person: string; hold: string; gain: Gain; at: number[] };

type Release = Extract<Act, { kind: "release" }>;

/** Holds released by the one who gains by it: a fact. */
export function ownGain({ beside, documents, people }: Activity): Answer<OwnGainFigures> {
  const releases = beside.acts.filter((act): act is Release => act.kind === "release");
  const groups = new Codes<{ person: string; hold: string; gain: Gain; all: Release[] }>(
    ({ person, hold, gain }) => `${person} ${gain} ${hold}`,
  );
  for (const release of releases) {
    const { person, hold } = release;
    const gain = gainOf(release, documents, beside.accounts, people);
    if (gain) groups.values[groups.of({ person, hold, gain, all: [] })]!.all.push(release);
  }
  const raised = groups.values.map(({ person, hold, gain, all }): Suspicion<OwnGainFigures> => ({
    about: [person, gain, hold],
    people: [person],
    documents: [...new Set(all.map(({ document }) => documents.ids[document]!))],
    chance: null,
    figures: { person, hold, gain, at: all.map(({ at }) => at) },
  }));
  return { asked: releases.length, raised };
}

function gainOf(
  { document, person, at }: Release,
  { requester, party }: Activity["documents"],
  accounts: readonly AccountAct[],
  people: readonly string[],
): Gain | null {
  if (people[requester[document]!] === person) return "own document";
  const name = party.values[party.codes[document]!];
  return accounts.some((one) => one.party === name && one.person === person && one.at <= at) ? "own account" : null;
}
