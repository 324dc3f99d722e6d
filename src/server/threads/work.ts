import type { DocumentRow } from "@/core/documents";
import type { Taker } from "@/core/intake";
import type { Person } from "@/core/people";
import type { TableName } from "@/core/people-table";
import type { App } from "../app";
import type { ExportFormat } from "../documents/export";
import type { ListFilter } from "../documents/queries";
import type { Period } from "../evidence/period";
import type { PlanRequest } from "../evidence/samples";
import type { HistoryText } from "../histories/import";
import type { CustomerImportRequest } from "../intake/customers";
import type { EventFilter } from "../logbook/events";
import type { Given, SourceKey } from "../listing/source";
import type { ImportRequest } from "../people/import";
import type { Stretch } from "../policies/history";
import type { TableFormat } from "../tables";

/**
 * Everything that is done in a thread beside the pages, by name. Each reads the log and its projections and writes nothing; it yields how far it is, or the pieces
 * of a file, and gives what came of it. Who may ask for it is decided before it gets here. What it needs is loaded when it is first asked for, so that a thread is
 * there at once.
 */
export const WORK = {
  "verify the log": async function* (app: App) {
    const { verifying } = await import("../logbook/verifying");
    yield* verifying(app.db);
  },
  "prove a checkpoint": given(async (app: App, { first, second }: { first: number; second: number }) => {
    const { consistencyBetween } = await import("../log/checkpoints");
    return consistencyBetween(app.db, first, second);
  }),
  "draw a sample": given(async (app: App, plan: PlanRequest, by: Person) => {
    const { draw } = await import("../evidence/samples");
    return draw(app, by, plan);
  }),
  "read a file of documents": given(async (_: App, { text, taker, fingerprint }: IntakeText) => {
    const { readText } = await import("../intake/import");
    return readText(text, taker, fingerprint);
  }),
  "read a history file": given(async (_: App, input: HistoryText) => {
    const { readHistoryText } = await import("../histories/import");
    return readHistoryText(input);
  }),
  "look at a file of people": async function* (app: App, request: ImportRequest, by: Person) {
    const { importHere } = await import("../people/import");
    return yield* importHere(app, by, request);
  },
  "look at a file of customers": given(async (app: App, request: CustomerImportRequest, by: Person) => {
    const { lookAtCustomers } = await import("../intake/customers");
    return lookAtCustomers(app, request, by);
  }),
  "look through": given(async (app: App, stretch: Stretch) => {
    const { find } = await import("../lookout/look");
    return find(app, stretch);
  }),
  "sum up a period": given(async (app: App, period: Period) => {
    const { controlReport } = await import("../evidence/report");
    return controlReport(app, period);
  }),
  "list exceptions": given(async (app: App, address: Given, by: Person) => {
    const { listed, lookerOf } = await import("../listing");
    return listed("exceptions", lookerOf(app, by), address);
  }),
  "list as a file": async function* (app: App, { list, address, format }: ListFile, by: Person) {
    const { listFile, lookerOf } = await import("../listing");
    yield await listFile(list, lookerOf(app, by), address, format);
  },
  "report as a file": async function* (app: App, period: Period) {
    const [{ controlReport }, { reportPdf }, { readReferenceData }] = await Promise.all([
      import("../evidence/report"),
      import("../evidence/report-pdf"),
      import("../reference-data"),
    ]);
    yield await reportPdf(controlReport(app, period), readReferenceData(app).directory);
  },
  "register as a file": async function* (
    app: App,
    { filter, format }: { filter: ListFilter; format: ExportFormat | "xlsx" },
    by: Person,
  ) {
    const { exported, exportedWorkbook } = await import("../documents/export");
    if (format === "xlsx") yield await exportedWorkbook(app, by, filter);
    else yield* exported(app, by, filter, format);
  },
  "log as a file": async function* (app: App, { filter, format }: LogFile, by: Person) {
    const [{ eventCells }, { tableFile }, { readReferenceData }] = await Promise.all([
      import("../logbook/events"),
      import("../tables"),
      import("../reference-data"),
    ]);
    const { timeZone } = readReferenceData(app).directory.organisation;
    yield await tableFile(format, "log", eventCells(app, filter, by), timeZone);
  },
  "people as a file": async function* (app: App, { table, format }: { table: TableName | "all"; format: TableFormat }) {
    const { exportFile } = await import("../people/import");
    yield await exportFile(app, table, format);
  },
  "evidence as a file": async function* (app: App, id: DocumentRow["id"], by: Person) {
    const [{ viewInClear }, { isForThem }, { evidenceOf, zipped }] = await Promise.all([
      import("../documents/queries"),
      import("../fields/opening"),
      import("../evidence/files"),
    ]);
    const view = viewInClear(app, by, id);
    if (view.ok && isForThem(app, by, view.value)) yield zipped(await evidenceOf(app, view.value));
  },
} satisfies Record<string, Work>;

type ListFile = { list: SourceKey; address: Given; format: TableFormat };
type LogFile = { filter: EventFilter; format: TableFormat };
type IntakeText = { text: string; taker: Taker; fingerprint: string };
type Work = (app: App, input: never, by: Person) => AsyncGenerator<unknown, unknown>;

/** Work that says nothing on the way. */
function given<I, R>(run: (app: App, input: I, by: Person) => Promise<R>) {
  // oxlint-disable-next-line require-yield -- it is asked like the others, and has no steps
  return async function* (app: App, input: I, by: Person): AsyncGenerator<never, R> {
    return run(app, input, by);
  };
}

export type WorkName = keyof typeof WORK;
export type InputOf<N extends WorkName> = Parameters<(typeof WORK)[N]>[1];
type StepsOf<N extends WorkName> = ReturnType<(typeof WORK)[N]>;
export type StepOf<N extends WorkName> = StepsOf<N> extends AsyncGenerator<infer S, unknown> ? S : never;
export type ValueOf<N extends WorkName> = StepsOf<N> extends AsyncGenerator<unknown, infer R> ? R : never;
