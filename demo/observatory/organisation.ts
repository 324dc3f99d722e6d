import { OrganisationSchema, type Limit, type Organisation, type Role } from "@/core/people";
import { locations } from "./calendar";
import { observatoryFields, observatoryLists } from "./lists";

// Observatorio Peña Alta is invented, and so is everybody in it.
type Row = [id: string, name: string, title: string, unit: string, manager: string | null, roles?: string, at?: string];

const HEAD = "isidora-llanca";
const people: Row[] = [
  [HEAD, "Isidora Llanca", "director", "direction", null, "approver"],
  ["gaspar-otey", "Gaspar Otey", "deputy director", "direction", HEAD, "approver"],
  ["ema-cayun", "Ema Cayún", "internal auditor", "direction", HEAD, "auditor investigator"],
  ["tadeo-villagran", "Tadeo Villagrán", "head of Science", "science", HEAD, "approver"],
  ["nahuel-iriarte", "Nahuel Iriarte", "astronomer", "science", "tadeo-villagran", "approver"],
  ["sofya-petrak", "Sofya Petrak", "astronomer", "science", "tadeo-villagran", "approver"],
  ["aruna-velkar", "Aruna Velkar", "astronomer", "science", "tadeo-villagran", "approver"],
  ["leandro-pichun", "Leandro Pichún", "research fellow", "science", "nahuel-iriarte"],
  ["mirta-coronel", "Mirta Coronel", "research assistant", "science", "sofya-petrak"],
  ["yasna-ulloque", "Yasna Ulloque", "archive lead", "science", "tadeo-villagran"],
  ["rocio-barahona", "Rocío Barahona", "head of Engineering", "engineering", HEAD, "approver"],
  ["piet-lantinga", "Piet Lantinga", "optical engineer", "engineering", "rocio-barahona", "approver", "summit"],
  ["consuelo-raipan", "Consuelo Raipán", "cryogenics engineer", "engineering", "rocio-barahona", "approver", "summit"],
  ["matias-olmede", "Matías Olmede", "mechanical engineer", "engineering", "rocio-barahona", "", "summit"],
  ["dagny-solvik", "Dagny Solvik", "software engineer", "engineering", "rocio-barahona"],
  ["eleuterio-maulen", "Eleuterio Maulén", "head of Site Services", "site-services", HEAD, "approver", "summit"],
  ["carmela-tapial", "Carmela Tapial", "site planner", "site-services", "eleuterio-maulen", "", "summit"],
  ["hector-ancaleo", "Héctor Ancaleo", "stores and transport", "site-services", "eleuterio-maulen", "", "summit"],
  ["fresia-nunque", "Fresia Nunque", "lodge manager", "site-services", "eleuterio-maulen", "", "summit"],
  ["valentina-orrago", "Valentina Orrago", "head of Administration", "administration", HEAD, "approver"],
  [
    "bruno-cifuel",
    "Bruno Cifuel",
    "finance controller",
    "administration",
    "valentina-orrago",
    "controller investigator",
  ],
  ["ines-huaiquil", "Inés Huaiquil", "treasurer", "administration", "valentina-orrago", "approver reviewer"],
  ["rosendo-painel", "Rosendo Painel", "accounts clerk", "administration", "ines-huaiquil", "clerk"],
  ["lidia-fuentel", "Lidia Fuentel", "accounts clerk", "administration", "ines-huaiquil", "clerk"],
  ["paz-melinao", "Paz Melinao", "purchasing officer", "administration", "valentina-orrago", "approver"],
  ["tomas-arraul", "Tomás Arraul", "systems administrator", "administration", "valentina-orrago", "administrator"],
];

const units: [id: string, name: string, parent: string | null, head: string][] = [
  ["observatory", "Observatorio Peña Alta", null, HEAD],
  ["direction", "Direction", "observatory", HEAD],
  ["science", "Science", "observatory", "tadeo-villagran"],
  ["engineering", "Engineering", "observatory", "rocio-barahona"],
  ["site-services", "Site Services", "observatory", "eleuterio-maulen"],
  ["administration", "Administration", "observatory", "valentina-orrago"],
];

const clp = (minor: number): Limit => ({ kind: "amount", minor, currency: "CLP" });
const TYPES = ["purchase-order", "supplier-invoice", "expense-claim", "credit-limit-change"] as const;
const UNLIMITED: Limit = { kind: "unlimited" };

/** Limits in whole pesos, in the order of the types. */
const limits: [person: string, ...limits: (Limit | number | null)[]][] = [
  [HEAD, UNLIMITED, UNLIMITED, UNLIMITED, UNLIMITED],
  ["gaspar-otey", UNLIMITED, UNLIMITED, UNLIMITED, UNLIMITED],
  ["valentina-orrago", 30_000_000, 40_000_000, 5_000_000, 40_000_000],
  ["ines-huaiquil", 5_000_000, 25_000_000, 1_000_000, 40_000_000],
  ["tadeo-villagran", 15_000_000, 15_000_000, 2_000_000, null],
  ["rocio-barahona", 15_000_000, 15_000_000, 2_000_000, null],
  ["eleuterio-maulen", 10_000_000, 10_000_000, 1_500_000, null],
  ["nahuel-iriarte", 5_000_000, 8_000_000, 1_500_000, null],
  ["sofya-petrak", 5_000_000, 8_000_000, 1_500_000, null],
  ["aruna-velkar", 5_000_000, 8_000_000, 1_500_000, null],
  ["paz-melinao", 3_000_000, 3_000_000, null, null],
];

/** The observatory as it was entered at the end of 2024. */
export const observatory: Organisation = OrganisationSchema.parse({
  name: "Observatorio Peña Alta",
  currency: "CLP",
  timeZone: "America/Santiago",
  people: people.map(([id, name, title, unit, manager, roles = "", location = "valley"]) => ({
    id,
    name,
    email: `${id}@penaalta.example`,
    title,
    unit,
    manager,
    location,
    roles: [...(roles.startsWith("auditor") ? [] : ["requester"]), ...roles.split(" ").filter(Boolean)] as Role[],
  })),
  units: units.map(([id, name, parent, head]) => ({ id, name, parent, head })),
  positions: [
    { id: "director", name: "Director", unit: "observatory", heads: true, holder: null },
    { id: "head-of-administration", name: "Head of Administration", unit: "administration", heads: true, holder: null },
    { id: "treasurer", name: "Treasurer", unit: "administration", heads: false, holder: "ines-huaiquil" },
    { id: "export-desk", name: "Export desk", unit: "administration", heads: false, holder: "paz-melinao" },
  ],
  groups: [
    {
      id: "scientific-council",
      name: "Scientific council",
      members: ["gaspar-otey", "tadeo-villagran", "rocio-barahona", "nahuel-iriarte", "aruna-velkar"],
    },
    { id: "accounts", name: "Accounts", members: ["rosendo-painel", "lidia-fuentel"] },
  ],
  locations,
  limits: limits.flatMap(([id, ...row]) =>
    row.flatMap((limit, index) =>
      limit === null
        ? []
        : [
            {
              holder: { kind: "person" as const, id },
              documentType: TYPES[index],
              limit: typeof limit === "number" ? clp(limit) : limit,
            },
          ],
    ),
  ),
  lists: observatoryLists,
  fields: observatoryFields,
});
