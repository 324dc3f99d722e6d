// The register, its files, samples and the control report: what is found, what is counted, and that an auditor reads all of it, tests it, and changes nothing of it.
import { XMLParser, XMLValidator } from "fast-xml-parser";
import { parse } from "csv-parse/sync";
import { describe, expect, it } from "vitest";
import { generateDemo } from "../../../demo/generate";
import { codes, person, testApp, testOrder, value } from "../../../demo/test-app";
import { temporaryFolder } from "../../../demo/temporary";
import { submit } from "../../../demo/test-books";
import { DEMO_WORD } from "../access/signing";
import { DEMO_START, type App } from "../app";
import { handClock } from "../clock";
import { openDatabase } from "../db/open";
import { safeText } from "@/core/tables";
import { entriesOf } from "@/core/lists";
import { exported } from "../documents/export";
import { keptFilters } from "../documents/kept-filter";
import { readState } from "../documents/state";
import { listDocuments, totalsOf } from "../documents/queries";
import { checkedFilter, filterOf, readableQuery } from "../documents/register";
import { changeView, viewsOf } from "../listing/views";
import { lastSeq, newCommandId } from "../log/log";
import { dumpProjections, rebuild } from "../log/rebuild";
import { MOST_EVENTS, countEvents, eventsBetween, findEvents } from "../logbook/events";
import { changePeople } from "../people/commands";
import { readReferenceData } from "../reference-data";
import { controlReport } from "./report";
import { reportPdf } from "./report-pdf";
import { samplePdf } from "./sample-pdf";
import { changeSample, conclusionOf, ownWorkIn, sampleOf, sheetHash, type PlanRequest } from "./samples";

const db = openDatabase(temporaryFolder());
generateDemo(db, { orders: 60 });
const app: App = { db, clock: handClock(DEMO_START), wall: handClock(DEMO_START), demo: true };
const who = (id: string) => readReferenceData(app).directory.person(id)!;
const auditor = who("tome-cardigos");
const controller = who("benedita-corvo");
const { directory } = readReferenceData(app);
const filter = (query: Record<string, string>) => filterOf(readableQuery(query), directory);
const whole = (format: "csv" | "json" | "xes", query: Record<string, string> = {}) =>
  [...exported(app, auditor, filter(query), format)].join("");
const ask = (sql: string, ...values: unknown[]) =>
  db
    .prepare(sql)
    .pluck()
    .get(...values) as number;

