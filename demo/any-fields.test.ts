// Whatever lists and fields an organisation keeps: what decides by them is the same by a judge of its own, by policies that went out and came back as files, for documents
// that come from forms, programs, tables and workbooks, and when it is worked out again after everything was renamed and ended.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { Condition } from "@/core/conditions";
import type { PurchaseOrder } from "@/core/documents";
import type { Lists } from "@/core/lists";
import type { OwnField, OwnKind, OwnValue } from "@/core/own-fields";
import { directoryOf, type Organisation } from "@/core/people";
import { PolicySchema, type PolicyInput } from "@/core/policy";
import { canonical } from "@/core/records";
import { route } from "@/core/routing";
import { FieldChangeSchema, changeField } from "@/server/fields/commands";
import { changeList } from "@/server/lists/commands";
import { viewDocument } from "@/server/documents/queries";
import { recomputed } from "@/server/documents/recompute";
import { controlReport } from "@/server/evidence/report";
import { receiveDocument } from "@/server/intake/api";
import { readText } from "@/server/intake/import";
import { makeToken } from "@/server/intake/tokens";
import { newCommandId } from "@/server/log/log";
import { policyFile, readPolicyFile } from "@/server/policies/files";
import { readReferenceData } from "@/server/reference-data";
import { toCsv, toXlsx } from "@/server/tables";
import { readWorkbook } from "@/workers/workbook";
import { reviewedInForce } from "./put-in-force";
import { emptyApp, person, value, type TestApp } from "./test-app";
import { submit } from "./test-books";
import { cerroBajo, enterAccount, mirrorOrder, oneSection } from "./test-observatory";

const AT = "2026-09-06T15:00:00.000Z";
const clp = (minor: number) => ({ minor, currency: "CLP" });
const ENTRIES = ["A1", "b-2", "007", "1E5"];
/** By the kind of a field, what can stand in it; of a choice and a person, what the organisation has. */
const VALUES: Readonly<Record<OwnKind, readonly OwnValue[]>> = {
  text: ["Rope", "sail, cloth", "007", "1E5", "ñandú “x”"],
  number: ["0", "2.5", "-3", "12.25"],
  amount: [clp(0), clp(250), clp(99_999)],
  date: ["2026-03-01", "2026-09-06", "2027-01-31"],
  flag: [true, false],
  choice: ENTRIES,
  person: ["millaray", "nehuen", "lautaro"],
};

type Spec = { kind: OwnKind; line: boolean; list: number; several: boolean };
type Drawn = {
  names: string[];
  specs: Spec[];
  /** Of each section the field that it is about, and which of the ways to compare with which value. */
  sections: { field: number; way: number; value: number }[];
  /** Of each document the value in each field, and how many lines say it. */
  documents: { values: number[]; lines: number }[];
};

const small = fc.nat({ max: 6 });
const drawn: fc.Arbitrary<Drawn> = fc.record({
  names: fc.uniqueArray(fc.constantFrom("Infrared", "Größe", "Nordlys", "Año 3", "Old house", "Rope"), {
    minLength: 4,
    maxLength: 4,
  }),
  specs: fc.array(
    fc.record({
      kind: fc.constantFrom<OwnKind>("text", "number", "amount", "date", "flag", "choice", "person"),
      line: fc.boolean(),
      list: fc.nat({ max: 1 }),
      several: fc.boolean(),
    }),
    { minLength: 2, maxLength: 6 },
  ),
  sections: fc.uniqueArray(fc.record({ field: fc.nat({ max: 5 }), way: small, value: small }), {
    minLength: 1,
    maxLength: 3,
    selector: ({ field }) => field,
  }),
  documents: fc.array(
    fc.record({ values: fc.array(small, { minLength: 6, maxLength: 6 }), lines: fc.integer({ min: 1, max: 3 }) }),
    { minLength: 1, maxLength: 3 },
  ),
});

const listsOf = ({ names }: Drawn): Lists =>
  ["grants", "ships"].map((id, at) => ({
    id,
    name: id,
    entries: ENTRIES.map((key, index) => ({ key, name: names[(index + at) % names.length]!, owner: "millaray" })),
  }));

