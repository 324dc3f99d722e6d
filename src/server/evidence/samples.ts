import { z } from "zod";
import { conclude, sampleSize, selectAtRandom, selectByValue, type Conclusion, type Item } from "@/core/sampling";
import type { Person } from "@/core/people";
import { canonical, sha256Hex, type ChainedEvent } from "@/core/records";
import { type Result, type Refusal, refusedFor } from "@/core/refusal";
import { refused, refuse } from "@/core/words";
import { authorise } from "../access/authorise";
import { signatureOf, SigningSchema } from "../access/signing";
import type { App } from "../app";
import { carryOut } from "../carry-out";
import { readState } from "../documents/state";
import { everyDocument } from "../documents/queries";
import { checkedFilter } from "../documents/register";
import { write } from "../ledger/write";
import { resultInThread } from "../threads/in-thread";
import { readReferenceData, namesNow } from "../reference-data";
import type { Finding, SampleEvent, SamplePlan } from "./events";

const rate = z.number().gt(0).lt(1);
/** How a sample is asked for; what it is drawn from is a query of the register over a period. */
export const PlanSchema = z.strictObject({
  name: z.string().trim().min(1).max(80),
  query: z.string().max(1000),
  from: z.iso.date(),
  until: z.iso.date(),
  confidence: rate,
  tolerable: rate,
  expected: z.number().min(0).lt(1),
  method: z.enum(["random", "by value"]),
  seed: z.string().trim().min(1).max(60),
  attributes: z.array(z.string().trim().min(1).max(120)).min(1).max(12),
});
export type PlanRequest = z.infer<typeof PlanSchema>;

export const SampleChangeSchema = z.discriminatedUnion("type", [
  z.strictObject({ type: z.literal("draw"), command: z.uuid(), plan: PlanSchema, look: z.boolean().default(false) }),
  z.strictObject({
    type: z.literal("test"),
    command: z.uuid(),
    id: z.string().max(40),
    finding: z.strictObject({
      item: z.string().max(40),
      marks: z.record(z.string().max(120), z.enum(["good", "deviation", "not applicable"])),
      note: z.string().max(1000),
    }),
  }),
  z.strictObject({ type: z.literal("sign"), command: z.uuid(), id: z.string().max(40), signing: SigningSchema }),
]);
export type SampleChange = z.infer<typeof SampleChangeSchema>;

export type Sample = {
  id: string;
  name: string;
  plan: SamplePlan;
  items: Item[];
  findings: Record<string, Finding>;
  madeBy: string;
  madeAt: string;
  signed: { sentence: string; name: string; by: string; at: string } | null;
};

type Stored = {
  id: string;
  name: string;
  plan: string;
  items: string;
  findings: string;
  made_by: string;
  made_at: string;
  signed: string | null;
};

const fromStored = (row: Stored): Sample => ({
  id: row.id,
  name: row.name,
  plan: JSON.parse(row.plan) as SamplePlan,
  items: JSON.parse(row.items) as Item[],
  findings: JSON.parse(row.findings) as Sample["findings"],
  madeBy: row.made_by,
  madeAt: row.made_at,
  signed: row.signed ? (JSON.parse(row.signed) as Sample["signed"]) : null,
});

/** The newest hundred samples. */
export function samplesOf(app: App): Sample[] {
  return (app.db.prepare("SELECT * FROM sample ORDER BY made_at DESC, id DESC LIMIT 100").all() as Stored[]).map(
    fromStored,
  );
}

/** A sample with what was found; null where there is none. */
export function sampleOf(app: App, id: string): Sample | null {
  const row = app.db.prepare("SELECT * FROM sample WHERE id = ?").get(id) as Stored | undefined;
  return row ? fromStored(row) : null;
}

/** What the tested items say so far: an item deviates when any of its attributes does. */
export function conclusionOf({ items, findings, plan }: Sample): Conclusion | null {
  const tested = items.filter((one) => isComplete(findings[one.id], plan));
  const deviations = tested.filter((one) => Object.values(findings[one.id]!.marks).includes("deviation")).length;
  return conclude(tested.length, deviations, plan.confidence, plan.tolerable);
}

/** Whether every attribute of an item was looked at. */
export function isComplete(finding: Finding | undefined, { attributes }: Pick<SamplePlan, "attributes">): boolean {
  return finding !== undefined && attributes.every((one) => finding.marks[one] !== undefined);
}

type Drawn = { plan: SamplePlan; items: Item[] };

/** A sample as its plan gives it: population, size and selection. The same plan over the same log gives the same. */
export function draw(app: App, actor: Person, request: PlanRequest): Result<Drawn> {
  const { name: _, ...asked } = request;
  if (asked.expected >= asked.tolerable) return refused("expected over tolerable", null, "expected");
  const sized = sampleSize(asked.confidence, asked.tolerable, asked.expected);
  if (!sized) return refused("no sample would do", null, "expected");
  const { from, until } = asked;
  const filter = checkedFilter(
    { ...Object.fromEntries(new URLSearchParams(asked.query)), from, until },
    readReferenceData(app).directory,
  );
  if (!filter.ok) return filter;
  const population: Item[] = [];
  for (const rows of everyDocument(app, actor, filter.value))
    for (const row of rows) population.push({ id: row.id, minor: Math.abs(row.gross.minor) });
  if (population.length === 0) return refused("nothing fits the query", null, "query");
  const items =
    asked.method === "random"
      ? selectAtRandom(population, sized.size, asked.seed)
      : selectByValue(population, sized.size, asked.seed).items;
  const minor = population.reduce((sum, one) => sum + one.minor, 0);
  const plan: SamplePlan = {
    ...asked,
    ...sized,
    population: {
      count: population.length,
      minor,
      hash: sha256Hex(canonical(population.toSorted((a, b) => (a.id < b.id ? -1 : 1)))),
    },
  };
  return { ok: true, value: { plan, items } };
}

