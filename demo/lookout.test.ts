import { describe, expect, it } from "vitest";
import { matterOf, type FindingBody, type QuestionName } from "@/core/lookout";
import { activityIn } from "@/server/lookout/activity";
import { find, stretchOfLook } from "@/server/lookout/look";
import { partiesBehind } from "@/server/lookout/parties";
import { readReferenceData } from "@/server/reference-data";
import { DEMO_ORGANISATIONS, type DemoKey } from "./organisations";
import { demoApp } from "./test-demo";

/** What is to be found in each, in a history of any size: the question, and whom or what it is about. */
const PLANTED: Record<DemoKey, [QuestionName, ...string[]][]> = {
  lines: [
    ["crowding", "everything-else", "500000"],
    ["splitting", "gil-varandas", "Northrigg Cordage"],
    ["splitting", "sancho-merlo", "Salgueiral Produce"],
    ["splitting", "felicia-moita", "Mergulho Azul-Fundo"],
    ["haste", "amadeu-lobato"],
    ["pairs", "decides for", "caetano-moura", "petra-zimbral"],
    ["lapses", "claims-in-august", "2025-08"],
    ["bankChanges", "Cabedelo Fenders"],
    ["dutiesMet", "leonel-viegas", "Azenha Consulting"],
  ],
  observatory: [
    ["crowding", "everything-else", "3000000"],
    ["splitting", "matias-olmede", "Cómputo Lircaya"],
    ["splitting", "yasna-ulloque", "Kestrelgate Storage"],
    ["haste", "eleuterio-maulen"],
    ["pairs", "decide together", "aruna-velkar", "nahuel-iriarte"],
    ["bankChanges", "Helio Frío Sur"],
    ["dutiesMet", "paz-melinao", "Servicios Tranque Alto"],
  ],
};
/** What is so without having been planted: limits that nobody was asked under, two clerks who do nearly everything, and first digits of amounts, of which many just under a threshold begin alike. */
const SO_ANYWAY: readonly QuestionName[] = ["limits", "dutiesMet", "noise", "standIns", "digits"];
const DAY = 86_400_000;

const NOW = "2026-03-10T13:00:00.000Z";
const lines = demoApp(240, "lines", NOW);

describe.each([
  ["lines", 240, lines],
  [
    "observatory",
    DEMO_ORGANISATIONS.observatory.orders,
    demoApp(DEMO_ORGANISATIONS.observatory.orders, "observatory", NOW),
  ],
] as const)("what lies in the history of %s with %i orders", (key, _orders, app) => {
  const { findings } = find(app, stretchOfLook(app));

  it("is found: whoever divides, crowds, decides unread, or always meets; what lapsed, and where duties met", () => {
    for (const [question, ...about] of PLANTED[key]) {
      const found = findings.filter((one) => one.question === question && about.every((id) => one.about.includes(id)));
      expect(found.length, `${question} ${about.join(" ")}`).toBe(1);
    }
  });
  it("gives every invoice that came twice as a pair of the same amount whose numbers look the same", () => {
    const pairs = findings.filter((one) => one.question === "duplicates");
    // No other number has a space in it. Where one of the two was declined nothing is paid twice.
    const live = "d.status NOT IN ('declined', 'withdrawn')";
    const again = app.db
      .prepare(
        `SELECT d.id FROM document d JOIN invoice i ON i.document = d.id WHERE i.invoice_number LIKE '% %' AND ${live} AND EXISTS
           (SELECT 1 FROM document o JOIN invoice j ON j.document = o.id WHERE o.id <> d.id AND o.party = d.party AND o.gross = d.gross
              AND ${live.replace("d.", "o.")}) ORDER BY d.id`,
      )
      .pluck()
      .all() as string[];
    expect(again.length).toBeGreaterThanOrEqual(6);
    expect(again.filter((id) => !pairs.some(({ documents }) => documents.includes(id)))).toEqual([]);
    expect(pairs.length).toBe(again.length);
    for (const { figures } of pairs) expect(figures).toMatchObject({ likeness: "looks the same", sameAmount: true });
  });
  it("has a bank account that changed two days before it was paid", () => {
    const [change] = findings.filter((one) => one.question === "bankChanges");
    const { changed, paid } = change!.figures;
    const days = paid.map(({ at }) => Math.floor((at - changed) / DAY));
    expect(days).toContain(2);
  });
  it("holds nothing that chance made beside what was planted, and no matter twice", () => {
    const isPlanted = ({ question, about }: FindingBody) =>
      question === "duplicates" ||
      PLANTED[key].some(([name, ...ids]) => name === question && ids.every((id) => about.includes(id)));
    const others = findings.filter((one) => !isPlanted(one) && !SO_ANYWAY.includes(one.question));
    expect(others.map(({ question, about }) => [question, ...about])).toEqual([]);
    expect(new Set(findings.map(matterOf)).size).toBe(findings.length);
  });
});

