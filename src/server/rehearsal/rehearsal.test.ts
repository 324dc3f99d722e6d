// What a rehearsal is opened with, and what it is given to replay: of the days that were asked for, with nothing that is nobody's business.
import { beforeAll, describe, expect, it } from "vitest";
import { generateDemo } from "../../../demo/generate";
import { temporaryFolder } from "../../../demo/temporary";
import { codes, value } from "../../../demo/test-app";
import type { App } from "../app";
import { handClock, systemClock } from "../clock";
import { openDatabase } from "../db/open";
import { saveDraft } from "../policies/drafts";
import { versionsOf } from "../policies/command";
import { readReferenceData } from "../reference-data";
import { materialFor } from "./material";
import { timingFor } from "./timing";
import { rehearsalView, USUAL_HOURS, USUAL_MINUTES } from "./view";

let app: App;
beforeAll(() => {
  const db = openDatabase(temporaryFolder());
  generateDemo(db, { orders: 60 });
  app = { db, clock: handClock("2026-03-10T09:10:00.000Z"), wall: systemClock, demo: true };
});
const who = (id: string) => readReferenceData(app).directory.person(id)!;
const controller = () => who("benedita-corvo");

describe("what is replayed", () => {
  it("was sent on the days that were asked for, the first and the last included, in the organisation's zone", () => {
    const [from, until] = ["2025-11-03", "2025-12-18"];
    const { documents, labels } = value(materialFor(app, controller(), "purchase-order", { from, until }));
    const days = app.db
      .prepare(
        `SELECT number FROM document WHERE type = 'purchase-order' AND submitted_at >= ? AND submitted_at < ? ORDER BY number`,
      )
      .pluck()
      // Lisbon is an hour ahead of no other clock in winter.
      .all("2025-11-03T00:00:00.000Z", "2025-12-19T00:00:00.000Z") as string[];
    expect(labels.map(({ number }) => number).sort()).toEqual(days);
    expect(days.length).toBeGreaterThan(3);
    expect(documents.every(({ date }) => date >= from && date <= until)).toBe(true);
  });

  it("has no addresses, and does not say why somebody is away", () => {
    const { history } = value(
      materialFor(app, controller(), "purchase-order", { from: "2025-03-10", until: "2026-03-09" }),
    );
    const text = JSON.stringify(history);
    expect(text).not.toContain("@");
    const reasons = readReferenceData(app).directory.organisation.standIns.flatMap(({ reason }) =>
      reason ? [reason] : [],
    );
    expect(reasons.length).toBeGreaterThan(0);
    expect(history.standIn.length).toBeGreaterThan(0);
    for (const reason of reasons) expect(text).not.toContain(`"reason":"${reason}"`);
  });

  it("is given to nobody who may not read policies", () => {
    const asked = materialFor(app, who("noor-halvorsrud"), "purchase-order", {
      from: "2025-03-10",
      until: "2026-03-09",
    });
    expect(asked.ok ? [] : asked.refusals.map(({ code }) => code)).toEqual(["forbidden"]);
  });

  it("is all that there is up to the last day that can be written, with how it went, and nothing of a history that there is not", () => {
    const ever = { from: "0001-01-01", until: "9999-12-31" };
    const count = app.db
      .prepare("SELECT COUNT(*) FROM document WHERE type = 'purchase-order' AND submitted_at IS NOT NULL")
      .pluck()
      .get();
    expect(value(materialFor(app, controller(), "purchase-order", ever)).documents).toHaveLength(count as number);
    expect(value(timingFor(app, controller(), "purchase-order", ever)).answers.length).toBeGreaterThan(30);
    for (const asked of [materialFor, timingFor])
      expect(codes(asked(app, controller(), "purchase-order", ever, "nowhere"))).toBe("unknown");
  });
});

