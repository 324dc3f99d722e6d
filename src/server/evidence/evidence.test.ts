// A stranger with the evidence file and nothing else: every change anywhere is found and named, by Bandeira's own verifier and by one in another language
// that shares no code with it.
import { beforeAll, describe, expect, it } from "vitest";
import { canonical, type ChainedEvent, type CheckpointFile } from "@/core/records";
import { RecordSchema } from "@/core/records";
import { person, testApp, testOrder, value, type TestApp } from "../../../demo/test-app";
import { approve, command, submit } from "../../../demo/test-books";
import { viewDocument } from "../documents/queries";
import { lastSeq, newCommandId } from "../log/log";
import { consistencyBetween, makeCheckpoint, treeOf } from "../log/checkpoints";
import { dumpProjections, rebuild } from "../log/rebuild";
import { forgedFrom, ours, python } from "../../../demo/test-evidence";
import { evidenceOf, zipped } from "./files";

let app: TestApp;
let kept: CheckpointFile;
let files: Map<string, Uint8Array>;
let zip: Uint8Array;

/** An order that two people decided on, in a log with a checkpoint in its middle. */
async function decided(): Promise<{ app: TestApp; kept: CheckpointFile; files: Map<string, Uint8Array> }> {
  const one = testApp();
  const { id } = submit(one, testOrder(700_000));
  approve(one, "rui-tavares", id);
  const checkpoint = value(makeCheckpoint(one, person(one, "benedita-corvo"), newCommandId()));
  submit(one, testOrder(1_000));
  const open = command(one, "marta-quelhas", id, {
    type: "approve",
    level: "unit-above",
    revision: 1,
    comment: "Agreed – “fully” ✓",
  });
  value(open);
  const view = value(viewDocument(one, person(one, "tome-cardigos"), id));
  return { app: one, kept: checkpoint, files: new Map(await evidenceOf(one, view)) };
}

beforeAll(async () => {
  ({ app, kept, files } = await decided());
  zip = zipped(files);
});

const text = (of: string) => new TextDecoder().decode(files.get(of));
const forged = (change: (files: Map<string, Uint8Array>) => void) => forgedFrom(files, change);
const put = (of: Map<string, Uint8Array>, name: string, content: unknown) =>
  of.set(name, new TextEncoder().encode(canonical(content)));
const events = () => JSON.parse(text("events.json")) as ChainedEvent[];

describe("an evidence file", () => {
  it("has everything in it, and nothing is wrong with it, by both verifiers, with a kept checkpoint too", () => {
    expect([...files.keys()].toSorted()).toEqual([
      "README.txt",
      "events.json",
      "manifest.json",
      "policy.json",
      "policy.txt",
      "proof.json",
      "record.json",
      "record.pdf",
    ]);
    expect(ours(zip)).toEqual([]);
    expect(ours(zip, kept)).toEqual([]);
    expect(python(zip)).toEqual([]);
    expect(python(zip, kept)).toEqual([]);
    expect(RecordSchema.safeParse(JSON.parse(text("record.json"))).error).toBeUndefined();
    expect(Buffer.from(files.get("record.pdf")!).subarray(0, 5).toString()).toBe("%PDF-");
    expect(text("policy.txt")).toContain("Everything else");
  });
  it("is the same again, byte for byte", async () => {
    const view = value(viewDocument(app, person(app, "tome-cardigos"), "po-00001"));
    const again = new Map(await evidenceOf(app, view));
    for (const name of ["record.json", "events.json", "proof.json", "policy.json"])
      expect(Buffer.from(again.get(name)!).equals(Buffer.from(files.get(name)!))).toBe(true);
  });
  it("reading it writes nothing into the log", async () => {
    const before = lastSeq(app.db);
    await evidenceOf(app, value(viewDocument(app, person(app, "tome-cardigos"), "po-00001")));
    expect(lastSeq(app.db)).toBe(before);
  });
});

