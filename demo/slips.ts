/**
 * Slips of the pen in what is said: “1 days”, “a order”, “an policy”, “the the”. Words that sound otherwise than they look are let pass.
 * @returns each slip as it stands in the text
 */
export function slipsIn(text: string): string[] {
  return [
    ...text.matchAll(
      /(?<![\d.,:/-])1 (?!(?:is|was|has|us|as|this|its|of|hours?’|minus|plus|times)\b)[a-z]+s\b(?<!ss)/g,
    ),
    ...text.matchAll(
      /\ba (?=[aeiou])(?!(?:one|once|user|use|used|usual|unit|unique|universal|euro|european)\b)[a-z]+/g,
    ),
    ...text.matchAll(/\ban (?=[bcdfgjklmnpqrtvwyz])[a-z]{2,}/g),
    ...text.matchAll(/\b(the|of|to|and|is|in) \1\b/gi),
  ].map(([slip]) => slip);
}
