import type { DocumentRow } from "@/core/documents";
import type { Taker } from "@/core/intake";
import type { Person } from "@/core/people";
import type { TableName } from "@/core/people-table";
import type { App } from "../app";
import { exported, type ExportFormat } from "../documents/export";
import { viewDocument, type ListFilter } from "../documents/queries";
import { evidenceOf, zipped } from "../evidence/files";
import { controlReport, type Period } from "../evidence/report";
import { reportPdf } from "../evidence/report-pdf";
import { draw, type PlanRequest } from "../evidence/samples";
import { lookAtCustomers, type CustomerImportRequest } from "../intake/customers";
import { readText } from "../intake/import";
import { consistencyBetween } from "../log/checkpoints";
import { verifying } from "../logbook/verifying";
import { exportFile, importHere, type ImportRequest } from "../people/import";
import { readWorld } from "../world";

/**
 * Everything that is done in a thread beside the pages, by name. Each reads the log and its projections and writes nothing; it yields how far it is, or the pieces
 * of a file, and gives what came of it. Who may ask for it is decided before it gets here.
 */
export const WORK = {
  "verify the log": (app: App) => verifying(app.db),
  "prove a checkpoint": given((app: App, { first, second }: { first: number; second: number }) =>
    consistencyBetween(app.db, first, second),
  ),
  "draw a sample": given((app: App, plan: PlanRequest, by: Person) => draw(app, by, plan)),
  "read a file of documents": given((_: App, { text, taker, fingerprint }: IntakeText) =>
    readText(text, taker, fingerprint),
  ),
  "look at a file of people": (app: App, request: ImportRequest, by: Person) => importHere(app, by, request),
  "look at a file of customers": given((app: App, request: CustomerImportRequest) => lookAtCustomers(app, request)),
  "sum up a period": given((app: App, period: Period) => controlReport(app, period)),
  "report as a file": async function* (app: App, period: Period) {
    yield await reportPdf(controlReport(app, period), readWorld(app).directory);
  },
  "register as a file": (app: App, { filter, format }: { filter: ListFilter; format: ExportFormat }, by: Person) =>
    exported(app, by, filter, format),
  "people as a file": function* (app: App, table: TableName) {
    yield exportFile(app, table);
  },
  "evidence as a file": async function* (app: App, id: DocumentRow["id"], by: Person) {
    const view = viewDocument(app, by, id);
    if (view.ok) yield zipped(await evidenceOf(app, view.value));
  },
} satisfies Record<string, Work>;

type IntakeText = { text: string; taker: Taker; fingerprint: string };
type Steps = Generator<unknown, unknown> | AsyncGenerator<unknown, unknown>;
type Work = (app: App, input: never, by: Person) => Steps;

/** Work that says nothing on the way. */
function given<I, R>(run: (app: App, input: I, by: Person) => R) {
  // oxlint-disable-next-line require-yield -- it is asked like the others, and has no steps
  return function* (app: App, input: I, by: Person): Generator<never, R> {
    return run(app, input, by);
  };
}

export type WorkName = keyof typeof WORK;
export type InputOf<N extends WorkName> = Parameters<(typeof WORK)[N]>[1];
type StepsOf<N extends WorkName> = ReturnType<(typeof WORK)[N]>;
export type StepOf<N extends WorkName> =
  StepsOf<N> extends Generator<infer S, unknown> | AsyncGenerator<infer S, unknown> ? S : never;
export type ValueOf<N extends WorkName> =
  StepsOf<N> extends Generator<unknown, infer R> | AsyncGenerator<unknown, infer R> ? R : never;
