// Whatever people do in whatever order: no document is ever approved unless, for what was approved, every required level is covered by enough different people
// who might decide when they did, and whose approval was for that; none waits with a quorum that nobody can reach; nothing that was refused is carried out.
// The judge (fixtures/judge.ts) is a model of the rules of its own.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { documentType } from "../documents";
import { claim, claimLine, order, versionOf } from "../fixtures";
import { Judge, type Judged, type People } from "../fixtures/judge";
import type { Rate } from "../money";
import { directoryOf, OrganisationSchema, type Organisation, type StandIn } from "../people";
import type { PolicyInput } from "../policy";
import {
  acceptedOf,
  decide,
  evolve,
  openSeats,
  type DocumentCommand,
  type DocumentEvent,
  type DocumentState,
} from "./index";

const WALKS = Number(process.env.BANDEIRA_WALKS ?? 20_000);
const SEED = Number(process.env.BANDEIRA_SEED ?? 20_261_127);
const PEOPLE = ["p0", "p1", "p2", "p3", "p4", "p5", "p6"];
const START = Date.parse("2026-03-10T09:00:00.000Z");
const someone = fc.constantFrom(...PEOPLE);

/** Rates that differ from day to day, so that another day would be another band. */
const RATES: Rate[] = Array.from({ length: 40 }, (_, day) => ({
  from: "NOK",
  to: "EUR",
  date: new Date(START + (day - 20) * 86_400_000).toISOString().slice(0, 10),
  rate: (0.05 + ((day * 7) % 11) / 100).toFixed(4),
  source: "test",
}));

const rules = fc.oneof(
  {
    weight: 4,
    arbitrary: fc
      .uniqueArray(someone, { minLength: 2, maxLength: 5 })
      .map((people) => ({ kind: "people" as const, people })),
  },
  { weight: 2, arbitrary: fc.constant({ kind: "group" as const, group: "g" }) },
  { weight: 1, arbitrary: fc.integer({ min: 1, max: 2 }).map((up) => ({ kind: "manager" as const, up })) },
  { weight: 1, arbitrary: fc.integer({ min: 0, max: 1 }).map((up) => ({ kind: "headOfUnit" as const, up })) },
);

const levels = fc.array(
  fc.record({
    approvers: rules,
    quorum: fc.oneof(
      fc.constantFrom(
        { kind: "one" as const },
        { kind: "one" as const },
        { kind: "one" as const },
        { kind: "one" as const },
        { kind: "all" as const },
        { kind: "majority" as const },
      ),
      fc.integer({ min: 2, max: 3 }).map((n) => ({ kind: "n" as const, n })),
    ),
    beside: fc.boolean(),
    marks: fc.constantFrom(
      ["none", "approves", "approves"],
      ["approves", "approves", "approves"],
      ["approves", "approves", "approves"],
      ["none", "none", "approves"],
      ["told", "approves", "approves"],
    ),
    conditioned: fc.integer({ min: 0, max: 3 }).map((n) => n === 0),
    refusal: fc.constantFrom("first ends" as const, "counts" as const, "counts" as const),
    handOver: fc.constantFrom("no" as const, "to the pool" as const, "to anyone eligible" as const),
    mayAddApprover: fc.boolean(),
    late: fc.option(fc.constantFrom("wait", "next in pool", "manager", "decline", "approve by lapse")),
  }),
  { minLength: 1, maxLength: 4 },
);
const fuel = { kind: "choice" as const, field: "category", is: "one of" as const, values: ["fuel", "lodging"] };

const policies = fc.record({
  levels,
  exact: fc.constantFrom("below" as const, "above" as const),
  split: fc.integer({ min: 0, max: 3 }).map((n) => n === 0),
  chooses: fc.integer({ min: 0, max: 5 }).map((n) => n === 0),
  repeatedApprover: fc.constantFrom("ask twice", "count once", "must differ"),
  rule: fc.constantFrom("hold", "next level", "manager", "substitute"),
  edits: fc.record({
    fields: fc.constantFrom([], [], ["amount"], ["category"], ["amount", "category"]),
    toleranceMinor: fc.constantFrom(0, 0, 40),
    tolerancePercent: fc.constantFrom(0, 2, 5, 2.3),
    effect: fc.constantFrom(
      "start again" as const,
      "from the level" as const,
      "from the level" as const,
      "carry on" as const,
    ),
  }),
});
type Policies = typeof policies extends fc.Arbitrary<infer P> ? P : never;

