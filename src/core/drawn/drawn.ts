import { z } from "zod";

/** The field that is drawn on, in units of its own. */
export const PAD = { width: 600, height: 180 } as const;
/** So much line at least, in those units: a dot or a slip of the hand is no signature. */
const LEAST_LINE = 120;

/** Of one line without lifting the pen. */
export const MOST_POINTS = 3_000;

const Point = z.tuple([z.int().min(0).max(PAD.width), z.int().min(0).max(PAD.height)]);
export const StrokesSchema = z
  .array(z.array(Point).min(1).max(MOST_POINTS))
  .max(120)
  .meta({
    description: `Lines of a drawing, each from point to point on a field of ${PAD.width} by ${PAD.height}`,
  });
/** Lines from point to point, on the field. What is drawn comes as these and not as an image, so that nothing but lines can be in it. */
export type Strokes = z.infer<typeof StrokesSchema>;

/** Whether strokes are enough of a line to be a signature. */
export function isDrawn(strokes: Strokes): boolean {
  const long = strokes.reduce(
    (sum, stroke) =>
      sum + stroke.slice(1).reduce((line, [x, y], at) => line + Math.hypot(x - stroke[at]![0], y - stroke[at]![1]), 0),
    0,
  );
  return long >= LEAST_LINE;
}

/** The lines as the path of an SVG image. */
export function pathOf(strokes: Strokes): string {
  return strokes
    .map(([first, ...rest]) => {
      // A point alone is drawn as one, by a line of no length with a round end.
      const line = rest.length > 0 ? rest : [first!];
      return `M${first!.join(" ")}${line.map((point) => `L${point.join(" ")}`).join("")}`;
    })
    .join("");
}

const saysFor = (documentHash: string, at: string) => `Drawn at ${at} for SHA-256 ${documentHash}`;

/**
 * The image of a drawn signature (SVG 1.1), which says in itself what it was drawn for and when: put beside another document it names the first.
 * @param documentHash SHA-256 of what is signed for, 64 hexadecimal digits
 * @param at ISO date-time in UTC
 */
export function drawnImage(strokes: Strokes, documentHash: string, at: string): string {
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${PAD.width}" height="${PAD.height}" viewBox="0 0 ${PAD.width} ${PAD.height}"><desc>${saysFor(documentHash, at)}</desc><path d="${pathOf(strokes)}" fill="none" stroke="#16243B" stroke-width="3" stroke-linecap="round" stroke-linejoin="round"/></svg>`;
}

/** Whether an image says that it was drawn for this hash and no other. */
export function signsFor(image: string, documentHash: string): boolean {
  return [...image.matchAll(/SHA-256 ([0-9a-f]{64})/g)].map(([, hash]) => hash).join() === documentHash;
}
