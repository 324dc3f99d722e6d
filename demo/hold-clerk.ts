import { commandDocument } from "@/server/documents/commands";
import type { DemoBuilder } from "./builder";
import { DAY } from "./moments";

const LOOKED_INTO: Readonly<Record<string, readonly string[]>> = {
  "Duplicate suspected": [
    "Two deliveries, two invoices; seen with the supplier.",
    "A corrected copy; the first is credited.",
  ],
  "Receipt missing": ["A small sum, agreed with the controller.", "The machine gave none; the trip is known."],
  "The same receipt twice": ["One bill for two people, claimed by halves."],
  "Arithmetic wrong": ["Rounded by line; the supplier confirmed the total."],
  "Goods not received": ["Came in without a note; counted on the quay."],
};

/** On Fridays a clerk looks into holds that outlast an approval and have stood for a week. */
export function lookIntoHolds({ app, db, who, must, random, clock }: DemoBuilder): void {
  const before = new Date(Date.parse(clock.now()) - 6 * DAY).toISOString();
  const old = db
    .prepare(
      `SELECT h.document, h.id, h.code, d.requester FROM hold h JOIN document d ON d.id = h.document
         WHERE d.status = 'approved' AND h.kind = 'policy' AND h.placed_at < ? ORDER BY h.placed_at, h.document, h.id`,
    )
    .all(before) as { document: string; id: string; code: string; requester: string }[];
  for (const { document, id, code, requester } of old) {
    const reasons = LOOKED_INTO[code];
    const clerk = requester === "tamsin-roque" ? "vicente-lourosa" : "tamsin-roque";
    if (reasons)
      must(
        commandDocument(
          app,
          who(clerk),
          document,
          { type: "release hold", hold: id, reason: random.pick(reasons) },
          random.uuid(),
          true,
        ),
      );
  }
}