/** Draws a sample, notes what was found at an item, or signs the sheet. */
export async function changeSample(
  app: App,
  actor: Person,
  change: SampleChange,
  signal?: AbortSignal,
): Promise<Result<Sample | Drawn>> {
  const refusal = authorise(actor, "samples.write");
  if (refusal) return { ok: false, refusals: [refusal] };
  if (change.type === "draw") return drawSample(app, actor, change, signal);
  const sample = sampleOf(app, change.id);
  if (!sample) return refused("no such sample");
  if (sample.signed) return refused("sample is signed", { sample: sample.name });
  if (change.type === "test") return testItem(app, actor, sample, change);
  const own = ownWorkIn(app, actor, sample);
  if (own) return refusedFor(own);
  const left = sample.items.filter((one) => !isComplete(sample.findings[one.id], sample.plan)).length;
  if (left > 0) return refused("items not tested", { left, of: sample.items.length });
  const signature = await signatureOf(app, actor, change.signing);
  if (!signature.ok) return signature;
  if (signature.value.name.toLocaleLowerCase("en") !== actor.name.toLocaleLowerCase("en"))
    return refused("name of the signer", { person: actor.id }, "signing.name", namesNow(app));
  if (signature.value.documentHash !== sheetHash(sample)) return refused("sheet has changed");
  const { sentence } = conclusionOf(sample)!;
  return written(app, actor, change.command, sample.id, {
    type: "sample signed",
    data: { id: sample.id, sentence, name: signature.value.name, by: actor.id },
  });
}

/** Why somebody cannot sign off a test: what it tests is their own. Null when nothing of it is. */
export function ownWorkIn(app: App, { id: person }: Pick<Person, "id">, { items }: Sample): Refusal | null {
  const { versions } = readReferenceData(app);
  for (const item of items) {
    const state = readState(app.db, item.id);
    if (!state) continue;
    const route = state.route?.policy;
    const version = versions.find((one) => one.policy.id === route?.id && one.version === route.version);
    const hands = version && [
      version.policy.owner,
      version.savedBy,
      version.putInForceBy,
      version.review?.by,
      ...(version.authors ?? []),
    ];
    if (version && hands!.includes(person))
      return refuse("hand in a tested policy", {
        version: version.version,
        policy: version.policy.name,
        document: state.number,
      });
    if (state.levels.some(({ decisions }) => decisions.some(({ by }) => by === person)))
      return refuse("decided on a tested document", { document: state.number });
  }
  return null;
}

async function drawSample(
  app: App,
  actor: Person,
  change: Extract<SampleChange, { type: "draw" }>,
  signal: AbortSignal | undefined,
): Promise<Result<Sample | Drawn>> {
  const drawn = await resultInThread(app, "draw a sample", change.plan, actor, signal);
  if (!drawn.ok || change.look) return drawn;
  const count = app.db.prepare("SELECT COUNT(*) FROM sample").pluck().get() as number;
  const id = `s-${String(count + 1).padStart(4, "0")}`;
  return written(app, actor, change.command, id, {
    type: "sample drawn",
    data: { id, name: change.plan.name, ...drawn.value },
  });
}

function testItem(
  app: App,
  actor: Person,
  sample: Sample,
  { finding, command }: Extract<SampleChange, { type: "test" }>,
): Result<Sample> {
  if (!sample.items.some((one) => one.id === finding.item)) return refused("no such item", null, "item");
  const other = Object.keys(finding.marks).find((one) => !sample.plan.attributes.includes(one));
  if (other) return refused("no such attribute", { attribute: other }, "marks");
  const deviates = Object.values(finding.marks).includes("deviation");
  if (deviates && !finding.note.trim()) return refused("say what deviates", null, "note");
  return written(app, actor, command, sample.id, { type: "item tested", data: { id: sample.id, finding } });
}

function written(app: App, actor: Person, command: string, id: string, event: SampleEvent): Result<Sample> {
  const stream = `sample:${id}`;
  const intent = {
    command,
    // A sample that is drawn a second time by the same command would have another number.
    stream: event.type === "sample drawn" ? null : stream,
    type: event.type,
    barred: () => authorise(actor, "samples.write"),
    again: (done: ChainedEvent) => sampleOf(app, done.stream.slice("sample:".length))!,
  };
  return carryOut(app, actor, intent, () => {
    write(app, stream, [event], { actor: actor.id, command });
    return { ok: true, value: sampleOf(app, id)! };
  });
}

/** The hash of a sheet as it is signed for: plan, items and findings. */
export function sheetHash({ id, plan, items, findings }: Sample): string {
  return sha256Hex(canonical({ id, plan, items, findings }));
}
