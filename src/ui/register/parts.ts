/** Pages of the register; samples and the report are for those who look after controls. */
export function registerParts(controls: boolean): readonly (readonly [string, string])[] {
  return controls
    ? [
        ["/register", "Documents"],
        ["/register/samples", "Samples"],
        ["/register/report", "Control report"],
        ["/register/exceptions", "Exceptions"],
      ]
    : [["/register", "Documents"]];
}
