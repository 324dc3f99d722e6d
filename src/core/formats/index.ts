/** Policies in open formats: OMG DMN 1.3, FEEL, an authority matrix as a table. What a format cannot carry is listed. */
export { fromDmn, toDmn } from "./dmn";
export type { DmnRead } from "./dmn";
export { feelContext, toFeel } from "./feel";
export { fromFeel } from "./feel-reader";
export { lossesOf } from "./grid";
export { fromMatrix, toMatrix } from "./matrix";
export { XES_FOOT, XES_HEAD, xesTrace } from "./xes";
export type { XesEvent, XesTrace } from "./xes";
