// What comes in by file and by other systems: whole, once, in somebody's name, and no more than they may.
import { describe, expect, it } from "vitest";
import { codes, person, value, type TestApp } from "../../../demo/test-app";
import { booksApp } from "../../../demo/test-books";
import { readState } from "../documents/state";
import { readAccount } from "../ledger/accounts";
import { setRules } from "../ledger/books";
import { readRules } from "../ledger/accounts";
import { lastSeq, newCommandId } from "../log/log";
import { answerOf, listSent, receiveDocument, sentDocument } from "./api";
import { importCustomers } from "./customers";
import { importDocuments, type IntakeProgress, type IntakeRequest } from "./import";
import { openApi } from "./openapi";
import { endToken, makeToken, type Scope } from "./tokens";
import { readReferenceData } from "../reference-data";
import { namesFor } from "../documents/names";

const HEAD = "supplier,invoice number,date,currency,description,quantity,unit price,tax percent";
const table = (count: number) =>
  [
    HEAD,
    ...Array.from({ length: count }, (_, n) => `Halyard & Moss,H-${n},2026-03-09,EUR,Rope ${n},1,${100 + n}.00,23`),
  ].join("\n");

async function run(
  app: TestApp,
  request: Partial<IntakeRequest> & { text: string },
  who = "tamsin-roque",
  stopAfter = Infinity,
) {
  const steps = importDocuments(app, person(app, who), {
    name: "f.csv",
    submit: false,
    takeGood: false,
    confirm: null,
    ...request,
  });
  const progress: IntakeProgress[] = [];
  for (;;) {
    const step = await steps.next();
    if (step.done) return { progress, result: step.value };
    progress.push(step.value);
    if (progress.length >= stopAfter) {
      await steps.return({ ok: false, refusals: [] });
      return { progress, result: null };
    }
  }
}
async function look(app: TestApp, text: string) {
  const { result } = await run(app, { text });
  const found = value(result!);
  if (!("preview" in found)) throw new Error("no preview");
  return found.preview;
}
const documents = (app: TestApp) => app.db.prepare("SELECT COUNT(*) FROM document").pluck().get() as number;

describe("a file", () => {
  it("is looked at first and writes nothing; taken in it says how far it is; twice it is taken once", async () => {
    const app = booksApp();
    const text = table(450);
    const preview = await look(app, text);
    expect([preview.counts, documents(app)]).toEqual([{ documents: 450, bad: 0, known: 0 }, 0]);
    const { progress, result } = await run(app, { text, confirm: preview.fingerprint });
    expect(progress.map((one) => `${one.stage} ${one.done}`)).toEqual([
      "reading 0",
      "entering 0",
      "entering 200",
      "entering 400",
    ]);
    expect(value(result!)).toMatchObject({ taken: { taken: 450, again: 0, refused: [] } });
    const again = await run(app, { text, confirm: preview.fingerprint });
    expect(value(again.result!)).toMatchObject({ taken: { taken: 0, again: 450 } });
    expect(documents(app)).toBe(450);
  });

  it("stopped on the way keeps whole documents, and goes on from there", async () => {
    const app = booksApp();
    const text = table(450);
    const { fingerprint } = await look(app, text);
    await run(app, { text, confirm: fingerprint }, "tamsin-roque", 3);
    expect(documents(app)).toBe(200);
    const { result } = await run(app, { text, confirm: fingerprint });
    expect(value(result!)).toMatchObject({ taken: { taken: 250, again: 200 } });
  });

  it("with bad rows is taken without them only when that is asked for; another file than was seen is not taken", async () => {
    const app = booksApp();
    const text = `${table(2)}\nHalyard & Moss,H-9,2026-03-09,EUR,Bad,1,-5,23`;
    const { fingerprint, bad } = await look(app, text);
    expect(bad).toMatchObject([{ line: 4, column: "price" }]);
    expect(codes((await run(app, { text, confirm: fingerprint })).result!)).toBe("bad rows");
    expect(codes((await run(app, { text: table(3), confirm: fingerprint })).result!)).toBe("changed");
    const { result } = await run(app, { text, confirm: fingerprint, takeGood: true });
    expect(value(result!)).toMatchObject({ taken: { taken: 2 } });
  });

  it("sent on for approval is routed and held like any other; who may not import is refused", async () => {
    const app = booksApp();
    const { fingerprint } = await look(app, table(2));
    value((await run(app, { text: table(2), confirm: fingerprint, submit: true })).result!);
    expect(readState(app.db, "si-00001")).toMatchObject({ status: "waiting", holds: [{ code: "No order" }] });
    expect(codes((await run(app, { text: table(2) }, "noor-halvorsrud")).result!)).toBe("forbidden");
  });

  it("of orders joins rows of one reference", async () => {
    const app = booksApp();
    const text = `order,title,supplier,currency,date,category,description,quantity,price\nA,Ropes,Halyard & Moss,EUR,2026-03-09,Deck and safety gear,Rope,2,10.00\nA,Ropes,Halyard & Moss,EUR,2026-03-09,fuel,Oil,1,5.00\nB,Paint,Halyard & Moss,EUR,2026-03-09,,Paint,1,7.00`;
    const { fingerprint, rows } = await look(app, text);
    expect(rows.map((row) => [row.what, row.lines, row.amount])).toEqual([
      ["Ropes", [2, 3], "25.00 EUR"],
      ["Paint", [4], "7.00 EUR"],
    ]);
    value((await run(app, { text, confirm: fingerprint })).result!);
    expect(readState(app.db, "po-00001")!.document).toMatchObject({
      lines: [{ category: "deck" }, { category: "fuel" }],
    });
  });
});

