export { chiSquareAtLeast, logGamma, upperGamma } from "./gamma";
export {
  betaBinomialAtLeast,
  betaBinomialAtMost,
  binomialAtLeast,
  binomialAtMost,
  binomialExactly,
  hypergeometricAtLeast,
  type Shares,
} from "./tails";
export { correctedChances } from "./false-discoveries";
export { upperLimit } from "./limits";
