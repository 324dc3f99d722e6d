import type { PeopleChange } from "@/server/people/changes";
import { changePeople } from "@/server/people/commands";
import { changeDetail } from "@/server/access/private-details";
import { readReferenceData } from "@/server/reference-data";
import { madeUpAccount } from "./accounts";
import type { DemoBuilder } from "./builder";
import { seeded } from "./random";

const ADMINISTRATOR = "joaquina-teles";

const amount = (major: number) => ({ kind: "amount" as const, minor: major * 100, currency: "EUR" });

/** What has changed about people since the beginning, each with the time at which somebody entered it. */
const HISTORY: [time: string, by: string, change: PeopleChange][] = [
  ["2025-04-28T09:40", "donato-ribas", away("donato-ribas", "dario-penalva", "2025-05-05", "2025-05-16", "Leave")],
  ["2025-07-07T08:15", "marta-quelhas", away("marta-quelhas", "rui-tavares", "2025-08-04", "2025-08-15", "Leave")],
  [
    "2025-08-18T10:05",
    ADMINISTRATOR,
    {
      type: "leave",
      person: "donato-ribas",
      lastDay: "2025-08-31",
      successor: "dario-penalva",
      reportsTo: "dario-penalva",
      heads: { freight: "dario-penalva" },
      positions: {},
      ownedBy: null,
      standIn: null,
    },
  ],
  [
    "2025-09-01T08:30",
    ADMINISTRATOR,
    { type: "fill position", position: "deputy-head-of-freight", person: "agnes-oduya", from: null },
  ],
  [
    "2025-09-01T08:34",
    ADMINISTRATOR,
    { type: "change person", person: "dario-penalva", title: "head of Freight", from: null },
  ],
  [
    "2025-11-12T14:20",
    ADMINISTRATOR,
    {
      type: "set limit",
      holder: { kind: "person", id: "rui-tavares" },
      documentType: "purchase-order",
      limit: amount(30_000),
      from: "2026-01-01",
    },
  ],
  [
    "2025-12-03T16:45",
    ADMINISTRATOR,
    {
      type: "give roles",
      person: "ivo-sampaio",
      roles: ["requester", "approver", "administrator"],
      reason: "Stands in for the administrator, agreed with the auditor on 1 Dec 2025",
    },
  ],
  [
    "2026-01-12T09:00",
    "teodora-lins",
    {
      type: "set stand-in",
      kind: "delegation",
      person: "teodora-lins",
      standIn: "rosalind-amado",
      from: null,
      until: null,
      documentTypes: ["expense-claim"],
      cap: { minor: 100_000, currency: "EUR" },
      reason: "Small claims",
    },
  ],
  [
    "2026-02-16T11:30",
    ADMINISTRATOR,
    { type: "fill position", position: "purchasing-lead", person: null, from: "2026-03-02" },
  ],
];

/** The days before the demo begins: who is away, and who is to leave. */
const RECENT: typeof HISTORY = [
  ["2026-02-25T15:10", "leocadia-brum", away("leocadia-brum", "fabricio-nave", "2026-03-02", "2026-03-27", "Leave")],
  ["2026-02-27T16:50", ADMINISTRATOR, away("eulalia-torrado", null, "2026-03-04", "2026-03-20", "Sick leave")],
  [
    "2026-03-02T09:35",
    ADMINISTRATOR,
    {
      type: "leave",
      person: "quintino-sarro",
      lastDay: "2026-03-31",
      successor: "rosalind-amado",
      reportsTo: "rosalind-amado",
      heads: {},
      positions: {},
      ownedBy: null,
      standIn: null,
    },
  ],
  [
    "2026-03-03T10:20",
    ADMINISTRATOR,
    {
      type: "set limit",
      holder: { kind: "position", id: "head-of-terminals" },
      documentType: "purchase-order",
      limit: amount(75_000),
      from: "2026-04-01",
    },
  ],
];

function away(person: string, standIn: string | null, from: string, until: string, reason: string): PeopleChange {
  return {
    type: "set stand-in",
    kind: "absence",
    person,
    standIn,
    from,
    until,
    documentTypes: null,
    cap: null,
    reason,
  };
}

/** Everything that happens to people, to be played between the orders in its time. */
export function peopleHistory(make: DemoBuilder): { at: number; run: () => void }[] {
  const { app, who, must, random } = make;
  return [...HISTORY, ...RECENT].map(([time, by, change]) => ({
    at: Date.parse(`${time}:00Z`),
    run: () => void must(changePeople(app, who(by), change, random.uuid())),
  }));
}

const SAID = {
  "noor-halvorsrud": "XX78 0000 1234 5678 9016",
  "caetano-moura": "XX33 0000 8765 4321 0042",
  "custodio-ferrao": "XX26 0000 5550 1199 4471",
} as const;

/** Where a few are paid and live, so that there is something to mask. */
export function privateDetails({ app, who, must }: DemoBuilder): void {
  for (const [id, account] of Object.entries(SAID)) {
    must(changeDetail(app, who(id), id, { field: "bankAccount", value: account }));
    must(changeDetail(app, who(id), id, { field: "homeAddress", value: "Rua da Amarra 12, Porto Sável" }));
  }
}

/** Where everybody else is paid: nobody pays somebody whose account is not known. */
export function otherAccounts({ app, who, must }: DemoBuilder): void {
  const own = seeded(20260310);
  for (const { id } of readReferenceData(app).directory.organisation.people)
    if (!Object.hasOwn(SAID, id))
      must(changeDetail(app, who(id), id, { field: "bankAccount", value: madeUpAccount(own) }));
}

/** Somebody has closed an account and not said the new one: nobody pays them until they do. */
export function closedAccount({ app, who, must }: DemoBuilder): void {
  must(changeDetail(app, who("abel-tronqueira"), "abel-tronqueira", { field: "bankAccount", value: "" }));
}