describe("the history of Marévia Lines", () => {
  const app = lines;
  const { documents, decisions } = find(app, stretchOfLook(app));

  it("is looked through whole: every document that was sent in eighteen months, and every decision on them", () => {
    const sent = "SELECT count(*) FROM document WHERE submitted_at >= ?";
    const { from } = stretchOfLook(app);
    expect(documents).toBe(app.db.prepare(sent).pluck().get(from));
    const decided = `SELECT count(*) FROM event e JOIN document d ON e.stream = 'document:' || d.id
      WHERE d.submitted_at >= ? AND e.type IN ('approval given', 'approval refused', 'sent back', 'returned')`;
    expect(decisions).toBe(app.db.prepare(decided).pluck().get(from));
  });
  it("is read with what stands beside the documents: releases by hand, what came in, what was paid and by whom, lapses, accounts", () => {
    const { beside, documents: read } = activityIn(app, stretchOfLook(app));
    const { from } = stretchOfLook(app);
    const count = (sql: string) => app.db.prepare(sql).pluck().get(from) as number;
    const acts = (kind: string) => beside.acts.filter((act) => act.kind === kind);
    expect(acts("release")).toHaveLength(
      count(`SELECT count(*) FROM event e JOIN document d ON e.stream = 'document:' || d.id
             WHERE d.submitted_at >= ? AND e.type = 'hold released' AND e.data ->> '$.how' = 'person'`),
    );
    expect(acts("pay")).toHaveLength(
      count(
        "SELECT count(*) FROM event e JOIN document d ON e.stream = 'document:' || d.id WHERE d.submitted_at >= ? AND e.type = 'paid'",
      ),
    );
    expect(acts("receive").length).toBeGreaterThan(0);
    for (const { document, person } of [...acts("pay"), ...acts("receive"), ...acts("release")]) {
      expect(read.ids[document]).toBeDefined();
      expect(readReferenceData(app).directory.person(person)).toBeDefined();
    }
    expect(beside.lapses).toHaveLength(count("SELECT count(*) FROM event WHERE time >= ? AND type = 'level lapsed'"));
    const banks = beside.accounts.filter(({ kind }) => kind === "bank");
    expect(banks.map(({ party, person, checked }) => [party, person, checked])).toEqual([
      ["Cabedelo Fenders", "albertina-fragoso", true],
      ["Skarnes Dock", "albertina-fragoso", true],
    ]);
    expect(beside.limits.every(({ limit, amounts }) => limit > 0 && amounts.every((one) => one >= 0))).toBe(true);
  });
  it("is told of parties behind one bank account or address, however the address is written", () => {
    const both = ["Cabedelo Fenders", "Skarnes Dock"];
    expect(partiesBehind(app)).not.toContainEqual(both);
    const set = "UPDATE account SET fields = json_set(fields, '$.address', ?) WHERE name = ?";
    app.db.prepare(set).run("7 Quay Row, Wenholt", "Skarnes Dock");
    app.db.prepare(set).run("7 quay row wenholt", "Cabedelo Fenders");
    expect(partiesBehind(app)).toContainEqual(both);
  });
});
