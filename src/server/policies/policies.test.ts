// Drafts, review by a second person, dates and sets: what is refused, what happens by itself, and that the tables can be made again from the log.
import { describe, expect, it } from "vitest";
import { keyOf } from "@/core/checks";
import { lossesOf } from "@/core/formats";
import { documentTypeKeys } from "@/core/documents";
import { inForceAt, versionState, type PolicyInput } from "@/core/policy";
import { STARTING_SET, startFrom } from "@/core/starting-set";
import { newCommandId } from "../log/log";
import { dumpProjections, rebuild } from "../log/rebuild";
import { codes, person, testApp, value, type TestApp } from "../../../demo/test-app";
import { orderPolicy } from "../../../demo/policy";
import { faultyDrafts } from "../../../demo/drafts";
import { boardView } from "./board-view";
import { findingsFor, sendToReviewer, versionsOf, type Sending } from "./commands";
import { beginPolicy, discardDraft, noteThere, policyNames, readDraft, saveDraft } from "./drafts";
import { exampleMatrix, policyFile, readPolicyFile } from "./files";
import { endVersion, keepTests } from "./force";
import { policyList } from "./list-view";
import { commentVersion, putInForce, reviewVersion } from "./review";
import { scheduleSet, switchSetOff, switchSetOn } from "./sets";
import { sayLoss } from "@/core/words";

const writer = (app: TestApp) => person(app, "benedita-corvo");
const reviewer = (app: TestApp) => person(app, "rosalind-amado");
const id = newCommandId;

/** A sound policy for one unit, with its own name. */
const forUnit = (name: string, unit: string): PolicyInput => ({
  ...orderPolicy,
  id: "x",
  name,
  scope: { units: [unit] },
});

function begun(app: TestApp, name: string, unit: string): PolicyInput {
  const made = value(beginPolicy(app, writer(app), forUnit(name, unit)));
  return readDraft(app, made.id)!.policy;
}
const sending = (policy: PolicyInput, extra: Partial<Sending> = {}): Sending => ({
  policy,
  basedOn: 0,
  note: "For this test",
  reasons: [],
  from: null,
  until: null,
  ...extra,
});
/** Sent and approved, with dates or without. */
function approved(app: TestApp, policy: PolicyInput, extra: Partial<Sending> = {}): number {
  const reasons = findingsFor(app, readDraft(app, policy.id)!.policy, person(app, "benedita-corvo"))
    .filter(({ weight }) => weight === "doubtful")
    .map((finding) => ({ finding: keyOf(finding), reason: "Looked at in the test." }));
  const { version } = value(sendToReviewer(app, writer(app), sending(policy, { reasons, ...extra }), id()));
  value(reviewVersion(app, reviewer(app), policy.id, version, { outcome: "approved", words: "" }, id()));
  return version;
}

describe("drafts", () => {
  it("begin under a name of their own, which others cannot come near", () => {
    const app = testApp();
    const policy = begun(app, "Fleet stores", "fleet");
    expect([policy.id, policy.owner]).toEqual(["fleet-stores", "benedita-corvo"]);
    const again = beginPolicy(app, writer(app), forUnit("Fleet store", "fleet"));
    expect(again.ok ? "" : again.refusals[0]!.message).toContain("how about “Fleet store, Fleet”?");
    expect(codes(beginPolicy(app, person(app, "rui-tavares"), forUnit("Other", "fleet")))).toBe("forbidden");
    expect(policyNames(app).map(({ name }) => name)).toEqual(["Purchase orders", "Fleet stores"]);
  });

  it("are saved on what was opened, never over what somebody else saved since", () => {
    const app = testApp();
    const policy = begun(app, "Fleet stores", "fleet");
    const save = (revision: number, name: string) =>
      saveDraft(app, writer(app), policy.id, { policy: { ...policy, name }, revision, reasons: [] });
    expect(value(save(1, "Stores of Fleet")).revision).toBe(2);
    // The same person sending the same once more, as a page loaded again does, is kept and not refused.
    expect(value(save(1, "Stores of Fleet")).revision).toBe(2);
    const late = save(1, "Mine");
    expect(late.ok ? "" : late.refusals[0]!.message).toBe(
      "Benedita Corvo saved this draft after you opened it; nothing of yours was saved over it",
    );
    expect(readDraft(app, policy.id)!.policy.name).toBe("Stores of Fleet");
    expect(codes(discardDraft(app, writer(app), policy.id, 1))).toBe("other version");
    expect(value(discardDraft(app, writer(app), policy.id, 2))).toEqual({ gone: true });
  });

  it("a draft of a policy that has versions begins with the first save and names all who wrote", () => {
    const app = testApp();
    const changed = { ...versionsOf(app, "purchase-orders")[0]!.policy, name: "Orders of Marévia" };
    value(saveDraft(app, writer(app), "purchase-orders", { policy: changed, revision: 0, reasons: [] }));
    expect(readDraft(app, "purchase-orders")).toMatchObject({ revision: 1, basedOn: 1, authors: ["benedita-corvo"] });
    expect(boardView(app, writer(app), "purchase-orders", null)).toMatchObject({ current: null, editable: true });
    expect(boardView(app, writer(app), "purchase-orders", 1)).toMatchObject({ editable: false });
    expect(boardView(app, reviewer(app), "purchase-orders", null)).toMatchObject({ editable: false });
  });

  it("who has one open hears of others for half a minute", () => {
    const app = testApp();
    const policy = begun(app, "Fleet stores", "fleet");
    const [one, other] = [writer(app), { ...writer(app), id: "rui-tavares" }];
    value(noteThere(app, one, policy.id));
    expect(value(noteThere(app, other, policy.id)).others).toEqual(["Benedita Corvo"]);
    app.wall.set("2026-11-23T09:01:00.000Z");
    expect(value(noteThere(app, other, policy.id)).others).toEqual([]);
  });
});

