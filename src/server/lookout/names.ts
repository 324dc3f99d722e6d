import type { FindingNames } from "@/core/words";
import type { App } from "../app";
import { statement } from "../db/statement";
import { namesNow, readReferenceData } from "../reference-data";
import { lookoutSettings } from "./settings";
import type { StoredFinding } from "./stored";

/** What ids are called in a finding; where names are hidden, people are numbered until somebody makes a case of it. */
export function namesIn(app: App, finding: StoredFinding): FindingNames {
  const names = namesNow(app);
  const { versions } = readReferenceData(app);
  const policyOf = (id: string) => versions.findLast(({ policy }) => policy.id === id)?.policy;
  const hidden = lookoutSettings(app).hidesNames && finding.state !== "case";
  const numbered = (id: string) => `Person ${finding.people.indexOf(id) + 1}`;
  return {
    person: (id) => (hidden ? (finding.people.includes(id) ? numbered(id) : "somebody else") : names.person(id)),
    document: (id) =>
      (statement(app.db, "SELECT number FROM document WHERE id = ?").get(id) as { number: string } | undefined)
        ?.number ?? id,
    unit: (id) => names.unit(id),
    policy: (id) => policyOf(id)?.name ?? id,
    section: (policy, section) => policyOf(policy)?.sections.find(({ id }) => id === section)?.name ?? section,
    level: (policy, level) =>
      policyOf(policy)
        ?.sections.flatMap(({ levels }) => levels)
        .find(({ id }) => id === level)?.name ?? level,
  };
}
