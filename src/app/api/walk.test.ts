// Every route handler with every role and with none: the table below is what each grants, and a handler that is not in it fails the test.
import fs from "node:fs";
import path from "node:path";
import { afterAll, beforeAll, describe, expect, it, vi } from "vitest";
import { RoleSchema, type Role } from "@/core/people";
import { SESSION_COOKIE } from "@/server/access/sessions";
import { enterDocument } from "@/server/documents/commands";
import { newCommandId } from "@/server/log/log";
import { sealerOfLog } from "@/server/log/sealed";
import { person, testOrder, value, type TestApp } from "../../../demo/test-app";
import { walkApp, type Walk } from "../../../demo/walk";

const jar = vi.hoisted(() => ({ token: undefined as string | undefined }));
vi.mock("next/headers", () => ({
  cookies: () =>
    Promise.resolve({
      get: (name: string) => (name === SESSION_COOKIE && jar.token ? { value: jar.token } : undefined),
      set: () => {},
      delete: () => {},
    }),
}));

type Case = {
  params?: Record<string, string>;
  query?: string;
  body?: () => object | string;
  granted: readonly Role[] | "all" | "anybody" | "tokens";
};
const command = () => newCommandId();
const peopleChange = (change: object) => ({ body: () => ({ command: command(), change }) });
const all = RoleSchema.options;
const notAuditors = all.filter((role) => role !== "auditor");
const readAll: Role[] = ["clerk", "controller", "reviewer", "administrator", "auditor"];
const readPolicies: Role[] = ["controller", "reviewer", "administrator", "auditor"];
const noVersion = { params: { id: "purchase-orders", version: "99" } };
const somebody = { params: { id: "noor-halvorsrud" } };
const absence = {
  type: "set stand-in",
  kind: "absence",
  standIn: null,
  from: null,
  until: "2026-04-01",
  documentTypes: null,
  cap: null,
  reason: "",
};

