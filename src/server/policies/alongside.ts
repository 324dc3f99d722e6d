import { dayIn } from "@/core/calendar";
import type { Person } from "@/core/people";
import { versionState } from "@/core/policy";
import type { Result } from "@/core/refusal";
import { refused } from "@/core/words";
import type { App } from "../app";
import { statement } from "../db/statement";
import { readReferenceData } from "../reference-data";
import { commandPolicy, versionNumbered, versionsOf } from "./command";

/** A version that runs beside what is in force: what it would have done is worked out when somebody looks, and nobody is asked, told or held by it. */
export type Alongside = {
  policy: string;
  version: number;
  /** ISO days, both included; null as long as it runs. */
  from: string;
  until: string | null;
  by: string;
};

const COLUMNS = `policy, version, from_day AS "from", until_day AS until, started_by AS "by" FROM alongside`;

/** Every version that runs or has run alongside, the latest first. */
export function alongsideRuns(app: App): Alongside[] {
  return statement(
    app.db,
    `SELECT ${COLUMNS} ORDER BY until_day IS NOT NULL, from_day DESC, policy, version DESC`,
  ).all() as Alongside[];
}

/** One of them. */
export function alongsideOf(app: App, policy: string, version: number): Alongside | null {
  const row = statement(app.db, `SELECT ${COLUMNS} WHERE policy = ? AND version = ?`).get(policy, version);
  return (row as Alongside | undefined) ?? null;
}

/** Has a saved version run silently beside what is in force. @param from ISO date of the first day */
export function startAlongside(
  app: App,
  actor: Person,
  policy: string,
  version: number,
  { from, command }: { from: string; command: string },
): Result<{ from: string }> {
  const again = (data: { from: string }) => ({ from: data.from });
  const asked = {
    action: "policies.write",
    stream: `policy:${policy}`,
    command,
    type: "policy version run alongside",
    again,
  } as const;
  return commandPolicy(app, actor, asked, () => {
    const found = versionNumbered(app, policy, version);
    if (!found.ok) return found;
    if (versionState(found.value, versionsOf(app, policy), app.clock.now()) === "In force")
      return refused("version is in force itself", { version });
    const running = alongsideOf(app, policy, version);
    if (running && running.until === null)
      return refused("version runs alongside", { version, from: running.from }, "from");
    return { ok: true, value: { events: [{ type: asked.type, data: { version, from } }], value: { from } } };
  });
}

/** Ends that, with today as its last day. */
export function stopAlongside(
  app: App,
  actor: Person,
  policy: string,
  version: number,
  command: string,
): Result<{ until: string }> {
  const again = (data: { until: string }) => ({ until: data.until });
  const asked = {
    action: "policies.write",
    stream: `policy:${policy}`,
    command,
    type: "policy version stopped alongside",
    again,
  } as const;
  return commandPolicy(app, actor, asked, () => {
    const running = alongsideOf(app, policy, version);
    if (!running || running.until !== null) return refused("version runs alongside no more", { version });
    const today = dayIn(app.clock.now(), readReferenceData(app).directory.organisation.timeZone);
    const until = today < running.from ? running.from : today;
    return { ok: true, value: { events: [{ type: asked.type, data: { version, until } }], value: { until } } };
  });
}
