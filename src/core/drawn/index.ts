/** A signature drawn by hand: its strokes, and the image that is kept of them, which names what it signs for. */
export { MOST_POINTS, PAD, StrokesSchema, drawnImage, pathOf, signsFor, isDrawn } from "./drawn";
export type { Strokes } from "./drawn";
