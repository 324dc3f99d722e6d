import type { Db } from "@/server/db/open";
import { generateDemo } from "./generate";
import { generateObservatory } from "./observatory/generate";

/** An organisation that Bandeira can be tried with; whatever the program does is tested on all of them. */
export type DemoOrganisation = {
  name: string;
  /** How many past orders it has when nobody says how many; the other documents come with them. */
  orders: number;
  generate: (db: Db, how: { orders: number }) => void;
};

export const DEMO_ORGANISATIONS = {
  lines: {
    name: "Marévia Lines",
    orders: 1000,
    generate: generateDemo,
  },
  observatory: {
    name: "Observatorio Peña Alta",
    orders: 560,
    generate: generateObservatory,
  },
} as const satisfies Record<string, DemoOrganisation>;

export type DemoKey = keyof typeof DEMO_ORGANISATIONS;

/** @returns null for a key that no demo has */
export function demoCalled(key: string): DemoOrganisation | null {
  return Object.hasOwn(DEMO_ORGANISATIONS, key) ? DEMO_ORGANISATIONS[key as DemoKey] : null;
}
