export const SETTING_PARTS = [
  ["/settings", "Segregation of duties"],
  ["/settings/lists", "Lists"],
  ["/settings/fields", "Fields"],
  ["/settings/rules", "Matching, payments and imports"],
  ["/settings/messages", "Messages"],
  ["/settings/integrations", "Integrations"],
] as const;
