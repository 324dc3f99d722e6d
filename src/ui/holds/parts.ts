export const HOLD_PARTS = [
  ["/holds", "On documents"],
  ["/holds/stopped", "Orders stopped for credit"],
] as const;
