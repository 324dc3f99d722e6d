// What the control report counts, against a count of the log that knows nothing of the marks that are kept.
import { describe, expect, it } from "vitest";
import { coverage } from "@/core/people";
import { demoApp } from "../../../demo/test-demo";
import { dumpProjections, rebuild } from "../log/rebuild";
import { eventsBetween } from "../logbook/events";
import { directoryAt, readReferenceData } from "../reference-data";
import { controlReport } from "./report";

const app = demoApp(60);
type Data = {
  level: string;
  due?: string;
  how?: string;
  via?: string;
  by: string;
  together?: object;
  voided: unknown[];
};

/** Counts of some days, from every event there is. */
function counted(from: string, until: string) {
  const count: Record<string, number> = {};
  const add = (what: string) => (count[what] = (count[what] ?? 0) + 1);
  const due = new Map<string, string>();
  const approvals: { document: string; by: string; at: string }[] = [];
  for (const event of eventsBetween(app, { from: "2020-01-01", until: "2030-01-01" })) {
    if (!event.stream.startsWith("document:")) continue;
    const data = JSON.parse(event.data) as Data;
    const key = `${event.stream} ${data.level}`;
    if (event.type === "level opened") {
      if (data.due) due.set(key, data.due);
      else due.delete(key);
    }
    const day = new Intl.DateTimeFormat("sv-SE", {
      timeZone: readReferenceData(app).directory.organisation.timeZone,
    }).format(new Date(event.time));
    if (day < from || day > until) continue;
    if (event.type === "submitted" || event.type === "approval given") add(`${event.type} ${day.slice(0, 7)}`);
    if (/^level (approved|declined)$/.test(event.type) && due.has(key))
      add(event.time <= due.get(key)! ? "in time" : "late");
    if (event.type === "hold released" && data.how === "person") add("Hold released by hand");
    if (event.type === "level lapsed") add("Approved automatically since time ran out: nobody approved");
    if (event.type === "rerouted") add("Routed again");
    if (event.type === "revised" && data.voided.length > 0)
      add("Changed after it had approvals, which no longer count");
    if (event.type !== "approval given") continue;
    if (data.via === "mail") add("Decided through the link of a mail");
    if (data.together) add("Decided with others at once");
    approvals.push({ document: event.stream.slice(9), by: data.by, at: event.time });
  }
  const { history } = readReferenceData(app);
  const facts = app.db.prepare("SELECT type, compared FROM document WHERE id = ?");
  for (const { document, by, at } of approvals) {
    const { type, compared } = facts.get(document) as { type: string; compared: number | null };
    // Policies of the demonstration are in euros, and so are the limits of its people.
    const same = (amount: { minor: number; currency: string }) => amount;
    if (
      compared !== null &&
      coverage(by, type, { minor: compared, currency: "EUR" }, directoryAt(history, at), same).outcome ===
        "does not cover"
    )
      add("Approved by somebody whose own limit does not cover it");
  }
  return count;
}

describe("the control report", () => {
  it.each([
    ["2024-01-01", "2026-12-31"],
    ["2025-08-12", "2025-10-03"],
    ["2026-03-10", "2026-03-10"],
  ])("counts from %s to %s what the log has, all of it and nothing else", (from, until) => {
    const report = controlReport(app, { from, until });
    const count = counted(from, until);
    expect([report.inTime.inTime, report.inTime.late]).toEqual([count["in time"] ?? 0, count["late"] ?? 0]);
    for (const { month, approvals, documents } of report.months)
      expect([month, approvals, documents]).toEqual([
        month,
        count[`approval given ${month}`] ?? 0,
        count[`submitted ${month}`] ?? 0,
      ]);
    const months = new Set(
      Object.keys(count).flatMap((key) => /^(?:submitted|approval given) (.*)$/.exec(key)?.[1] ?? []),
    );
    expect(report.months).toHaveLength(months.size);
    const judged = report.exceptions.filter(({ what }) => !/^One person|^Self-approval|^Step after/.test(what));
    const known = Object.fromEntries(Object.entries(count).filter(([key]) => /^[A-Z]/.test(key)));
    expect(Object.fromEntries(judged.map(({ what, count: n }) => [what, n]))).toEqual(known);
  });

  it("counts something of most kinds, and its marks come back from the log", () => {
    const report = controlReport(app, { from: "2024-01-01", until: "2026-12-31" });
    expect(report.exceptions.length).toBeGreaterThan(5);
    expect(report.exceptions.every(({ count, examples }) => examples.length === Math.min(12, count))).toBe(true);
    const before = dumpProjections(app.db);
    rebuild(app.db);
    expect(dumpProjections(app.db)).toEqual(before);
  });
});
