import { dayIn } from "@/core/calendar";
import { typeWords } from "@/core/documents";
import { sayDate } from "@/core/text";
import { sayRehearsed } from "@/core/words";
import type { App } from "../app";
import { versionsOf } from "../policies/command";
import { readReferenceData } from "../reference-data";
import { keptRehearsals, type Kept } from "./kept";

/** A rehearsal that was kept, as it stands in a list. */
export type KeptLine = Pick<Kept, "id" | "name" | "whole"> & {
  /** What came of it, in a sentence. */
  said: string;
  by: string;
  /** Day on which it was kept, and the days that were rehearsed. */
  when: string;
  days: string;
  /** The version that it lies with; null for a draft as it was then. */
  version: number | null;
  /** A reviewer was sent that version, so that it stays. */
  stays: boolean;
};

/** The rehearsals of a policy that were kept, the latest first. */
export function keptLines(app: App, policy: string): KeptLine[] {
  const { directory } = readReferenceData(app);
  const zone = directory.organisation.timeZone;
  const versions = versionsOf(app, policy);
  return keptRehearsals(app, policy).map(({ id, name, whole, of, rehearsed, effect, keptBy, keptAt }) => {
    const noun = typeWords((rehearsed.after.policy ?? rehearsed.before.policy)!.documentType).name;
    const version = of === null ? undefined : versions.findLast(({ hash }) => hash === of);
    return {
      id,
      name,
      whole,
      said: sayRehearsed(effect, noun),
      by: directory.person(keptBy)?.name ?? keptBy,
      when: sayDate(dayIn(keptAt, zone)),
      days: `${sayDate(rehearsed.from)} to ${sayDate(rehearsed.until)}`,
      version: version?.version ?? null,
      stays: version?.sent !== undefined,
    };
  });
}
