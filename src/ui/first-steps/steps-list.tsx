import Link from "next/link";
import type { FirstStep, SetUp, StepKey } from "@/core/first-steps";
import type { Role } from "@/core/people";
import { capital, joinWords } from "@/core/text";
import { buttonClass } from "../primitives";

type Words = { title: string; about: string; href: string; open: string; count(now: SetUp): string };

const many = (count: number, one: string, more = `${one}s`) => `${count} ${count === 1 ? one : more}`;

/** What each step is called, what it is for, and where it is taken. */
const WORDS: Readonly<Record<StepKey, Words>> = {
  people: {
    title: "People",
    about: "Everybody who asks, approves or looks. Import them from a file, or enter a few by hand.",
    href: "/people/import",
    open: "Import people",
    count: ({ people }) => many(people, "person", "people"),
  },
  units: {
    title: "Units and their heads",
    about: "Where people belong. A policy can ask the head of a unit, so that each unit needs one.",
    href: "/people",
    open: "Open units",
    count: ({ units, unitsWithoutHead }) =>
      `${many(units, "unit")}${unitsWithoutHead > 0 ? `, ${unitsWithoutHead} without a head` : ""}`,
  },
  calendars: {
    title: "Working hours and holidays",
    about:
      "When time limits run. Until there is a calendar, they run from Monday to Friday in the organisation’s zone.",
    href: "/calendars",
    open: "Open calendars",
    count: ({ calendars }) => many(calendars, "calendar"),
  },
  roles: {
    title: "Who writes policies, and who reviews them",
    about: "A controller writes policies, and a reviewer who is somebody else approves them before they count.",
    href: "/people/everybody",
    open: "Give roles",
    count: ({ has }) => `${many(has.controller.length, "controller")}, ${many(has.reviewer.length, "reviewer")}`,
  },
  ways: {
    title: "Links to sign in",
    about: "Each person gets a link by mail and sets a password of their own.",
    href: "/people/everybody",
    open: "Open people",
    count: ({ ways, people }) => `${ways} of ${people} can sign in`,
  },
  lists: {
    title: "Lists",
    about:
      "What documents choose from: categories, cost centres, tax rates, payment terms, kinds of attachments, reasons.",
    href: "/settings/lists",
    open: "Open lists",
    count: ({ categories, taxRates }) => `${many(categories, "category", "categories")}, ${many(taxRates, "tax rate")}`,
  },
  accounts: {
    title: "Suppliers and customers",
    about: "Whom you buy from, and who owes you.",
    href: "/back-office/suppliers",
    open: "Open suppliers",
    count: ({ accounts }) => many(accounts, "account"),
  },
  limits: {
    title: "Approval limits",
    about: "Up to which amount somebody may decide. The checks hold each policy against them.",
    href: "/people/limits",
    open: "Open limits",
    count: ({ limits }) => many(limits, "limit"),
  },
  policy: {
    title: "The first policy",
    about: "Who approves from which amount: in five short steps, from the starting set, or from a file.",
    href: "/policies/new",
    open: "Begin a policy",
    count: ({ begun }) => many(begun, "policy", "policies"),
  },
  review: {
    title: "Its review",
    about: "A second person reads it in words and approves it, or sends it back.",
    href: "/policies",
    open: "Open policies",
    count: ({ reviewed }) => many(reviewed, "reviewed version"),
  },
  force: {
    title: "The day it counts from",
    about: "A reviewed version counts from its day on. Until then every document is held.",
    href: "/policies",
    open: "Open policies",
    count: ({ inForce }) => `${inForce} in force`,
  },
  document: {
    title: "The first document",
    about: "Somebody sends in an order, an invoice or a claim, and the policy asks whom it has to.",
    href: "/documents/new",
    open: "New document",
    count: ({ documents }) => (documents > 0 ? "sent in" : "none yet"),
  },
};

const ROLE_WORDS: Readonly<Record<Role, string>> = {
  requester: "a requester",
  approver: "an approver",
  clerk: "a clerk",
  controller: "a controller",
  reviewer: "a reviewer",
  administrator: "an administrator",
  auditor: "an auditor",
  investigator: "an investigator",
};

const STATE = { done: "Done", now: "Can be done now", later: "Later" } as const;
const MARK = {
  done: "border-approved text-approved",
  now: "border-harbour bg-harbour text-white",
  later: "border-rule text-soft",
} as const;
/** How many of those who can do something are named. */
const NAMED = 3;

type Props = {
  steps: readonly FirstStep[];
  now: SetUp;
  who: Readonly<Record<StepKey, string[]>>;
  roles: readonly Role[];
};

/** The steps in their order: what is done, what can be done now and by whom, and what each waits for. */
export function StepsList({ steps, now, who, roles }: Props) {
  return (
    <ol className="border-t border-rule">
      {steps.map((step, index) => (
        <li
          key={step.key}
          className="grid grid-cols-[2.25rem_minmax(0,1fr)] gap-x-3 gap-y-1 border-b border-rule py-3.5 md:grid-cols-[2.25rem_minmax(0,1fr)_12rem]"
        >
          <span
            aria-hidden="true"
            className={`flex size-8 items-center justify-center rounded-full border-2 text-sm font-semibold ${MARK[step.state]}`}
          >
            {step.state === "done" ? "✓" : index + 1}
          </span>
          <div>
            <h2 className="font-sans text-base font-semibold">{WORDS[step.key].title}</h2>
            <p className={step.state === "later" ? "text-soft" : ""}>{WORDS[step.key].about}</p>
            <p className="text-sm text-soft">
              <b className="font-semibold">{STATE[step.state]}</b>: {WORDS[step.key].count(now)}
              {step.waitsFor.length > 0 &&
                `; waits for ${joinWords(
                  step.waitsFor.map((key) => `“${WORDS[key].title}”`),
                  "and",
                )}`}
              . {step.state === "done" ? "" : sayWho(step.roles, who[step.key])}
            </p>
          </div>
          <div className="col-start-2 md:col-start-3 md:text-right">
            {step.state !== "later" && step.roles.some((role) => roles.includes(role)) && (
              <Link
                href={WORDS[step.key].href}
                className={buttonClass(step.state === "now" ? "solid" : "outline", true)}
              >
                {WORDS[step.key].open}
              </Link>
            )}
          </div>
        </li>
      ))}
    </ol>
  );
}

/** Who can take a step; nobody can as long as nobody has the role. */
function sayWho(roles: readonly Role[], names: readonly string[]): string {
  const as = joinWords(
    roles.map((role) => ROLE_WORDS[role]),
    "or",
  );
  if (names.length === 0) return `Nobody is ${as} yet: an administrator gives the role under People.`;
  const named = names.length > NAMED ? [...names.slice(0, NAMED), `${names.length - NAMED} others`] : names;
  return `${capital(joinWords(named, "or"))} can, as ${as}.`;
}
