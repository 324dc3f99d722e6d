/** Fields and lists at the sizes that are promised: 200 own fields, 20 lists of 5,000 entries, documents of 100 lines with 10 own fields each. */
import { Bench } from "tinybench";
import { missingOf, type PurchaseOrder } from "@/core/documents";
import { entryCalled, offered } from "@/core/lists";
import { fieldsOn, type OwnField } from "@/core/own-fields";
import { fits } from "@/core/patterns";
import { directoryOf, type Organisation } from "@/core/people";
import { PolicySchema, contentHash, vocabularyIn } from "@/core/policy";
import { route } from "@/core/routing";
import { namesOf, sayMissing } from "@/core/words";
import { order } from "@/core/fixtures";
import { marevia } from "../demo/organisation";
import { orderPolicy } from "../demo/policy";
import { emptyOwn, withReadOwn } from "@/ui/documents/own-model";

const AT = "2026-03-10T09:10:00.000Z";
const DAY = "2026-03-10";
const LISTS = 20;
const ENTRIES = 5_000;

const lists = Array.from({ length: LISTS }, (_, list) => ({
  id: `own-list-${list}`,
  name: `list ${list}`,
  entries: Array.from({ length: ENTRIES }, (__, entry) => ({ key: `E${entry}`, name: `Entry ${entry} of ${list}` })),
}));
const field = (part: OwnField["part"], index: number): OwnField => ({
  key: `own_${part}_${index}`,
  kind: (["choice", "number", "text", "flag"] as const)[index % 4]!,
  part,
  name: `${part} field ${index}`,
  on: ["purchase-order"],
  place: index,
  required: index % 3 === 0 ? "always" : "no",
  ...(index % 4 === 0 && { list: `own-list-${index % LISTS}` }),
});
const fields = [
  ...Array.from({ length: 190 }, (_, index) => field("document", index)),
  ...Array.from({ length: 10 }, (_, index) => field("line", index)),
];
const organisation: Organisation = { ...marevia, lists: [...marevia.lists, ...lists], fields };
const directory = directoryOf(organisation);
const valueOf = ({ kind }: OwnField, seed: number) =>
  ({ choice: `E${seed % ENTRIES}`, number: String(seed), text: "text", flag: seed % 2 === 0 })[kind as "text"];
const own = (part: OwnField["part"], seed: number) =>
  Object.fromEntries(fields.filter((one) => one.part === part).map((one, at) => [one.key, valueOf(one, seed + at)]));
const base = order(100_000);
const document: PurchaseOrder = {
  ...base,
  requester: "rui-tavares",
  unit: directory.person("rui-tavares")!.unit,
  own: own("document", 7),
  lines: Array.from({ length: 100 }, (_, index) => ({ ...base.lines[0]!, own: own("line", index) })),
};

/** The demo's policy with a section on each of two own fields, one of lines. */
const policy = PolicySchema.parse({
  ...orderPolicy,
  sections: [
    ...["own_document_1", "own_line_1"].map((key) => ({
      ...structuredClone(orderPolicy.sections[0]!),
      id: `by-${key.replaceAll("_", "-")}`,
      name: key,
      when: { kind: "number", field: key, is: "over", value: "100000" },
    })),
    ...orderPolicy.sections,
  ],
});
const version = {
  policy,
  version: 1,
  hash: contentHash(policy),
  savedBy: "x",
  savedAt: AT,
  note: "",
  inForceFrom: AT,
  putInForceBy: "x",
};

/** Prints each speed beside what is promised. */
export async function benchFields(): Promise<void> {
  const bench = new Bench({ time: 1_000 });
  const parts = {
    document: fieldsOn(fields, "purchase-order", "document", DAY),
    line: fieldsOn(fields, "purchase-order", "line", DAY),
  };
  const typed = { own: emptyOwn(parts.document), lines: document.lines.map(() => ({ own: emptyOwn(parts.line) })) };
  bench
    .add("routing a document of 100 lines and 1,190 own values", () => {
      // One that nobody has looked at yet, as each that is sent is.
      route({ ...document }, { policies: [version], directory, rates: [], at: AT });
    })
    .add("what is missing of it, as a form asks at every letter", () => {
      missingOf(document, { ...organisation, fits }, { dated: DAY, entered: DAY });
    })
    .add("the same with everything missing, in words", () => {
      const empty = { ...document, own: undefined, lines: document.lines.map(({ own: _, ...line }) => line) };
      const names = namesOf(directory);
      missingOf(empty, { ...organisation, fits }, { dated: DAY, entered: DAY }).forEach(({ why }) =>
        sayMissing(why, names),
      );
    })
    .add("reading what is typed in 1,190 own fields", () => {
      withReadOwn(document, typed, parts);
    })
    .add("finding an entry of 5,000 by its name", () => {
      entryCalled(organisation.lists, "own-list-7", "entry 4321 of 7", DAY);
    })
    .add("all 5,000 entries that are offered", () => {
      offered(organisation.lists, "own-list-7", DAY);
    })
    .add("the words of all fields of a type", () => {
      vocabularyIn("purchase-order", directoryOf({ ...organisation, lists: [...organisation.lists] }));
    });
  await bench.run();
  const promised = [0.3, 100, 100, 100, 50, 50, 100];
  bench.tasks.forEach((task, index) => {
    // The mean has in it whatever else the machine did meanwhile.
    const { p50, mean } = task.result && "latency" in task.result ? task.result.latency : { p50: NaN, mean: NaN };
    console.log(
      `${task.name}: ${p50.toFixed(4)} ms, ${mean.toFixed(4)} ms on average (promised ${promised[index]} ms)`,
    );
  });
}