describe("what a rehearsal is opened with", () => {
  it("is the policy under which most was sent, its version in force above and below, over twelve months up to yesterday", () => {
    const most = app.db
      .prepare("SELECT policy FROM document WHERE policy IS NOT NULL GROUP BY policy ORDER BY COUNT(*) DESC")
      .pluck()
      .get();
    expect(rehearsalView(app, controller(), {}).chosen!.id).toBe(most);
    const { chosen, days, asToday, minutes, capacity } = rehearsalView(app, controller(), {
      policy: "purchase-orders",
    });
    expect(chosen).toMatchObject({ before: "2", after: "2", takesOver: { revision: 0 } });
    expect(days).toEqual({ from: "2025-03-10", until: "2026-03-09" });
    expect([asToday, minutes, capacity]).toEqual([
      false,
      { usual: USUAL_MINUTES, byLevel: {} },
      { usual: USUAL_HOURS, byPerson: {} },
    ]);
    expect(chosen!.others.every(({ policy }) => policy.documentType === "purchase-order")).toBe(true);
    expect(chosen!.others.map(({ policy }) => policy.id)).not.toContain("purchase-orders");
  });

  it("is what the address says, and the usual where it says nothing that can be", () => {
    const asked = { policy: "purchase-orders", before: "1", after: "2", from: "2025-06-01", until: "2025-06-30" };
    const single = { third: "none", "minutes.finance": "40", "minutes.other": "0", "hours.rosalind-amado": "9" };
    const view = rehearsalView(app, controller(), {
      ...asked,
      people: "today",
      minutes: "15",
      capacity: "8",
      ...single,
    });
    expect(view.chosen).toMatchObject({ before: "1", after: "2", third: "none" });
    expect([view.days, view.asToday, view.minutes, view.capacity]).toEqual([
      { from: "2025-06-01", until: "2025-06-30" },
      true,
      { usual: 15, byLevel: { finance: 40 } },
      { usual: 8, byPerson: { "rosalind-amado": 9 } },
    ]);
    // Versions that were chosen of another policy are not taken for those of this one.
    const other = rehearsalView(app, controller(), { ...asked, before: "none", of: "crewing-purchases" }).chosen;
    expect(other).toMatchObject({ before: "2", after: "2" });
    const odd = {
      policy: "none",
      before: "9",
      after: "x",
      from: "2025-06-30",
      until: "2025-06-01",
      minutes: "-5",
      third: "7",
    };
    expect(rehearsalView(app, controller(), odd)).toEqual(rehearsalView(app, controller(), {}));
  });

  it("is a policy that was never in force against its absence, and never nothing against nothing", () => {
    const { chosen } = rehearsalView(app, controller(), { policy: "crewing-purchases" });
    expect(chosen).toMatchObject({ before: "none", after: "draft" });
    expect(chosen!.candidates.find(({ key }) => key === "none")!.policy).toBeNull();
    const ended = { policy: "purchase-orders", after: "none" };
    expect(rehearsalView(app, controller(), ended).chosen).toMatchObject({ before: "2", after: "none" });
    const nothing = rehearsalView(app, controller(), { ...ended, before: "none" }).chosen;
    expect(nothing).toMatchObject({ before: "none", after: "2" });
  });

  it("has the draft below, which moved thresholds may become for whoever writes policies and for nobody else", () => {
    const policy = versionsOf(app, "purchase-orders").at(-1)!.policy;
    const { revision } = value(saveDraft(app, controller(), "purchase-orders", { revision: 0, policy, reasons: [] }));
    const opened = rehearsalView(app, controller(), { policy: "purchase-orders" }).chosen;
    expect(opened).toMatchObject({ before: "2", after: "draft", takesOver: { revision } });
    // Another version must not replace the draft that there is.
    const other = rehearsalView(app, controller(), { policy: "purchase-orders", after: "2" }).chosen;
    expect(other!.takesOver).toBeNull();
    expect(rehearsalView(app, who("tome-cardigos"), { policy: "purchase-orders" }).chosen!.takesOver).toBeNull();
  });
});
