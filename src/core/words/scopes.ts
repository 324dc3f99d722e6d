/** What an integration's token lets it do. */
export const SCOPES = { "documents.write": "send documents", "documents.read": "read documents" } as const;
