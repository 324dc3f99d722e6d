import type { Person } from "@/core/people";
import { contentHash, readPolicy, whyNotReady, type PolicyVersion } from "@/core/policy";
import { refuse, type Result } from "@/core/refusal";
import { authorise } from "../access/authorise";
import type { App } from "../app";
import { append, doneBefore } from "../log/log";
import { project } from "../log/projection";
import { readWorld } from "../world";
import { dayIn, startOfDay } from "@/core/calendar";

const no = (code: string, message: string, path?: string): Result<never> => ({
  ok: false,
  refusals: [refuse(code, message, path)],
});

export function versionsOf(app: App, policy: string): PolicyVersion[] {
  return readWorld(app).versions.filter((version) => version.policy.id === policy);
}

/**
 * Saves a policy as a new version, a draft until it is put in force.
 * @param basedOn number of the version the edit began with; refused when a newer one has been saved since
 */
export function savePolicyVersion(
  app: App,
  actor: Person,
  value: unknown,
  basedOn: number,
  note: string,
  command: string,
): Result<{ version: number }> {
  const refusal = authorise(actor, "policies.write");
  if (refusal) return { ok: false, refusals: [refusal] };
  const read = readPolicy(value);
  if (!read.ok) return read;
  const policy = read.value;
  return app.db
    .transaction((): Result<{ version: number }> => {
      const earlier = versionsOf(app, policy.id);
      const latest = earlier.at(-1);
      const done = doneBefore(app.db, {
        command,
        actor: actor.id,
        stream: `policy:${policy.id}`,
        type: "policy version saved",
      });
      if (!done.ok) return done;
      if (done.value)
        return { ok: true, value: { version: (JSON.parse(done.value.data) as { version: number }).version } };
      if (latest && latest.version !== basedOn) {
        const by = readWorld(app).directory.person(latest.savedBy)?.name ?? latest.savedBy;
        return no(
          "other version",
          `${by} saved version ${latest.version} after you began with version ${basedOn}; open it and make your changes there`,
        );
      }
      const hash = contentHash(policy);
      if (latest?.hash === hash) return no("unchanged", `Nothing differs from version ${latest.version}`);
      const version = (latest?.version ?? 0) + 1;
      const data = { version, hash, note: note.trim(), policy };
      project(
        app.db,
        append(app.db, `policy:${policy.id}`, [{ type: "policy version saved", data }], {
          actor: actor.id,
          at: app.clock.now(),
          command,
        }),
      );
      return { ok: true, value: { version } };
    })
    .immediate();
}

/**
 * Puts a saved version in force from the start of a day. Today means from this moment on: what was submitted this morning
 * keeps the version it started with.
 * @param date ISO date in the organisation's time zone
 */
export function putInForce(
  app: App,
  actor: Person,
  policy: string,
  version: number,
  date: string,
  command: string,
): Result<{ from: string }> {
  const refusal = authorise(actor, "policies.write");
  if (refusal) return { ok: false, refusals: [refusal] };
  return app.db
    .transaction((): Result<{ from: string }> => {
      const found = versionsOf(app, policy).find((one) => one.version === version);
      if (!found) return no("unknown", `There is no version ${version} of ${policy}`);
      const done = doneBefore(app.db, {
        command,
        actor: actor.id,
        stream: `policy:${policy}`,
        type: "policy version put in force",
      });
      if (!done.ok) return done;
      if (done.value) return { ok: true, value: { from: (JSON.parse(done.value.data) as { from: string }).from } };
      if (found.inForceFrom) return no("already", `Version ${version} was put in force already`);
      const { directory } = readWorld(app);
      const notReady = whyNotReady(found.policy, directory);
      if (notReady.length > 0) return { ok: false, refusals: notReady };
      const now = app.clock.now();
      const start = startOfDay(date, directory.organisation.timeZone);
      const today = startOfDay(dayIn(now, directory.organisation.timeZone), directory.organisation.timeZone);
      if (start < today)
        return no("past", "A version cannot be put in force in the past; choose today or a later day", "from");
      const from = start < now ? now : start;
      const data = { version, from };
      project(
        app.db,
        append(app.db, `policy:${policy}`, [{ type: "policy version put in force", data }], {
          actor: actor.id,
          at: now,
          command,
        }),
      );
      return { ok: true, value: { from } };
    })
    .immediate();
}
