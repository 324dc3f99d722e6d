import type { DocumentStatus } from "../../documents";
import { as } from "./line";

/** Entering and finding documents, papers, samples and the log. */
export const DOCUMENTS = {
  "sign in to attach": as("not signed in", () => "Sign in first; nothing was kept"),
  "file without a name": as("attachment", () => "The file has no name"),
  "no such paper": as("unknown", ({ document }: { document: string }) => `There is no such attachment on ${document}`),
  "no such order format": as("unknown", () => "There are orders as format=pdf and format=xml, and of nothing else"),
  "no such signature": as(
    "unknown",
    ({ document }: { document: string }) => `There is no such signature on ${document}`,
  ),
  "no approved order": as("unknown", ({ order }: { order: string }) => `There is no approved order ${order}`),
  "no such sample": as("unknown", () => "There is no such sample"),
  "entered in own name": as("forbidden", () => "A document is entered in one’s own name, or on behalf of somebody"),
  "dated later than today": as("invalid", () => "A document is not dated later than today"),
  "receiver unknown": as("unknown", () => "The receiver is nobody known here; choose somebody from the list"),
  "payee unknown": as("unknown", () => "The payee is nobody known here; choose somebody from the list"),
  "change of a change": as(
    "invalid",
    ({ order, first, again }: { order: string; first: string; again: string }) =>
      `${order} is itself a change of ${first}; change ${again}`,
  ),
  "change of another’s order": as(
    "forbidden",
    ({ order }: { order: string }) => `${order} is changed by whoever ordered it; enter an order of your own`,
  ),
  "change with another supplier": as(
    "invalid",
    ({ order, supplier }: { order: string; supplier: string }) =>
      `${order} is an order with ${supplier}, and so is a change of it; order from somebody else in an order of its own`,
  ),
  "line has come in": as(
    "invalid",
    ({ line, what }: { line: number; what: string }) =>
      `Line ${line}, “${what}”, has come in or was charged already: leave it in its place, and add what is new at the end`,
  ),
  "fewer than have come": as(
    "invalid",
    ({ line, came }: { line: number; came: number }) =>
      `Line ${line}: ${came} have come in or were charged already, so that no fewer can be ordered`,
  ),
  "receipt twice": as("duplicate", ({ other }: { other: string }) => `The same receipt stands on ${other} already`),
  "paper of somebody else": as(
    "attachment",
    ({ name }: { name: string }) => `${name} has not been uploaded by you; attach it again`,
  ),
  "no document": as("unknown", ({ document }: { document: string }) => `There is no document ${document}`),
  "no person of the id": as("unknown", ({ person }: { person: string }) => `There is no person “${person}”`),
  "no draft of yours": as("forbidden", ({ draft }: { draft: string }) => `There is no draft ${draft} of yours`),
  "draft has changed": as("changed", () => "It was changed since this list was shown; look at it again"),
  "look at one’s own only": as("forbidden", () => "Only whoever asks for it looks at a document before it is sent"),
  "no such filter": as(
    "invalid",
    ({ filter, typed }: { filter: string; typed: string }) =>
      `There is nothing called “${filter}” that is “${typed}”; choose from what the register offers, or leave it out`,
  ),
  "no amount": as(
    "invalid",
    ({ typed }: { typed: string }) => `“${typed}” is no amount; write it as 1,234.56, or leave it out`,
  ),
  "too many views": as("too many", ({ most }: { most: number }) => `Keep ${most} views at most; drop one first`),
  "waits no more": as(
    "not asked",
    ({ document }: { document: string }) => `${document} does not wait for you any more; look at the list again`,
  ),
  "expected over tolerable": as("invalid", () => "The expected rate has to be less than the tolerable one"),
  "no sample would do": as(
    "invalid",
    () => "No sample of up to 5,000 would do: what is expected comes too near to what is tolerable",
  ),
  "nothing fits the query": as("empty", () => "No document fits the query in this period; widen it"),
  "sample is signed": as(
    "closed",
    ({ sample }: { sample: string }) => `${sample} is signed; nothing in it changes any more`,
  ),
  "items not tested": as(
    "incomplete",
    ({ left, of }: { left: number; of: number }) => `${left} of ${of} items are not tested yet`,
  ),
  "name of the signer": as(
    "signature",
    ({ person }: { person: string }, names) => `Type your name as it is known here: ${names.person(person)}`,
  ),
  "sheet has changed": as("other version", () => "The sheet has changed since; look at it again"),
  "no such item": as("unknown", () => "The sample has no such item"),
  "no such attribute": as(
    "unknown",
    ({ attribute }: { attribute: string }) => `“${attribute}” is no attribute of this sample`,
  ),
  "say what deviates": as("comment required", () => "Say what was found where something deviates"),
  "say why released together": as("comment required", () => "Say why they are released"),
  "no such checkpoint": as("unknown", () => "There is no checkpoint of that size; choose two that are listed"),
  "command used": as(
    "command used",
    () => "This command id was used for something else; nothing was done. Send it again with a new id",
  ),
  "entered for others by few": as(
    "forbidden",
    ({ person }: { person: string | null }, names) =>
      `Only a clerk, their manager or whoever stands in for them enters on behalf of ${person === null ? "somebody unknown" : names.person(person)}`,
  ),
  "document of another unit": as(
    "forbidden",
    ({ person, unit }: { person: string; unit: string }, names) =>
      `A document of ${names.person(person)} belongs to ${names.unit(unit)}`,
  ),
  "document of no unit": as("unknown", ({ unit }: { unit: string }) => `There is no unit “${unit}”`),
  "unit said by accounts": as(
    "forbidden",
    ({ unit }: { unit: string }, names) =>
      `It is of ${names.unit(unit)}, of the unit of its order or of that of a cost centre; accounts may say another`,
  ),
  "paid to whoever it is for": as(
    "forbidden",
    ({ person }: { person: string }, names) =>
      `A claim is paid to whoever it is for, so that this one goes to ${names.person(person)}`,
  ),
  "no such choice": as(
    "unknown",
    ({ kind, id }: { kind: string; id: string }) => `There is no ${kind} “${id}”; choose one from the list`,
  ),
  "no such account": as(
    "unknown",
    ({ kind, id }: { kind: string; id: string }) => `There is no ${kind} account “${id}”; choose one from the list`,
  ),
  "file is empty": as("attachment", ({ name }: { name: string }) => `${name} is empty`),
  "file too large": as(
    "attachment",
    ({ name, most }: { name: string; most: number }) =>
      `${name} is larger than ${most / 1024 / 1024} MB; attach a smaller file`,
  ),
  "file of another type": as(
    "attachment",
    ({ name }: { name: string }) => `${name} is not a PDF, PNG, JPEG or WebP file`,
  ),
  "edited by another": as(
    "forbidden",
    ({ editor, requester }: { editor: string; requester: string }, names) =>
      `${names.person(editor)} has edited it for ${names.person(requester)} before; withdraw it, and enter it anew`,
  ),
  "order is not out": as(
    "not approved",
    ({ document, status }: { document: string; status: DocumentStatus }) =>
      `${document} is ${status}, and is an order once it is approved`,
  ),
  "order is held": as(
    "not approved",
    ({ document, holds }: { document: string; holds: readonly string[] }) =>
      `${document} is held from being sent: ${holds.join(", ")}`,
  ),
  "hand in a tested policy": as(
    "own work",
    ({ version, policy, document }: { version: number; policy: string; document: string }) =>
      `You had a hand in version ${version} of “${policy}”, under which ${document} went; somebody else signs off the test of it`,
  ),
  "decided on a tested document": as(
    "own work",
    ({ document }: { document: string }) =>
      `You decided on ${document} yourself; somebody else signs off the test of it`,
  ),
};
