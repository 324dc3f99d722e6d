import { REST, type DecisionRow, type DocumentRow } from "@/core/lookout";
import { amountOf, momentOf, RULES, rowOf, type MadeUp } from "./year";

/*
 * What is planted among honest work, each in three sizes, to tell how much of it is needed to be found.
 */

export const SIZES = ["small", "middle", "large"] as const;
export type PlantedSize = (typeof SIZES)[number];

/** Something planted. @returns what the finding has to be about to count as found: a person, or documents */
export type Plant = {
  what: string;
  sizes: Record<PlantedSize, string>;
  question: string;
  plant(year: MadeUp, size: PlantedSize): (about: Found) => boolean;
};
export type Found = { people: readonly string[]; documents: readonly string[] };

const MINUTE = 60_000;
const WHO = "requester 3";
const DECIDES = "approver 4";
const OTHER = "approver 1";

function add(year: MadeUp, row: DocumentRow): void {
  year.documents.push(row);
  year.documents.sort((a, b) => a.at - b.at);
}

function order(
  year: MadeUp,
  id: string,
  { at, party, amount, requester = WHO }: { at: number; party: string; amount: number; requester?: string },
): void {
  const unit = `unit ${Number(requester.split(" ")[1]) % year.size.units}`;
  add(year, rowOf(id, RULES.ORDERS, { at, requester, unit, party, theirNumber: "", amount, receipts: [] }));
}

const is = (person: string) => (about: Found) => about.people.includes(person);

function split(parties: readonly string[]): Plant["plant"] {
  return (year, size) => {
    const { random } = year;
    const times = { small: 4, middle: 8, large: 16 }[size];
    for (let index = 0; index < times; index += 1) {
      let at = momentOf(random);
      for (let part = 0; part < random.int(2, 3); part += 1) {
        order(year, `split-${index}-${part}`, {
          at,
          party: parties[part % parties.length]!,
          amount: random.int(380_000, 499_000),
        });
        at += random.int(5, 20) * MINUTE;
      }
    }
    if (parties.length > 1) year.behind.push([...parties]);
    return is(WHO);
  };
}

function crowd(year: MadeUp, size: PlantedSize): (about: Found) => boolean {
  const { random } = year;
  const ids = Array.from({ length: { small: 10, middle: 20, large: 40 }[size] }, (_, index) => {
    const requester = `requester ${random.int(0, year.size.requesters - 1)}`;
    order(year, `crowd-${index}`, {
      at: momentOf(random),
      party: `party ${random.int(0, year.size.parties - 1)}`,
      amount: random.int(480_000, 499_900),
      requester,
    });
    return `crowd-${index}`;
  });
  return ({ documents }) => documents.includes(ids[0]!);
}

/** Changes what somebody decided, in a share of their decisions. */
function changed(
  share: Record<PlantedSize, number>,
  change: (one: Omit<DecisionRow, "document">) => Omit<DecisionRow, "document">,
): Plant["plant"] {
  return (year, size) => {
    const { decide, random } = year;
    year.decide = (row) =>
      decide(row).map((one) => (one.person === DECIDES && random.chance(share[size]) ? change(one) : one));
    return is(DECIDES);
  };
}

/** Others refuse more often, and one never does. */
function alwaysYes(year: MadeUp, size: PlantedSize): (about: Found) => boolean {
  const { decide, random } = year;
  const more = { small: 0, middle: 0.06, large: 0.21 }[size];
  year.decide = (row) =>
    decide(row).map((one) => ({ ...one, refused: one.person !== DECIDES && (one.refused || random.chance(more)) }));
  return is(DECIDES);
}

/** One of two levels in each unit decides together with the same other. */
function together(year: MadeUp, size: PlantedSize): (about: Found) => boolean {
  const { decide, random } = year;
  const share = { small: 0.3, middle: 0.6, large: 1 }[size];
  year.decide = (row) => {
    const decisions = decide(row);
    const board = decisions.filter(({ level }) => level === "board");
    if (
      !board.some(({ person }) => person === DECIDES) ||
      board.some(({ person }) => person === OTHER) ||
      !random.chance(share)
    )
      return decisions;
    return decisions.map((one) => (one.level === "board" && one.person !== DECIDES ? { ...one, person: OTHER } : one));
  };
  return ({ people }) => people.includes(DECIDES) && people.includes(OTHER);
}

