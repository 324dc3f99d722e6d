import { upperLimit } from "../statistics";

export type Conclusion = {
  tested: number;
  deviations: number;
  /** Share of deviations among those tested. */
  rate: number;
  /** What the true rate does not exceed, with the confidence asked for. */
  upper: number;
  relied: boolean;
  sentence: string;
};

const percent = (rate: number) => `${(100 * rate).toFixed(1)} %`;

/**
 * What the tested items say of the control: whether the upper limit of its rate of deviations stays within the tolerable one.
 * @param deviations items at which the control did not work
 */
export function conclude(tested: number, deviations: number, confidence: number, tolerable: number): Conclusion | null {
  if (tested < 1) return null;
  const rate = deviations / tested;
  const upper = upperLimit(deviations, tested, confidence);
  const relied = upper <= tolerable + 1e-9;
  const found = deviations === 1 ? "One deviation" : `${deviations === 0 ? "No" : deviations} deviations`;
  return {
    tested,
    deviations,
    rate,
    upper,
    relied,
    sentence: `${found} in ${tested} tested. With ${percent(confidence)} confidence the control fails in no more than ${percent(upper)} of cases, which is ${relied ? "within" : "over"} the tolerable ${percent(tolerable)}: it can ${relied ? "" : "not "}be relied on.`,
  };
}