describe("to the reviewer", () => {
  it("nothing fatal goes, nor anything doubtful without a sentence, whatever the page says", () => {
    const app = testApp();
    for (const { policy, fault } of faultyDrafts) {
      const made = value(beginPolicy(app, writer(app), policy));
      const draft = readDraft(app, made.id)!.policy;
      const result = sendToReviewer(app, writer(app), sending(draft), id());
      const doubtful = ["inversion", "sections overlap", "limit too low"].includes(fault);
      expect([fault, codes(result).split(",")[0]]).toEqual([fault, doubtful ? "no reason" : "finding"]);
    }
  });

  it("reasons go on the record with the version; who wrote it does not review it", () => {
    const app = testApp();
    const { policy } = faultyDrafts.find(({ fault }) => fault === "inversion")!;
    const made = value(beginPolicy(app, writer(app), policy));
    const draft = readDraft(app, made.id)!.policy;
    const version = approved(app, draft);
    const saved = versionsOf(app, draft.id)[0]!;
    expect(saved.reasons).toHaveLength(1);
    expect(saved.reasons![0]!.message).toContain("less is needed than");
    expect(readDraft(app, draft.id)).toBeNull();
    expect(versionState(saved, [saved], app.clock.now())).toBe("With the reviewer");
    const both = { ...writer(app), roles: ["controller", "reviewer"] as never };
    const verdict = { outcome: "approved" as const, words: "" };
    expect(codes(reviewVersion(app, both, draft.id, version, verdict, id()))).toBe("own work");
    expect(codes(reviewVersion(app, writer(app), draft.id, version, verdict, id()))).toBe("forbidden");
    expect(codes(reviewVersion(app, reviewer(app), draft.id, version, verdict, id()))).toBe("already");
  });

  it("is told to whoever can review it and had no hand in it, and the verdict to whoever sent it", () => {
    const app = testApp();
    const policy = begun(app, "Fleet stores", "fleet");
    expect(codes(sendToReviewer(app, writer(app), sending(policy, { note: " " }), id()))).toBe("no words");
    const { version } = value(sendToReviewer(app, writer(app), sending(policy, { note: "Costs of the year" }), id()));
    const letters = app.db.prepare(
      "SELECT person, subject, body, policy FROM letter WHERE occasion = 'policy' AND policy LIKE '%fleet-stores%' ORDER BY id",
    );
    const [asked, ...none] = letters.all() as { person: string; subject: string; body: string; policy: string }[];
    expect(none).toEqual([]);
    expect(asked).toMatchObject({
      person: "rosalind-amado",
      subject: `Version ${version} of “Fleet stores” waits for your review`,
      policy: `/policies/${policy.id}?version=${version}`,
    });
    expect(asked!.body).toContain("Why it changes: Costs of the year");
    value(reviewVersion(app, reviewer(app), policy.id, version, { outcome: "returned", words: "Too high" }, id()));
    expect(letters.all().at(-1)).toMatchObject({
      person: "benedita-corvo",
      subject: `Version ${version} of “Fleet stores” was returned`,
    });
  });

  it("is refused truly where nothing differs: it is with the reviewer, was approved, or is in force", () => {
    const app = testApp();
    const policy = begun(app, "Fleet stores", "fleet");
    const version = approved(app, policy);
    const again = () => {
      const result = sendToReviewer(app, writer(app), sending(policy, { basedOn: version }), id());
      return result.ok ? "sent" : result.refusals[0]!.message;
    };
    expect(again()).toBe(`Version ${version} was approved as it is; put it in force from a day`);
    value(putInForce(app, writer(app), policy.id, version, "2026-03-10", id()));
    expect(again()).toBe(
      `Nothing differs from version ${version}, which was approved and is in force since 10 Mar 2026`,
    );
  });

  it("returned with words and remarks on single parts, sent again as the next version", () => {
    const app = testApp();
    const policy = begun(app, "Fleet stores", "fleet");
    const { version } = value(sendToReviewer(app, writer(app), sending(policy), id()));
    expect(codes(sendToReviewer(app, writer(app), sending(policy, { basedOn: version }), id()))).toBe("already");
    const part = policy.sections.at(-1)!;
    const place = { section: part.id, band: 2 };
    for (const gone of [
      { ...place, section: "elsewhere" },
      { ...place, band: 12 },
      { ...place, level: "nobody" },
      { level: "a" },
    ])
      expect(codes(commentVersion(app, reviewer(app), policy.id, version, { place: gone, text: "Why?" }, id()))).toBe(
        "invalid",
      );
    value(commentVersion(app, reviewer(app), policy.id, version, { place, text: "Why so high?" }, id()));
    const back = (words: string) =>
      reviewVersion(app, reviewer(app), policy.id, version, { outcome: "returned", words }, id());
    expect(codes(back(" "))).toBe("no words");
    value(back("Lower it."));
    expect(versionsOf(app, policy.id)[0]).toMatchObject({
      comments: [{ place, text: "Why so high?", by: "rosalind-amado" }],
      review: { outcome: "returned" },
    });
    expect(codes(putInForce(app, writer(app), policy.id, version, "2026-04-01", id()))).toBe("not reviewed");
    const again = value(
      sendToReviewer(
        app,
        writer(app),
        sending({ ...policy, currency: "EUR", name: "Fleet stores" }, { basedOn: version }),
        id(),
      ),
    );
    expect(again.version).toBe(version);
  });

  it("who wrote a version that was returned does not review the next, which carries their work on", () => {
    const app = testApp();
    const policy = begun(app, "Fleet stores", "fleet");
    const { version } = value(sendToReviewer(app, writer(app), sending(policy), id()));
    const back = { outcome: "returned" as const, words: "Another name, please." };
    value(reviewVersion(app, reviewer(app), policy.id, version, back, id()));
    const colleague = { ...person(app, "otto-veramar"), roles: ["controller"] as never };
    const renamed = { ...policy, name: "Stores for the whole Fleet" };
    const next = value(sendToReviewer(app, colleague, sending(renamed, { basedOn: version }), id())).version;
    expect(versionsOf(app, policy.id).at(-1)!.authors).toEqual(["benedita-corvo", "otto-veramar"]);
    const first = { ...writer(app), roles: ["reviewer"] as never };
    const verdict = { outcome: "approved" as const, words: "" };
    expect(codes(reviewVersion(app, first, policy.id, next, verdict, id()))).toBe("own work");
    value(reviewVersion(app, reviewer(app), policy.id, next, verdict, id()));
    // What has been approved is everybody's; only the hands of the next draft count then.
    const later = { ...renamed, name: "Fleet, everything it stores" };
    value(sendToReviewer(app, colleague, sending(later, { basedOn: next }), id()));
    expect(versionsOf(app, policy.id).at(-1)!.authors).toEqual(["otto-veramar"]);
  });
});

