export const HOLD_PARTS = [
  ["/holds", "On documents"],
  ["/holds/stopped", "Sales orders on credit hold"],
] as const;