describe("the register", () => {
  it("is filtered by the categories of orders and of claims alike", () => {
    const { choices } = keptFilters(directory).find(({ key }) => key === "category")!;
    for (const list of ["order-categories", "claim-categories"])
      for (const { key } of entriesOf(directory.organisation.lists, list))
        expect(choices.map((one) => one.key)).toContain(key);
    const count = (key: string) => listDocuments(app, auditor, filter({ "has.category": key, state: "any" })).total;
    expect([count("meals") > 0, count("fuel") > 0]).toEqual([true, true]);
  });

  it("finds by everything it shows, and its totals are those of the rows", () => {
    const query = {
      type: "purchase-order",
      state: "approved",
      from: "2025-06-01",
      until: "2025-12-31",
      currency: "EUR",
      least: "500",
      most: "5000",
    };
    const { total } = listDocuments(app, auditor, filter(query));
    const counted = ask(
      `SELECT COUNT(*) FROM document WHERE type = 'purchase-order' AND status = 'approved' AND currency = 'EUR'
         AND closed_at BETWEEN '2025-06-01' AND '2025-12-31T23:59:59.999Z' AND gross BETWEEN 50000 AND 500000`,
    );
    expect(total).toBe(counted);
    expect(total).toBeGreaterThan(3);
    expect(totalsOf(app, auditor, filter(query))).toMatchObject([{ currency: "EUR", count: counted }]);
    expect(listDocuments(app, auditor, filter({ ...query, party: "Nobody" })).total).toBe(0);
  });
  it("finds by words of notes, lines and comments as well, all of them in any order, and what is no word as it stands", () => {
    const titles = (text: string) => listDocuments(app, auditor, { text }).rows.map(({ title }) => title);
    // What Rui Tavares said as he approved it, a line of it, what Noor Halvorsrud noted.
    for (const text of [
      "Cheaper of two offers",
      "yard offers cheaper",
      "thickness",
      "scaffolding survey",
      "free from the 7th",
      '"of two offers" survey',
    ])
      expect([text, titles(text)]).toEqual([text, ["Hull survey, spring docking"]]);
    for (const text of [
      "offers scaffolding nothing-like-it",
      '"',
      "a OR b",
      "NEAR(survey hull)",
      "words : survey",
      '"offers two"',
    ])
      expect([text, titles(text)]).toEqual([text, []]);
  });
  it("goes out as CSV that a spreadsheet takes for no formula, and amounts as numbers", () => {
    const rows = parse(whole("csv", { state: "any" }), { columns: true }) as Record<string, string>[];
    expect(rows.length).toBe(ask("SELECT COUNT(*) FROM document"));
    expect(rows.every((row) => /^-?\d+(\.\d+)?$/.test(row.gross!))).toBe(true);
    for (const bad of ["=1+1", "+1", "-1", "@x", "\tx", "＝1"]) expect(safeText(bad)).toBe(`'${bad}`);
    expect(safeText("Rope - 12 mm")).toBe("Rope - 12 mm");
  });
  it("goes out as JSON and as an event log by IEEE 1849 with every event of every document", () => {
    const json = JSON.parse(whole("json", { state: "any" })) as { number: string }[];
    expect(json.length).toBe(ask("SELECT COUNT(*) FROM document"));
    const xes = whole("xes", { state: "any" });
    expect(XMLValidator.validate(xes)).toBe(true);
    const { log } = new XMLParser({
      ignoreAttributes: false,
      isArray: (name) => ["trace", "event"].includes(name),
    }).parse(xes) as {
      log: { trace: { event: { string: { "@_key": string }[]; date: { "@_key": string } }[] }[] };
    };
    expect(log.trace.length).toBe(json.length);
    const events = log.trace.flatMap((trace) => trace.event);
    expect(events.length).toBe(ask("SELECT COUNT(*) FROM event WHERE stream LIKE 'document:%'"));
    expect(events[0]!.string.map((one) => one["@_key"])).toEqual([
      "concept:name",
      "org:resource",
      "lifecycle:transition",
    ]);
    expect(events[0]!.date["@_key"]).toBe("time:timestamp");
  });
  it("keeps views for their owner alone", () => {
    const keep = (name: string) =>
      changeView(app, controller, {
        type: "keep",
        command: newCommandId(),
        list: "register",
        name,
        query: "state=held",
      });
    value(keep("Held"));
    expect(viewsOf(app, controller, "register")).toEqual([{ name: "Held", query: "state=held" }]);
    expect(viewsOf(app, controller, "documents")).toEqual([]);
    expect(viewsOf(app, auditor, "register")).toEqual([]);
    value(changeView(app, controller, { type: "drop", command: newCommandId(), list: "register", name: "Held" }));
    expect(viewsOf(app, controller, "register")).toEqual([]);
  });
});

describe("a filter that cannot be read", () => {
  it.each([
    [{ from: "2026-99-99" }, "from"],
    [{ until: "tomorrow" }, "until"],
    [{ least: "much" }, "“much” is no amount"],
    [{ most: "1e9" }, "“1e9” is no amount"],
    [{ q: "x".repeat(300) }, "q"],
  ])("is refused for files and samples, and left out where it can be seen: %j", async (given, says) => {
    const checked = checkedFilter(given as Record<string, string>, directory);
    expect(checked.ok ? "" : checked.refusals[0]!.message).toContain(says);
    const drawn = await changeSample(app, controller, {
      type: "draw",
      command: newCommandId(),
      look: true,
      plan: { ...plan, query: new URLSearchParams(given as Record<string, string>).toString() },
    });
    // The period of a sample stands in its plan, whatever its query says.
    const ofPeriod = "from" in given || "until" in given;
    expect(drawn.ok ? "drawn" : drawn.refusals[0]!.message).toContain(ofPeriod ? "drawn" : says);
    expect(filterOf(readableQuery(given as Record<string, string>), directory)).toEqual(filterOf({}, directory));
  });
});