describe("in force", () => {
  it("from its day, to its last day, by itself; what was before counts again", () => {
    const app = testApp();
    const policy = begun(app, "Fleet stores", "fleet");
    const version = approved(app, policy, { from: "2026-04-01", until: "2026-04-10" });
    const at = (time: string) => inForceAt(versionsOf(app, policy.id), time)?.version ?? null;
    expect([
      at("2026-03-31T22:59:59.000Z"),
      at("2026-04-01T00:00:00.000Z"),
      at("2026-04-10T22:00:00.000Z"),
      at("2026-04-11T00:00:00.000Z"),
    ]).toEqual([null, version, version, null]);
    app.clock.set("2026-04-05T12:00:00.000Z");
    expect(value(endVersion(app, writer(app), policy.id, version, "2026-04-06", id())).until).toBe(
      "2026-04-06T23:00:00.000Z",
    );
    expect(codes(endVersion(app, writer(app), policy.id, version, "2026-04-01", id()))).toBe("past");
    expect(at("2026-04-07T00:00:00.000Z")).toBeNull();
  });

  it("two policies for the same unit and time are refused with both names, at sending, at review and at the date", () => {
    const app = testApp();
    const first = begun(app, "Fleet stores", "fleet");
    approved(app, first, { from: "2026-04-01" });
    const second = begun(app, "Ships’ supplies", "fleet");
    const sent = sendToReviewer(app, writer(app), sending(second, { from: "2026-05-01" }), id());
    expect(sent.ok ? "" : sent.refusals.map(({ message }) => message).join()).toMatch(
      /“Ships’ supplies” and “Fleet stores”/,
    );
    value(endVersion(app, writer(app), first.id, 1, "2026-04-30", id()));
    const version = approved(app, second, { from: "2026-05-01" });
    expect(versionsOf(app, second.id)[0]!.inForceFrom).toBe("2026-04-30T23:00:00.000Z");
    expect(codes(putInForce(app, writer(app), second.id, version, "2026-05-02", id()))).toBe("already");
  });

  it("a set begins and ends together, all of it or none", () => {
    const app = testApp();
    const [a, b] = [begun(app, "Fleet in December", "fleet"), begun(app, "Terminals in December", "terminals")];
    const members = [a, b].map((policy) => ({ policy: policy.id, version: approved(app, policy) }));
    const plan = { name: "Holiday season", members, from: "2026-12-01", until: "2026-12-31" };
    expect(codes(scheduleSet(app, writer(app), { ...plan, members: members.slice(1) }, id()))).toBe("too few");
    expect(
      codes(
        scheduleSet(
          app,
          writer(app),
          { ...plan, members: [...members, { policy: "purchase-orders", version: 1 }] },
          id(),
        ),
      ),
    ).toBe("not reviewed");
    expect(versionsOf(app, a.id)[0]!.inForceFrom).toBeNull();
    expect(value(scheduleSet(app, writer(app), plan, id())).id).toBe("holiday-season");
    for (const { policy } of members)
      expect(versionsOf(app, policy)[0]).toMatchObject({
        inForceFrom: "2026-12-01T00:00:00.000Z",
        inForceUntil: "2027-01-01T00:00:00.000Z",
      });
    expect(codes(scheduleSet(app, writer(app), plan, id()))).toBe("name taken");
    // Off and on again, year after year, by the same reviewed versions; what came before counts in between, and every earlier time is still known.
    const set = "holiday-season";
    const on = (from: string, until: string | null) => switchSetOn(app, writer(app), set, { from, until }, id());
    expect(codes(on("2027-12-01", null))).toBe("not reviewed");
    app.clock.set("2026-12-10T12:00:00.000Z");
    expect(codes(switchSetOff(app, writer(app), set, "2026-12-09", id()))).toBe("past");
    value(switchSetOff(app, writer(app), set, "2026-12-20", id()));
    app.clock.set("2027-11-02T12:00:00.000Z");
    expect(codes(switchSetOff(app, writer(app), set, "2027-11-02", id()))).toBe("already");
    value(on("2027-12-01", "2027-12-31"));
    const at = (moment: string) => inForceAt(versionsOf(app, a.id), moment)?.version ?? null;
    expect(
      ["2026-12-10", "2026-12-20", "2026-12-21", "2027-06-01", "2027-12-01", "2027-12-31", "2028-01-01"].map((day) =>
        at(`${day}T12:00:00.000Z`),
      ),
    ).toEqual([1, 1, null, null, 1, 1, null]);
    const line = policyList(app, writer(app)).sets[0]!;
    expect([line.state, line.when, line.earlier, line.members.map(({ says }) => says)]).toEqual([
      "planned",
      "1 Dec 2027 to 31 Dec 2027",
      ["1 Dec 2026 to 20 Dec 2026"],
      ["version 1, then none of it counts", "version 1, then none of it counts"],
    ]);
    value(switchSetOff(app, writer(app), set, "2027-11-02", id()));
    expect(at("2027-12-10T12:00:00.000Z")).toBeNull();
    expect(policyList(app, writer(app)).sets[0]!.when).toBe("called off before 1 Dec 2027");
    value(on("2028-12-01", "2028-12-31"));
    // What was ended by itself is not brought back by switching the set off later, and an end only comes nearer.
    app.clock.set("2028-12-05T12:00:00.000Z");
    value(endVersion(app, writer(app), a.id, 1, "2028-12-10", id()));
    expect(codes(endVersion(app, writer(app), a.id, 1, "2029-03-01", id()))).toBe("later");
    value(switchSetOff(app, writer(app), set, "2028-12-20", id()));
    expect([at("2028-12-10T12:00:00.000Z"), at("2028-12-15T12:00:00.000Z")]).toEqual([1, null]);
    app.clock.set("2029-01-05T12:00:00.000Z");
    value(on("2029-12-01", null));
    expect(at("2029-12-24T12:00:00.000Z")).toBe(1);
    const before = dumpProjections(app.db);
    expect(before.some((row) => row.startsWith("policy_set"))).toBe(true);
    value(keepTests(app, writer(app), a.id, 1, id()));
    const all = dumpProjections(app.db);
    rebuild(app.db);
    expect(dumpProjections(app.db)).toEqual(all);
  });
});

