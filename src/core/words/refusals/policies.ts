import type { NameReason, NotReadyReason } from "../../policy";
import { joinWords, sayDate } from "../../text";
import type { SaidFinding } from "../findings";
import { nameOfType } from "../names";
import { sayNotName, sayNotReady } from "../policies";
import { as } from "./line";

const NOT_IN_A_SET = {
  "has dates": "has dates of its own already",
  "counts still": "counts still, or is to; switch it off first",
  "not approved": "has not been approved by a reviewer yet",
} as const;

/** Policies: versions, drafts, sets and files. */
export const POLICIES = {
  "address of another policy": as(
    "invalid",
    ({ policy, given }: { policy: string; given: string }) => `This address is for ${policy}, not for ${given}`,
  ),
  "no such days": as(
    "invalid",
    ({ from, until }: { from: string; until: string }) =>
      `from: “${from}” to “${until}” are no two days, the earlier first, written as 2026-03-10`,
  ),
  "no such history": as("unknown", () => "There is no such history, or it has been deleted"),
  "version is in force itself": as(
    "already",
    ({ version }: { version: number }) => `Version ${version} is in force; only another can run beside it`,
  ),
  "version runs alongside": as(
    "already",
    ({ version, from }: { version: number; from: string }) =>
      `Version ${version} runs alongside since ${sayDate(from)}`,
  ),
  "version runs alongside no more": as(
    "unknown",
    ({ version }: { version: number }) => `Version ${version} runs beside nothing; start it on its board`,
  ),
  "no such rehearsal": as(
    "unknown",
    () => "There is no such rehearsal, or what it was put to has been deleted; rehearse anew",
  ),
  "no times were kept": as(
    "unknown",
    () => "With this rehearsal it was not kept how long decisions took; rehearse anew to work that out",
  ),
  "rehearsal changed": as(
    "changed",
    ({ name }: { name: string }) =>
      `What “${name}” was put to is not what was kept: somebody has changed it beside the log; rehearse anew`,
  ),
  "rehearsal of that name": as(
    "already",
    ({ name }: { name: string }) =>
      `There is a rehearsal called “${name}” of this policy already; call this one otherwise`,
  ),
  "rehearsal of a version": as(
    "already",
    ({ version }: { version: number }) =>
      `It lies with version ${version}, which a reviewer was sent, and stays on its record`,
  ),
  "history of that name": as(
    "already",
    ({ name }: { name: string }) =>
      `There is a history called “${name}” already; call this one otherwise, or delete that`,
  ),
  "history lacks columns": as(
    "columns",
    ({ columns }: { columns: readonly string[] }) =>
      `Say which column is the ${joinWords(columns, "and")}; without it nothing can be rehearsed on`,
  ),
  "no such type": as("invalid", ({ type }: { type: string }) => `type: “${type}” is no type of document`),
  "no such version": as(
    "unknown",
    ({ version, policy }: { version: number; policy: string }) => `There is no version ${version} of ${policy}`,
  ),
  "version saved meanwhile": as(
    "other version",
    ({ by, latest, basedOn }: { by: string; latest: number; basedOn: number }, names) =>
      `${names.person(by)} saved version ${latest} after you began with version ${basedOn}; open it and make your changes there`,
  ),
  "same as the version": as(
    "unchanged",
    ({ version }: { version: number }) => `Nothing differs from version ${version}`,
  ),
  "version approved as it is": as(
    "already",
    ({ version }: { version: number }) => `Version ${version} was approved as it is; put it in force from a day`,
  ),
  "version with the reviewer": as(
    "already",
    ({ version }: { version: number }) => `Version ${version} is with the reviewer already`,
  ),
  "say why it changes": as("no words", () => "Say why it changes: the reviewer and every later reader asks that first"),
  "no such policy": as("unknown", ({ policy }: { policy: string }) => `There is no policy ${policy}`),
  "no draft of this policy": as("unknown", () => "There is no draft of this policy"),
  "draft saved meanwhile": as("other version", () => "Somebody saved this draft after you opened it; look at it first"),
  "no draft of the policy": as("unknown", ({ policy }: { policy: string }) => `There is no draft of ${policy}`),
  "file is no CSV": as("invalid", ({ found }: { found: string }) => `The file is no CSV: ${found}`),
  "never in force": as(
    "not in force",
    ({ version }: { version: number }) => `Version ${version} was never put in force`,
  ),
  "version is over": as("already", ({ version }: { version: number }) => `Version ${version} is over already`),
  "end in the past": as("past", () => "It cannot end in the past; choose today or a later day"),
  "end before the beginning": as("past", () => "It would end before it begins"),
  "write a comment": as("no words", () => "Write what you have to say first"),
  "no such part of the policy": as(
    "invalid",
    ({ version }: { version: number }) =>
      `Version ${version} has no such section, level, band or threshold; open the version and remark on a part that stands there`,
  ),
  "not with the reviewer": as(
    "not sent",
    ({ version }: { version: number }) => `Version ${version} is not with the reviewer`,
  ),
  "hand in this version": as("own work", () => "You had a hand in this version; somebody else has to review it"),
  "version was reviewed": as(
    "already",
    ({ version, outcome }: { version: number; outcome: string }) => `Version ${version} was ${outcome} already`,
  ),
  "say what to change": as("no words", () => "Say what is to be changed"),
  "planned time is over": as(
    "past",
    () => "The time it was planned for is over; return it, so that it can be sent with other dates",
  ),
  "in force already": as(
    "already",
    ({ version }: { version: number }) => `Version ${version} was put in force already`,
  ),
  "not approved by a reviewer": as(
    "not reviewed",
    ({ version }: { version: number }) =>
      `Version ${version} has not been approved by a reviewer yet; send it there first`,
  ),
  "no such set": as("unknown", () => "There is no such set of policies"),
  "set without a name": as("no name", () => "Give the set a name"),
  "set of that name": as(
    "name taken",
    ({ set }: { set: string }) => `There is a set “${set}” already; give this one another name`,
  ),
  "set of one": as("too few", () => "A set has two policies or more; one alone is put in force by itself"),
  "set is off": as("already", ({ set }: { set: string }) => `“${set}” is switched off already`),
  "set off in the past": as("past", () => "It cannot be switched off in the past; choose today or a later day"),
  "rivals in a set": as(
    "two policies",
    ({ rival, policy }: { rival: string; policy: string }) =>
      `“${rival}” and “${policy}” would claim the same documents`,
  ),
  "force in the past": as("past", () => "A version cannot be put in force in the past; choose today or a later day"),
  "last day before the first": as("past", () => "The last day must not lie before the first"),
  "not a name": as(
    ({ why }: { why: NameReason; name: string }) => why.code,
    ({ why, name }) => sayNotName(why, name),
  ),
  "finding is fatal": as("finding", ({ said }: { said: SaidFinding }) => `${said.message} ${said.mend}`),
  "finding without a reason": as(
    "no reason",
    ({ said }: { said: SaidFinding }) => `Say why this is good enough, or correct it: ${said.message}`,
  ),
  "carried out no more": as(
    "finding",
    ({ policy, said }: { policy: string; said: SaidFinding }) =>
      `“${policy}” can no longer be carried out as it was reviewed: ${said.message} ${said.mend}`,
  ),
  "version has counted": as(
    "unchanged",
    ({ version, term }: { version: number; term: string }) =>
      `Nothing differs from version ${version}, which was approved and counted ${term}; put it in force again from a day, on its page`,
  ),
  "version is in force": as(
    "unchanged",
    ({ version, from }: { version: number; from: string }) =>
      `Nothing differs from version ${version}, which was approved and is in force since ${sayDate(from)}`,
  ),
  "version is to count": as(
    "unchanged",
    ({ version, from }: { version: number; from: string }) =>
      `Nothing differs from version ${version}, which was approved and counts from ${sayDate(from)}`,
  ),
  "draft saved by another": as(
    "other version",
    ({ by }: { by: string }, names) =>
      `${names.person(by)} saved this draft after you opened it; nothing of yours was saved over it`,
  ),
  "draft is gone": as(
    "other version",
    () => "This draft was saved as a version or thrown away after you opened it; nothing of yours was saved over it",
  ),
  "file is no JSON": as("invalid", ({ found }: { found: string }) => `The file is no JSON: ${found}`),
  "version ends earlier only": as(
    "later",
    ({ version, term }: { version: number; term: string }) =>
      `Version ${version} counts ${term} already; it can end earlier, not later`,
  ),
  "policy not ready": as(
    ({ why }: { why: NotReadyReason; at: string }) => why.code,
    ({ why, at }, names) => `${at}: ${sayNotReady(why, names)}`,
  ),
  "not in a set": as(
    "not reviewed",
    ({ version, policy, why }: { version: number; policy: string; why: keyof typeof NOT_IN_A_SET }) =>
      `Version ${version} of “${policy}” ${NOT_IN_A_SET[why]}`,
  ),
  "two policies claim": as(
    "two policies",
    ({ policy, rival, since, type }: { policy: string; rival: string; since: string; type: string }) =>
      `“${policy}” and “${rival}” (from ${sayDate(since)}) would both claim ${nameOfType(type).many} of the same unit and people; end one of them first, or choose other dates`,
  ),
};