const fieldsOf = ({ specs }: Drawn): OwnField[] =>
  specs.map(({ kind, line, list, several }, index) => ({
    key: `own_f${index}`,
    kind,
    part: line ? "line" : "document",
    name: `field ${index}`,
    on: ["purchase-order"],
    place: index,
    required: "no",
    ...(kind === "choice" && { list: ["grants", "ships"][list]!, ...(several && { several: true as const }) }),
  }));

/** What stands in a field, by the number that was drawn for it; nothing once in as many times as there are values, and one. */
function standing({ kind, several }: OwnField, number: number): OwnValue | undefined {
  const values = VALUES[kind];
  const chosen = values[number % (values.length + 1)];
  if (chosen === undefined) return undefined;
  return several ? [...new Set([chosen as string, values[(number + 1) % values.length] as string])] : chosen;
}

function documentsOf({ documents }: Drawn, fields: readonly OwnField[]): PurchaseOrder[] {
  return documents.map(({ values, lines }) => {
    const own = (part: OwnField["part"], line: number) =>
      Object.fromEntries(
        fields.flatMap((field, index) => {
          const held = field.part === part ? standing(field, values[index]! + line) : undefined;
          return held === undefined ? [] : [[field.key, held]];
        }),
      );
    const saying = <T extends object>(thing: T, said: Record<string, OwnValue>): T =>
      Object.keys(said).length > 0 ? { ...thing, own: said } : thing;
    const base = mirrorOrder();
    return saying(
      { ...base, lines: Array.from({ length: lines }, (_, line) => saying(base.lines[0]!, own("line", line))) },
      own("document", 0),
    );
  });
}

/** A comparison, and the same question asked of what stands in a field, by a judge that shares no code with the application. */
type Asked = { when: Condition; met(held: OwnValue[]): boolean };

const number = (text: OwnValue) => Number(text);
function askedOf(field: OwnField, way: number, at: number): Asked {
  const { key, kind } = field;
  const wanted = VALUES[kind][at % VALUES[kind].length]!;
  const some = (test: (one: OwnValue) => boolean) => (held: OwnValue[]) => held.some(test);
  const pick = <T>(ways: readonly T[]) => ways[way % ways.length]!;
  const when = (more: object) => ({ field: key, ...more }) as Condition;
  switch (kind) {
    case "text": {
      const text = String(wanted);
      return pick<Asked>([
        { when: when({ kind, is: "equal to", value: text }), met: some((one) => same(one, text)) },
        {
          when: when({ kind, is: "containing", value: text.slice(0, 3) }),
          met: some((one) => String(one).toLowerCase().includes(text.slice(0, 3).toLowerCase())),
        },
        { when: when({ kind, is: "filled in", value: "" }), met: (held) => held.length > 0 },
      ]);
    }
    case "number":
      return pick<Asked>([
        { when: when({ kind, is: "over", value: wanted }), met: some((one) => number(one) > number(wanted)) },
        { when: when({ kind, is: "at most", value: wanted }), met: some((one) => number(one) <= number(wanted)) },
      ]);
    case "amount": {
      const { minor } = wanted as { minor: number };
      const of = (one: OwnValue) => (one as { minor: number }).minor;
      return pick<Asked>([
        { when: when({ kind, is: "at least", amount: wanted }), met: some((one) => of(one) >= minor) },
        { when: when({ kind, is: "under", amount: wanted }), met: some((one) => of(one) < minor) },
      ]);
    }
    case "date":
      return pick<Asked>([
        { when: when({ kind, is: "before", date: wanted }), met: some((one) => one < wanted) },
        { when: when({ kind, is: "on or after", date: wanted }), met: some((one) => one >= wanted) },
      ]);
    case "flag":
      // Of lines it is yes where one says yes, and no where one answers and none says yes.
      return {
        when: when({ kind, is: wanted }),
        met: (held) => (wanted ? held.includes(true) : held.length > 0 && !held.includes(true)),
      };
    case "choice":
    case "person":
      return pick<Asked>([
        {
          when: when({ kind: "choice", is: "one of", values: [wanted] }),
          met: (held) => held.flat().includes(wanted as never),
        },
        {
          when: when({ kind: "choice", is: "none of", values: [wanted] }),
          met: (held) => !held.flat().includes(wanted as never),
        },
      ]);
  }
}
const same = (one: OwnValue, other: string) => String(one).trim().toLowerCase() === other.trim().toLowerCase();

