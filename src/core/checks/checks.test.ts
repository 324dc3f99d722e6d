// Findings against what routing does with every document of a small world, and one test for each thing that can be wrong.
import { describe, expect, it } from "vitest";
import { AT, level, policyOf, versionOf, withLevels } from "../fixtures";
import {
  base,
  checked,
  codes,
  context,
  deck,
  exemptTop,
  found,
  plain,
  said,
  section,
  sound,
  withSections,
} from "../fixtures/findings";
import { directoryOf, type Organisation } from "../people";
import type { Policy, PolicyInput } from "../policy";
import { checkPolicy, keyOf, mend, uncovered } from "./index";

describe("dead ends as findings", () => {
  it("name who, which amounts, a worked example and what would mend it", () => {
    const input = {
      ...withLevels([level("una", 1, ["none", "approves", "approves"], { kind: "people", people: ["una"] })]),
      scope: exemptTop,
    };
    const [finding] = found(input);
    expect(finding).toMatchObject({
      code: "dead end",
      weight: "fatal",
      place: { section: "everything-else", level: "una", band: 1 },
      said: {
        message: "Nobody can decide orders of Una over 2,500.00: at “una” nobody but the requester is asked.",
        example: "an order of 10,000.00 EUR by Una, Fleet",
      },
    });
    expect(finding!.said.mend).toMatch(/^Name a second person/);
  });

  it("a quorum larger than the pool is offered what everybody’s pool can reach", () => {
    const group = { kind: "group" as const, group: "directors" };
    const input = {
      ...withLevels([level("board", 1, ["none", "approves", "approves"], group, { quorum: { kind: "n", n: 9 } })]),
      scope: exemptTop,
    };
    const [finding] = found(input);
    expect(finding!.said.message).toBe(
      "Nobody can decide orders of anybody over 2,500.00: at “board” 3 of 9 needed are eligible.",
    );
    expect(finding!.said.offer).toBe("Ask for 3");
    const mended = mend(policyOf(input), finding!.offer!);
    expect(checked(mended)).toEqual([]);
  });
});