describe("a filter of amounts", () => {
  it("in a currency that there is none of finds nothing and breaks nothing; one in small letters is that one", () => {
    const least = (currency: string) => {
      const checked = checkedFilter({ currency, least: "500.00", state: "any" }, directory);
      return checked.ok ? [checked.value.currency, checked.value.least] : "refused";
    };
    expect(least("jpy")).toEqual(["JPY", 500]);
    expect(least("eur")).toEqual(["EUR", 50_000]);
    expect(least("nothing")).toEqual(["NOTHING", 50_000]);
  });
});

describe("the logbook", () => {
  it("finds events by anything, also by days, latest first and page by page", () => {
    // Whoever decided most in these months, counted from the whole log.
    const counts = new Map<string, number>();
    for (const { type, time, actor: by } of eventsBetween(app, { from: "2024-01-01", until: "2026-12-31" }))
      if (type === "approval given" && time >= "2025-03-01" && time < "2025-09-01")
        counts.set(by, (counts.get(by) ?? 0) + 1);
    const [actor, count] = [...counts].toSorted((one, other) => other[1] - one[1])[0]!;
    const said = findEvents(app, { type: "approval given", actor, from: "2025-03-01", until: "2025-08-31" });
    expect(said.rows).toHaveLength(count);
    for (const row of said.rows) {
      expect([row.type, row.actor]).toEqual(["approval given", actor]);
      expect(row.time >= "2025-03-01" && row.time < "2025-09-01").toBe(true);
    }
    const first = findEvents(app, {});
    const next = findEvents(app, { before: first.rows.at(-1)!.seq });
    expect(next.rows[0]!.seq).toBe(first.rows.at(-1)!.seq - 1);
    expect(findEvents(app, { text: "Tail-shaft overhaul" }).rows.length).toBeGreaterThan(0);
    expect(countEvents(app, { type: "approval given", actor, from: "2025-03-01", until: "2025-08-31" }, null)).toBe(
      count,
    );
    // Whoever may not be asked reads of no finding.
    const all = [...eventsBetween(app, { from: "2024-01-01", until: "2026-12-31" })].filter(
      ({ stream }) => !stream.startsWith("finding:"),
    ).length;
    expect(countEvents(app, { before: 3 }, null)).toBe(Math.min(all, MOST_EVENTS + 1));
  });
});

const plan: PlanRequest = {
  name: "Orders of a year",
  query: "type=purchase-order&state=approved",
  from: "2025-01-01",
  until: "2026-03-09",
  confidence: 0.9,
  tolerable: 0.1,
  expected: 0,
  method: "random",
  seed: "2026",
  attributes: ["Everybody decided", "Not their own"],
};

