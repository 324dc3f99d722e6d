import type { DocumentState, DecideContext } from "@/core/approval";
import { dayIn } from "@/core/calendar";
import type { AnyDocument, DocumentContext } from "@/core/documents";
import type { App } from "../app";
import { sealerOfLog } from "../log/sealed";
import { readReferenceData, directoryAt, routingFor } from "../reference-data";
import { aroundOf } from "./context";

type Asked = {
  actor: string;
  at: string;
  state: DocumentState | null;
  document: AnyDocument;
  /** Whether what is around the document is looked up now; else it is as it was known. */
  looks?: boolean;
  inPerson?: boolean;
};

/** What `decide` may look at; the surroundings are looked up only where they can matter. */
export function contextFor(app: App, asked: Asked): DecideContext {
  const { actor, at, state, document, looks = true, inPerson = false } = asked;
  const world = readReferenceData(app);
  const entered = dayIn(state?.submittedAt ?? at, world.directory.organisation.timeZone);
  const around: DocumentContext = looks
    ? aroundOf(app, document, state?.number ?? null, entered)
    : (state?.around ?? {});
  return {
    actor,
    at,
    inPerson,
    seal: sealerOfLog(app.db).seal,
    directoryAt: (moment) => directoryAt(world.history, moment),
    routing: { ...routingFor(app.db, world, at, state?.route?.ratesOn), around },
    versionOf: (policy, version) => world.versions.find((one) => one.policy.id === policy && one.version === version),
  };
}
