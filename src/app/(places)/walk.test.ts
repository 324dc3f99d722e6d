// Every page with every role and without a session: who is not let in is sent away before anything is shown.
import fs from "node:fs";
import path from "node:path";
import { afterAll, beforeAll, describe, expect, it, vi } from "vitest";
import { RoleSchema, type Role } from "@/core/people";
import { enterDocument } from "@/server/documents/commands";
import { sendLetter, write, writeLedger } from "@/server/ledger/write";
import { newCommandId } from "@/server/log/log";
import { openAccounts, person, testOrder, value } from "../../../demo/test-app";
import { walkApp, type Walk } from "../../../demo/walk";
import { jar } from "../../../demo/cookie-jar";

vi.mock("next/headers", () => import("../../../demo/cookie-jar"));

const all = RoleSchema.options;
const readPolicies: Role[] = ["controller", "reviewer", "administrator", "auditor"];
const readAll: Role[] = ["clerk", ...readPolicies, "investigator"];

/** Who is let in to each page; the documents are somebody else’s. */
const PAGES: Record<string, { params?: Record<string, string>; granted: readonly Role[] }> = {
  "/account": { granted: all },
  "/accounts/ask": { granted: all.filter((role) => role !== "auditor") },
  "/back-office": { granted: readAll },
  "/back-office/accounts/[id]": { params: { id: "northrigg-cordage" }, granted: readAll },
  "/back-office/customers": { granted: readAll },
  "/back-office/customers/bring-in": { granted: ["controller", "administrator"] },
  "/back-office/customers/import": { granted: ["clerk", "controller"] },
  "/back-office/payments": { granted: readAll },
  "/back-office/payments/[run]": { params: { run: "PR-0001" }, granted: readAll },
  "/back-office/rates": { granted: readAll },
  "/back-office/receipts": { granted: readAll },
  "/back-office/suppliers": { granted: readAll },
  "/back-office/suppliers/bring-in": { granted: ["controller", "administrator"] },
  "/calendars": { granted: all },
  "/first-steps": { granted: readPolicies },
  "/desk": { granted: all },
  "/documents": { granted: all },
  "/documents/import": { granted: ["clerk", "controller"] },
  "/documents/drafts": { granted: all.filter((role) => role !== "auditor") },
  "/documents/new": { granted: all.filter((role) => role !== "auditor") },
  "/documents/[id]": { params: { id: "po-00001" }, granted: readAll },
  "/documents/[id]/edit": { params: { id: "po-00001" }, granted: [] },
  "/documents/[id]/record": { params: { id: "po-00001" }, granted: readAll },
  "/holds": { granted: readAll },
  "/holds/stopped": { granted: all },
  "/no-access": { granted: all },
  "/logbook": { granted: readPolicies },
  "/lookout": { granted: ["investigator"] },
  "/lookout/how/[question]": { params: { question: "crowding" }, granted: ["investigator"] },
  "/people": { granted: all },
  "/people/[id]": { params: { id: "rui-tavares" }, granted: all },
  "/people/away": { granted: all },
  "/people/everybody": { granted: all },
  "/people/groups": { granted: all },
  "/people/import": { granted: ["controller", "administrator", "auditor"] },
  "/people/limits": { granted: all },
  "/policies/new": { granted: ["controller"] },
  "/policies": { granted: readPolicies },
  "/policies/[id]": { params: { id: "purchase-orders" }, granted: readPolicies },
  "/post-room": { granted: ["clerk", "controller", "administrator", "auditor"] },
  "/post-room/[id]": { params: { id: "1" }, granted: ["clerk", "controller", "administrator", "auditor"] },
  "/rehearsal": { granted: readPolicies },
  "/rehearsal/histories": { granted: readPolicies },
  "/rehearsal/alongside": { granted: readPolicies },
  "/register": { granted: all },
  "/register/exceptions": { granted: ["controller", "reviewer", "auditor"] },
  "/register/report": { granted: ["controller", "reviewer", "auditor"] },
  "/register/samples": { granted: ["controller", "reviewer", "auditor"] },
  "/register/samples/[id]": { params: { id: "s-0001" }, granted: ["controller", "reviewer", "auditor"] },
  "/settings": { granted: readPolicies },
  "/settings/integrations": { granted: readPolicies },
  "/settings/lists": { granted: readPolicies },
  "/settings/fields": { granted: readPolicies },
  "/settings/lists/[list]": { params: { list: "cost-centres" }, granted: readPolicies },
  "/settings/messages": { granted: readPolicies },
  "/settings/rules": { granted: readPolicies },
};

const root = import.meta.dirname;
const files = (fs.readdirSync(root, { recursive: true }) as string[]).filter((file) => file.endsWith("page.tsx"));
const addressOf = (file: string) => `/${path.dirname(file).replaceAll(path.sep, "/")}`;
type Page = (props: { params: Promise<object>; searchParams: Promise<object> }) => Promise<unknown>;

let walk: Walk;
beforeAll(() => {
  walk = walkApp();
  value(enterDocument(walk.app, person(walk.app, "noor-halvorsrud"), testOrder(100_000), newCommandId()));
  openAccounts(walk.app);
  const plan = { query: "", from: "2026-01-01", until: "2026-12-31", confidence: 0.9, tolerable: 0.1, expected: 0 };
  write(
    walk.app,
    "sample:s-0001",
    [
      {
        type: "sample drawn",
        data: {
          id: "s-0001",
          name: "A sample",
          items: [],
          plan: {
            ...plan,
            method: "random",
            seed: "1",
            population: { count: 0, minor: 0, hash: "" },
            size: 22,
            allowed: 0,
            attributes: ["x"],
          },
        },
      },
    ],
    { actor: "only-controller" },
  );
  writeLedger(
    walk.app,
    [
      {
        type: "payment run made",
        data: { run: "PR-0001", day: "2026-03-13", by: "only-clerk", items: [], left: [] },
      },
    ],
    { actor: "only-clerk" },
  );
  sendLetter(walk.app, { document: null, to: "x@example.test", subject: "x", body: "x" });
});
afterAll(() => walk.end());

/** Where a visit leads: "shown", or the address it is sent to. */
async function visit(file: string, token: string | undefined): Promise<string> {
  jar.token = token;
  const { default: page } = (await import(path.join(root, file))) as { default: Page };
  const params = PAGES[addressOf(file)]?.params ?? {};
  try {
    await page({ params: Promise.resolve(params), searchParams: Promise.resolve({}) });
    return "shown";
  } catch (error) {
    const digest = String((error as { digest?: unknown }).digest);
    if (digest.startsWith("NEXT_REDIRECT")) return digest.split(";")[2]!;
    if (digest.includes("404")) return "not found";
    throw error;
  }
}

describe("every page", () => {
  it("is in the table, and the table has no others", () => {
    expect(files.map(addressOf).toSorted()).toEqual(Object.keys(PAGES).toSorted());
  });

  it.each(files)("%s lets in whom the table says", async (file) => {
    expect(await visit(file, undefined)).toBe("/sign-in");
    const shown: Role[] = [];
    for (const role of all) if ((await visit(file, walk.tokens.get(role))) === "shown") shown.push(role);
    const { granted } = PAGES[addressOf(file)]!;
    expect(shown).toEqual(all.filter((role) => granted.includes(role)));
  });
});