describe("a sample", () => {
  it("is drawn the same by anybody with the same plan, tested item by item, and signed only when it is whole", async () => {
    const draw = (look: boolean) => changeSample(app, auditor, { type: "draw", command: newCommandId(), plan, look });
    const [one, again] = [value(await draw(true)), value(await draw(false))];
    expect(again.items).toEqual(one.items);
    expect(again.items).toHaveLength(22);
    const id = "s-0001";
    const test = (item: string, mark: "good" | "deviation", note = "") =>
      changeSample(app, auditor, {
        type: "test",
        command: newCommandId(),
        id,
        finding: { item, marks: { "Everybody decided": "good", "Not their own": mark }, note },
      });
    const sign = (name = "Tomé Cardigos", actor = auditor) =>
      changeSample(app, actor, {
        type: "sign",
        command: newCommandId(),
        id,
        signing: { name, proof: DEMO_WORD, documentHash: sheetHash(sampleOf(app, id)!) },
      });
    expect(codes(await sign())).toBe("incomplete");
    expect(codes(await test("po-99999", "good"))).toBe("unknown");
    expect(codes(await test(again.items[0]!.id, "deviation"))).toBe("comment required");
    for (const { id: item } of again.items) value(await test(item, "good"));
    expect(conclusionOf(sampleOf(app, id)!)).toMatchObject({ tested: 22, deviations: 0, relied: true });
    value(await test(again.items[0]!.id, "deviation", "The order was placed a day before"));
    expect(conclusionOf(sampleOf(app, id)!)).toMatchObject({ deviations: 1, relied: false });
    expect(codes(await sign("Somebody"))).toBe("signature");
    // The policy's own author does not sign off the test of it, nor does whoever decided on one of its documents.
    const author = await sign("Benedita Corvo", controller);
    expect(author).toMatchObject({
      ok: false,
      refusals: [{ code: "own work", message: /^You had a hand in version \d of “Purchase orders”/ }],
    });
    value(await sign());
    expect((await samplePdf(app, sampleOf(app, id)!)).subarray(0, 5).toString()).toBe("%PDF-");
    expect(sampleOf(app, id)!.signed!.sentence).toContain("can not be relied on");
    expect(codes(await test(again.items[1]!.id, "good"))).toBe("closed");
    const before = dumpProjections(db);
    rebuild(db);
    expect(dumpProjections(db)).toEqual(before);
  });
  it("is signed off by nobody who decided on one of its documents", () => {
    const sample = sampleOf(app, "s-0001")!;
    const of = (id: string) => readState(db, id)!.levels.flatMap(({ decisions }) => decisions.map(({ by }) => by));
    const item = sample.items.find(({ id }) => of(id).some((by) => by !== "benedita-corvo"))!;
    const [by] = of(item.id).filter((one) => one !== "benedita-corvo");
    expect(ownWorkIn(app, { id: by! }, { ...sample, items: [item] })?.message).toMatch(/^You (decided on|had a hand)/);
    expect(ownWorkIn(app, auditor, sample)).toBeNull();
  });
  it("is neither drawn nor touched by somebody who only asks and approves", async () => {
    const before = lastSeq(db);
    const outsider = who("noor-halvorsrud");
    expect(codes(await changeSample(app, outsider, { type: "draw", command: newCommandId(), plan, look: false }))).toBe(
      "forbidden",
    );
    expect(lastSeq(db)).toBe(before);
  });
});