function policyOf(drawn: Policies, documentType: string): PolicyInput {
  let stage = 0;
  const made = drawn.levels.map(({ beside, late, conditioned, ...one }, index) => ({
    ...one,
    id: `l${index}`,
    name: `L${index}`,
    stage: index === 0 || !beside ? (stage += 1) : stage,
    ...(conditioned && { when: fuel }),
    ...(late && { timeLimit: { amount: 2, unit: "working hours" }, overdue: late }),
  }));
  // The first chooses among two that come later, one stage after the other.
  if (drawn.chooses && made.length >= 3 && made[1]!.stage > 1)
    Object.assign(made[0]!, { choosesNext: made.slice(-2).map((one) => one.id), quorum: { kind: "one" } });
  const amount = documentType === "purchase-order" ? "net" : "gross";
  const section = (id: string, when: unknown) => ({
    id,
    name: id,
    when,
    thresholds: [
      { amount: 500, exact: drawn.exact },
      { amount: 1000, exact: drawn.exact },
    ],
    bands: [0, 1, 2].map((band) => ({
      approval: made.every((one) => one.marks[band] !== "approves") ? "none" : "required",
    })),
    levels: made,
  });
  return {
    id: "random",
    name: "Random",
    documentType,
    scope: { units: ["u0"] },
    currency: "EUR",
    measure: { kind: amount },
    repeatedApprover: drawn.repeatedApprover,
    selfApproval: { rule: drawn.rule, ...(drawn.rule === "substitute" && { substitute: "p6" }) },
    edits: { ...drawn.edits, fields: drawn.edits.fields.map((key) => (key === "amount" ? amount : key)) },
    sections: [...(drawn.split ? [section("fuel", fuel)] : []), section("all", "otherwise")],
  } as unknown as PolicyInput;
}

const organisations = fc.record({
  managers: fc.array(fc.nat(6), { minLength: 7, maxLength: 7 }),
  heads: fc.tuple(fc.option(someone), fc.option(someone)),
  members: fc.subarray(PEOPLE, { minLength: 2 }),
  limits: fc.array(fc.integer({ min: 300, max: 3000 }), { minLength: 7, maxLength: 7 }),
});
type Drawn = typeof organisations extends fc.Arbitrary<infer O> ? O : never;
type Changing = { standIns: StandIn[]; left: Record<string, { until: string; successor: string | null }> };

function organisationOf({ managers, heads, members, limits }: Drawn, { standIns, left }: Changing): Organisation {
  return OrganisationSchema.parse({
    name: "Random",
    currency: "EUR",
    timeZone: "UTC",
    people: PEOPLE.map((id, index) => ({
      id,
      name: id.toUpperCase(),
      email: `${id}@example.test`,
      title: "x",
      unit: index % 2 ? "u1" : "u0",
      roles: ["requester", "approver"],
      manager: index ? PEOPLE[managers[index]! % index] : null,
      ...(left[id] && { activeUntil: left[id].until, successor: left[id].successor }),
    })),
    units: [
      { id: "u0", name: "U0", head: heads[0] },
      { id: "u1", name: "U1", parent: "u0", head: heads[1] },
    ],
    groups: [{ id: "g", name: "G", members }],
    standIns,
    limits: ["purchase-order", "expense-claim"].flatMap((documentType) =>
      limits.map((minor, index) => ({
        holder: { kind: "person", id: PEOPLE[index]! },
        documentType,
        limit: { kind: "amount", minor, currency: index % 2 ? "NOK" : "EUR" },
      })),
    ),
  });
}

