import type { App } from "@/server/app";
import { handClock } from "@/server/clock";
import { openDatabase } from "@/server/db/open";
import { generateDemo } from "./generate";
import { temporaryFolder } from "./temporary";

/** The demo with a few orders, seen on a day of 2026, for tests that read a whole log. */
export function demoApp(orders: number): App & { folder: string } {
  const folder = temporaryFolder();
  const db = openDatabase(folder);
  generateDemo(db, { orders });
  const clock = handClock("2026-11-23T09:00:00.000Z");
  return { db, demo: true, clock, wall: clock, folder };
}