describe("the control report", () => {
  it("counts what the register and the log have, and what was out of the ordinary", async () => {
    const period = { from: "2025-01-01", until: "2025-12-31" };
    const report = controlReport(app, period);
    const within = "closed_at BETWEEN '2025-01-01' AND '2025-12-31T23:59:59.999Z'";
    expect(report.documents.decided).toBe(ask(`SELECT COUNT(*) FROM document WHERE ${within}`));
    expect(report.bands.reduce((sum, one) => sum + one.documents, 0)).toBe(
      ask(`SELECT COUNT(*) FROM document WHERE ${within} AND policy IS NOT NULL`),
    );
    expect(report.months.reduce((sum, one) => sum + one.approvals, 0)).toBe(
      ask("SELECT COUNT(*) FROM event WHERE type = 'approval given' AND time LIKE '2025-%'"),
    );
    const released = report.exceptions.find((one) => one.what === "Hold released by hand");
    expect(released?.count ?? 0).toBe(
      ask(
        "SELECT COUNT(*) FROM event WHERE type = 'hold released' AND data ->> 'how' = 'person' AND time LIKE '2025-%'",
      ),
    );
    const pdf = await reportPdf(report, readReferenceData(app).directory);
    expect(pdf.subarray(0, 5).toString()).toBe("%PDF-");
  });

  it("says who held which role when, by the changes up to the end of its period and no later", () => {
    const held = (from: string, until: string) =>
      controlReport(app, { from, until })
        .roles.filter((one) => one.role === "administrator" || one.role === "auditor")
        .map((one) => `${one.role} ${one.person} ${one.from} ${one.until ?? "-"}`);
    const before = ["administrator Joaquina Teles 2024-07-01 -", "auditor Tomé Cardigos 2024-07-01 -"];
    expect(held("2025-01-01", "2025-12-02")).toEqual(before);
    expect(held("2025-01-01", "2025-12-03")).toEqual(["administrator Ivo Sampaio 2025-12-03 -", ...before]);
    const clerk = {
      type: "give roles" as const,
      person: "ivo-sampaio",
      roles: ["requester" as const, "clerk" as const],
      reason: "",
    };
    value(changePeople(app, who("joaquina-teles"), clerk, newCommandId()));
    expect(held("2026-01-01", "2026-12-31")).toEqual(["administrator Ivo Sampaio 2025-12-03 2026-03-10", ...before]);
    expect(held("2026-04-01", "2026-12-31")).toEqual(before);
  });

  it("says each change of a policy, a limit or a person, what it was before, and who made it", () => {
    const { changes } = controlReport(app, { from: "2025-11-01", until: "2026-01-31" });
    const said = (about: string) =>
      changes.filter((one) => one.about === about).map((one) => `${one.what} | ${one.by}`);
    expect(said("limits")).toContain(
      "The limit of Rui Tavares for orders: Limit: up to 25,000.00 EUR → up to 30,000.00 EUR, from 1 Jan 2026 on | Joaquina Teles",
    );
    expect(said("policies")).toContain("Purchase orders, version 2: counts from 1 Jan 2026 | Rosalind Amado");
    expect(said("people")).toContain(
      "Ivo Sampaio: Roles: requester, approver → requester, approver, administrator; Roles kept together: administrator and approver: Stands in for the administrator, agreed with the auditor on 1 Dec 2025 | Joaquina Teles",
    );
    const founded = controlReport(app, { from: "2024-07-01", until: "2024-07-01" }).changes;
    expect(founded.some((one) => /^Organisation founded: \d+ entries$/.test(one.what))).toBe(true);
  });
});

describe("a day", () => {
  it("is the organisation’s in the register, the report and the logbook: half past midnight in summer is the next day", () => {
    const one = testApp();
    const small = (at: string) => {
      one.clock.set(at);
      return submit(one, testOrder(1_000, { date: at.slice(0, 10) })).id;
    };
    const [evening, night] = [small("2026-06-30T22:30:00.000Z"), small("2026-06-30T23:30:00.000Z")];
    const reader = person(one, "tome-cardigos");
    const listed = (query: object) =>
      listDocuments(one, reader, filter({ state: "approved", ...query })).rows.map(({ id }) => id);
    expect(listed({ until: "2026-06-30" })).toEqual([evening]);
    expect(listed({ from: "2026-07-01" })).toEqual([night]);
    const decided = (from: string, until: string) => controlReport(one, { from, until }).documents.decided;
    expect([decided("2026-06-30", "2026-06-30"), decided("2026-07-01", "2026-07-01")]).toEqual([1, 1]);
    expect(controlReport(one, { from: "2026-06-01", until: "2026-07-31" }).months).toEqual([
      expect.objectContaining({ month: "2026-06", documents: 1 }),
      expect.objectContaining({ month: "2026-07", documents: 1 }),
    ]);
    const told = (query: object) => {
      const streams = findEvents(one, query).rows.map(({ stream }) => stream);
      return [...new Set(streams.filter((stream) => stream.startsWith("document:")))];
    };
    expect(told({ from: "2026-07-01" })).toEqual([`document:${night}`]);
    expect(told({ from: "2026-06-30", until: "2026-06-30" })).toEqual([`document:${evening}`]);
  });
});