const WHATS = [
  ...Array<string>(14).fill("approve"),
  ...Array<string>(4).fill("approve in part"),
  ...Array<string>(7).fill("edit"),
  ..."decline, send back, back a level, hand over, hand over, add approver, timer, timer, submit, submit, withdraw, reroute".split(
    ", ",
  ),
  ..."absence, absence, return, leave, look, look, ask again".split(", "),
];
const moves = fc.array(
  fc.record({
    what: fc.constantFrom(...WHATS),
    who: someone,
    to: someone,
    n: fc.nat(10_000),
    minutes: fc.oneof(fc.integer({ min: 1, max: 90 }), fc.integer({ min: 1, max: 3000 })),
  }),
  // Long walks, since most edits and most decisions of somebody are refused.
  { minLength: 20, maxLength: 80, size: "max" },
);
type Move = typeof moves extends fc.Arbitrary<(infer M)[]> ? M : never;

/** An edit of the document: small steps of the amount, another text, another party, for somebody else, another date, currency, category, another line. */
function edited(state: DocumentState, { n, who, minutes }: Move, fresh: string): Judged {
  const document = state.document as Judged;
  const lines = document.lines as never[];
  const which = n % Math.max(1, lines.length);
  const put = (change: object) =>
    ({
      ...document,
      lines: lines.map((line, index) => (index === which ? { ...(line as object), ...change } : line)),
    }) as Judged;
  const one = lines[which] as unknown as { unitPrice?: number; claimed?: number } | undefined;
  const price = one?.unitPrice ?? one?.claimed ?? 0;
  const priced = (minor: number) => put("unitPrice" in (one ?? {}) ? { unitPrice: minor } : { claimed: minor });
  switch (n % 16) {
    case 0:
    case 1:
    case 2:
    case 3:
      return priced(Math.max(1, price + Math.ceil((price * (minutes % 6)) / 100)));
    case 4:
      return priced(Math.max(1, price - Math.ceil((price * (minutes % 6)) / 100)));
    case 5:
      return priced(Math.max(1, price * (1 + (minutes % 3))));
    // Somebody else edits it for its requester, who may have approved it before; the server marks who did.
    case 6:
      return { ...document, note: `${fresh} ${n}`, editedBy: who };
    case 7:
      return { ...document, note: `${fresh} ${n}` };
    case 8:
      return document.documentType === "purchase-order"
        ? { ...document, supplier: `Supplier ${n % 3}` }
        : { ...document, payee: document.requester };
    case 9:
      return { ...document, onBehalfOf: who === document.requester ? null : who };
    case 10:
      return { ...document, date: new Date(START - (minutes % 15) * 86_400_000).toISOString().slice(0, 10) };
    case 11:
      return { ...document, currency: document.currency === "EUR" ? "NOK" : "EUR" } as Judged;
    case 12:
      return put({
        category: "unitPrice" in (one ?? {}) ? (minutes % 2 ? "fuel" : "deck") : minutes % 2 ? "lodging" : "travel",
      });
    case 13:
      return {
        ...document,
        lines: [...lines, { ...(lines[which] as unknown as object), description: fresh }],
      } as Judged;
    case 14:
      return lines.length > 1
        ? ({ ...document, lines: lines.filter((_, index) => index !== which) } as Judged)
        : document;
    // What was refused a second time, and the lines the other way round: the ways round a refusal.
    default: {
      const refused = lines[Number(state.refused?.[0]?.part.split(" ")[1] ?? 0) - 1];
      return { ...document, lines: refused && minutes % 2 ? [...lines, refused] : lines.toReversed() } as Judged;
    }
  }
}

const ENDS = ["approved", "declined", "withdrawn"];

