import type { Person } from "@/core/people";
import type { PolicyVersion } from "@/core/policy";
import type { ChainedEvent } from "@/core/records";
import { type Result } from "@/core/refusal";
import { refused } from "@/core/words";
import { authorise, type Action } from "../access/authorise";
import type { App } from "../app";
import { carryOut } from "../carry-out";
import { append } from "../log/log";
import { project } from "../log/projection";
import { readReferenceData } from "../reference-data";
import { announceVersions } from "./announce";
import type { PolicyEvent } from "./events";

/** The saved versions of a policy, the oldest first. */
export function versionsOf(app: App, policy: string): PolicyVersion[] {
  return readReferenceData(app).versions.filter((version) => version.policy.id === policy);
}

/** A command on policies: what its actor must be allowed, on which stream, the event that shows it was done, and what it then came to. */
type PolicyCommand<T> = {
  action: Action;
  stream: string;
  command: string;
  type: PolicyEvent["type"];
  again(data: never): T;
};

/** Carries out a command on policies: its events are written, and whoever is concerned by them is told. */
export function commandPolicy<T>(
  app: App,
  actor: Person,
  { action, again, ...intent }: PolicyCommand<T>,
  run: () => Result<{ events: PolicyEvent[]; value: T }>,
): Result<T> {
  const { stream, command } = intent;
  const told = (done: ChainedEvent) => again(JSON.parse(done.data) as never);
  return carryOut(app, actor, { ...intent, barred: () => authorise(actor, action), again: told }, () => {
    const result = run();
    if (!result.ok) return result;
    const cause = { actor: actor.id, at: app.clock.now(), command };
    project(app.db, append(app.db, stream, result.value.events, cause));
    announceVersions(app, actor, stream.slice("policy:".length), result.value.events);
    return { ok: true, value: result.value.value };
  });
}

/** The version a command is about. */
export function versionNumbered(app: App, policy: string, version: number): Result<PolicyVersion> {
  const found = versionsOf(app, policy).find((one) => one.version === version);
  return found ? { ok: true, value: found } : refused("no such version", { version, policy });
}
