/**
 * Which of many questions that were asked at once are answered by more than chance, so that the share of false ones among those that are raised is on average at most `level`; and
 * where nothing is behind any of them, the chance that even one is raised is at most `level` (Benjamini and Hochberg 1995, for independent questions and for such as lean the same way).
 * @param chances of the questions that may be raised, each between 0 and 1; those that are certainly not, as every chance above `level`, may be left out
 * @param asked how many questions were asked, those left out among them
 * @returns for each chance what it comes to once all that was asked is counted: raised are those at most `level`
 * @throws RangeError where fewer were asked than have a chance
 * @example correctedChances([0.01, 0.02], 4) // [0.04, 0.04]
 */
export function correctedChances(chances: readonly number[], asked: number): number[] {
  if (asked < chances.length) throw new RangeError("At least as many questions were asked as were answered");
  const order = chances.map((_, index) => index).sort((a, b) => chances[b]! - chances[a]!);
  const corrected = Array.from({ length: chances.length }, () => 1);
  let least = 1;
  for (const [place, index] of order.entries()) {
    least = Math.min(least, (chances[index]! * asked) / (chances.length - place));
    corrected[index] = least;
  }
  return corrected;
}