const heldIn = (order: PurchaseOrder, { key, part }: OwnField): OwnValue[] =>
  [...(part === "document" ? [order] : order.lines)].flatMap(({ own }) => (own?.[key] === undefined ? [] : [own[key]]));

/** An organisation, its policy, its documents, and which section the judge says each comes to. */
function worldOf(all: Drawn) {
  const fields = fieldsOf(all);
  const organisation: Organisation = { ...cerroBajo, lists: [...cerroBajo.lists, ...listsOf(all)], fields };
  const asked = all.sections.flatMap(({ field, way, value: at }) => {
    const found = fields[field];
    return found ? [{ field: found, id: `s${field}`, ...askedOf(found, way, at) }] : [];
  });
  const plain = oneSection("purchase-order", "net", [
    { id: "manager", name: "manager", stage: 1, marks: ["approves"], approvers: { kind: "manager", up: 1 } },
  ]);
  const [section] = plain.sections as unknown as [object];
  const policy = {
    ...plain,
    sections: [...asked.map(({ id, when }) => ({ ...section, id, name: id, when })), section],
  } as PolicyInput;
  const documents = documentsOf(all, fields);
  const judged = documents.map((order) => asked.find(({ field, met }) => met(heldIn(order, field)))?.id ?? "all");
  return { organisation, fields, policy, documents, judged };
}
type World = ReturnType<typeof worldOf>;

/** What a table has in the cell of a field; several entries stand one after the other. */
const cellOf = (held: OwnValue | undefined): string => {
  if (held === undefined) return "";
  if (typeof held === "boolean") return held ? "yes" : "no";
  if (Array.isArray(held)) return held.join("; ");
  return typeof held === "object" ? String(held.minor) : held;
};

/** The documents as a table, a row each line. */
function rowsOf({ documents, fields }: World): string[][] {
  const head = ["order", "supplier", "title", "currency", "date", "description", "quantity", "price", "tax"];
  const rows = documents.flatMap((order, at) =>
    order.lines.map((line) => [
      `R${at}`,
      order.supplier,
      order.title,
      order.currency,
      order.date,
      line.description,
      line.quantity,
      String(line.unitPrice),
      line.taxPercent,
      ...fields.map(({ key, part }) => cellOf((part === "line" ? line : order).own?.[key])),
    ]),
  );
  return [[...head, ...fields.map(({ name }) => name)], ...rows];
}

const saidIn = ({ own = {}, lines }: PurchaseOrder) => canonical([own, lines.map((line) => line.own ?? {})]);

const sectionOf = (world: World, policy: PolicyInput, document: PurchaseOrder) => {
  const version = {
    policy: PolicySchema.parse(policy),
    version: 1,
    hash: "0".repeat(64),
    savedBy: "rayen",
    savedAt: AT,
    note: "",
    inForceFrom: AT,
    putInForceBy: "rayen",
  };
  return route(document, { policies: [version], directory: directoryOf(world.organisation), rates: [], at: AT }).section
    ?.id;
};

