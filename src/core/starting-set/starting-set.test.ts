// Every policy to begin with is one, names nobody, and is sound by the checks where its documents can be entered; the guided one is what was answered.
import { describe, expect, it } from "vitest";
import { marevia } from "../../../demo/organisation";
import { checkPolicy } from "../checks";
import { directoryOf } from "../people";
import { currencyCodes, sizeOf } from "../money";
import { bandOf, readPolicy } from "../policy";
import { documentTypeKeys } from "../documents";
import { LISTS, ListSchema } from "../lists";
import {
  AnswersSchema,
  STARTING_SET,
  decidedBeside,
  isBrought,
  listsToBegin,
  organisationKinds,
  policiesOf,
  policyFromAnswers,
  reportingToNobody,
  startFrom,
  type Answers,
} from "./index";

const own = { id: "own", name: "Own", owner: "benedita-corvo", units: ["fleet"], currency: "EUR" };
const directory = directoryOf(marevia);
const context = { directory, at: "2026-03-10T09:10:00.000Z", rates: [], versions: [], past: [], currencies: ["EUR"] };

describe("the starting set", () => {
  it("has one for each type", () => {
    expect(STARTING_SET.map(({ documentType }) => documentType).sort()).toEqual([...documentTypeKeys].sort());
  });
  it.each(STARTING_SET)("$title is a policy that names nobody, in any currency", (start) => {
    for (const currency of ["EUR", "JPY", "KWD", "CLP"]) {
      const read = readPolicy(startFrom(start, { ...own, currency }));
      expect(read.ok ? [] : read.refusals).toEqual([]);
      if (!read.ok) return;
      const rules = read.value.sections.flatMap((section) => section.levels.map(({ approvers }) => approvers.kind));
      expect(rules.some((kind) => ["people", "group", "position"].includes(kind))).toBe(false);
      // What is not carried out yet, and the top of the line, depend on the organisation and the program; its shape is sound.
      const shape = checkPolicy(read.value, context).filter(
        ({ code }) => !["not carried out", "dead end", "limit too low", "no rate", "passing dead end"].includes(code),
      );
      expect(shape.map(({ code, place }) => [code, place])).toEqual([]);
    }
  });
});

describe("kinds of organisation to begin as", () => {
  it.each(organisationKinds)(
    "%s brings lists that are sound, and policies that name nothing but what they bring",
    (kind) => {
      for (const currency of ["EUR", "CLP", "KWD"]) {
        const lists = listsToBegin(kind, currency).map(([id, entries]) => ({ id, name: "", entries }));
        for (const list of lists) expect(ListSchema.safeParse({ ...list, name: "x" }).error).toBeUndefined();
        for (const { entries } of lists) expect(new Set(entries.map(({ key }) => key)).size).toBe(entries.length);
        for (const { id, entries } of lists)
          for (const entry of entries)
            for (const said of Object.keys(entry))
              expect([id, said]).toEqual([id, expect.toBeOneOf(["key", "name", ...LISTS[id].with])]);
        const organisation = { ...marevia, lists };
        const plans = policiesOf(kind);
        expect(plans.map(({ documentType }) => documentType)).toEqual(["purchase-order", "expense-claim"]);
        for (const start of plans) {
          expect(isBrought(start, lists)).toBe(true);
          expect(isBrought(start, [])).toBe(false);
          const read = readPolicy(startFrom(start, { ...own, currency }));
          if (!read.ok) throw new Error(JSON.stringify(read.refusals));
          const shape = checkPolicy(read.value, { ...context, directory: directoryOf(organisation) }).filter(
            ({ code }) =>
              !["not carried out", "dead end", "limit too low", "no rate", "passing dead end"].includes(code),
          );
          expect(shape.map(({ code, place }) => [code, place])).toEqual([]);
        }
      }
    },
  );
});

describe("whoever reports to nobody", () => {
  it("is decided for by whom one names, in every policy to begin with, so that there is no dead end for them", () => {
    const top = reportingToNobody(marevia);
    expect(top).toEqual(["goncalo-abrantes"]);
    for (const start of STARTING_SET) {
      const begun = startFrom(start, { ...own, units: ["marevia"] });
      const read = readPolicy(decidedBeside(begun, top, ["teodora-lins"]));
      if (!read.ok) throw new Error(start.title);
      const stuck = checkPolicy(read.value, context).filter(
        ({ code, example }) => code === "dead end" && example?.requester === "goncalo-abrantes",
      );
      expect([start.title, stuck]).toEqual([start.title, []]);
      expect(decidedBeside(begun, top, [])).toBe(begun);
    }
  });
});

describe("amounts to begin with", () => {
  it("are of the size that the currency has, in its minor units", () => {
    const first = (currency: string) =>
      startFrom(STARTING_SET[0]!, { ...own, currency }).sections.at(-1)!.thresholds[0]!;
    const euros = first("EUR").amount / 100;
    expect(["KWD", "NOK", "JPY", "CLP"].map((currency) => first(currency).amount)).toEqual([
      euros * 1_000,
      euros * 10 * 100,
      euros * 100,
      euros * 1_000,
    ]);
  });
  it("are known for currencies in use alone", () => {
    for (const currency of currencyCodes) expect(Math.log10(sizeOf(currency)) % 1).toBe(0);
    expect(currencyCodes.filter((currency) => sizeOf(currency) > 1).length).toBeGreaterThan(90);
  });
});

describe("the guided start", () => {
  const answers: Answers = {
    name: "Small orders",
    documentType: "purchase-order",
    units: ["fleet"],
    currency: "EUR",
    firstNeedsNobody: true,
    steps: [
      { over: 250_000, approver: "manager" },
      { over: 1_000_000, approver: "manager" },
    ],
  };
  const asked = (input: Answers, minor: number) => {
    const read = readPolicy(policyFromAnswers(AnswersSchema.parse(input), { id: "own", owner: "x" }));
    if (!read.ok) throw new Error(read.refusals[0]!.message);
    const section = read.value.sections[0]!;
    return section.levels
      .filter(({ marks }) => marks[bandOf(minor, section.thresholds)] === "approves")
      .map(({ name }) => name);
  };
  it("asks from over each amount on, its exact amount below", () => {
    expect([249_999, 250_000, 250_001, 1_000_000, 1_000_001].map((minor) => asked(answers, minor).length)).toEqual([
      0, 0, 1, 1, 2,
    ]);
    const everybody: Answers = {
      ...answers,
      firstNeedsNobody: false,
      steps: [
        { over: 0, approver: "unitAbove" },
        { over: 500, approver: "byLimit" },
      ],
    };
    expect([1, 500, 501].map((minor) => asked(everybody, minor).join())).toEqual([
      "Head of the unit above",
      "Head of the unit above",
      "Head of the unit above,First with the limit",
    ]);
  });
  it.each([
    [
      "amounts that do not rise",
      {
        steps: [
          { over: 5, approver: "manager" },
          { over: 5, approver: "manager" },
        ],
      },
    ],
    ["nobody below an amount that is zero", { steps: [{ over: 0, approver: "manager" }] }],
    ["no step", { steps: [] }],
  ])("refuses %s", (_name, extra) => {
    expect(AnswersSchema.safeParse({ ...answers, ...extra }).success).toBe(false);
  });
});