const LOOKS: Record<PlantedSize, (number: string) => string> = {
  small: (number) => `${number.slice(0, -1)}${(Number(number.at(-1)) + 5) % 10}`,
  middle: (number) => number.replace(/(\d)(?!\1)(\d)(\D*)$/, "$2$1$3"),
  large: (number) =>
    number
      .replace(/^(\D*)/, "$1-")
      .replaceAll("0", "O")
      .replaceAll("1", "I"),
};

/** One invoice comes a second time within three weeks, its number written a little differently: one figure, two figures swapped, or signs that look alike. */
function twice(year: MadeUp, size: PlantedSize): (about: Found) => boolean {
  const { random } = year;
  const own = year.documents.filter(({ theirNumber, id }) => theirNumber !== "" && id.startsWith("invoice"));
  const first = own[random.int(0, own.length - 1)]!;
  const at = first.at + random.int(2, 20) * 86_400_000;
  add(year, {
    ...first,
    id: "twice",
    at,
    day: new Date(at).toISOString().slice(0, 10),
    theirNumber: LOOKS[size](first.theirNumber),
  });
  return ({ documents }) => documents.includes("twice");
}

function rounded(year: MadeUp, size: PlantedSize): (about: Found) => boolean {
  const share = { small: 0.15, middle: 0.3, large: 0.6 }[size];
  year.documents = year.documents.map((row) => {
    if (row.requester !== WHO || !year.random.chance(share)) return row;
    const minor = Math.max(10_000, Math.round(row.gross.minor / 10_000) * 10_000);
    return { ...row, gross: { ...row.gross, minor }, compared: minor };
  });
  return is(WHO);
}

/** Amounts that somebody thought up: each first digit as likely, in a share of all claims, which spread enough to be looked at. */
function invented(year: MadeUp, size: PlantedSize): (about: Found) => boolean {
  const { random } = year;
  const share = { small: 0.1, middle: 0.25, large: 0.5 }[size];
  year.documents = year.documents.map((row) => {
    if (row.type !== "claim") return row;
    const minor = random.chance(share) ? random.int(10, 99) * 10 ** random.int(0, 4) : amountOf(random, 4_500, 1.6);
    return { ...row, gross: { ...row.gross, minor }, compared: minor };
  });
  return () => true;
}

/** Everything that is planted, one line of the table each. */
export const PLANTS: readonly Plant[] = [
  {
    what: "One person divides orders to one supplier",
    sizes: { small: "4 times", middle: "8 times", large: "16 times" },
    question: "splitting",
    plant: split(["party 5"]),
  },
  {
    what: "The same over two suppliers of one bank account",
    sizes: { small: "4 times", middle: "8 times", large: "16 times" },
    question: "splitting",
    plant: split(["party 5", "party 6"]),
  },
  {
    what: "Orders of anybody in the last 4 % below 5,000.00",
    sizes: { small: "10 more", middle: "20 more", large: "40 more" },
    question: "crowding",
    plant: crowd,
  },
  {
    what: "An invoice a second time",
    sizes: { small: "another figure in its number", middle: "two figures swapped", large: "signs that look alike" },
    question: "duplicates",
    plant: twice,
  },
  {
    what: "An approver decides in four seconds",
    sizes: { small: "10 % of the time", middle: "25 %", large: "60 %" },
    question: "haste",
    plant: changed({ small: 0.1, middle: 0.25, large: 0.6 }, (one) => ({
      ...one,
      at: (one.opened ?? one.asked) + 4_000,
    })),
  },
  {
    what: "An approver decides by night",
    sizes: { small: "10 % of the time", middle: "25 %", large: "60 %" },
    question: "rest",
    plant: changed({ small: 0.1, middle: 0.25, large: 0.6 }, (one) => ({ ...one, rest: REST.night })),
  },
  {
    what: "An approver never says no",
    sizes: { small: "where 4 % is usual", middle: "10 %", large: "25 %" },
    question: "neverNo",
    plant: alwaysYes,
  },
  {
    what: "The same pair decides together, of five",
    sizes: { small: "30 % more often", middle: "60 % more", large: "whenever one does" },
    question: "pairs",
    plant: together,
  },
  {
    what: "One person’s amounts are round",
    sizes: { small: "15 % of them", middle: "30 %", large: "60 %" },
    question: "roundAmounts",
    plant: rounded,
  },
  {
    what: "Claims are thought up",
    sizes: { small: "10 % of them", middle: "25 %", large: "50 %" },
    question: "digits",
    plant: invented,
  },
];