describe("any lists and fields", () => {
  it("route as a judge of its own says, also by policies that went out as files and came back", async () => {
    const met = new Set<string>();
    await fc.assert(
      fc.asyncProperty(drawn, async (all) => {
        const world = worldOf(all);
        const { documents, judged, policy } = world;
        expect(documents.map((one) => sectionOf(world, policy, one))).toEqual(judged);
        judged.forEach((section) => met.add(section === "all" ? "all" : kindOf(world, section)));
        const app = emptyApp(world.organisation, "2026-09-05T12:00:00.000Z");
        const controller = person(app, "rayen");
        if (!tryInForce(app, policy)) return;
        for (const as of ["json", "csv", "dmn"] as const) {
          const file = value(await policyFile(app, controller, policy.id, { as, version: 1 }));
          const read = value(
            await readPolicyFile(app, controller, { format: as, text: await file.text(), base: policy }),
          );
          expect([as, documents.map((one) => sectionOf(world, read.policy as PolicyInput, one))]).toEqual([as, judged]);
        }
      }),
      { numRuns: 60 },
    );
    // Each kind of field has decided, and none has where none could.
    expect([...met].toSorted()).toEqual(["all", "amount", "choice", "date", "flag", "number", "person", "text"]);
  });

  it("come the same from a form, another program, a table and a workbook, and are worked out again after all was renamed and ended", async () => {
    let ran = 0;
    await fc.assert(
      fc.asyncProperty(drawn, async (all) => {
        const world = worldOf(all);
        const { documents, judged, policy, organisation } = world;
        const app = emptyApp(organisation, "2026-09-05T12:00:00.000Z");
        enterAccount(app, "vidrios", "supplier", "Vidrios del Sur", { paymentTerms: "", email: "a@vidrios.example" });
        if (!tryInForce(app, policy)) return;
        ran += 1;
        app.clock.set(AT);
        const rows = rowsOf(world);
        const { lists, fields, people } = organisation;
        const taker = { requester: "nehuen", unit: "science", today: "2026-09-06", lists, fields, people };
        const book = await readWorkbook(
          new Uint8Array(await toXlsx([{ name: "orders", rows, zone: "America/Santiago" }])).buffer,
        );
        for (const text of [toCsv(rows), book.ok ? book.sheets[0]!.text : ""]) {
          const read = value(readText(text, taker, "f"));
          expect(read.bad).toEqual([]);
          expect(read.documents.map(({ document }) => saidIn(document as PurchaseOrder))).toEqual(
            documents.map(saidIn),
          );
        }
        const ids = documents.map((one) => submit(app, one).id);
        ids.push(...documents.map((one, at) => sent(app, one, `k${at}`)));
        const view = (id: string) => value(viewDocument(app, person(app, "auditora"), id));
        expect(ids.map((id) => view(id).state.route!.section?.id)).toEqual([...judged, ...judged]);
        const period = { from: "2026-09-01", until: "2026-09-06" };
        const before = [ids.map((id) => canonical(view(id).state)), canonical(controlReport(app, period))];
        app.clock.set("2026-09-08T15:00:00.000Z");
        renameAndEnd(app, world);
        expect([ids.map((id) => canonical(view(id).state)), canonical(controlReport(app, period))]).toEqual(before);
        expect(ids.flatMap((id) => recomputed(app, view(id))!.differences)).toEqual([]);
      }),
      { numRuns: 25 },
    );
    expect(ran).toBeGreaterThan(15);
  });
});

/** The kind of the field that a section is about. */
const kindOf = ({ fields }: World, section: string) => fields[Number(section.slice(1))]!.kind;

/** Whether a policy could be put in force; one of which a section can never apply cannot. */
function tryInForce(app: TestApp, policy: PolicyInput): boolean {
  try {
    const plan = { policy, basedOn: 0, note: "First", from: "2026-09-05", letStand: "As drawn" };
    reviewedInForce(app, newCommandId, plan, ["rayen", "antu"]);
    return true;
  } catch {
    return false;
  }
}

const tokens = new WeakMap<TestApp, string>();
/** Sends a document as another program does. @returns its id */
function sent(app: TestApp, document: PurchaseOrder, key: string): string {
  const token =
    tokens.get(app) ??
    value(
      makeToken(
        app,
        person(app, "suyai"),
        { name: "Shop", person: "nehuen", scopes: ["documents.write"] },
        newCommandId(),
      ),
    ).token;
  tokens.set(app, token);
  const { requester: _, unit: __, ...rest } = document;
  const answer = value(
    receiveDocument(app, { authorization: `Bearer ${token}`, key, text: JSON.stringify({ document: rest }) }),
  ).answer;
  return answer.id;
}

function renameAndEnd(app: TestApp, { organisation: { lists, fields } }: World): void {
  const controller = person(app, "rayen");
  for (const { id, entries } of lists.filter((list) => ["grants", "ships"].includes(list.id)))
    for (const { key } of entries) {
      const entry = { type: "save entry", list: id, key, name: `${key} of old`, owner: "lautaro", firstDay: null };
      value(changeList(app, controller, { ...entry, lastDay: "2026-09-08", from: null } as never, newCommandId()));
    }
  for (const { name, ...field } of fields) {
    const saved = { type: "save field", ...field, name: `${name} of old`, lastDay: "2026-09-08" };
    value(changeField(app, controller, FieldChangeSchema.parse(saved), newCommandId()));
  }
  expect(readReferenceData(app).directory.organisation.fields.every((one) => one.name.endsWith("of old"))).toBe(true);
}