/** What each handler grants, by its address and method. `anybody` needs no session at all. */
const GRANTS: Record<string, Case[]> = {
  "POST /session": [{ body: () => ({ person: "nobody-here" }), granted: "anybody" }],
  "DELETE /session": [{ granted: "anybody" }],
  "POST /start": [{ body: () => ({}), granted: "anybody" }],
  "POST /invitation": [{ body: () => ({ token: "none", password: "x" }), granted: "anybody" }],
  "GET /fault": [{ query: "?reference=none", granted: "anybody" }],
  "GET /live": [{ granted: "all" }],
  "GET /log/verify": [{ granted: "all" }],
  "POST /log/verification": [{ body: () => ({}), granted: readPolicies }],
  "GET /log/checkpoints": [{ granted: readPolicies }],
  "POST /log/checkpoints": [{ body: () => ({ command: command() }), granted: ["controller", "administrator"] }],
  "GET /log/consistency": [{ query: "?first=1&second=2", granted: readPolicies }],
  "GET /register/export": [{ query: "?format=csv", granted: "all" }],
  "POST /register/views": [
    { body: () => ({ type: "keep", command: command(), name: "Mine", query: "state=held" }), granted: "all" },
  ],
  "POST /samples": [
    {
      body: () => ({ type: "test", command: command(), id: "none", finding: { item: "x", marks: {}, note: "" } }),
      granted: ["controller", "reviewer"],
    },
  ],
  "GET /samples/[id]": [{ params: { id: "none" }, granted: ["controller", "reviewer", "auditor"] }],
  "GET /report": [{ query: "?from=2026-03-10&until=2026-03-11", granted: ["controller", "reviewer", "auditor"] }],
  "GET /documents/[id]/evidence": [{ params: { id: "po-00001" }, granted: readAll }],
  "POST /account": [{ body: () => ({ type: "offer codes" }), granted: "all" }],
  "POST /attachments": [{ query: "?name=a.pdf", body: () => "not a file", granted: notAuditors }],
  "POST /documents": [{ body: () => ({ command: command(), document: testOrder(100) }), granted: [] }],
  "POST /documents/[id]/preview": [
    { params: { id: "po-00001" }, body: () => ({ document: testOrder(100), revision: 1 }), granted: [] },
  ],
  "POST /holds": [
    {
      body: () => ({ command: command(), holds: [{ document: "po-00001", hold: "h1" }], reason: "x" }),
      granted: ["clerk", "controller"],
    },
  ],
  "POST /intake": [{ body: () => ({ name: "a.csv", text: "x" }), granted: ["clerk", "controller"] }],
  "POST /intake/customers": [{ body: () => ({ command: command(), text: "x" }), granted: ["clerk", "controller"] }],
  "POST /ledger": [
    {
      body: () => ({ type: "receive", command: command(), order: "PO-99999", line: 1, quantity: "1" }),
      granted: notAuditors,
    },
    {
      body: () => ({ type: "make payment run", command: command(), day: "2026-03-13", items: [] }),
      granted: ["clerk"],
    },
    { body: () => ({ type: "undo payment run", command: command(), run: "PR-9999", reason: "x" }), granted: ["clerk"] },
    { body: () => ({ type: "export payment run", command: command(), run: "PR-9999" }), granted: ["clerk"] },
    {
      body: () => ({ type: "sales order", command: command(), customer: "nobody", title: "x", minor: 1 }),
      granted: ["clerk"],
    },
    { body: () => ({ type: "balances", command: command(), customer: "nobody", receivables: [] }), granted: ["clerk"] },
    {
      body: () => ({
        type: "rate",
        command: command(),
        from: "SEK",
        to: "EUR",
        date: "2026-03-09",
        rate: "0.09",
        source: "x",
      }),
      granted: ["clerk", "controller"],
    },
  ],
  "POST /documents/look": [{ body: () => ({ document: testOrder(100) }), granted: [] }],
  "GET /orders": [
    { query: "?q=rope", granted: notAuditors },
    { query: "?number=PO-00001", granted: readAll.filter((role) => role !== "auditor") },
  ],
  "GET /documents/[id]/order": [{ params: { id: "po-00001" }, query: "?format=xml", granted: readAll }],
  "GET /payments/[run]": [{ params: { run: "PR-9999" }, granted: ["clerk", "controller"] }],
  "GET /accounts": [{ query: "?kind=supplier", granted: notAuditors }],
  "POST /accounts": [
    {
      body: () => ({ type: "ask", command: command(), kind: "supplier", name: "", currency: "EUR" }),
      granted: notAuditors,
    },
    { body: () => ({ type: "invite", account: "nobody" }), granted: notAuditors },
    {
      body: () => ({
        type: "propose",
        command: command(),
        customers: ["nobody"],
        changes: [{ field: "phone", after: "1" }],
        origin: "edit",
        submit: false,
      }),
      granted: notAuditors,
    },
  ],
  "POST /particulars": [{ body: () => ({ token: "none", command: command() }), granted: "anybody" }],
  "POST /particulars/papers": [{ query: "?token=none&name=a.pdf", body: () => "x", granted: "anybody" }],
  "POST /decide": [{ body: () => ({ token: "none", command: command(), type: "approve" }), granted: "anybody" }],
  "POST /together": [
    {
      body: () => ({
        command: command(),
        type: "approve",
        items: [1, 2].map((n) => ({ document: `po-9999${n}`, level: "x", revision: 1 })),
      }),
      granted: "all",
    },
  ],
  "GET /desk/calendar": [{ granted: "all" }],
  "POST /messages": [
    { body: () => ({ command: command(), change: { type: "usual", occasion: "opened" } }), granted: ["controller"] },
  ],
  "POST /messages/preview": [
    {
      body: () => ({ document: "", template: { occasion: "opened", subject: "x", body: "x" } }),
      granted: ["controller"],
    },
  ],
  "POST /rules": [{ body: () => ({ command: command(), rules: { wrong: 1 } }), granted: ["controller"] }],
  "POST /integrations": [
    {
      body: () => ({ type: "make token", command: command(), name: "x", person: "nobody", scopes: ["documents.read"] }),
      granted: ["administrator"],
    },
    { body: () => ({ type: "end token", command: command(), id: "none" }), granted: ["administrator"] },
    {
      body: () => ({ type: "add address", command: command(), name: "x", url: "ftp://x" }),
      granted: ["administrator"],
    },
    { body: () => ({ type: "remove address", command: command(), id: "none" }), granted: ["administrator"] },
  ],
  // Integrations come with a token and no session: who is signed in makes no difference.
  "POST /v1/documents": [{ body: () => ({}), granted: "tokens" }],
  "GET /v1/documents": [{ granted: "tokens" }],
  "GET /v1/documents/[id]": [{ params: { id: "po-00001" }, granted: "tokens" }],
  "GET /v1/openapi.json": [{ granted: "anybody" }],
  "POST /stand-in/receiver": [{ body: () => "x", granted: "tokens" }],
  "POST /documents/[id]": [
    { params: { id: "po-00001" }, body: () => ({ command: command(), type: "withdraw" }), granted: [] },
    {
      params: { id: "po-00001" },
      body: () => ({ command: command(), type: "approve", level: "line-manager", revision: 1 }),
      granted: readAll.filter((role) => role !== "auditor"),
    },
    {
      params: { id: "po-00001" },
      body: () => ({ command: command(), type: "ask", to: "nobody", text: "x" }),
      granted: readAll.filter((role) => role !== "auditor"),
    },
    { params: { id: "po-00001" }, body: () => ({ command: command(), type: "remind", text: "x" }), granted: [] },
    {
      params: { id: "po-00001" },
      body: () => ({ command: command(), type: "hand over", level: "x", revision: 1, to: "nobody", comment: "" }),
      granted: readAll.filter((role) => role !== "auditor"),
    },
    {
      params: { id: "po-00001" },
      body: () => ({ command: command(), type: "reroute", reason: "x" }),
      granted: ["controller"],
    },
  ],
  "GET /documents/[id]/record": [{ params: { id: "po-00001" }, granted: readAll }],
  "GET /documents/[id]/attachments/[hash]": [{ params: { id: "po-00001", hash: "x" }, granted: readAll }],
  "POST /policies/[id]/versions": [
    {
      params: { id: "p" },
      body: () => ({ command: command(), basedOn: 0, note: "", policy: { id: "p" } }),
      granted: ["controller"],
    },
  ],
  "POST /policies": [{ body: () => ({ policy: {} }), granted: ["controller"] }],
  "GET /policies/history": [{ query: "?type=purchase-order", granted: readPolicies }],
  "POST /policies/read-file": [
    {
      body: () => ({ format: "json", text: "none", base: { documentType: "purchase-order", currency: "EUR" } }),
      granted: ["controller"],
    },
  ],
  "POST /policies/sets": [
    {
      body: () => ({ command: command(), name: "Set", members: [], from: "2026-04-01", until: null }),
      granted: ["controller"],
    },
  ],
  "POST /policies/[id]/draft": [
    { params: { id: "p" }, body: () => ({ revision: 0, policy: {}, reasons: [] }), granted: ["controller"] },
  ],
  "DELETE /policies/[id]/draft": [{ params: { id: "p" }, body: () => ({ revision: 0 }), granted: ["controller"] }],
  "POST /policies/[id]/draft/presence": [{ params: { id: "p" }, body: () => ({}), granted: ["controller"] }],
  "POST /policies/[id]/send": [
    {
      params: { id: "p" },
      body: () => ({
        command: command(),
        basedOn: 0,
        note: "",
        reasons: [],
        from: null,
        until: null,
        policy: { id: "p" },
      }),
      granted: ["controller"],
    },
  ],
  "POST /policies/[id]/versions/[version]/life": [
    {
      ...noVersion,
      body: () => ({ type: "comment", command: command(), place: {}, text: "x" }),
      granted: ["controller", "reviewer"],
    },
    {
      ...noVersion,
      body: () => ({ type: "review", command: command(), outcome: "approved", words: "" }),
      granted: ["reviewer"],
    },
    {
      ...noVersion,
      body: () => ({ type: "put in force", command: command(), from: "2026-04-01", until: null }),
      granted: ["controller"],
    },
    { ...noVersion, body: () => ({ type: "end", command: command(), until: "2026-04-01" }), granted: ["controller"] },
    { ...noVersion, body: () => ({ type: "keep tests", command: command() }), granted: ["controller"] },
  ],
  "GET /policies/[id]/file": [{ params: { id: "purchase-orders" }, query: "?as=csv&version=1", granted: readPolicies }],
  "POST /clock": [{ body: () => ({ command: command(), to: "2020-01-01T00:00:00.000Z" }), granted: "all" }],
  "GET /clock": [{ granted: "all" }],
  "GET /people": [{ query: "?q=rui", granted: "all" }],
  "POST /people": [
    { ...peopleChange({ type: "close unit", unit: "moon" }), granted: ["administrator"] },
    { ...peopleChange({ type: "come back", person: "nobody" }), granted: ["administrator"] },
    { ...peopleChange({ type: "give roles", person: "nobody", roles: [] }), granted: ["administrator"] },
    {
      ...peopleChange({
        type: "set limit",
        holder: { kind: "person", id: "nobody" },
        documentType: "purchase-order",
        limit: { kind: "none" },
      }),
      granted: ["administrator"],
    },
    {
      ...peopleChange({ ...absence, person: "noor-halvorsrud", standIn: "noor-halvorsrud" }),
      granted: ["administrator"],
    },
    { ...peopleChange({ type: "end stand-in", standIn: "leocadia-brum.9" }), granted: ["administrator"] },
    {
      ...peopleChange({ type: "set segregation", rules: [{ roles: ["clerk", "clerk"], why: "x", exceptions: true }] }),
      granted: ["controller"],
    },
    { ...peopleChange({ type: "fill position", position: "none", person: null }), granted: ["administrator"] },
  ],
  "POST /people/[id]/access": [
    { ...somebody, body: () => ({ type: "invite" }), granted: ["administrator"] },
    { ...somebody, body: () => ({ type: "end sessions" }), granted: ["administrator"] },
  ],
  "POST /people/[id]/private": [
    { ...somebody, body: () => ({ type: "open", field: "bankAccount" }), granted: ["clerk", "administrator"] },
    { ...somebody, body: () => ({ type: "change", field: "bankAccount", value: "" }), granted: ["administrator"] },
  ],
  "POST /people/[id]/pseudonym": [
    { ...somebody, body: () => ({ command: command(), reason: "Time is over" }), granted: ["administrator"] },
  ],
  "GET /anywhere": [{ query: "?q=rope", granted: all }],
  "POST /people/import": [{ body: () => ({}), granted: ["administrator"] }],
  "GET /people/export": [{ query: "?table=people", granted: ["controller", "administrator", "auditor"] }],
  "GET /holidays": [{ query: "?country=ZZ&year=2026", granted: ["controller", "administrator"] }],
};