describe("random walks of edits, decisions, hand-overs, absences and leavers", () => {
  it(`${WALKS} of them are approved only where every approval covers what was approved`, { timeout: 3_600_000 }, () => {
    const seen: Record<string, number> = {};
    // What happened in the walk that failed last, which is the shortest.
    let trace: (() => string)[] = [];
    let failed: string[] = [];
    const note = (what: string) => (seen[what] = (seen[what] ?? 0) + 1);
    const checked = fc.check(
      fc.property(
        organisations,
        policies,
        someone,
        fc.constantFrom("purchase-order", "purchase-order", "expense-claim"),
        fc.array(fc.integer({ min: 100, max: 700 }), { minLength: 1, maxLength: 3 }),
        moves,
        (drawn, policyDrawn, requester, type, amounts, steps) => {
          trace = [];
          const version = versionOf(policyOf(policyDrawn, type));
          const changing: Changing = { standIns: [], left: {} };
          const people: People[] = [{ from: "", organisation: organisationOf(drawn, changing) }];
          const directories = [{ from: "", directory: directoryOf(people[0]!.organisation) }];
          const judge = new Judge(version.policy, people, RATES);
          let at = START;
          const iso = () => new Date(at).toISOString();
          let state: DocumentState | null = null;
          const now = () => state as unknown as DocumentState;
          const carryOut = (actor: string, command: DocumentCommand): boolean => {
            const moment = iso();
            const result = decide(state, command, {
              actor,
              at: moment,
              inPerson: true,
              directoryAt: (then) => directories.findLast((one) => one.from <= then)!.directory,
              routing: { policies: [version], directory: directories.at(-1)!.directory, rates: RATES },
              versionOf: () => version,
            });
            trace.push(() => said(moment, actor, command, result));
            if (!result.ok) {
              note(`refused: ${result.refusals[0]!.code}`);
              return false;
            }
            for (const event of result.value) {
              state = evolve(state, event, moment);
              note(event.type);
              if (event.type === "revised") note(approvalsLeft(now(), event.data.again));
              trace.push(() => happened(event));
              const wrong = judge.note({ event, at: moment });
              if (wrong.length > 0) throw new Error(wrong.join("; "));
            }
            return true;
          };
          const change = (edit: () => void) => {
            edit();
            const organisation = organisationOf(drawn, changing);
            people.push({ from: iso(), organisation });
            directories.push({ from: iso(), directory: directoryOf(organisation) });
            carryOut("system", { type: "look again", because: "people have changed" });
          };
          let fresh = 0;
          const lines = amounts.map((minor) => ({ minor, description: `line ${(fresh += 1)}` }));
          const currency = steps[0]!.n % 3 ? "EUR" : "NOK";
          const base = { requester, currency, unit: PEOPLE.indexOf(requester) % 2 ? "u1" : "u0" };
          const document: Judged =
            type === "purchase-order"
              ? order(1, {
                  ...base,
                  lines: lines.map(({ minor, description }) => ({ ...order(minor).lines[0]!, description })),
                })
              : claim(
                  lines.map(({ minor, description }) => claimLine({ claimed: minor, description })),
                  { ...base, payee: requester },
                );
          carryOut(requester, { type: "draft", id: "x", number: "X", document });
          carryOut(requester, { type: "submit", document });
          try {
            for (const move of steps) {
              if (ENDS.includes(now().status)) break;
              at += move.minutes * 60_000;
              step(move, requester, now(), carryOut, change, changing, iso, () => `line ${(fresh += 1)}`);
              if (now().status === "waiting") waitsForSomebody(now(), judge, iso(), note);
            }
            if (now().status === "approved") noRefusedPart(now());
          } catch (error) {
            failed = trace.map((say) => say());
            throw error;
          }
          note(`end: ${now().status}${now().holds.some((hold) => !hold.releasedAt) ? ", held" : ""}`);
          note(
            `approvals of ${new Set(now().levels.flatMap((level) => level.decisions.map((one) => one.revision))).size} revisions`,
          );
        },
      ),
      { numRuns: WALKS, seed: SEED },
    );
    if (checked.failed)
      throw new Error(`${String(checked.errorInstance)}\n${fc.defaultReportMessage(checked)}\n${failed.join("\n")}`);
    console.log(
      `${WALKS} walks, seed ${SEED}:`,
      JSON.stringify(Object.fromEntries(Object.entries(seen).sort()), null, 1),
    );
    // The walks have met all of this; otherwise they would prove nothing.
    const wanted = `approved, declined, withdrawn, sent back, returned, handed over, approver added, revised, level lapsed, level passed on, level passed over,
      approval counted, hold placed, hold released, reduced, rerouted, looked again, end: approved, end: waiting, end: waiting, held, refused: refused part`;
    for (const what of wanted.split(/,\s+(?=\S)/).filter((one) => one !== "held"))
      expect([what, (seen[what] ?? 0) > WALKS / 2000]).toEqual([what, true]);
    expect(seen.reopened ?? 0).toBeGreaterThan(0);
  });
});

