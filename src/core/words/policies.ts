import type { NameReason, NotReadyReason } from "../policy";
import type { Names } from "./names";
import { sayBy, type Wording } from "./wording";

const NOT_READY = {
  "never late": ({ level }, names) => `${names.level(level)} is never late without a time limit; set one`,
  "no time to remind whom": () => "choose to whom the reminder goes",
  "passed on to nobody": () => "choose to whom it goes when it is late",
  "no substitute": () => "there is no substitute for the requester’s own documents",
  "unknown reference": ({ what, id }) => `there is no ${what} “${id}”`,
  "measure not carried out": ({ measure }) => `measuring by ${measure} is not carried out by this version of Bandeira`,
  "field of another kind": ({ field }, names) =>
    `${names.theField(field)} cannot be used in this way; choose how it is compared anew`,
  "lapses unfilled": ({ level }, names) =>
    `${names.level(level)} counts as approved when its time runs out, and nobody would fill in what it needs; let it wait or be passed on, or need no field`,
  "field of the requester": ({ field }, names) =>
    `the requester fills in ${names.theField(field)}; a level asks for fields that are kept for whoever approves`,
  "not filled in yet": ({ field }, names) =>
    `whoever approves fills in ${names.theField(field)}, and no level before this asks for it, so that nothing is in it yet`,
  "person not on the document": ({ field }) =>
    `a person named on the document as “${field}” is not carried out by this version of Bandeira`,
} satisfies Wording<NotReadyReason>;

/** What keeps a policy from being put in force, without where it stands. */
export function sayNotReady(why: NotReadyReason, names: Names): string {
  return sayBy(NOT_READY, why, names);
}

/** Why a policy cannot be called so, with what it could be called instead. */
export function sayNotName(why: NameReason, name: string): string {
  const wording: Wording<NameReason> = {
    "no name": () => "Give the policy a name of its own",
    "name taken": ({ by, instead }) => `There is a policy “${by}” already; how about “${instead}”?`,
    "name too near": ({ by, instead }) =>
      `“${name}” and the policy “${by}” would be taken for each other; how about “${instead}”?`,
  };
  return sayBy(wording, why);
}