describe("files", () => {
  it("JSON, CSV, DMN, PDF and the list of boundary amounts come out for whoever may read policies, with what they leave out", async () => {
    const app = testApp();
    const take = async (as: "json" | "csv" | "dmn" | "pdf" | "tests") =>
      value(await policyFile(app, reviewer(app), "purchase-orders", { as, version: 1 }));
    const base = versionsOf(app, "purchase-orders")[0]!.policy;
    for (const format of ["json", "csv", "dmn"] as const) {
      const file = await take(format);
      const losses = JSON.parse(decodeURIComponent(file.headers.get("x-bandeira-losses")!)) as string[];
      expect(losses).toEqual(format === "json" ? [] : lossesOf(base).map(sayLoss));
      const read = await readPolicyFile(app, writer(app), { format, text: await file.text(), base });
      expect(value(read)).toEqual({ policy: base, losses });
    }
    expect(
      Buffer.from(await (await take("pdf")).arrayBuffer())
        .subarray(0, 5)
        .toString(),
    ).toBe("%PDF-");
    expect((await (await take("tests")).text()).split("\n")).toHaveLength(38);
    expect(
      codes(await policyFile(app, person(app, "rui-tavares"), "purchase-orders", { as: "json", version: 1 })),
    ).toBe("forbidden");
    expect(codes(await policyFile(app, writer(app), "purchase-orders", { as: "json" }))).toBe("unknown");
    expect(codes(await readPolicyFile(app, writer(app), { format: "json", text: "{", base }))).toBe("invalid");
  });

  it.each(documentTypeKeys)(
    "a matrix to fill in for %s is read back as the policy that it was made of",
    async (type) => {
      const app = testApp();
      const taken = value(await exampleMatrix(app, writer(app), { type, as: "csv" }));
      const measure = STARTING_SET.find(({ documentType }) => documentType === type)!.measure;
      const base = {
        id: "new",
        name: "New",
        documentType: type,
        owner: writer(app).id,
        scope: { units: ["marevia"] },
        currency: "EUR",
        measure: { kind: measure },
        sections: [],
      };
      const { policy } = value(
        await readPolicyFile(app, writer(app), { format: "csv", text: await taken.text(), base }),
      );
      const start = STARTING_SET.find((one) => one.documentType === type)!;
      const whole = startFrom(start, { ...base, currency: "EUR", units: ["marevia"] });
      const shape = ({ sections }: PolicyInput) =>
        sections.map(({ name, thresholds, levels }) => [
          name,
          thresholds.map(({ amount }) => amount),
          levels.map((level) => [level.name, level.marks]),
        ]);
      expect(shape(policy)).toEqual(shape(whole));
      expect(codes(await exampleMatrix(app, person(app, "noor-halvorsrud"), { type, as: "csv" }))).toBe("forbidden");
    },
  );
});
