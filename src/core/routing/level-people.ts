import { dayIn } from "../calendar";
import { documentType, type AnyDocument, type EvaluationContext, namedByLists } from "../documents";
import { converterOf, money, type Money, type ToCurrency } from "../money";
import { coverage, mostDeciders, whoMayDecide, type Directory, type Resolved, type Subject } from "../people";
import type { Level, Policy, Quorum } from "../policy";
import type { BlockedReason, LevelReason } from "./reasons";
import type { Measured, Routable, RoutedLevel, RoutingContext } from "./types";

/** The people a level asks: `pool` are those asked, `needed` how many different people must approve, `blocked` why they cannot if they cannot. */
export type LevelPeople = Pick<RoutedLevel, "candidates" | "needed" | "blocked"> & { pool: string[]; inTurn: boolean };

/** The same under the policy's rule for one's own documents: `passed` says why nobody is asked at all, `counts` that this is an approval. */
export type PeopleFor = LevelPeople & { passed?: LevelReason; counts?: true };

/**
 * The people a level asks at a moment under a policy. Where only the requester could decide, the policy's rule for that applies: the next level,
 * a substitute, the requester's manager, or the requester's own limit.
 * @param amount what the document comes to in its own currency, see `ownAmount`; null when that is not known
 * @param excluded people who may not decide at this level, each with why
 */
export function peopleFor(
  policy: Pick<Policy, "selfApproval">,
  level: Level,
  document: AnyDocument,
  amount: Money | null,
  context: RoutingContext,
  excluded: Subject["excluded"] = [],
): PeopleFor {
  const { onBehalfOf } = document;
  return peopleOf(
    policy,
    level,
    { onBehalfOf, subject: (of) => subjectOf(document, of, context) },
    amount,
    context,
    excluded,
  );
}

/** The same for a document of which this is known. */
export function peopleOf(
  policy: Pick<Policy, "selfApproval">,
  level: Level,
  { onBehalfOf, subject }: Pick<Routable, "onBehalfOf" | "subject">,
  amount: Money | null,
  context: Pick<RoutingContext, "inPerson" | "directory" | "at">,
  excluded: Subject["excluded"] = [],
): PeopleFor {
  // The system verifies by itself; nobody is asked.
  if (level.kind === "check") return { candidates: [], needed: 0, pool: [], inTurn: false };
  const inPerson = context.inPerson === true && onBehalfOf === null;
  return peopleUnder(policy, level, subject(amount), context.directory, context.at, excluded, inPerson);
}

/**
 * The same for what is known of a document before there is one.
 * @param inPerson the requester enters it for themselves, signed in: only then can their own limit count
 */
export function peopleUnder(
  policy: Pick<Policy, "selfApproval">,
  level: Pick<Level, "approvers" | "quorum">,
  own: Subject,
  directory: Directory,
  at: string,
  excluded: Subject["excluded"] = [],
  inPerson = false,
): PeopleFor {
  const people = peopleAsked(level, own, directory, at, excluded);
  const { rule, substitute } = policy.selfApproval;
  if (rule === "hold" || !people.blocked || !isOwn(people, own)) return people;
  const instead = (approvers: Level["approvers"]): PeopleFor => {
    const found = peopleAsked({ approvers, quorum: { kind: "one" } }, own, directory, at, excluded);
    return { ...found, candidates: [...people.candidates, ...found.candidates] };
  };
  const { blocked: _, ...free } = people;
  switch (rule) {
    case "next level":
      return { ...free, passed: { code: "left to the next level" } };
    case "substitute":
      return substitute ? instead({ kind: "people", people: [substitute] }) : people;
    case "manager":
      return instead({ kind: "manager", up: 1 });
    case "own limit": {
      const { amount, requester, documentType: type, toCurrency } = own;
      // Nobody else spends somebody's limit, and it counts only where they alone could approve.
      if (!inPerson || !alone(people, requester)) return people;
      const limit = amount ? coverage(requester, type, amount, directory, toCurrency) : null;
      if (limit?.outcome !== "covers") return people;
      const passed: LevelReason = { code: "within the requester’s own limit", values: { why: limit.why } };
      return { ...free, passed, counts: true };
    }
  }
}

/** Whether the level names the requester and nobody else. */
function alone({ candidates }: LevelPeople, requester: string): boolean {
  return candidates.filter((one) => !one.inNameOf).every((one) => one.person === requester);
}

/** Whether everybody whom the level names has the document as their own. */
function isOwn({ candidates }: LevelPeople, { requester, excluded }: Subject): boolean {
  const named = candidates.filter((one) => !one.inNameOf);
  const theirs = (person: string) => person === requester || excluded.some((one) => one.person === person);
  return named.length > 0 && named.every((one) => theirs(one.person));
}

