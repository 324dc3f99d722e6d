import { USUAL_LOOKOUT } from "@/core/lookout";
import { RoleSchema, type Role } from "@/core/people";
import { newCommandId } from "@/server/log/log";
import { orderPolicy } from "./policy";
import { testOrder } from "./test-app";

export type Case = {
  params?: Record<string, string>;
  query?: string;
  body?: () => object | string;
  granted: readonly Role[] | "all" | "anybody" | "tokens";
};
const command = () => newCommandId();
const peopleChange = (change: object) => ({ body: () => ({ command: command(), change }) });
export const all = RoleSchema.options;
const notAuditors = all.filter((role) => role !== "auditor");
const readAll: Role[] = ["clerk", "controller", "reviewer", "administrator", "auditor", "investigator"];
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
export const GRANTS: Record<string, Case[]> = {
  "POST /session": [{ body: () => ({ person: "nobody-here" }), granted: "anybody" }],
  "DELETE /session": [{ granted: "anybody" }],
  "POST /start": [{ body: () => ({}), granted: "anybody" }],
  "POST /invitation": [{ body: () => ({ token: "none", password: "x" }), granted: "anybody" }],
  "GET /fault": [{ query: "?reference=none", granted: "anybody" }],
  "GET /live": [{ granted: "all" }],
  "GET /log/verify": [{ granted: "all" }],
  "POST /log/verification": [{ body: () => ({}), granted: readPolicies }],
  "GET /log/checkpoints": [{ granted: readPolicies }],
  "GET /log/events": [{ query: "?format=csv&type=signed%20in", granted: readPolicies }],
  "POST /log/checkpoints": [{ body: () => ({ command: command() }), granted: ["controller", "administrator"] }],
  "GET /log/consistency": [{ query: "?first=1&second=2", granted: readPolicies }],
  "GET /listing/[list]": [
    { params: { list: "suppliers" }, granted: readAll },
    { params: { list: "holds" }, granted: readAll },
    { params: { list: "people" }, granted: "all" },
    { params: { list: "exceptions" }, granted: ["controller", "reviewer", "auditor"] },
    { params: { list: "letters" }, granted: ["clerk", "controller", "administrator", "auditor"] },
  ],
  "GET /register/export": [{ query: "?format=csv", granted: "all" }],
  "POST /views": [
    {
      body: () => ({ type: "keep", command: command(), list: "register", name: "Mine", query: "state=held" }),
      granted: "all",
    },
  ],
  "POST /samples": [
    {
      body: () => ({ type: "test", command: command(), id: "none", finding: { item: "x", marks: {}, note: "" } }),
      granted: ["controller", "reviewer", "auditor"],
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
  "POST /documents/[id]/hidden": [
    { params: { id: "po-00001" }, body: () => ({ field: "own_none" }), granted: readAll },
  ],
  "POST /holds": [
    {
      body: () => ({ command: command(), holds: [{ document: "po-00001", hold: "h1" }], reason: "x" }),
      granted: ["clerk", "controller"],
    },
  ],
  "POST /intake": [{ body: () => ({ name: "a.csv", text: "x" }), granted: ["clerk", "controller"] }],
  "GET /intake/accounts": [{ granted: ["controller", "administrator"] }],
  "POST /intake/accounts": [
    {
      body: () => ({ command: command(), kind: "supplier", text: "x" }),
      granted: ["controller", "administrator"],
    },
  ],
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
    { body: () => ({ type: "search stopped orders", command: command() }), granted: ["clerk", "controller"] },
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
  "GET /lists/[list]": [{ params: { list: "cost-centres" }, granted: notAuditors }],
  "POST /lists": [
    {
      body: () => ({ command: command(), change: { type: "save list", list: "none", name: "None" } }),
      granted: ["controller", "administrator"],
    },
  ],
  "POST /fields": [
    {
      body: () => ({ command: command(), change: { type: "end field", key: "own_none", lastDay: null } }),
      granted: ["controller", "administrator"],
    },
  ],
  "GET /lists/[list]/file": [{ params: { list: "cost-centres" }, granted: readPolicies }],
  "POST /lists/[list]/file": [
    {
      params: { list: "papers" },
      body: () => ({ text: "key,name\na,A\n", command: command() }),
      granted: ["controller", "administrator"],
    },
  ],
  "POST /together/submit": [
    {
      body: () => ({ command: command(), drafts: [{ document: "po-00001", updatedAt: "" }] }),
      granted: [],
    },
  ],
  "GET /orders": [
    { query: "?q=rope", granted: notAuditors },
    { query: "?number=PO-00001", granted: readAll.filter((role) => role !== "auditor") },
  ],
  "GET /documents/[id]/order": [{ params: { id: "po-00001" }, query: "?format=xml", granted: readAll }],
  "GET /payments/[run]": [{ params: { run: "PR-9999" }, granted: ["clerk", "controller"] }],
  "GET /accounts": [{ query: "?kind=supplier", granted: "all" }],
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
  "GET /documents/[id]/signatures/[hash]": [{ params: { id: "po-00001", hash: "x" }, granted: readAll }],
  "POST /policies/[id]/versions": [
    {
      params: { id: "p" },
      body: () => ({ command: command(), basedOn: 0, note: "", policy: { id: "p" } }),
      granted: ["controller"],
    },
  ],
  "POST /policies": [{ body: () => ({ policy: {} }), granted: ["controller"] }],
  "GET /policies/history": [{ query: "?type=purchase-order", granted: readPolicies }],
  "GET /rehearsal/material": [
    { query: "?type=purchase-order&from=2026-01-01&until=2026-03-01", granted: readPolicies },
    { query: "?type=purchase-order&from=2026-01-01&until=2026-03-01&history=all", granted: readPolicies },
  ],
  "GET /rehearsal/timing": [
    { query: "?type=purchase-order&from=2026-01-01&until=2026-03-01", granted: readPolicies },
    { query: "?kept=none", granted: readPolicies },
  ],
  "POST /rehearsal/file": [
    {
      body: () => ({
        format: "csv",
        rehearsed: {
          before: { name: "Without", policy: null },
          after: { name: "Draft", policy: orderPolicy },
          from: "2026-01-01",
          until: "2026-03-01",
          history: "own",
          asToday: true,
          takesUnknown: false,
          minutes: 20,
          capacity: 16,
        },
      }),
      granted: readPolicies,
    },
  ],
  "GET /rehearsal/kept/[id]": [{ params: { id: "none" }, granted: readPolicies }],
  "POST /rehearsal/kept": [
    {
      body: () => ({
        type: "keep",
        command: command(),
        name: "none",
        rehearsed: {
          before: { name: "x", policy: null },
          after: { name: "y", policy: null },
          from: "2026-01-01",
          until: "2026-01-31",
          history: "own",
          asToday: false,
          takesUnknown: false,
          minutes: 20,
          capacity: 16,
        },
      }),
      granted: ["controller", "reviewer"],
    },
  ],
  "POST /rehearsal/kept/[id]": [
    {
      params: { id: "none" },
      body: () => ({ type: "delete", command: command() }),
      granted: ["controller", "reviewer"],
    },
  ],
  "POST /lookout": [
    { body: () => ({ type: "look", command: command() }), granted: ["investigator"] },
    {
      body: () => ({ type: "set", command: command(), settings: USUAL_LOOKOUT, reason: "none" }),
      granted: ["controller"],
    },
  ],
  "POST /lookout/[id]": [
    {
      params: { id: "none" },
      body: () => ({ type: "explain", command: command(), reason: "none" }),
      granted: ["investigator"],
    },
  ],
  // A controller who does not see the lookout hears of no finding; who writes no policies, that they may not.
  "POST /lookout/[id]/mend": [{ params: { id: "none" }, body: () => ({ remedy: "measure total" }), granted: [] }],
  "GET /lookout/[id]/file": [{ params: { id: "none" }, granted: ["investigator"] }],
  "GET /lookout/[id]/evidence": [{ params: { id: "none" }, granted: ["investigator"] }],
  "GET /lookout/[id]/papers/[hash]": [{ params: { id: "none", hash: "0".repeat(64) }, granted: ["investigator"] }],
  "POST /histories": [
    {
      body: () => ({
        name: "x.csv",
        text: "date,amount\n2026-01-05,100\n",
        documentType: "purchase-order",
        command: command(),
      }),
      granted: ["controller", "administrator"],
    },
  ],
  "POST /histories/[id]": [
    {
      params: { id: "none" },
      body: () => ({ type: "delete", command: command() }),
      granted: ["controller", "administrator"],
    },
  ],
  "GET /policies/read-file": [{ query: "?type=purchase-order&as=csv", granted: readPolicies }],
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
  "POST /policies/sets/[id]/on": [
    {
      params: { id: "s" },
      body: () => ({ command: command(), from: "2026-04-01", until: null }),
      granted: ["controller"],
    },
  ],
  "POST /policies/sets/[id]/off": [
    { params: { id: "s" }, body: () => ({ command: command(), last: "2026-04-01" }), granted: ["controller"] },
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
    {
      ...noVersion,
      body: () => ({ type: "run alongside", command: command(), from: "2026-04-01" }),
      granted: ["controller"],
    },
    { ...noVersion, body: () => ({ type: "stop alongside", command: command() }), granted: ["controller"] },
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
  "POST /people/access": [{ body: () => ({ days: 7 }), granted: ["administrator"] }],
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
