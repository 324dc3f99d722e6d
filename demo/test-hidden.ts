/** The small observatory with fields that are hidden from all but a few, and a secret in each, for tests that look for them where they must not be. */
import { gzipSync } from "node:zlib";
import type { PolicyInput } from "@/core/policy";
import { sha256Hex } from "@/core/records";
import { startSession } from "@/server/access/sessions";
import type { App } from "@/server/app";
import { FieldChangeSchema, changeField } from "@/server/fields/commands";
import { keepHistory } from "@/server/histories/store";
import { changeAccount } from "@/server/ledger/account-changes";
import { proposeChange } from "@/server/ledger/account-commands";
import { newCommandId } from "@/server/log/log";
import { historyOf } from "@/server/policies/history";
import { changeMessages } from "@/server/messages/settings";
import { readReferenceData } from "@/server/reference-data";
import { reviewedInForce } from "./put-in-force";
import { emptyApp, person, value, type TestApp } from "./test-app";
import { command, submit } from "./test-books";
import { cerroBajo, enterAccount, mirrorOrder, oneSection } from "./test-observatory";

/** What is hidden, by where it stands, and every way in which it could be written. */
export const SECRETS: Record<string, readonly string[]> = {
  document: ["zq-document"],
  line: ["27182.8182", "27,182.8182"],
  level: ["zq-level"],
  "line at a level": ["zq-entry"],
  supplier: ["zq-supplier"],
  customer: ["zq-customer"],
  deposit: ["7654321", "7,654,321", "7.654.321"],
  history: ["zq-history"],
  "new deposit": ["8765432", "8,765,432", "8.765.432"],
};

/** Whose each secret is without being opened: of those who filled it in. */
const THEIRS: Record<string, readonly string[]> = {
  nehuen: ["document", "line"],
  lautaro: ["level", "line at a level"],
};

/** Who typed something in a form sees it there again, and nowhere else. */
const TYPED: Record<string, readonly string[]> = { "(places)/documents/[id]/edit/page.tsx": ["kuyen new deposit"] };

export const mayNotSee = (who: string, secret: string, where = "") =>
  !THEIRS[who]?.includes(secret) && !TYPED[where]?.includes(`${who} ${secret}`);

export type HiddenWorld = {
  app: TestApp;
  tokens: Map<string, string>;
  order: string;
  change: string;
  visits(page: string): [params: object, query: object][];
  requests(route: string): [params: object, query: string][];
  /** Whether a page shows something to somebody. */
  isShown(page: string): boolean;
  /** Whether somebody opens what is hidden by asking for this, which is logged. */
  isOpened(who: string, route: string): boolean;
  end(): void;
};

const slot = globalThis as typeof globalThis & { bandeira?: App };

/** A rehearsal that was kept by somebody who saw everything, which nobody does who may keep one. */
function keepWhole(app: App, type: string): void {
  const { documents, rates } = historyOf(app, type);
  const put = {
    material: { documents, labels: [], rates, history: {}, withheld: [] },
    others: [],
    at: app.clock.now(),
  };
  // Any policy will do where the type has none, for the page to have something to show.
  const { versions } = readReferenceData(app);
  const policy = { ...versions[0]!.policy, documentType: type };
  const rehearsed = {
    before: { name: "", policy: null },
    after: { name: "", policy },
    from: "2026-01-01",
    until: "2026-12-31",
  };
  const text = JSON.stringify(put);
  const effect = { approvals: 0, hours: 0, seenNoMore: 0, seenNow: 0, more: 0, other: 0, heldNow: 0, documents: 0 };
  app.db
    .prepare(
      "INSERT INTO kept_rehearsal (id, policy, name, of, body, kept_by, kept_at) VALUES (?, ?, 'All', NULL, ?, 'rayen', ?)",
    )
    .run(`kept-${type}`, type, JSON.stringify({ rehearsed, effect, inputs: sha256Hex(text) }), app.clock.now());
  app.db
    .prepare("INSERT INTO rehearsal_inputs (id, history, body) VALUES (?, 'own', ?)")
    .run(`kept-${type}`, gzipSync(text));
}

