/** The rules by which Marévia Lines looks at documents, besides those of everybody. */
export const mareviaRules = { matching: { percent: 2, amount: { minor: 5_000, currency: "EUR" } } };
