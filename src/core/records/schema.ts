import { z } from "zod";
import { EVIDENCE_FORMAT } from "./evidence";

const Hash = z
  .string()
  .regex(/^[0-9a-f]{64}$/)
  .meta({ description: "SHA-256 in lower-case hexadecimal digits" });

/** One event as it is chained in the log; `data` is canonical JSON text, as it was written. */
export const ChainedEventSchema = z.strictObject({
  seq: z.int().positive().meta({ description: "Number of the event in the whole log" }),
  time: z.iso.datetime(),
  stream: z.string().meta({ description: "document:<id>" }),
  version: z.int().positive().meta({ description: "Number of the event in its stream, without a gap" }),
  type: z.string(),
  actor: z.string().meta({ description: "Who did it: the id of a person, or system" }),
  inNameOf: z.string().nullable().meta({ description: "In whose name, if not their own" }),
  command: z.string(),
  data: z.string().meta({ description: "What happened, as canonical JSON text (RFC 8785)" }),
  previous: Hash,
  hash: Hash,
});

const OpeningSchema = z.strictObject({
  token: z
    .string()
    .regex(/^sealed:[0-9a-f]{40}$/)
    .meta({ description: "What stands in the log: the first 160 bits of SHA-256 of salt, line feed and text" }),
  kind: z.enum(["id", "name", "address"]),
  text: z.string().meta({ description: "Who is meant, or the pseudonym that took the place of it" }),
  salt: z
    .string()
    .regex(/^[0-9a-f]{32}$/)
    .nullable()
    .meta({ description: "null once it was destroyed: nobody can tell any more which text the token was made of" }),
});

/** A reason as data: a code and its values, which are ids, amounts, dates and counts; what it says in words is made where it is read. */
const ReasonSchema = z
  .looseObject({ code: z.string(), values: z.looseObject({}).optional() })
  .meta({ description: "A code of Bandeira with its values; the sentence is made of it where it is read" });

const HoldSchema = z.looseObject({
  code: z.string().meta({ description: "What it is called, by routing or by the author of the policy" }),
  why: ReasonSchema,
});

/** The record of a document as it stands in an evidence file. */
export const RecordSchema = z
  .strictObject({
    format: z.literal("bandeira-record-1"),
    number: z.string(),
    status: z.enum(["draft", "waiting", "sent back", "approved", "declined", "withdrawn", "lapsed"]),
    holds: z.array(HoldSchema).meta({ description: "The holds that are on it" }),
    state: z.looseObject({
      id: z.string(),
      revision: z.int().positive(),
      document: z.looseObject({ documentType: z.string(), requester: z.string(), date: z.string() }),
      route: z
        .looseObject({})
        .nullable()
        .meta({ description: "Where it went and why: policy, measure, section, band, levels, people" }),
      levels: z.array(z.looseObject({ level: z.string(), status: z.string(), decisions: z.array(z.looseObject({})) })),
      holds: z.array(HoldSchema),
    }),
    policy: z.looseObject({ version: z.int().positive(), hash: Hash }).nullable(),
    people: z.array(OpeningSchema).meta({ description: "What each token in the rest stands for, sorted by token" }),
    events: z.array(ChainedEventSchema).min(1),
    contentHash: Hash.meta({ description: "SHA-256 of the canonical JSON of everything else in the record" }),
  })
  .meta({ description: `The record of one document, as record.json in an evidence file (${EVIDENCE_FORMAT})` });

/** A checkpoint as it is exported and kept elsewhere. */
export const CheckpointSchema = z.strictObject({
  size: z.int().positive().meta({ description: "How many events it covers, from the first" }),
  root: Hash.meta({ description: "Root of the Merkle tree over their hashes (RFC 6962)" }),
  lastHash: Hash.meta({ description: "Hash of the last of them" }),
  at: z.iso.datetime(),
});
