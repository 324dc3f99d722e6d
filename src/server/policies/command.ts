import type { Person } from "@/core/people";
import type { PolicyVersion } from "@/core/policy";
import { type Result, refused } from "@/core/refusal";
import { authorise, type Action } from "../access/authorise";
import type { App } from "../app";
import { append, doneBefore } from "../log/log";
import { project } from "../log/projection";
import { readReferenceData } from "../reference-data";
import { announceVersions } from "./announce";
import type { PolicyEvent } from "./events";

export function versionsOf(app: App, policy: string): PolicyVersion[] {
  return readReferenceData(app).versions.filter((version) => version.policy.id === policy);
}

/** What a command is: who may, on which stream, the event that shows it was done, and what it then came to. */
type Command<T> = {
  action: Action;
  stream: string;
  command: string;
  type: PolicyEvent["type"];
  again(data: never): T;
};

/**
 * Carries out a command on policies in one transaction: the right to it, done before or not, then its events. The same command id is done once.
 */
export function carryOut<T>(
  app: App,
  actor: Person,
  { action, stream, command, type, again }: Command<T>,
  run: () => Result<{ events: PolicyEvent[]; value: T }>,
): Result<T> {
  const refusal = authorise(actor, action);
  if (refusal) return { ok: false, refusals: [refusal] };
  const result = app.db
    .transaction((): Result<T> => {
      const done = doneBefore(app.db, { command, actor: actor.id, stream, type });
      if (!done.ok) return done;
      if (done.value) return { ok: true, value: again(JSON.parse(done.value.data) as never) };
      const result = run();
      if (!result.ok) return result;
      const cause = { actor: actor.id, at: app.clock.now(), command };
      project(app.db, append(app.db, stream, result.value.events, cause));
      announceVersions(app, actor, stream.slice("policy:".length), result.value.events);
      return { ok: true, value: result.value.value };
    })
    .immediate();
  if (result.ok) app.wakeWorker?.();
  return result;
}

/** The version a command is about. */
export function versionNumbered(app: App, policy: string, version: number): Result<PolicyVersion> {
  const found = versionsOf(app, policy).find((one) => one.version === version);
  return found ? { ok: true, value: found } : refused("unknown", `There is no version ${version} of ${policy}`);
}