function said(at: string, actor: string, command: DocumentCommand, result: ReturnType<typeof decide>): string {
  return `${at} ${actor} ${JSON.stringify(command)}${result.ok ? "" : ` REFUSED ${result.refusals[0]!.message}`}`;
}

const LONG = ["route", "document", "timers", "around"];

function happened({ type, data }: DocumentEvent): string {
  return `    ${type} ${JSON.stringify(data, (key, value: unknown) => (LONG.includes(key) ? undefined : value))}`;
}

/** What an edit left of the approvals that there were. */
function approvalsLeft({ levels }: DocumentState, again: readonly string[]): string {
  const stand = levels.some((level) => level.decisions.some((one) => one.outcome === "approve"));
  return stand ? "edit: approvals stand" : again.length > 0 ? "edit: begins again" : "edit: nothing approved yet";
}

type CarryOut = (actor: string, command: DocumentCommand) => boolean;

/** One move by somebody: whatever comes to whoever it comes to; most who are not asked are refused, so half of them are those who are. */
function step(
  move: Move,
  requester: string,
  state: DocumentState,
  carryOut: CarryOut,
  change: (edit: () => void) => void,
  changing: Changing,
  iso: () => string,
  fresh: () => string,
): void {
  const { revision } = state;
  const open = state.levels.filter((level) => level.status === "open");
  const chosen = open[move.n % Math.max(1, open.length)];
  const asked = chosen ? openSeats(chosen) : [];
  const who = move.minutes % 3 ? (asked[move.n % Math.max(1, asked.length)] ?? move.who) : move.who;
  const level = chosen?.level ?? "l0";
  const later = state.levels.filter((one) => one.status === "not yet").map((one) => one.level);
  const next = later.length > 1 ? { next: later[move.n % later.length]! } : {};
  // What was sent back is mended and sent in again by almost any move, or the walk would end there.
  const what = state.status === "sent back" && move.n % 5 ? "submit" : move.what;
  switch (what) {
    case "approve": {
      // With a choice of the next level where one is asked for.
      const done = carryOut(who, { type: "approve", level, revision, comment: "said" });
      if (!done && "next" in next) carryOut(who, { type: "approve", level, revision, comment: "said", ...next });
      return;
    }
    case "approve in part": {
      const parts = documentType(state.document.documentType).parts(state.document);
      const part = parts[move.n % Math.max(1, parts.length)];
      const cut =
        part?.amount && move.n % 2 && state.document.documentType === "expense-claim"
          ? Math.ceil(part.amount.minor / 2)
          : null;
      if (part)
        carryOut(who, {
          type: "approve",
          level,
          revision,
          comment: "said",
          refused: [{ part: part.key, allowed: cut }],
        });
      return;
    }
    case "decline":
    case "send back":
      carryOut(who, { type: what, level, revision, comment: "said" });
      return;
    case "back a level":
      carryOut(who, { type: "send back", level, revision, comment: "said", to: `l${move.n % 3}` });
      return;
    case "hand over":
    case "add approver":
      carryOut(who, { type: what, level, revision, to: move.to, comment: "said" });
      return;
    case "edit":
    case "ask again": {
      const document = edited(state, move, fresh());
      const askAgain = what === "ask again" ? (state.refused ?? []).slice(0, 1).map((one) => one.part) : undefined;
      const sent = { document: askAgain ? state.document : document, ...(askAgain && { askAgain }) };
      if (state.status === "waiting") carryOut(requester, { type: "revise", revision, ...sent });
      else carryOut(requester, { type: "submit", ...sent });
      return;
    }
    case "submit":
      carryOut(requester, { type: "submit", document: edited(state, move, fresh()) });
      return;
    case "withdraw":
      if (move.n % 8 === 0) carryOut(requester, { type: "withdraw", comment: "" });
      return;
    case "reroute":
      if (move.n % 3 === 0) carryOut("controller", { type: "reroute", reason: "again" });
      return;
    case "look":
      carryOut("system", { type: "look again", because: "something around it has changed" });
      return;
    case "timer": {
      const timers = open.flatMap((one) => (one.timers ?? []).map((timer, index) => ({ one, timer, index })));
      const due = timers[move.n % Math.max(1, timers.length)];
      if (due)
        carryOut("system", { type: "fire timer", level: due.one.level, timer: due.index, planned: due.timer.at });
      return;
    }
    case "absence": {
      const person = move.minutes % 2 ? who : move.who;
      if (changing.standIns.some((one) => one.person === person)) return;
      const standIn = move.to === person || move.n % 4 === 0 ? null : move.to;
      const kind = move.n % 5 === 0 && standIn ? ("delegation" as const) : ("absence" as const);
      // Circles are refused where stand-ins are set.
      const next = (id: string | null) => changing.standIns.find((one) => one.person === id)?.standIn ?? null;
      for (let at = standIn; at !== null; at = next(at)) if (at === person) return;
      change(() => {
        changing.standIns.push({
          id: `s${changing.standIns.length}-${move.n}`,
          kind,
          person,
          standIn,
          from: iso(),
          until: null,
          documentTypes: null,
          cap: null,
          reason: "",
        });
      });
      return;
    }
    case "return":
      change(() => {
        changing.standIns = changing.standIns.slice(0, -1);
      });
      return;
    case "leave": {
      if (move.n % 3 || changing.left[move.who] || Object.keys(changing.left).length > 1) return;
      const until = new Date(Date.parse(iso()) - 86_400_000).toISOString().slice(0, 10);
      const successor = move.to === move.who || changing.left[move.to] ? null : move.to;
      change(() => {
        changing.left[move.who] = { until, successor };
      });
    }
  }
}

