/**
 * `npm run bench -- lookout`: a million documents looked through for all questions, beside the minute that was promised, and how time grows from ten thousand on. Each question is told by itself, so that one that grows
 * faster than what it looks at shows.
 */
import { lookThrough, QUESTION_NAMES, USUAL_LOOKOUT, type QuestionName } from "@/core/lookout";
import { activityOfYear, madeUpYear, type Size } from "../demo/made-up-year/year";

const SIZES = [10_000, 100_000, 1_000_000];
const PROMISED = 60;

/** As organisations are: ten times the documents are of some more people and parties, and of more each. */
const sizeOf = (documents: number): Size => ({
  documents,
  requesters: Math.min(400, Math.round(documents / 100)),
  parties: Math.min(2_000, Math.round(documents / 45)),
  units: 40,
  approvers: Math.min(120, Math.round(documents / 250)),
});

export async function benchLookout(): Promise<void> {
  const perDocument: number[] = [];
  for (const documents of SIZES) {
    const activity = activityOfYear(madeUpYear(7, sizeOf(documents)));
    const began = new Map<QuestionName, number>();
    const start = performance.now();
    const { raised } = lookThrough(activity, USUAL_LOOKOUT, (name) => began.set(name, performance.now()));
    const end = performance.now();
    const took = QUESTION_NAMES.map((name, index) => {
      const next = QUESTION_NAMES[index + 1];
      return { name, ms: (next ? began.get(next)! : end) - began.get(name)! };
    });
    perDocument.push((end - start) / activity.documents.count);
    const slowest = took.toSorted((a, b) => b.ms - a.ms).slice(0, 5);
    console.log(
      `${activity.documents.count.toLocaleString("en-GB")} documents, ${activity.decisions.count.toLocaleString("en-GB")} decisions: ${((end - start) / 1_000).toFixed(2)} s, ${raised.length} raised; ${slowest.map(({ name, ms }) => `${name} ${(ms / 1_000).toFixed(2)}`).join(", ")}`,
    );
    if (documents === SIZES.at(-1))
      console.log(`Promised ${PROMISED} s: ${(PROMISED / ((end - start) / 1_000)).toFixed(1)} times as fast.`);
  }
  console.log(
    `A document of the million takes ${(perDocument.at(-1)! / perDocument[0]!).toFixed(2)} times as long as one of ten thousand.`,
  );
}
