import type { Person } from "@/core/people";
import { authorise } from "../access/authorise";
import type { App } from "../app";
import { allFindings } from "./stored";

/** What of the lookout waits for somebody: findings that nobody has judged, and cases that were given to them, the one that is due first first. */
export type LookoutForDesk = { open: number; cases: { id: string; due: string | null }[] };

/** Null for whoever does not see the lookout; nothing of it is about the reader. */
export function lookoutForDesk(app: App, reader: Person): LookoutForDesk | null {
  if (authorise(reader, "lookout.read")) return null;
  const seen = allFindings(app).filter((finding) => authorise(reader, "lookout.read", { finding }) === null);
  return {
    open: seen.filter(({ state }) => state === "open").length,
    cases: seen
      .filter(({ state, assigned }) => state === "case" && assigned === reader.id)
      .map(({ id, due }) => ({ id, due }))
      .sort((a, b) => (a.due ?? "9999").localeCompare(b.due ?? "9999")),
  };
}