const root = path.join(import.meta.dirname);
const files = (fs.readdirSync(root, { recursive: true }) as string[]).filter((file) => file.endsWith("route.ts"));
type Handler = (request: Request, context: { params: Promise<Record<string, string>> }) => Promise<Response>;
type Found = { name: string; handler: Handler };

async function handlers(): Promise<Found[]> {
  const found = await Promise.all(
    files.map(async (file) => {
      const exported = (await import(path.join(root, file))) as Record<string, unknown>;
      const methods = Object.keys(exported).filter((key) => ["GET", "POST", "PUT", "PATCH", "DELETE"].includes(key));
      const address = `/${path.dirname(file).replaceAll(path.sep, "/")}`;
      return methods.map((method) => ({ name: `${method} ${address}`, handler: exported[method] as Handler }));
    }),
  );
  return found.flat();
}

let walk: Walk;
let app: TestApp;
let tokens: Walk["tokens"];

beforeAll(() => {
  walk = walkApp();
  ({ app, tokens } = walk);
  value(enterDocument(app, person(app, "noor-halvorsrud"), testOrder(100_000), newCommandId()));
});
afterAll(() => walk.end());

async function call(
  { name, handler }: Found,
  one: Case,
  token: string | undefined,
  headers: Record<string, string> = {},
): Promise<number> {
  jar.token = token;
  const [method, address] = name.split(" ") as [string, string];
  const body = one.body?.();
  const abort = new AbortController();
  const request = new Request(`http://localhost:4310/api${address}${one.query ?? ""}`, {
    method,
    headers: { host: "localhost:4310", "content-type": "application/json", ...headers },
    signal: abort.signal,
    ...(body !== undefined && { body: typeof body === "string" ? body : JSON.stringify(body) }),
  });
  const response = await handler(request, { params: Promise.resolve(one.params ?? {}) });
  await response.body?.cancel();
  abort.abort();
  return response.status;
}

