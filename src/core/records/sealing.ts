import { sha256Hex, type HashText } from "./chain";

/** One text that says who somebody is, and what stands for it in the log. */
export type SealedText = {
  /** What stands in the log, see `tokenOf`. */
  token: string;
  /** What the token says to a reader: the text itself, or the pseudonym that took its place. */
  text: string;
  /** What the digest was salted with; null once it was destroyed, after which nobody can tell which text the token stood for. */
  salt: string | null;
};

/** Puts tokens for all known texts in a text, and takes them out again. `open(seal(text))` is `text`, whatever it is. */
export type Sealer = {
  seal(text: string): string;
  open(text: string): string;
  /** The same for a text that is JSON: what is put in is escaped as JSON wants it. */
  openJson(json: string): string;
};

/** Digits of the digest in a token: 160 bits, which FIPS 180-4 digests may be cut to (NIST SP 800-107, section 5.1). */
const DIGITS = 40;
const TOKEN = /sealed:[0-9a-f]{40}/g;

/** The token of a text: the first 160 bits of SHA-256 of salt, line feed and text. @param salt at least 128 random bits, in hexadecimal digits */
export function tokenOf(text: string, salt: string, hash: HashText = sha256Hex): string {
  return `sealed:${hash(`${salt}\n${text}`).slice(0, DIGITS)}`;
}

/** Whether a token was made of a text; false for a salt that is gone. */
export function isTokenOf({ token, text, salt }: SealedText, hash: HashText = sha256Hex): boolean {
  return salt !== null && tokenOf(text, salt, hash) === token;
}

/** All tokens in a text, each once and sorted. */
export function tokensIn(text: string): string[] {
  return [...new Set(text.match(TOKEN))].sort();
}

export const NO_SEAL: Sealer = { seal: (text) => text, open: (text) => text, openJson: (text) => text };

/**
 * Seals every one of the texts wherever it stands as a word of its own in another text; one that is short enough to be a usual word only where it
 * stands alone. Of two that begin at the same place the longer is sealed.
 */
export function sealerOf(known: readonly SealedText[]): Sealer {
  if (known.length === 0) return NO_SEAL;
  const tokens = new Map(known.map(({ text, token }) => [text, token]));
  const texts = new Map(known.map(({ text, token }) => [token, text]));
  const within = [...tokens.keys()].filter(isTelling).sort((a, b) => b.length - a.length);
  const shortest = Math.min(...known.map(({ text }) => text.length));
  const anywhere =
    within.length === 0
      ? null
      : new RegExp(`(?<![\\p{L}\\p{N}])(?:${within.map(escaped).join("|")})(?![\\p{L}\\p{N}])`, "gu");
  const seal = (text: string) =>
    tokens.get(text) ?? (anywhere ? text.replace(anywhere, (found) => tokens.get(found)!) : text);
  return {
    seal: remembering((text) => (text.length < shortest ? text : seal(text))),
    open: (text) => text.replace(TOKEN, (token) => texts.get(token) ?? token),
    openJson: (json) =>
      json.replace(TOKEN, (token) => {
        const text = texts.get(token);
        return text === undefined ? token : JSON.stringify(text).slice(1, -1);
      }),
  };
}

/** Whether a text can hardly be a usual word: of two parts, or with a digit, or long. */
const isTelling = (text: string) => text.length >= 4 && /[\s.@\d-]|.{8}/u.test(text);

const escaped = (text: string) => text.replace(/[\\^$.*+?()[\]{}|/]/g, "\\$&");

// The texts of events are few and come again; looking for hundreds of names in each anew would cost more than writing it.
const MOST_REMEMBERED = 20_000;
const LONGEST_REMEMBERED = 300;

function remembering(work: (text: string) => string): (text: string) => string {
  const known = new Map<string, string>();
  return (text) => {
    const found = known.get(text);
    if (found !== undefined) return found;
    const made = work(text);
    if (text.length > LONGEST_REMEMBERED) return made;
    // Begun anew when it is full: what comes again is soon there again, and what came once makes room.
    if (known.size >= MOST_REMEMBERED) known.clear();
    known.set(text, made);
    return made;
  };
}

/** A JSON value with all of its texts and keys sealed, or opened. */
export function withTexts(value: unknown, change: (text: string) => string): unknown {
  if (typeof value === "string") return change(value);
  if (Array.isArray(value)) return value.map((item) => withTexts(item, change));
  if (typeof value !== "object" || value === null) return value;
  return Object.fromEntries(Object.entries(value).map(([key, item]) => [change(key), withTexts(item, change)]));
}