describe("what can be wrong with sections, bands and levels", () => {
  it("a sound policy has no finding", () => expect(found(base)).toEqual([]));

  it("a policy that nobody owns, or whose owner is unknown or has left", () => {
    const owned = (owner?: string) =>
      said(policyOf({ ...base, ...(owner && { owner }) }))
        .filter(({ code }) => code === "no owner")
        .map(({ said: { message } }) => message);
    expect(owned()).toEqual(["Nobody owns this policy, so that nobody is asked what it means."]);
    expect(owned("nobody-known")).toEqual(["The owner of this policy is nobody known here."]);
    expect(owned("boss")).toEqual([]);
  });

  it("a rule for stopped orders that frees none: what is approved is not set, or nobody is left to ask", () => {
    const rule = { at: "07:00", headroomPercent: 10, roundTo: 500 };
    const credit = (more: Partial<PolicyInput>) =>
      found({
        ...base,
        documentType: "credit-limit-change",
        measure: { kind: "exposure" },
        stoppedOrders: rule,
        ...more,
      })
        .filter(({ about, code }) => about === "stopped orders" || code === "stopped orders stay")
        .map(({ code, weight }) => [code, weight]);
    const applies: PolicyInput["afterApproval"] = [{ kind: "apply changes" }];
    expect(credit({})).toEqual([["stopped orders stay", "fatal"]]);
    expect(credit({ afterApproval: applies })).toEqual([]);
    expect(credit({ afterApproval: applies, stoppedOrders: { ...rule, seller: "gone" } })).toEqual([
      ["inactive person", "doubtful"],
    ]);
    expect(policyOf.bind(null, { ...base, stoppedOrders: rule })).toThrow(/only a policy for credit-limit changes/);
  });

  it("steps that fail on every document: of another kind, before what they need, or telling nobody", () => {
    const steps = (...afterApproval: PolicyInput["afterApproval"] & object) =>
      found({ ...base, afterApproval })
        .filter(({ code }) => code === "step not possible")
        .map(({ weight, said: { message } }) => [weight, message]);
    expect(steps({ kind: "apply changes" })).toEqual([
      ["fatal", "Step 1 after the approval, “apply changes”, does nothing to orders: it would fail on every order."],
    ]);
    expect(steps({ kind: "next payment run" })[0]).toMatchObject([
      "fatal",
      expect.stringContaining("does nothing to orders"),
    ]);
    expect(steps({ kind: "tell", note: "Accounts" })).toEqual([
      ["fatal", "Step 1 after the approval notifies “Accounts”, who is nobody here and no e-mail address."],
    ]);
    expect(
      steps({ kind: "tell", note: "Boss" }, { kind: "tell", note: "a@b.example" }, { kind: "send to supplier" }),
    ).toEqual([]);
  });

  it("a band in which levels do tasks, check or are told, and none approves", () => {
    const of = (kind: "task" | "check" | "notice") =>
      codes(
        found({
          ...base,
          sections: withLevels([
            level("office", 1, ["none", "approves", "approves"], { kind: "people", people: ["lead"] }, { kind }),
          ]).sections,
        }),
      );
    for (const kind of ["task", "check", "notice"] as const) expect(of(kind)).toContain("no approving level");
  });

  it("what is overdue goes on to somebody: not to the next of one, and not to somebody without the role", () => {
    const ana = (one: Organisation["people"][number]) =>
      one.id === "ana" ? { ...one, roles: ["requester" as const] } : one;
    const without: Organisation = { ...sound, people: sound.people.map(ana) };
    const late = (rest: object, people = ["lead"]) =>
      codes(
        found(
          {
            ...base,
            sections: withLevels([
              level(
                "look",
                1,
                ["none", "approves", "approves"],
                { kind: "people", people },
                { timeLimit: { amount: 4, unit: "working hours" }, ...rest },
              ),
            ]).sections,
          },
          context(without),
        ),
      );
    expect(late({ overdue: "next in pool" })).toContain("nobody next");
    expect(late({ overdue: "next in pool" }, ["lead", "head", "boss"])).not.toContain("nobody next");
    expect(late({ overdue: "named person", overduePerson: "ana" })).toContain("escalation without role");
    expect(late({ overdue: "named person", overduePerson: "boss" })).not.toContain("escalation without role");
  });

  it("a section that contradicts itself, or that those before it leave nothing for", () => {
    const never = { kind: "all", of: [deck, { kind: "choice", field: "category", is: "none of", values: ["deck"] }] };
    expect(found(withSections({ when: never }))[0]!.said.message).toBe(
      "No orders can come to “S0”: its condition contradicts itself.",
    );
    const narrower = { kind: "all", of: [deck, { kind: "flag", field: "hasAttachment", is: true }] };
    const findings = found(withSections({ when: deck }, { when: narrower }));
    expect(findings.map(({ code, said: { message } }) => [code, message])).toEqual([
      ["section never applies", "No orders can come to “S1”: the sections before it take all that it names."],
    ]);
    expect(
      codes(checked(mend(policyOf(withSections({ when: deck }, { when: narrower })), findings[0]!.offer!))),
    ).toEqual([]);
  });

  it("sections of the same field that both fit; of different fields, order is meant", () => {
    const both = { ...deck, values: ["deck", "fuel"] };
    expect(codes(found(withSections({ when: deck }, { when: both })))).toEqual(["sections overlap"]);
    const other = { kind: "text", field: "supplier", is: "equal to", value: "Rope works" };
    expect(codes(found(withSections({ when: deck }, { when: other })))).toEqual([]);
  });

  it("an open band is fatal, and the level beside it is offered", () => {
    const input = {
      ...base,
      sections: [{ ...section, levels: [{ ...plain, marks: ["none", "approves", "none"] }] }],
    } as PolicyInput;
    const [finding] = found(input);
    expect([finding!.code, finding!.weight, finding!.place.band, finding!.said.offer]).toEqual([
      "no approving level",
      "fatal",
      2,
      "Let manager approve there too",
    ]);
    expect(checked(mend(policyOf(input), finding!.offer!))).toEqual([]);
  });

  it("a band in which every level has a condition", () => {
    const input = { ...base, sections: [{ ...section, levels: [{ ...plain, when: deck }] }] } as PolicyInput;
    expect(codes(found(input))).toEqual(["conditional levels only", "conditional levels only"]);
  });

  it("a level that is always passed over, and one without a part", () => {
    const idle = level("idle", 2, ["none", "none", "none"], { kind: "manager", up: 1 });
    const small = {
      kind: "amount" as const,
      field: "net",
      is: "under" as const,
      amount: { minor: 100, currency: "EUR" },
    };
    const never = level("never", 3, ["none", "none", "approves"], { kind: "manager", up: 1 }, { when: small });
    const findings = found({ ...base, sections: [{ ...section, levels: [plain, idle, never] }] } as PolicyInput);
    expect(codes(findings)).toEqual(["level without part", "level never applies"]);
    const mended = findings.reduce<Policy>(
      (policy, { offer }) => mend(policy, offer!),
      policyOf({ ...base, sections: [{ ...section, levels: [plain, idle, never] }] } as PolicyInput),
    );
    expect(mended.sections[0]!.levels.map(({ id, stage }) => [id, stage])).toEqual([["manager", 1]]);
  });

  it("names, choices and texts that nothing can meet", () => {
    const text = (value: string, is = "equal to") => ({ kind: "text" as const, field: "supplier", is, value });
    const when = (condition: object) => ({
      ...base,
      sections: [{ ...section, id: "special", name: "Special", when: condition }, section],
    });
    const said = (condition: object) =>
      found(when(condition) as PolicyInput, {
        ...context(sound),
        names: { supplier: ["Tidewell Engines", "Rope & Sons"] },
      }).flatMap(({ code, weight, said: { message } }) => (code === "unknown name" ? [[weight, message]] : []));
    expect(said(text("Rope and Sons"))).toEqual([
      ["doubtful", "“Special”: there is no supplier called “Rope and Sons”."],
    ]);
    expect(said(text("wellington", "containing"))).toEqual([
      ["doubtful", "“Special”: there is no supplier with “wellington”."],
    ]);
    expect(said(text(" ", "containing"))).toEqual([
      ["fatal", "“Special”: the supplier is compared with an empty text."],
    ]);
    expect(said({ kind: "choice", field: "unit", is: "one of", values: ["engines", "sails"] })).toEqual([
      ["doubtful", "“Special”: there is no unit “sails”."],
    ]);
    for (const good of [
      text("tidewell engines"),
      text("rope", "starting with"),
      text("", "filled in"),
      text("ROPE", "not equal to"),
    ])
      expect(said(good).filter(([weight]) => weight === "fatal")).toEqual([]);
    expect(said(text("TIDEWELL ENGINES", "not equal to"))).toEqual([]);
  });

  it("a field of the organisation’s own that has ended, wherever it is named, once for each place", () => {
    const ended = (lastDay?: string) =>
      context({
        ...sound,
        fields: [
          {
            key: "own_grant",
            kind: "text",
            part: "document",
            name: "grant",
            on: ["purchase-order"],
            place: 0,
            required: "no",
            ...(lastDay && { lastDay }),
          },
        ],
      });
    const named = {
      ...base,
      sections: [
        {
          ...section,
          id: "special",
          name: "Special",
          when: {
            kind: "any",
            of: [
              { kind: "text", field: "own_grant", is: "filled in", value: "" },
              { kind: "text", field: "own_grant", is: "equal to", value: "G-7" },
            ],
          },
        },
        section,
      ],
      edits: { fields: ["own_grant"], effect: "from the level" },
    } as PolicyInput;
    const said = (against: ReturnType<typeof context>) =>
      found(named, against).flatMap(({ code, weight, said: { message } }) =>
        code === "field ended" ? [[weight, message]] : [],
      );
    expect(said(ended("2026-02-28"))).toEqual([
      ["doubtful", "“Special”: the field “grant” ended on 28 Feb 2026: no new orders say anything in it."],
      ["doubtful", "The policy: the field “grant” ended on 28 Feb 2026: no new orders say anything in it."],
    ]);
    expect([said(ended()), said(ended("2099-12-31"))]).toEqual([[], []]);
  });

  it("lapse, a way back to the same people, somebody inactive or leaving, a currency without a rate", () => {
    const set = (extra: object) =>
      found({ ...base, sections: [{ ...section, levels: [{ ...plain, ...extra }] }] } as PolicyInput).filter(
        ({ code }) => code !== "not carried out",
      );
    expect(codes(set({ overdue: "approve by lapse" }))).toEqual(["lapse"]);
    expect(
      codes(
        set({
          approvers: { kind: "people", people: ["dora", "boss"] },
          overdue: "named person",
          overduePerson: "boss",
        }),
      ),
    ).toContain("escalation circle");
    const inactive = set({ approvers: { kind: "people", people: ["boss", "head", "gone"] } });
    expect(new Set(inactive.map(keyOf)).size).toBe(inactive.length);
    expect(inactive.map(({ code, said }) => [code, said.offer])).toEqual([["inactive person", "Remove Gone"]]);
    const leaver = {
      ...sound,
      people: sound.people.map((one) => (one.id === "boss" ? { ...one, activeUntil: "2026-03-31" } : one)),
    };
    expect(
      codes(
        found(
          {
            ...base,
            sections: [{ ...section, levels: [{ ...plain, approvers: { kind: "people", people: ["boss", "head"] } }] }],
          } as PolicyInput,
          context(leaver),
        ),
      ),
    ).toEqual(["leaving"]);
    const foreign = found(base, context(sound, { currencies: ["EUR", "NOK"] }));
    expect(foreign.map(({ code, weight }) => [code, weight])).toEqual([["no rate", "passing"]]);
    expect(codes(found({ ...base, currency: "NOK" }))).toEqual(["no rate"]);
  });

  it("somebody who alone decides most of the value", () => {
    const past = [
      { section: "everything-else", minor: 900_000, requester: "rui" },
      { section: "everything-else", minor: 300_000, requester: "una" },
    ];
    expect(found(base, context(sound, { past }))[0]!.said.message).toBe(
      "Lead alone would have decided 75 % of last year’s value, more than 25 %; most of it over 2,500.00 up to 10,000.00, that amount included.",
    );
    expect(found(base, context(sound, { past, aloneShare: 0.8 }))).toEqual([]);
  });

  it("two that claim the same, people left over, an invoice easier than its order, what is not carried out", () => {
    const rival = versionOf({
      ...base,
      id: "other",
      name: "Other orders",
      scope: { units: ["company"], requesters: { kind: "only", people: ["rui"] } },
    });
    expect(found(base, context(sound, { versions: [rival] })).map(({ code }) => code)).toContain("claims the same");
    expect(
      codes(
        checkPolicy(
          policyOf({
            ...base,
            owner: "boss",
            scope: { units: ["engines"], requesters: { kind: "only", people: ["rui", "ana"] } },
          }),
          context(),
        ),
      ),
    ).toEqual(["scope left over"]);
    const invoice: PolicyInput = {
      ...base,
      id: "invoices",
      documentType: "supplier-invoice",
      measure: { kind: "gross" },
    };
    const easier = {
      ...invoice,
      sections: [
        {
          ...section,
          levels: [{ ...plain, marks: ["none", "none", "approves"] }],
          bands: [{ approval: "none" }, { approval: "none" }, { approval: "required" }],
        },
      ],
    } as PolicyInput;
    const beside = context(sound, { versions: [versionOf(base)] });
    expect(codes(found(easier, beside))).toEqual(["easier than its order"]);
    expect(codes(found(invoice, beside))).toEqual([]);
    expect(codes(found({ ...invoice, measure: { kind: "exposure" } }, beside))).toEqual(["not carried out"]);
  });

  it("units that no policy covers", () => {
    const directory = directoryOf(sound);
    expect(uncovered("purchase-order", [versionOf({ ...base, scope: { units: ["engines"] } })], directory, AT)).toEqual(
      [
        { unit: "company", people: 1 },
        { unit: "fleet", people: 3 },
      ],
    );
  });

  it("a reason stays with its finding while other parts are edited, and not with another", () => {
    expect(keyOf({ code: "lapse", place: { section: "a", level: "b" } })).not.toBe(
      keyOf({ code: "lapse", place: { section: "a", level: "c" } }),
    );
  });
});
