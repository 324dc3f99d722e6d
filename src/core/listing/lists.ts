/** Every list of the pages that is sorted, filtered and kept, by its key, with where it is. */
export const LISTS = {
  documents: "/documents",
  register: "/register",
  exceptions: "/register/exceptions",
  holds: "/holds",
  people: "/people/everybody",
  suppliers: "/back-office/suppliers",
  customers: "/back-office/customers",
  orders: "/back-office/receipts",
  postings: "/back-office",
  letters: "/post-room",
  events: "/logbook",
} as const;

export type ListKey = keyof typeof LISTS;

export const listKeys = Object.keys(LISTS) as [ListKey, ...ListKey[]];