describe("a table of customers", () => {
  const setEffect = (app: TestApp, effect: "apply" | "refuse" | "propose") =>
    value(setRules(app, person(app, "benedita-corvo"), { ...readRules(app), customerImport: effect }, newCommandId()));
  const file = (app: TestApp) => {
    const [id, name] = app.db
      .prepare("SELECT id, name FROM account WHERE kind = 'customer' ORDER BY id")
      .raw()
      .get() as [string, string];
    return { id, text: `customer,credit limit,phone number\n${name},"123,456.00",\n` };
  };
  const take = (app: TestApp, text: string, confirm: boolean, as?: "apply" | "refuse" | "propose") =>
    importCustomers(app, person(app, "tamsin-roque"), { text, confirm, command: newCommandId(), ...(as && { as }) });

  it("applies, refuses or proposes as it is set; each can be seen before it is", async () => {
    const app = booksApp();
    const { id, text } = file(app);
    const limit = () => (readAccount(app.db, id)!.fields.limit as { minor: number }).minor;
    const was = limit();
    for (const effect of ["apply", "refuse", "propose"] as const)
      expect(value(await take(app, text, false, effect))).toMatchObject({
        effect,
        differences: [{ customer: id, field: "limit", after: "123,456.00 EUR" }],
        done: null,
      });
    expect(limit()).toBe(was);

    setEffect(app, "refuse");
    expect(codes(await take(app, text, true))).toBe("file");
    expect(limit()).toBe(was);

    setEffect(app, "propose");
    expect(value(await take(app, text, true)).done).toEqual({ applied: 0, numbers: ["CL-00001"] });
    expect(readState(app.db, "cl-00001")).toMatchObject({ status: "waiting", document: { origin: "import" } });
    expect(limit()).toBe(was);

    setEffect(app, "apply");
    expect(value(await take(app, text, true)).done).toEqual({ applied: 1, numbers: [] });
    expect(limit()).toBe(12_345_600);
    expect(value(await take(app, text, false)).differences).toEqual([]);
  });

  it("takes payment terms by key or name from the list, and no others", async () => {
    const app = booksApp();
    const name = app.db.prepare("SELECT name FROM account WHERE kind = 'customer' ORDER BY id").pluck().get() as string;
    const terms = async (typed: string) => value(await take(app, `customer,payment terms\n${name},${typed}\n`, false));
    expect((await terms("99 days")).differences).toMatchObject([{ field: "paymentTerms", after: "99 days net" }]);
    expect((await terms("99 DAYS NET")).differences).toMatchObject([{ field: "paymentTerms", after: "99 days net" }]);
    const { bad, differences } = await terms("a while");
    expect(differences).toEqual([]);
    expect(bad[0]!.message).toMatch(/^Payment terms: there is no payment term “a while”; there are 14 days net, /);
  });

  it("names every bad row, and changes nothing while one is", async () => {
    const app = booksApp();
    const { text } = file(app);
    const bad = `${text}Nobody Ltd,1,\n=x,1,\n`;
    expect(value(await take(app, bad, false)).bad.map((one) => one.line)).toEqual([3, 4]);
    const before = lastSeq(app.db);
    expect(codes(await take(app, bad, true))).toBe("file");
    expect(lastSeq(app.db)).toBe(before);
  });
});

