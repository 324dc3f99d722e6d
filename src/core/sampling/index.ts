/** Sampling for tests of control: how many, which ones, and what the result says of all. */
export { sampleSize } from "./size";
export { drawn, selectAtRandom, selectByValue } from "./select";
export type { Item } from "./select";
export { conclude } from "./conclude";
export type { Conclusion } from "./conclude";
