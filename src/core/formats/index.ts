/** Policies in open formats: OMG DMN 1.3, FEEL, an authority matrix as a table. What a format cannot carry is listed. */
export { toDmn } from "./dmn";
export { fromDmn } from "./dmn-reader";
export { feelContext, toFeel } from "./feel";
export { fromFeel } from "./feel-reader";
export { lossesOf } from "./losses";
export type { LevelPart, Loss, PolicyPart } from "./losses";
export { fromMatrix, toMatrix } from "./matrix";
export type { TableRead } from "./table-read";
export { orderAsUbl } from "./ubl-order";
export type { OrderOut, OrderParty } from "./ubl-order";
export { pain001 } from "./pain001";
export type { PaymentOrder } from "./pain001";
export { XES_FOOT, XES_HEAD, xesTrace } from "./xes";
export type { XesEvent, XesTrace } from "./xes";
export type { FeelReason, ReadLoss, Span, TablePlace, TableProblem, TableReason } from "./reasons";
