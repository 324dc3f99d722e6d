import { sha256 } from "@noble/hashes/sha2.js";
import { bytesToHex, utf8ToBytes } from "@noble/hashes/utils.js";
import { canonical } from "./canonical";

/** SHA-256 (FIPS 180-4) of a text in UTF-8, as 64 lower-case hexadecimal digits. */
export function sha256Hex(text: string): string {
  return bytesToHex(sha256(utf8ToBytes(text)));
}

/** Any function that gives the same as `sha256Hex`; a server passes a native one. */
export type HashText = (text: string) => string;

/** Hash before the first event. */
export const GENESIS = "0".repeat(64);

/** Everything of an event that its hash covers; `data` is canonical JSON text, kept as it was written. */
export type EventHead = {
  seq: number;
  time: string;
  stream: string;
  version: number;
  type: string;
  actor: string;
  inNameOf: string | null;
  command: string;
  data: string;
};

export type ChainedEvent = EventHead & { previous: string; hash: string };

/**
 * The text an event's hash is taken of: its canonical JSON (RFC 8785) with `data` as an object and the previous hash. The
 * data goes in as stored, so that a changed byte that still parses to the same value is found as well.
 */
export function hashedText(event: EventHead & { previous: string }): string {
  const { actor, command, inNameOf, previous, seq, stream, time, type, version } = event;
  const c = canonical;
  // A hash needs no escaping; what is as long and no hash gives another text than was hashed, and is found by that.
  const before = previous.length === 64 ? `"${previous}"` : c(previous);
  return `{"actor":${c(actor)},"command":${c(command)},"data":${event.data},"inNameOf":${inNameOf === null ? "null" : c(inNameOf)},"previous":${before},"seq":${c(seq)},"stream":${c(stream)},"time":${c(time)},"type":${c(type)},"version":${c(version)}}`;
}

/** An event with the hash of the one before and its own; see `hashedText`. */
export function chain(head: EventHead, previous: string, hash: HashText = sha256Hex): ChainedEvent {
  return { ...head, previous, hash: hash(hashedText({ ...head, previous })) };
}

export type ChainProblem = { seq: number; reason: string };
export type ChainVerdict = { events: number; lastHash: string; problem: ChainProblem | null };

/**
 * Re-computes a whole log from its first event. Stops at the first event that does not follow from the one before:
 * a gap or change of order in the numbers, another previous hash, another hash.
 * What this cannot see is the loss of events at the very end; compare `events` and `lastHash` with a copy kept elsewhere.
 */
export function verifyChain(events: Iterable<ChainedEvent>, hash: HashText = sha256Hex): ChainVerdict {
  const steps = verifyingChain(events, hash);
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}

/** The same event by event: each as it has been found good. */
export function* verifyingChain(
  events: Iterable<ChainedEvent>,
  hash: HashText = sha256Hex,
): Generator<ChainedEvent, ChainVerdict> {
  let lastHash = GENESIS;
  let count = 0;
  for (const event of events) {
    const reason = problemOf(event, count + 1, lastHash, hash);
    if (reason) return { events: count, lastHash, problem: { seq: event.seq, reason } };
    lastHash = event.hash;
    count += 1;
    yield event;
  }
  return { events: count, lastHash, problem: null };
}

function problemOf(event: ChainedEvent, seq: number, previous: string, hash: HashText): string | null {
  if (event.seq !== seq) return `event ${seq} is missing: the next one found is ${event.seq}`;
  if (event.previous !== previous) return "its previous hash is not the hash of the event before it";
  return verifyEvent(event, hash) ? null : "its content does not give its hash";
}

/** Whether one event's content gives its hash. */
export function verifyEvent(event: ChainedEvent, hash: HashText = sha256Hex): boolean {
  try {
    return hash(hashedText(event)) === event.hash;
  } catch {
    return false; // what cannot be written canonically was not written by us
  }
}
