import { isKeyOf, own } from "../ids";
import { z } from "zod";
import type { Coded } from "../reason";
import { occasions, type Occasion } from "./occasions";

/** What a template can say of a document, each with what it stands for. A field stands in braces: {amount}. */
export const FIELDS = {
  number: "Number of the document",
  title: "What it is about",
  type: "Kind of document",
  amount: "Amount with currency",
  party: "Supplier or customer",
  requester: "Who asked for it",
  unit: "Unit it belongs to",
  level: "Level it is at",
  asked: "Who is asked",
  refused: "What of it was not approved",
  due: "When an answer is due",
  by: "Who did it",
  words: "What they said",
  why: "Why it comes to the reader",
  recipient: "Name of the reader",
} as const;
export type Field = keyof typeof FIELDS;
/** What a template is filled with; fields of the organisation's own under their keys. */
export type Facts = Readonly<Record<Field, string>> & Readonly<Record<`own_${string}`, string>>;

export const TemplateSchema = z.strictObject({
  occasion: z.enum(occasions),
  subject: z.string().trim().min(1).max(150),
  body: z.string().trim().min(1).max(4000),
});
/** How a message of an occasion is worded. */
export type Template = z.infer<typeof TemplateSchema>;

const PLACE = /\{([^{}]*)\}/g;

/** What is wrong with a part of a template. */
export type TemplateProblem = {
  part: "subject" | "body";
  why: Coded<{ "no such fields": { names: string[] }; "brace alone": null }>;
};

/** The fields that a template names, each as often as it does. */
export function namedInTemplate({ subject, body }: Pick<Template, "subject" | "body">): string[] {
  return [subject, body].flatMap((text) => [...text.matchAll(PLACE)].map((found) => found[1]!));
}

/** What is wrong with a template: fields that do not exist, and braces left open. @param own keys of fields of the organisation's own */
export function whyNotTemplate(template: Template, own: readonly string[]): TemplateProblem[] {
  return (["subject", "body"] as const).flatMap((part) => {
    const text = template[part];
    const unknown = [...text.matchAll(PLACE)]
      .map((found) => found[1]!)
      .filter((name) => !isKeyOf(FIELDS, name) && !own.includes(name));
    const loose = /[{}]/.test(text.replace(PLACE, ""));
    return [
      ...(unknown.length > 0 ? [{ part, why: { code: "no such fields" as const, values: { names: unknown } } }] : []),
      ...(loose ? [{ part, why: { code: "brace alone" as const } }] : []),
    ];
  });
}

/**
 * A template with its fields filled in, as plain text. A line of which every field is empty is left out, so that a message says nothing about nothing.
 * @example fill("{number} waits", { number: "PO-00012", ... }) // "PO-00012 waits"
 */
export function fill(text: string, facts: Facts): string {
  const lines = text.split("\n").flatMap((line) => {
    const fields = [...line.matchAll(PLACE)].map((found) => own(facts, found[1]!) ?? "");
    if (fields.length > 0 && fields.every((value) => value === "")) return [];
    // An empty field goes with the comma before it.
    return [
      line.replace(/(, )?\{([^{}]*)\}/g, (_, comma: string | undefined, name: Field) =>
        own(facts, name) ? `${comma ?? ""}${own(facts, name)}` : "",
      ),
    ];
  });
  return lines
    .join("\n")
    .replace(/\n{3,}/g, "\n\n")
    .trim();
}

/** The wording before anybody has written another. */
export const USUAL: Readonly<Record<Occasion, Omit<Template, "occasion">>> = {
  submitted: {
    subject: "{number} is submitted: {title}",
    body: "{requester} has submitted {title}, {amount}, {party}.\nIt goes first to {asked}.",
  },
  opened: {
    subject: "{number} waits for your decision: {title}, {amount}",
    body: "{title}, {amount}, {party}, asked for by {requester}, {unit}.\n{why}\nAn answer is due {due}.",
  },
  approved: {
    subject: "{number} is approved: {title}",
    body: "{title}, {amount}, is approved.\nNot approved: {refused}.\n{by} had the last word.\n“{words}”\n{why}",
  },
  told: {
    subject: "For your information: {number}, {title}, {amount}",
    body: "{title}, {amount}, {party}, asked for by {requester}, {unit}.\n{why}",
  },
  reopened: {
    subject: "{number} is asked again: {title}, {amount}",
    body: "{title}, {amount}, {party}, of {requester}.\n{why}\nWhoever is asked again is notified by a message of their own.",
  },
  "sent back": {
    subject: "{number} came back: {title}",
    body: "{by} sent back {title}, {amount}, to be corrected.\n“{words}”",
  },
  declined: {
    subject: "{number} is declined: {title}",
    body: "{title}, {amount}, is declined.\n{by} had the last word.\n“{words}”\n{why}",
  },
  "handed over": {
    subject: "{number} was handed over to you: {title}, {amount}",
    body: "{by} handed {level} over: {title}, {amount}, asked for by {requester}.\n“{words}”\nAn answer is due {due}.",
  },
  overdue: { subject: "{number} is late: {title}", body: "{title}, {amount}: {asked} did not answer in time.\n{why}" },
  reminder: {
    subject: "{number} waits for a decision: {title}",
    body: "{title}, {amount}, waits for {asked}.\n{why}\n“{words}”\nAn answer is due {due}.",
  },
  question: { subject: "A question about {number}: {title}", body: "{by} asks about {title}, {amount}:\n“{words}”" },
  answer: { subject: "An answer about {number}: {title}", body: "{by} answers about {title}, {amount}:\n“{words}”" },
  lapse: {
    subject: "{number}: approved automatically, since time ran out",
    body: "{title}, {amount}: nobody answered as {level} in time, and by the policy that counts as approval.\n{asked} did not decide. It is marked so on its record.",
  },
};
