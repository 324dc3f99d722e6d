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
    `the ${names.field(field)} cannot be used in this way; choose how it is compared anew`,
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
