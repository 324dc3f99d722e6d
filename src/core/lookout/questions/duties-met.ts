import { Codes, rowsByCode, rowsOf } from "../../codes";
import type { Duty } from "../../segregation";
import type { Activity } from "../activity";
import type { Answer, Suspicion } from "../question";
import type { LookoutSettings } from "../settings";

/** What one person did about one party and its documents. @property done what, when and about which document (null: the account itself), in the order of time */
export type DutiesFigures = {
  person: string;
  party: string;
  duties: Duty[];
  done: { duty: Duty; at: number; document: string | null }[];
};

type Case = { person: number; party: number; done: { duty: Duty; at: number; document: number | null }[] };

/**
 * Duties that met in fact: somebody opened the account of a party or changed its bank account, and then entered its documents, approved them, released their holds, took in what came or paid. A fact, told from
 * so many different duties on (segregation of duties: NIST SP 800-53 AC-5, from memory).
 */
export function dutiesMet(activity: Activity, settings: LookoutSettings["dutiesMet"]): Answer<DutiesFigures> {
  const cases = casesOf(activity);
  addDocuments(activity, cases);
  const { people, documents } = activity;
  const raised = [...cases.values()].flatMap((one): Suspicion<DutiesFigures>[] => {
    const duties = [...new Set(one.done.map(({ duty }) => duty))];
    if (duties.length < settings.fewest) return [];
    const [person, party] = [people[one.person]!, documents.party.values[one.party]!];
    const done = one.done
      .toSorted((a, b) => a.at - b.at)
      .map((each) => ({ ...each, document: each.document === null ? null : documents.ids[each.document]! }));
    return [
      {
        about: [person, party],
        people: [person],
        documents: [...new Set(done.flatMap(({ document }) => document ?? []))],
        chance: null,
        figures: { person, party, duties, done },
      },
    ];
  });
  return { asked: cases.size, raised };
}

/** One for each person and each party whose account they opened or changed. */
function casesOf({ beside, people, documents }: Activity): Map<string, Case> {
  const code = new Map(people.map((person, index) => [person, index]));
  const parties = new Map(documents.party.values.map((name, index) => [name, index]));
  const cases = new Map<string, Case>();
  for (const { party, person, at } of beside.accounts) {
    const [who, whose] = [code.get(person)!, parties.get(party)];
    if (whose === undefined) continue;
    const key = `${who} ${whose}`;
    const known = cases.get(key) ?? { person: who, party: whose, done: [] };
    known.done.push({ duty: "account", at, document: null });
    cases.set(key, known);
  }
  return cases;
}

const DUTY = { release: "release", receive: "receive", pay: "pay" } as const satisfies Record<string, Duty>;

/** What these people did about documents of these parties. */
function addDocuments({ beside, documents, decisions, people }: Activity, cases: ReadonlyMap<string, Case>): void {
  const code = new Map(people.map((person, index) => [person, index]));
  const note = (person: number, document: number, duty: Duty, at: number) =>
    cases.get(`${person} ${documents.party.codes[document]}`)?.done.push({ duty, at, document });
  const parties = new Codes<number>();
  for (const { party } of cases.values()) parties.of(party);
  // What asks for the account is that duty and no other.
  const ofAccounts = new Set(beside.accounts.map(({ document }) => document));
  const byParty = rowsByCode(documents.party.codes, documents.party.values.length);
  for (const party of parties.values)
    for (const row of rowsOf(byParty, party))
      if (!ofAccounts.has(row)) note(documents.requester[row]!, row, "enter", documents.at[row]!);
  for (let row = 0; cases.size > 0 && row < decisions.count; row += 1)
    if (!decisions.refused[row] && !ofAccounts.has(decisions.document[row]!))
      note(decisions.person[row]!, decisions.document[row]!, "approve", decisions.at[row]!);
  for (const act of beside.acts)
    if (act.kind in DUTY) note(code.get(act.person)!, act.document, DUTY[act.kind as keyof typeof DUTY], act.at);
}
