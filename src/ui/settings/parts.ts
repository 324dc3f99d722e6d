export const SETTING_PARTS = [
  ["/settings", "Segregation of duties"],
  ["/settings/rules", "Matching, claims and imports"],
  ["/settings/messages", "Messages"],
  ["/settings/integrations", "Integrations"],
] as const;