describe("what is found and named, by both", () => {
  it("one flipped bit, in every file and at places all over the ZIP", () => {
    for (const name of files.keys()) {
      const changed = new Map(files);
      const bytes = Uint8Array.from(files.get(name)!);
      bytes[Math.floor(bytes.length / 2)]! ^= 1;
      changed.set(name, bytes);
      const again = zipped(changed);
      const expected =
        name === "manifest.json" ? /./ : new RegExp(`^${name}: is not what the manifest has the hash of`, "m");
      expect([name, ours(again).join("\n")]).toEqual([name, expect.stringMatching(expected)]);
      expect([name, python(again).join("\n")]).toEqual([name, expect.stringMatching(expected)]);
    }
    for (let n = 0; n < 40; n += 1) {
      const bytes = Uint8Array.from(zip);
      bytes[Math.floor((n * zip.length) / 40)]! ^= 1 << (n % 8);
      expect(ours(bytes).length).toBeGreaterThan(0);
      if (n % 5 === 0) expect(python(bytes).length).toBeGreaterThan(0);
    }
  });

  const forgeries: [string, (all: ChainedEvent[]) => ChainedEvent[], RegExp][] = [
    ["a missing event", (all) => all.toSpliced(2, 1), /event 3 of the document is missing or moved/],
    [
      "events in another order",
      (all) => [all[0]!, all[2]!, all[1]!, ...all.slice(3)],
      /is missing or moved|out of order/,
    ],
    [
      "another word in an event",
      (all) => all.with(1, { ...all[1]!, data: all[1]!.data.replace("Rope", "Rape") }),
      /event \d+: its content does not give its hash/,
    ],
    [
      "another actor",
      (all) => [...all.slice(0, -1), { ...all.at(-1)!, actor: "mallory" }],
      /its content does not give its hash/,
    ],
  ];
  it.each(forgeries)("%s, though every hash around it was made to fit", (_name, change, expected) => {
    const bytes = forged((all) => {
      put(all, "events.json", change(events()));
      put(all, "record.json", { ...(JSON.parse(text("record.json")) as object), events: change(events()) });
    });
    expect(ours(bytes).join("\n")).toMatch(expected);
    expect(python(bytes).join("\n")).toMatch(expected);
  });

  type Closing = {
    route?: unknown;
    document: { requester: string; title: string };
    basis: { amount: { minor: number }; party: string; revision: number; filled?: object };
    filled?: object;
    proof?: {
      basis: { revision: number; requester: string; filled?: object };
      levels: { needed: number; approvals: { by: string }[] }[];
    };
  };
  /** Every event of a type with other content, as the installation itself could have written it. */
  const inside = (type: string, change: (data: Closing) => void) => (all: ChainedEvent[]) =>
    all.map((one) => {
      if (one.type !== type) return one;
      const data = JSON.parse(one.data) as Closing;
      change(data);
      return { ...one, data: JSON.stringify(data) };
    });
  const closings: [string, (all: ChainedEvent[]) => ChainedEvent[], RegExp][] = [
    ["no closing proof", inside("approved", (data) => delete data.proof), /the approval has no closing proof/],
    [
      "a proof of another revision",
      inside("approved", ({ proof }) => (proof!.basis.revision = 2)),
      /the proof is of another revision than the one approved/,
    ],
    [
      "a document that is not the one proved",
      inside("submitted", ({ document }) => (document.title = "Something else")),
      /the proof is of another document than the one approved/,
    ],
    [
      "a proof for another requester",
      inside("approved", ({ proof }) => (proof!.basis.requester = "mallory")),
      /the proof says another requester than the document/,
    ],
    [
      "a level left out of the proof",
      inside("approved", ({ proof }) => proof!.levels.pop()),
      /the proof leaves out the level unit-above/,
    ],
    [
      "fewer approvals than a level needs",
      inside("approved", ({ proof }) => (proof!.levels[0]!.needed = 3)),
      /: 3 must approve, and 1 did/,
    ],
    [
      "an approval that nobody gave",
      inside("approved", ({ proof }) => (proof!.levels[0]!.approvals[0]!.by = "mallory")),
      /there is no approval by mallory that still counts/,
    ],
    [
      "approvals given for less",
      inside("approval given", ({ basis }) => (basis.amount.minor = 1_000)),
      /the approval by sealed:[0-9a-f]+ is for less than what is approved/,
    ],
    [
      "approvals given for another supplier",
      inside("approval given", ({ basis }) => (basis.party = "Somebody else")),
      /the approval by sealed:[0-9a-f]+ is for another party/,
    ],
    [
      "approvals of a revision that there was not",
      inside("approval given", ({ basis }) => (basis.revision = 7)),
      /the approval by sealed:[0-9a-f]+ is of a revision that there was not/,
    ],
    [
      "what somebody filled in and the proof has not",
      inside("approval given", (data) => (data.filled = { own_account: "6230" })),
      /the proof has own_account filled in otherwise than whoever approved did/,
    ],
    [
      "what the proof has and nobody filled in",
      inside("approved", ({ proof }) => (proof!.basis.filled = { own_account: "6230" })),
      /the proof has own_account filled in otherwise than whoever approved did/,
    ],
    [
      "approvals given where another account stood",
      (all) => {
        const filled = { own_account: "6230" };
        const given = inside("approval given", (data) =>
          Object.assign(data, { filled, basis: { ...data.basis, filled: { own_account: "6300" } } }),
        )(all);
        return inside("approved", ({ proof }) => (proof!.basis.filled = filled))(given);
      },
      /the approval by sealed:[0-9a-f]+ is for another own_account/,
    ],
    [
      "an approval of what is one’s own",
      (all) => {
        const { proof } = JSON.parse(all.find(({ type }) => type === "approved")!.data) as Closing;
        return inside("submitted", ({ document }) => (document.requester = proof!.levels[0]!.approvals[0]!.by))(all);
      },
      /line-manager: sealed:[0-9a-f]+ approved what is their own/,
    ],
  ];
  it.each(closings)("%s", (_name, change, expected) => {
    const bytes = forged((all) => {
      put(all, "events.json", change(events()));
      put(all, "record.json", { ...(JSON.parse(text("record.json")) as object), events: change(events()) });
    });
    const [one, other] = [ours(bytes), python(bytes)];
    expect(one.join("\n")).toMatch(expected);
    const said = (lines: string[]) => lines.filter((line) => line.startsWith("events.json: ")).toSorted();
    expect(said(other)).toEqual(said(one));
  });

  it("an event from another installation, and a whole file from one", async () => {
    const other = await decided();
    const theirs = JSON.parse(new TextDecoder().decode(other.files.get("events.json"))) as ChainedEvent[];
    const mixed = forged((all) => put(all, "events.json", events().with(2, theirs[2]!)));
    for (const found of [ours(mixed), python(mixed)])
      expect(found.join("\n")).toMatch(/is not in the log with the root/);
    const whole = zipped(other.files);
    expect(ours(whole)).toEqual([]);
    for (const found of [ours(whole, kept), python(whole, kept)])
      expect(found.join("\n")).toMatch(/this is another log|another checkpoint/);
  });

  it("a file that was slipped in, and one that was taken out", () => {
    const more = new Map(files).set("attachments/offer.pdf", new Uint8Array([1]));
    for (const found of [ours(zipped(more)), python(zipped(more))])
      expect(found.join("\n")).toContain("attachments/offer.pdf: is not in the manifest");
    const less = new Map(files);
    less.delete("policy.txt");
    for (const found of [ours(zipped(less)), python(zipped(less))])
      expect(found.join("\n")).toContain("policy.txt: is missing");
  });
});

describe("checkpoints", () => {
  it("prove that the later log is the earlier one continued, and come back with a rebuild", () => {
    const second = value(makeCheckpoint(app, person(app, "benedita-corvo"), newCommandId()));
    const found = value(consistencyBetween(app.db, kept.size, second.size));
    expect(found.first).toEqual(kept);
    expect(found.proof.length).toBeGreaterThan(0);
    const before = dumpProjections(app.db);
    rebuild(app.db);
    expect(dumpProjections(app.db)).toEqual(before);
    expect(treeOf(app.db).size).toBe(lastSeq(app.db));
  });
  it("are made by controllers and administrators, and never by an auditor", () => {
    expect(makeCheckpoint(app, person(app, "tome-cardigos"), newCommandId()).ok).toBe(false);
  });
});
