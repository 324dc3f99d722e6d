import { joinWords } from "@/core/words";
import type { Metadata } from "next";
import { notFound } from "next/navigation";

import { typeWords } from "@/core/documents";
import { inForceAt, versionState, type PolicyVersion } from "@/core/policy";
import { authorise } from "@/server/access/authorise";
import { visitFor } from "@/server/http/page";
import { versionsOf } from "@/server/policies/commands";
import { historyFor } from "@/server/policies/history";
import { dayIn } from "@/core/calendar";
import { BandBoard, type VersionLine } from "@/ui/board/band-board";
import { sayDay } from "@/ui/format";

export const metadata: Metadata = { title: "Band board" };

export default async function PolicyPage({
  params,
  searchParams,
}: {
  params: Promise<{ id: string }>;
  searchParams: Promise<{ version?: string }>;
}) {
  const { app, person, directory, now, zone } = await visitFor("policies.read");
  const all = versionsOf(app, (await params).id);
  const asked = (await searchParams).version;
  const chosen = asked ? all.find((version) => version.version === Number(asked)) : (all.at(-1) ?? inForceAt(all, now));
  if (!chosen) notFound();
  const line = (version: PolicyVersion): VersionLine => ({
    version: version.version,
    state: versionState(version, all, now),
    when: sayWhen(version, all, now, zone),
    by: directory.person(version.savedBy)?.name ?? version.savedBy,
    note: version.note,
  });
  const { policy } = chosen;
  const units = policy.scope.units.map((unit) => directory.unit(unit)?.name ?? unit);
  const { organisation } = directory;
  return (
    <BandBoard
      key={`${policy.id}-${chosen.version}`}
      saved={policy}
      current={line(chosen)}
      versions={all.map(line)}
      scope={`${joinWords(units, "and")} and everything below`}
      measure={
        typeWords(policy.documentType).measures.find((measure) => measure.key === policy.measure.kind)?.label ??
        policy.measure.kind
      }
      organisation={{ ...organisation, people: organisation.people.map((one) => ({ ...one, email: "" })) }}
      history={historyFor(app, policy)}
      mayWrite={!authorise(person, "policies.write")}
      today={dayIn(now, zone)}
    />
  );
}

function sayWhen(version: PolicyVersion, all: readonly PolicyVersion[], now: string, zone: string): string {
  const from = version.inForceFrom;
  if (!from) return `saved ${sayDay(version.savedAt, zone)}`;
  if (from > now) return `from ${sayDay(from, zone)}`;
  const later = all
    .flatMap((other) =>
      other.inForceFrom && other.inForceFrom >= from && other.version !== version.version && other.inForceFrom <= now
        ? [other.inForceFrom]
        : [],
    )
    .sort()[0];
  return later ? `${sayDay(from, zone)} to ${sayDay(later, zone)}` : `since ${sayDay(from, zone)}`;
}
