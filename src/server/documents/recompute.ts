import { closingProof, evolve, type DocumentState, type DocumentView, type ToldEvent } from "@/core/approval";
import { documentType, type DocumentContext, type RefusedPart } from "@/core/documents";
import { withHidden, type HiddenKeys } from "@/core/own-fields";
import { differencesBetween } from "@/core/records";
import { route, routeAgain, type Route } from "@/core/routing";
import type { App } from "../app";
import { sealerOfLog } from "../log/sealed";
import { versionUnder } from "./names";
import { directoryAt, inForce, ratesFor, readReferenceData } from "../reference-data";

export type Recomputed = { at: string; differences: string[] };
type Routed = Extract<ToldEvent, { type: "submitted" | "rerouted" | "revised" }>;

const isRouted = (event: ToldEvent): event is Routed => ["submitted", "rerouted", "revised"].includes(event.type);

/**
 * Works the last route of a document out again from what was stored: the document, what was known around it, and people, policies and rates as they were at
 * that moment. It must come out the same; where it does not, each difference is named.
 * @param thread in clear @param hidden fields of which it is not said what was stored in them
 */
export function recomputed(
  app: App,
  { thread }: Pick<DocumentView, "thread">,
  hidden: HiddenKeys = new Set(),
): Recomputed | null {
  const at = thread.findLastIndex(isRouted);
  const event = thread[at];
  if (!event || !isRouted(event)) return null;
  const before = thread.slice(0, at + 1);
  const sent = before.findLast((one) => one.type === "submitted" || one.type === "revised");
  if (sent?.type !== "submitted" && sent?.type !== "revised") return null;
  const { document: whole, refused = [] } = sent.data;
  // What was refused before it was routed was no part of what was routed.
  const document = documentType(whole.documentType).without(whole, refusedBefore(before, refused));
  const around: DocumentContext = aroundAt(before);
  const world = readReferenceData(app);
  const context = {
    policies: inForce(world, event.at),
    directory: directoryAt(world.history, event.at),
    rates: ratesFor(app.db, event.data.route.ratesOn),
    ratesOn: event.data.route.ratesOn,
    inPerson: event.data.route.inPerson,
    around,
    at: event.at,
  };
  const stored = event.data.route;
  const version = versionUnder(world, { route: stored });
  const again: Route =
    event.type === "revised" && version ? routeAgain(document, version, context) : route(document, context);
  const plain = (value: unknown) => JSON.parse(JSON.stringify(value)) as unknown;
  const proof = recomputedProof(app, thread);
  return {
    at: event.at,
    differences: [
      ...differencesSeen(stored, plain(again), hidden),
      ...(proof ? differencesSeen(proof.stored, plain(proof.again), hidden) : []),
    ],
  };
}

/** Where two values differ; where they do in a hidden field alone, that they do. */
function differencesSeen(stored: unknown, again: unknown, hidden: HiddenKeys): string[] {
  const seen = differencesBetween(withHidden(stored, hidden), withHidden(again, hidden));
  if (seen.length > 0 || differencesBetween(stored, again).length === 0) return seen;
  return ["a field that is hidden here: another value was stored than comes out"];
}

/** The closing proof of an approved document again, from its events before; null where there is none. */
function recomputedProof(app: App, thread: readonly ToldEvent[]) {
  const end = thread.findIndex((one) => one.type === "approved");
  const approved = thread[end];
  if (approved?.type !== "approved") return null;
  const state = thread.slice(0, end).reduce<DocumentState | null>((now, event) => evolve(now, event, event.at), null)!;
  const world = readReferenceData(app);
  const { at } = approved;
  const directory = directoryAt(world.history, at);
  const closing = closingProof(state, {
    actor: approved.actor,
    at,
    seal: sealerOfLog(app.db).seal,
    directoryAt: (moment) => directoryAt(world.history, moment),
    routing: {
      policies: inForce(world, at),
      directory,
      rates: ratesFor(app.db, state.route!.ratesOn),
      around: state.around ?? {},
    },
    versionOf: (policy, version) => world.versions.find((one) => one.policy.id === policy && one.version === version),
  });
  return { stored: approved.data.proof, again: closing.ok ? closing.proof : closing.gaps };
}

/** What had been refused of a document when it was routed: with its revision, or by decisions since. */
function refusedBefore(thread: readonly ToldEvent[], refused: readonly RefusedPart[]): readonly RefusedPart[] {
  const last = thread.findLast((one) => one.type === "reduced" || one.type === "submitted" || one.type === "revised");
  return last?.type === "reduced" ? last.data.refused : refused;
}

function aroundAt(thread: readonly ToldEvent[]): DocumentContext {
  const last = thread.findLast((one) => "around" in one.data && one.data.around !== undefined);
  return last && "around" in last.data ? (last.data.around ?? {}) : {};
}