describe("every route handler", () => {
  it("is in the table, and the table has no others", async () => {
    expect((await handlers()).map((one) => one.name).toSorted()).toEqual(Object.keys(GRANTS).toSorted());
  });

  it("grants what the table says, to every role and to nobody", async () => {
    for (const found of await handlers()) {
      for (const one of GRANTS[found.name] ?? []) {
        if (one.granted === "tokens") {
          for (const token of [undefined, tokens.get("administrator")])
            expect([found.name, [401, 403].includes(await call(found, one, token))]).toEqual([found.name, true]);
          continue;
        }
        const without = await call(found, one, undefined);
        expect([found.name, without === 401]).toEqual([found.name, one.granted !== "anybody"]);
        if (one.granted === "anybody") continue;
        const granted: Role[] = [];
        for (const role of all) if (![401, 403].includes(await call(found, one, tokens.get(role)))) granted.push(role);
        expect([found.name, granted]).toEqual([
          found.name,
          one.granted === "all" ? all : all.filter((role) => one.granted.includes(role)),
        ]);
      }
    }
  });

  it("takes no change from another site, whoever is signed in", async () => {
    for (const found of (await handlers()).filter((one) => !one.name.startsWith("GET"))) {
      const [one] = GRANTS[found.name]!;
      if (one!.granted === "tokens") continue;
      expect([
        found.name,
        await call(found, one!, tokens.get("administrator"), { origin: "https://elsewhere.example" }),
      ]).toEqual([found.name, 403]);
    }
  });

  it("leaves every refusal in the log, on the page of whoever was refused", () => {
    const refused = app.db.prepare("SELECT stream FROM event WHERE type = 'refused'").pluck().all() as string[];
    const { open } = sealerOfLog(app.db);
    expect(new Set(refused.map(open))).toEqual(new Set(all.map((role) => `access:only-${role}`)));
    expect(
      app.db.prepare("SELECT COUNT(*) FROM person_event WHERE person = 'only-requester'").pluck().get(),
    ).toBeGreaterThan(10);
  });
});
