// A summary that was stored is the same when it is read, for every document of the demonstration.
import { expect, it } from "vitest";
import { documentTypeKeys } from "@/core/documents";
import { generateDemo } from "../../../demo/generate";
import { temporaryFolder } from "../../../demo/temporary";
import { openDatabase } from "../db/open";
import { ratesFor } from "../reference-data";
import { readState } from "./state";
import { readSummary, storedSummary, summaryOf } from "./summary";

it("comes back as it was, and takes less room", () => {
  const db = openDatabase(temporaryFolder());
  generateDemo(db, { orders: 40 });
  const states = (db.prepare("SELECT id FROM document").pluck().all() as string[]).map((id) => readState(db, id)!);
  expect(new Set(states.map(({ document }) => document.documentType))).toEqual(new Set(documentTypeKeys));
  let [plain, stored] = [0, 0];
  for (const state of states) {
    const summary = summaryOf(state, (day) => ratesFor(db, day));
    const text = storedSummary(summary);
    expect(readSummary(text, state.document.documentType)).toEqual(summary);
    plain += JSON.stringify(summary).length;
    stored += text.length;
  }
  expect(stored / plain).toBeLessThan(0.75);
});