describe("other systems", () => {
  const scopes: Scope[] = ["documents.write", "documents.read"];
  const token = (app: TestApp, who = "vicente-lourosa", may = scopes) =>
    value(makeToken(app, person(app, "joaquina-teles"), { name: "Scanner", person: who, scopes: may }, newCommandId()))
      .token;
  const document = {
    documentType: "supplier-invoice",
    title: "",
    supplier: "Halyard & Moss",
    invoiceNumber: "API-1",
    currency: "EUR",
    date: "2026-03-09",
    lines: [{ description: "Rope", quantity: "1", unitPrice: 10_000, net: 10_000 }],
  };
  const post = (app: TestApp, bearer: string, key: string | null, body: unknown) =>
    receiveDocument(app, {
      authorization: `Bearer ${bearer}`,
      key,
      text: typeof body === "string" ? body : JSON.stringify(body),
    });

  it("send a document once for each key, whatever is lost on the way", () => {
    const app = booksApp();
    const bearer = token(app);
    const first = value(post(app, bearer, "k1", { document }));
    expect(first).toMatchObject({ status: 201, answer: { number: "SI-00001", status: "waiting", cleared: false } });
    const events = lastSeq(app.db);
    expect(value(post(app, bearer, "k1", { document }))).toEqual(first);
    expect(lastSeq(app.db)).toBe(events);
    expect(codes(post(app, bearer, "k1", { document: { ...document, invoiceNumber: "API-2" } }))).toBe("key used");
    expect(codes(post(app, bearer, null, { document }))).toBe("key");
    expect(
      value(post(app, bearer, "k2", { document: { ...document, invoiceNumber: "API-2" }, submit: false })).answer
        .status,
    ).toBe("draft");
  });

  it("are refused in sentences with the place, and what is refused can be sent again under the same key", () => {
    const app = booksApp();
    const bearer = token(app);
    const before = lastSeq(app.db);
    for (const [body, code] of [
      ["{", "invalid"],
      [{ document: { ...document, currency: "QQQ" } }, "invalid"],
      [{ document: { ...document, colour: "red" } }, "unknown field"],
      [{ document: { ...document, requester: "goncalo-abrantes" } }, "unknown field"],
      [{ document: { ...document, supplier: "" } }, "missing"],
      [{ document: { ...document, documentType: "poem" } }, "invalid"],
      [{ document: { ...document, date: "2026-03-11" } }, "invalid"],
    ] as const)
      expect(codes(post(app, bearer, "k", body))).toBe(code);
    expect(lastSeq(app.db)).toBe(before);
    expect(value(post(app, bearer, "k", { document })).status).toBe(201);
  });

  it("act as their person and no more: on behalf of those for whom they may enter, readers of what they may read", () => {
    const app = booksApp();
    const clerk = token(app);
    const engineer = token(app, "noor-halvorsrud");
    const sent = value(post(app, clerk, "a", { document: { ...document, onBehalfOf: "olavo-penha" } })).answer;
    expect(readState(app.db, sent.id)!.document).toMatchObject({
      requester: "vicente-lourosa",
      onBehalfOf: "olavo-penha",
      unit: "terminals",
    });
    expect(codes(post(app, engineer, "a", { document: { ...document, onBehalfOf: "olavo-penha" } }))).toBe("forbidden");
    expect(codes(sentDocument(app, `Bearer ${engineer}`, sent.id))).toBe("forbidden");
    expect(value(sentDocument(app, `Bearer ${clerk}`, sent.id))).toEqual(sent);
    expect(value(listSent(app, `Bearer ${engineer}`, {})).documents).toEqual([]);
    expect(value(listSent(app, `Bearer ${clerk}`, { limit: "1" }))).toMatchObject({
      documents: [{ id: sent.id }],
      next: sent.number,
    });
  });

  it("lose their way in when their token ends, lacks the scope, or was never one", () => {
    const app = booksApp();
    const admin = person(app, "joaquina-teles");
    const reader = token(app, "vicente-lourosa", ["documents.read"]);
    expect(codes(post(app, reader, "k", { document }))).toBe("forbidden");
    expect(codes(receiveDocument(app, { authorization: null, key: "k", text: "{}" }))).toBe("not signed in");
    const id = app.db.prepare("SELECT id FROM token").pluck().get() as string;
    expect(codes(endToken(app, person(app, "noor-halvorsrud"), id, newCommandId()))).toBe("forbidden");
    value(endToken(app, admin, id, newCommandId()));
    expect(codes(sentDocument(app, `Bearer ${reader}`, "x"))).toBe("not signed in");
    const stored =
      JSON.stringify(app.db.prepare("SELECT * FROM token").all()) +
      JSON.stringify(app.db.prepare("SELECT data FROM event").all());
    expect(stored).not.toContain(reader);
  });

  it("are described in OpenAPI 3.1 by the schemas their requests are checked with", () => {
    const described = openApi() as unknown as { openapi: string; paths: Record<string, Record<string, unknown>> };
    expect(described.openapi).toBe("3.1.0");
    expect(Object.entries(described.paths).map(([path, one]) => `${path} ${Object.keys(one).join()}`)).toEqual([
      "/api/v1/documents post,get",
      "/api/v1/documents/{id} get",
    ]);
    const text = JSON.stringify(described);
    for (const word of ["supplier-invoice", "unitPrice", "application/problem+json", "Idempotency-Key", "bearer"])
      expect(text).toContain(word);
  });

  it("say what the organisation’s lists offer, and nothing of what has ended", () => {
    const lists = [
      {
        id: "order-categories",
        name: "",
        entries: [
          { key: "books", name: "Textbooks" },
          { key: "coal", name: "Coal", lastDay: "2025-12-31" },
        ],
      },
    ];
    expect(JSON.stringify(openApi({ lists, fields: [] }, "2026-03-10"))).toContain('"enum":["books",""]');
    expect(JSON.stringify(openApi())).not.toContain("books");
    expect(JSON.stringify(openApi())).toContain('"x-list":"order-categories"');
  });

  it("get an answer that says what stands in the way", () => {
    const app = booksApp();
    const sent = value(post(app, token(app), "k", { document })).answer;
    const state = readState(app.db, sent.id)!;
    expect(answerOf(state, namesFor(readReferenceData(app), state)).holds).toMatchObject([
      { code: "No order", blocks: ["pay"] },
    ]);
  });
});
