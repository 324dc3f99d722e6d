/** Writes the JSON Schemas of policy, people, documents, rules, records and rates to docs/schema, or with --check says whether they are stale. */
import fs from "node:fs";
import path from "node:path";
import { z } from "zod";
import { DocumentSchema, RulesSchema } from "@/core/documents";
import { RateSchema } from "@/core/money";
import { OrganisationSchema } from "@/core/people";
import { PolicySchema } from "@/core/policy";
import { RecordSchema } from "@/core/records";

const SCHEMAS = {
  policy: ["A policy: one version, everything a document needs to be routed", PolicySchema],
  people: ["An organisation: people, units, reporting lines and groups", OrganisationSchema],
  document: ["A document of any type", DocumentSchema],
  rules: ["Rules for matching, duplicates, claims and imports", RulesSchema],
  record: ["The record of one document", RecordSchema],
  rates: ["Exchange rates by day", z.array(RateSchema)],
} as const;

const folder = path.join(import.meta.dirname, "../docs/schema");
const check = process.argv.includes("--check");
fs.mkdirSync(folder, { recursive: true });
for (const [name, [title, schema]] of Object.entries(SCHEMAS)) {
  const text = `${JSON.stringify({ title, ...z.toJSONSchema(schema, { io: "input", target: "draft-2020-12" }) }, null, 2)}\n`;
  const file = path.join(folder, `${name}.schema.json`);
  if (!check) fs.writeFileSync(file, text);
  else if (!fs.existsSync(file) || fs.readFileSync(file, "utf8") !== text) {
    console.error(`docs/schema/${name}.schema.json is stale: run npm run schemas and commit it.`);
    process.exitCode = 1;
  }
}