/**
 * Whom a level asks for what is known of a document before there is one.
 * @param elsewhere people who decide at another level and not here: they are not asked, and the quorum is of as many as it would be with them
 */
export function peopleAsked(
  level: Pick<Level, "approvers" | "quorum">,
  subject: Subject,
  directory: Directory,
  at: string,
  elsewhere: Subject["excluded"] = [],
): LevelPeople {
  const all = whoMayDecide(level.approvers, subject, directory, at);
  const resolved =
    elsewhere.length > 0
      ? whoMayDecide(level.approvers, { ...subject, excluded: [...subject.excluded, ...elsewhere] }, directory, at)
      : all;
  const { candidates, seats, away, inTurn, gap } = resolved;
  // Everyone means everyone: somebody who is away is still one of them.
  const asked = all.seats.length + (level.quorum.kind === "all" ? all.away.length : 0);
  const needed = inTurn ? Math.max(1, seats.length) : neededFor(level.quorum, asked);
  const possible = mostDeciders(seats, candidates);
  const people = { candidates, needed, pool: [...seats, ...away], inTurn };
  if (!gap && possible >= needed && possible > 0) return people;
  return { ...people, blocked: gap ?? whyTooFew(resolved, possible, needed) };
}

function whyTooFew({ candidates, seats, away }: Resolved, possible: number, needed: number): BlockedReason {
  if (seats.length === 0)
    return { code: "nobody eligible", values: { people: candidates.map(({ person, why }) => ({ person, why })) } };
  const values = { eligible: possible, needed, twice: seats.length > possible, away: away.length };
  return { code: "too few eligible", values };
}

/**
 * How many approvals a quorum asks for out of so many eligible people: a majority is more than half of them. Never less than one.
 * @example neededFor({ kind: "majority" }, 4) // 3
 */
export function neededFor(quorum: Quorum, eligible: number): number {
  switch (quorum.kind) {
    case "one":
      return 1;
    case "all":
      return Math.max(1, eligible);
    case "majority":
      return Math.floor(eligible / 2) + 1;
    case "n":
      return quorum.n;
  }
}

/**
 * What of a document decides who may approve it; besides its requester, the one on whose behalf it is can never decide.
 * @param amount what it comes to in its own currency, which limits and caps are compared with after one rounding, see `ownAmount`
 */
export function subjectOf(
  document: AnyDocument,
  amount: Money | null,
  context: Omit<RoutingContext, "at" | "policies">,
): Subject {
  const type = documentType(document.documentType);
  return {
    requester: askerOf(document),
    unit: document.unit,
    documentType: document.documentType,
    amount,
    toCurrency: converter(document, context),
    excluded: excludedFrom(document),
    // Worked out when a rule asks for them: most ask for neither, and a document can name thousands of things.
    get concerns() {
      return {
        ...namedByLists(document, () => type.picks(document), context.directory.organisation.fields),
        ...type.concerns(document),
      };
    },
    get named() {
      return type.named(document, context.around);
    },
  };
}

/** People besides the requester who may never decide on a document, each with why. */
export function excludedFrom(document: AnyDocument): Subject["excluded"] {
  return [
    ...(document.onBehalfOf ? [{ person: document.requester, why: { code: "entered it" } as const }] : []),
    ...documentType(document.documentType).interested(document),
    ...(document.editedBy ? [{ person: document.editedBy, why: { code: "edited it last" } as const }] : []),
  ];
}

/** Whose document it is: the one on whose behalf it was entered, else the one who entered it. */
export function askerOf(document: Pick<AnyDocument, "requester" | "onBehalfOf">): string {
  return document.onBehalfOf ?? document.requester;
}

/** What a document comes to before it is converted, without sign: a credit note needs whoever would approve the same amount of spending. */
export function ownAmount(measured: Pick<Measured, "amount"> | null | undefined): Money | null {
  return measured ? money(Math.abs(measured.amount.minor), measured.amount.currency) : null;
}

type Rated = Pick<RoutingContext, "rates" | "around" | "ratesOn"> & { at?: string; directory?: Directory };

/** What facts, measures and remarks about a document look at: what is around it, and the rates of the day on which its chain began. */
export function evaluationContextOf(document: AnyDocument, context: Rated): EvaluationContext {
  return { around: context.around ?? {}, toCurrency: converter(document, context) };
}

/** Converts at the rates of the day on which the document was entered; of its own date where nothing is known of that. */
export function converter(document: AnyDocument, { rates, ratesOn, at, directory }: Rated): ToCurrency {
  const day = ratesOn ?? (at && directory ? dayIn(at, directory.organisation.timeZone) : document.date);
  return converterOf(rates, day);
}