/** Puts the application where handlers and pages find it. Call `end` afterwards. */
export function hiddenWorld(): HiddenWorld {
  const app = hiddenApp();
  slot.bandeira = app;
  const people = ["nehuen", "lautaro", "millaray", "rayen", "suyai", "kuyen", "auditora"];
  const tokens = new Map(people.map((id) => [id, startSession(app, id, "password", "here").token]));
  const [order, change] = ["po-00001", "cl-00001"];
  const documents = [order, change].map((id) => ({ id }));
  const letters = app.db.prepare("SELECT id FROM letter").pluck().all() as number[];
  const links = app.db.prepare("SELECT token FROM mail_link").pluck().all() as string[];
  const types = ["purchase-order", "supplier-invoice", "expense-claim", "credit-limit-change", "supplier-account"];
  for (const type of types) keepWhole(app, type);
  const visits: Record<string, [object, object][]> = {
    "(places)/rehearsal/page.tsx": [[{}, {}], ...types.map((type): [object, object] => [{}, { kept: `kept-${type}` }])],
    "(places)/documents/[id]/page.tsx": documents.map((one) => [one, {}]),
    "(places)/documents/[id]/record/page.tsx": documents.map((one) => [one, {}]),
    "(places)/documents/[id]/edit/page.tsx": documents.map((one) => [one, {}]),
    "(places)/desk/page.tsx": [[{}, {}], ...documents.map(({ id }): [object, object] => [{}, { open: id }])],
    "(places)/documents/new/page.tsx": [
      ...types.map((type): [object, object] => [{}, { type }]),
      [{}, { type: "purchase-order", changes: order }],
      [{}, { type: "credit-limit-change", account: "aralco" }],
      [{}, { type: "supplier-account", account: "vidrios" }],
    ],
    "(places)/register/page.tsx": [
      [{}, { state: "any", cols: "number,own_salary,own_life,own_code,own_entry,own_rating,own_terms,own_deposit" }],
      [{}, { state: "any", "has.own_salary": "zq" }],
    ],
    "(places)/logbook/page.tsx": [
      [{}, {}],
      ...Object.values(SECRETS).flatMap((said) => said.map((text): [object, object] => [{}, { text }])),
      ...documents.map(({ id }): [object, object] => [{}, { stream: id }]),
      [{}, { type: "account changed" }],
    ],
    "(places)/back-office/accounts/[id]/page.tsx": [
      [{ id: "vidrios" }, {}],
      [{ id: "aralco" }, {}],
    ],
    "(places)/people/[id]/page.tsx": people.map((id) => [{ id }, {}]),
    "(places)/policies/[id]/page.tsx": [[{ id: "purchase-order" }, {}]],
    "(places)/post-room/[id]/page.tsx": letters.map((id) => [{ id: String(id) }, {}]),
    "(places)/settings/lists/[list]/page.tsx": [[{ list: "cost-centres" }, {}]],
    "(places)/settings/fields/page.tsx": [...types, "supplier", "customer"].map((type) => [{}, { type }]),
    "decide/[token]/page.tsx": links.map((token) => [{ token }, {}]),
    "invitation/[token]/page.tsx": [[{ token: "none" }, {}]],
    "particulars/[token]/page.tsx": [[{ token: "none" }, {}]],
  };
  const files = "cols=number&state=any";
  const requests: Record<string, [object, string][]> = {
    "documents/[id]/record/route.ts": documents.map((one) => [one, ""]),
    "documents/[id]/evidence/route.ts": documents.map((one) => [one, ""]),
    "documents/[id]/order/route.ts": [
      [{ id: order }, "?format=pdf"],
      [{ id: order }, "?format=xml"],
    ],
    "accounts/route.ts": [
      [{}, "?kind=supplier"],
      [{}, "?kind=customer"],
    ],
    "intake/accounts/route.ts": ["supplier", "customer"].map((kind) => [{}, `?kind=${kind}&format=csv`]),
    "register/export/route.ts": ["csv", "json", "xes"].map((format) => [{}, `?${files}&format=${format}`]),
    "policies/history/route.ts": types.map((type) => [{}, `?type=${type}`]),
    "rehearsal/kept/[id]/route.ts": types.map((type) => [{ id: `kept-${type}` }, ""]),
    "rehearsal/material/route.ts": types.map((type) => [
      {},
      `?type=${type}&from=2026-01-01&until=2026-12-31&history=all`,
    ]),
    "orders/route.ts": [
      [{}, "?q=mirror"],
      [{}, `?number=${order}`],
    ],
    "report/route.ts": [[{}, "?from=2026-09-01&until=2026-09-30"]],
  };
  // Clerks may open most of it, and auditors all: in files they do, and that is logged.
  const opened: Record<string, readonly string[]> = {
    kuyen: [
      "register/export/route.ts",
      "policies/history/route.ts",
      "rehearsal/material/route.ts",
      "rehearsal/kept/[id]/route.ts",
      "documents/[id]/record/route.ts",
      "documents/[id]/evidence/route.ts",
    ],
    auditora: [
      "register/export/route.ts",
      "policies/history/route.ts",
      "rehearsal/material/route.ts",
      "rehearsal/kept/[id]/route.ts",
      "documents/[id]/record/route.ts",
      "documents/[id]/evidence/route.ts",
    ],
  };
  return {
    app,
    tokens,
    order,
    change,
    visits: (page) => visits[page] ?? [[{}, {}]],
    requests: (route) => requests[route] ?? [[{}, ""]],
    isShown: (page) => page in visits,
    isOpened: (who, route) => opened[who]?.includes(route) ?? false,
    end: () => void delete slot.bandeira,
  };
}