/** None waits with a quorum out of reach: either enough people can still decide at every open level, or it is held and says why. */
function waitsForSomebody(state: DocumentState, judge: Judge, at: string, note: (what: string) => void): void {
  const open = state.levels.filter((level) => level.status === "open" && level.kind !== "check");
  const held = state.holds.filter((hold) => !hold.releasedAt && hold.kind === "routing");
  if (open.length === 0 && held.length === 0) throw new Error("it waits for nobody and is not held");
  const asked = open.map((level) => ({
    level: level.level,
    seats: level.pool.filter((seat) => !level.decisions.some((one) => (one.inNameOf ?? one.by) === seat)),
    needed:
      level.needed - new Set(level.decisions.filter((one) => one.outcome === "approve").map((one) => one.by)).size,
    decided: level.decisions.map((one) => one.by),
  }));
  const isHeld = (level: string) => held.some((hold) => hold.level === level);
  const everybody = new Set(state.levels.flatMap((one) => one.decisions.map((said) => said.by)));
  const differ = state.route?.mustDiffer === true;
  for (const one of asked) {
    const reachable = judge.canFill([one], differ ? everybody : new Set(one.decided), at);
    if (!reachable) note("out of reach and held");
    if (!reachable && !isHeld(one.level)) throw new Error(`${one.level} is out of reach and waits`);
  }
  // Side by side they need different people: those that are not held can all have theirs at once.
  if (!differ || asked.length < 2) return;
  const together = judge.canFill(
    asked.filter((one) => !isHeld(one.level)),
    everybody,
    at,
  );
  const each = asked.every((one) => judge.canFill([one], everybody, at));
  if (each && !judge.canFill(asked, everybody, at)) note("out of reach side by side and held");
  if (!together) throw new Error(`${asked.map((one) => one.level).join()} wait side by side and cannot all be reached`);
}

/** What was refused is not in what is carried out, unless it was asked for again and approved. */
function noRefusedPart(state: DocumentState): void {
  const accepted = acceptedOf(state) as Judged;
  const refused = state.levels.flatMap((level) =>
    level.decisions.flatMap((one) => (one.refused ?? []).map((part) => ({ part, revision: one.revision }))),
  );
  for (const { part, revision } of refused) {
    const seen = [...(state.revisions ?? []), { revision: state.revision, document: state.document }].find(
      (one) => one.revision === revision,
    )!.document as Judged;
    const line = seen.lines[Number(part.part.split(" ")[1]) - 1]!;
    const kept = (accepted.lines as { description: string; claimed?: number }[]).filter(
      (one) => one.description === line.description,
    );
    if (part.allowed === null) expect(kept).toEqual([]);
    else for (const one of kept) expect(one.claimed).toBeLessThanOrEqual(part.allowed);
  }
}
