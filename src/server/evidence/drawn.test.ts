// Signatures drawn by hand: asked for where the policy asks, bound to what was signed, and found out when they are another's.
import { beforeAll, describe, expect, it } from "vitest";
import { revisionHash, type Signature } from "@/core/approval";
import { drawnImage, signsFor } from "@/core/drawn";
import { orderPolicyInForce } from "../../../demo/policy";
import { reviewedInForce } from "../../../demo/put-in-force";
import { codes, person, testApp, testOrder, value, type TestApp } from "../../../demo/test-app";
import { approve, command, submit } from "../../../demo/test-books";
import { forgedFrom, ours, python } from "../../../demo/test-evidence";
import { scrawl, signatureFor } from "../../../demo/sign";
import { DEMO_WORD, signatureOf } from "../access/signing";
import { readDrawn } from "../access/drawn";
import { viewDocument } from "../documents/queries";
import { readState } from "../documents/state";
import { sealerOfLog } from "../log/sealed";
import { newCommandId } from "../log/log";
import { evidenceOf, zipped } from "./files";

let app: TestApp;
let id: string;

/** An order that the directors are asked about, who sign by hand. */
function waitingForDirectors(title: string): string {
  const order = testOrder(16_000_000, { title });
  const lines = order.lines.map((line) => ({ ...line, category: "dry-dock" as const }));
  const state = submit(app, { ...order, lines });
  for (const who of ["rui-tavares", "petra-zimbral", "teodora-lins"]) approve(app, who, state.id);
  return state.id;
}

const signed = (of: string, signature: Signature | undefined) =>
  command(app, "marta-quelhas", of, {
    type: "approve",
    level: "directors",
    revision: readState(app.db, of)!.revision,
    comment: "",
    ...(signature && { signature }),
  });
const hashOf = (of: string) => revisionHash(readState(app.db, of)!, sealerOfLog(app.db).seal);

beforeAll(() => {
  app = testApp();
  reviewedInForce(app, newCommandId, { policy: orderPolicyInForce, basedOn: 1, note: "", from: "2026-03-10" });
  id = waitingForDirectors("Tail shaft");
});

describe("a signature drawn by hand", () => {
  it("is needed where the policy asks for it, beside name and proof", async () => {
    const typed = { name: "Marta Quelhas", method: "password" as const, documentHash: hashOf(id) };
    expect(codes(signed(id, undefined))).toBe("signature required");
    const refused = signed(id, typed);
    expect(refused.ok ? "" : refused.refusals[0]!.message).toMatch(/signs by hand as well: draw your signature$/);
    const marta = person(app, "marta-quelhas");
    const proof = { name: "Marta Quelhas", proof: DEMO_WORD, documentHash: hashOf(id) };
    const dot = await signatureOf(app, marta, { ...proof, drawn: [[[5, 5]]] });
    expect(dot.ok ? "" : dot.refusals[0]!.message).toBe("Draw your signature in the field");
    // A wrong proof keeps no image.
    const before = app.db.prepare("SELECT COUNT(*) FROM attachment").pluck().get();
    expect((await signatureOf(app, marta, { ...proof, proof: "no", drawn: scrawl("Marta Quelhas") })).ok).toBe(false);
    expect(app.db.prepare("SELECT COUNT(*) FROM attachment").pluck().get()).toBe(before);
    const good = value(await signatureOf(app, marta, { ...proof, drawn: scrawl("Marta Quelhas") }));
    value(signed(id, good));
    expect(signsFor(readDrawn(app, good.drawn!)!.toString(), hashOf(id))).toBe(true);
  });

  it("goes with the evidence; another's image, none, or one too many is found by both verifiers", async () => {
    const other = waitingForDirectors("Rudder");
    const { signature: foreign } = signatureFor(app, readState(app.db, other)!, "directors", "marta-quelhas");
    const view = value(viewDocument(app, person(app, "tome-cardigos"), id));
    const files = await evidenceOf(app, view);
    const [name] = [...files.keys()].filter((file) => file.startsWith("signatures/"));
    const good = zipped(files);
    expect([ours(good), python(good)]).toEqual([[], []]);
    const foreignImage = new Uint8Array(readDrawn(app, foreign!.drawn!)!);
    const cases: [(change: Map<string, Uint8Array>) => void, RegExp][] = [
      [(change) => change.set(name!, foreignImage), /is another image than event \d+ was signed with/],
      [(change) => change.delete(name!), /is missing, and event \d+ was signed with it/],
      [(change) => change.set(`signatures/${foreign!.drawn}.svg`, foreignImage), /is a signature that no event names/],
    ];
    for (const [change, what] of cases) {
      const file = forgedFrom(files, change);
      for (const found of [ours(file), python(file)]) expect(found.join("\n")).toMatch(what);
    }
  });

  it("says what it was drawn for in itself, so that it fits nothing else", () => {
    const [one, two] = ["a".repeat(64), "b".repeat(64)];
    const image = drawnImage(scrawl("Marta Quelhas"), one, "2026-03-10T09:10:00.000Z");
    expect([signsFor(image, one), signsFor(image, two), signsFor(image + two, two)]).toEqual([true, false, false]);
    expect(signsFor(image.replace("</desc>", ` SHA-256 ${two}</desc>`), two)).toBe(false);
  });
});
