import type { DocumentState, LevelState } from "@/core/approval";
import type { SupplierInvoice } from "@/core/documents";
import type { Rate } from "@/core/money";
import { found } from "@/core/organisation-history";
import type { Organisation, Person } from "@/core/people";
import type { Result } from "@/core/refusal";
import type { App } from "@/server/app";
import { handClock } from "@/server/clock";
import type { Db } from "@/server/db/open";
import { append } from "@/server/log/log";
import { project } from "@/server/log/projection";
import { saltFrom } from "@/server/log/sealed";
import { readReferenceData } from "@/server/reference-data";
import { workingMoment } from "./moments";
import { seeded } from "./random";

/** What people of a demo organisation are wont to do while its history is made up. */
export type Customs = {
  /** Who notes that goods came in. */
  receives: string;
  /** Who pays on Fridays, and what is looked into before. */
  pays: string;
  beforePaying?: (make: DemoBuilder) => void;
  says: Readonly<Record<"decline" | "send back" | "approve", readonly string[]>>;
  /**
   * Milliseconds after which an approver answers, where that is not some hours as with everybody; null where nobody does.
   * @param silent approves, and says nothing about it
   */
  answersAfter?: (
    make: DemoBuilder,
    state: DocumentState,
    level: LevelState,
    silent: boolean,
  ) => number | null | undefined;
  /** Who of those who can decide at a level is likely to; all of them where nothing is said. */
  chooses?: (state: DocumentState, level: LevelState, able: readonly string[]) => readonly string[];
  /** Hour in UTC at which its people begin to work. */
  opens: number;
  /** The invoice of an order of which the goods have come, on a day. */
  invoice: (make: DemoBuilder, order: DocumentState, date: string) => SupplierInvoice;
  /** Whether an invoice comes a second time, its number written a little differently. */
  comesTwice?: (make: DemoBuilder) => boolean;
};

/** A demo under construction: an application whose clock is set by hand, and what its people are wont to do. */
export type DemoBuilder = ReturnType<typeof building>;

/**
 * Begins a demo in an empty database. The same seed gives the same events, hashes included.
 * @param from when its clock begins
 */
export function building(db: Db, seed: number, from: string, customs: Customs) {
  const clock = handClock(from);
  const random = seeded(seed);
  const salts = seeded(seed + 1);
  saltFrom(db, () => salts.uuid().replaceAll("-", ""));
  const app: App = { db, clock, wall: clock, demo: true, quiet: true, newId: () => random.uuid() };
  const who = (id: string): Person => readReferenceData(app).directory.person(id)!;
  const must = <T>(result: Result<T>): T => {
    if (!result.ok) throw new Error(result.refusals.map((refusal) => refusal.message).join("; "));
    return result.value;
  };
  const working = (at: number) => workingMoment(random, at, customs.opens);
  return { app, clock, random, who, must, db, customs, working };
}

/** An organisation as it was entered at first, and the rates that were published each day. @param days drawn once it is entered */
export function foundOrganisation(
  { db, random, clock }: DemoBuilder,
  organisation: Organisation,
  days: () => Rate[][],
): void {
  const cause = () => ({ actor: "system", at: clock.now(), command: random.uuid() });
  const founded = { type: "organisation founded", data: { changes: found(organisation, clock.now()) } };
  project(db, append(db, "organisation", [founded], cause()));
  const rates = days().map((day) => ({ type: "rates published", data: { rates: day } }));
  project(db, append(db, "rates", rates, cause()));
}
