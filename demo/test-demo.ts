import type { App } from "@/server/app";
import { handClock } from "@/server/clock";
import { openDatabase } from "@/server/db/open";
import { DEMO_ORGANISATIONS, type DemoKey } from "./organisations";
import { temporaryFolder } from "./temporary";

/** A demo with a few orders, seen on a day of 2026, for tests that read a whole log. @param at ISO date-time in UTC */
export function demoApp(
  orders: number,
  key: DemoKey = "lines",
  at = "2026-11-23T09:00:00.000Z",
): App & { folder: string } {
  const folder = temporaryFolder();
  const db = openDatabase(folder);
  DEMO_ORGANISATIONS[key].generate(db, { orders });
  const clock = handClock(at);
  return { db, demo: true, clock, wall: clock, folder };
}