/** The same without a place for handlers and pages. */
export function hiddenApp(): TestApp {
  const app = emptyApp(cerroBajo, "2026-09-05T12:00:00.000Z");
  const field = (name: string, kind: string, part: string, on: string, more: object = {}) =>
    value(
      changeField(
        app,
        person(app, "rayen"),
        FieldChangeSchema.parse({
          type: "save field",
          key: null,
          name,
          kind,
          part,
          on: [on],
          place: 0,
          seenBy: ["clerk"],
          ...more,
        }),
        newCommandId(),
      ),
    );
  field("salary", "text", "document", "purchase-order");
  field("life", "number", "line", "purchase-order", { seenBy: ["approvers"] });
  field("code", "text", "document", "purchase-order", { by: "approvers" });
  field("entry", "text", "line", "purchase-order", { by: "approvers" });
  field("rating", "text", "account", "supplier", { atOnce: true });
  field("terms", "text", "account", "customer", { atOnce: true });
  field("deposit", "amount", "account", "customer");
  const named = (key: string, text: string) => ({ kind: "text", field: key, is: "containing", value: text });
  const level = (id: string, people: string[], more: object = {}) => ({
    id,
    name: id,
    stage: id === "first" ? 1 : 2,
    marks: ["approves"],
    approvers: { kind: "people", people },
    ...more,
  });
  const rules = [
    oneSection("purchase-order", "net", [
      level("first", ["lautaro", "millaray"], {
        fills: [
          { field: "own_code", needed: true },
          { field: "own_entry", needed: false },
        ],
      }),
      level("second", ["consejo", "millaray"], {
        when: {
          kind: "any",
          of: [
            named("own_code", "level"),
            named("own_entry", "none"),
            named("own_salary", "document"),
            named("own_rating", "supplier"),
          ],
        },
      }),
    ]),
    oneSection("credit-limit-change", "increase", [
      level("first", ["millaray", "consejo"]),
      level("second", ["consejo", "millaray"], {
        when: { kind: "change", field: "own_deposit", is: "rose by more than", percent: 10 },
      }),
    ]),
  ];
  // A section that looks at what is hidden and is not met leaves what it saw in the route.
  const before = (policy: PolicyInput, when: object): PolicyInput => ({
    ...policy,
    sections: [
      {
        id: "special",
        name: "Special",
        when: when as never,
        thresholds: [],
        bands: [{ approval: "required" }],
        levels: [level("council", ["consejo", "millaray"], { stage: 1 }) as never],
      },
      ...policy.sections,
    ],
  });
  const looking = [
    before(rules[0]!, named("own_salary", "nothing of the kind")),
    before(rules[1]!, { kind: "change", field: "own_deposit", is: "rose by more than", percent: 1000 }),
  ];
  for (const policy of looking)
    reviewedInForce(
      app,
      newCommandId,
      { policy, basedOn: 0, note: "First", from: "2026-09-05", letStand: "Small house" },
      ["rayen", "antu"],
    );
  value(
    changeMessages(
      app,
      person(app, "rayen"),
      {
        type: "template",
        template: {
          occasion: "opened",
          subject: "{number}: {own_salary}",
          body: "{number} says {own_salary}, {own_life}, {own_code}, {own_entry}, {own_rating}, {own_terms}, {own_deposit}.",
        },
      },
      newCommandId(),
    ),
  );
  const clp = (minor: number) => ({ minor, currency: "CLP" });
  enterAccount(app, "vidrios", "supplier", "Vidrios del Sur", { email: "a@vidrios.example" });
  enterAccount(app, "aralco", "customer", "Instituto Aralcó", { limit: clp(1_000), own_deposit: clp(7_654_321) });
  app.clock.set("2026-09-06T15:00:00.000Z");
  const clerk = person(app, "kuyen");
  const atOnce = (account: string, field: `own_${string}`, after: string) =>
    value(changeAccount(app, clerk, { account, changes: [{ field, after }] }, newCommandId()));
  atOnce("vidrios", "own_rating", "zq-supplier");
  atOnce("aralco", "own_terms", "zq-customer");
  const order = mirrorOrder({ own: { own_life: "27182.8182" } }, { own: { own_salary: "zq-document" } });
  const { id } = submit(app, order);
  value(
    command(app, "nehuen", id, {
      type: "revise",
      revision: 1,
      document: { ...order, title: "Mirror cells", own: { own_salary: "zq-document again" } },
    }),
  );
  value(
    command(app, "lautaro", id, {
      type: "approve",
      level: "first",
      revision: 2,
      comment: "Fine",
      filled: { own_code: "zq-level", own_entry: { "1": "zq-entry" } },
    }),
  );
  value(
    proposeChange(
      app,
      clerk,
      {
        customers: ["aralco"],
        changes: [{ field: "own_deposit", after: clp(8_765_432) }],
        note: "",
        origin: "by hand",
        submit: true,
      },
      newCommandId(),
    ),
  );
  const facts = { currency: "CLP", requester: "nehuen", unit: "science", own_salary: "zq-history" };
  const row = { line: 2, number: "L-1", documentType: "purchase-order", date: "2026-03-01", requester: "nehuen" };
  const measures = { net: clp(5_000) };
  keepHistory(
    app,
    { id: "ledger", name: "Ledger", broughtBy: "rayen" },
    [{ ...row, unit: "science", facts, measures }],
    new Map(),
  );
  // What is past is looked at on boards from the moment after it.
  app.clock.set("2026-09-07T15:00:00.000Z");
  return app;
}
