/** A text as a part of a LIKE pattern that escapes with a backslash: its own signs of a pattern stand for themselves. */
export function likeText(text: string): string {
  return text.replace(/[\\%_]/g, "\\$&");
}
