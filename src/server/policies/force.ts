import type { Person } from "@/core/people";
import { boundaryCases } from "@/core/checks";
import { type Result } from "@/core/refusal";
import { refused } from "@/core/words";
import type { App } from "../app";
import { readReferenceData } from "../reference-data";
import { commandPolicy, versionNumbered } from "./command";
import { sayTerm } from "./standing";
import { endOfDay } from "./times";
import { dayIn } from "@/core/calendar";

/**
 * Gives a version that counts, or is to count, an end. Nothing that was decided under it changes.
 * @param until the last day it counts, ISO date in the organisation's zone
 */
export function endVersion(
  app: App,
  actor: Person,
  policy: string,
  version: number,
  until: string,
  command: string,
): Result<{ until: string }> {
  const again = (data: { until: string }) => ({ until: data.until });
  return commandPolicy(
    app,
    actor,
    { action: "policies.write", stream: `policy:${policy}`, command, type: "policy version ended", again },
    () => {
      const found = versionNumbered(app, policy, version);
      if (!found.ok) return found;
      const { inForceFrom, inForceUntil } = found.value;
      const now = app.clock.now();
      const zone = readReferenceData(app).directory.organisation.timeZone;
      if (!inForceFrom) return refused("never in force", { version });
      if (inForceUntil && inForceUntil <= now) return refused("version is over", { version });
      if (until < dayIn(now, zone)) return refused("end in the past", null, "until");
      const end = endOfDay(until, zone);
      if (end <= inForceFrom) return refused("end before the beginning", null, "until");
      if (inForceUntil && end > inForceUntil)
        return refused(
          "version ends earlier only",
          { version, term: sayTerm({ from: inForceFrom, until: inForceUntil }, zone) },
          "until",
        );
      return {
        ok: true,
        value: { events: [{ type: "policy version ended", data: { version, until: end } }], value: { until: end } },
      };
    },
  );
}

/** Keeps the amounts worth testing of a version, with the route each takes, to be run again against later versions. */
export function keepTests(
  app: App,
  actor: Person,
  policy: string,
  version: number,
  command: string,
): Result<{ count: number }> {
  const again = (data: { cases: unknown[] }) => ({ count: data.cases.length });
  return commandPolicy(
    app,
    actor,
    { action: "policies.write", stream: `policy:${policy}`, command, type: "policy test set kept", again },
    () => {
      const found = versionNumbered(app, policy, version);
      if (!found.ok) return found;
      const cases = boundaryCases(found.value.policy);
      return {
        ok: true,
        value: { events: [{ type: "policy test set kept", data: { version, cases } }], value: { count: cases.length } },
      };
    },
  );
}
