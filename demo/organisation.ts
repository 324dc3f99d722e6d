import { mareviaLists } from "./lists";
import { OrganisationSchema, type Limit, type Organisation, type Role } from "@/core/people";
import { locations } from "./calendars";

// Marévia Lines is invented, and so is everybody in it.
type Row = [id: string, name: string, title: string, unit: string, manager: string | null, roles?: string, at?: string];

const people: Row[] = [
  ["goncalo-abrantes", "Gonçalo Abrantes", "managing director", "marevia", null, "approver"],
  ["teodora-lins", "Teodora Lins", "finance director", "corporate", "goncalo-abrantes", "approver"],
  ["marta-quelhas", "Marta Quelhas", "head of Fleet", "fleet", "goncalo-abrantes", "approver"],
  ["ines-valadim", "Inês Valadim", "head of Terminals", "terminals", "goncalo-abrantes", "approver"],
  ["rui-tavares", "Rui Tavares", "head of Engineering", "engineering", "marta-quelhas", "approver"],
  ["duarte-anselmo", "Duarte Anselmo", "superintendent", "engineering", "rui-tavares", "approver"],
  ["petra-zimbral", "Petra Zimbral", "naval architect", "engineering", "rui-tavares", "approver"],
  ["noor-halvorsrud", "Noor Halvorsrud", "chief engineer", "engineering", "rui-tavares"],
  ["caetano-moura", "Caetano Moura", "bosun", "fleet", "marta-quelhas"],
  ["salvina-reboredo", "Salvina Reboredo", "terminal planner", "terminals", "ines-valadim"],
  ["olavo-penha", "Olavo Penha", "quay foreman", "terminals", "ines-valadim"],
  ["ivo-sampaio", "Ivo Sampaio", "technology lead", "technology", "teodora-lins", "approver"],
  ["ilda-fontes", "Ilda Fontes", "systems engineer", "technology", "ivo-sampaio", "approver"],
  ["benedita-corvo", "Benedita Corvo", "finance controller", "corporate", "teodora-lins", "controller investigator"],
  ["tome-cardigos", "Tomé Cardigos", "internal auditor", "corporate", "goncalo-abrantes", "auditor investigator"],
  // Fleet
  ["abel-tronqueira", "Abel Tronqueira", "head of Vessels", "vessels", "marta-quelhas", "approver"],
  ["ylva-sternhag", "Ylva Sternhag", "master, Ave do Mar", "vessels", "abel-tronqueira", "approver"],
  ["custodio-ferrao", "Custódio Ferrão", "master, Lua Nova", "vessels", "abel-tronqueira"],
  ["branca-tolentino", "Branca Tolentino", "port captain", "vessels", "abel-tronqueira", "approver"],
  ["leocadia-brum", "Leocádia Brum", "head of Crewing", "crewing", "marta-quelhas", "approver"],
  ["fabricio-nave", "Fabrício Nave", "crewing deputy", "crewing", "leocadia-brum", "approver"],
  ["odete-passarim", "Odete Passarim", "crew planner", "crewing", "leocadia-brum"],
  ["hamid-belkassem", "Hamid Belkassem", "training officer", "crewing", "leocadia-brum"],
  ["jorunn-eikrem", "Jorunn Eikrem", "designated person ashore", "fleet", "marta-quelhas", "approver"],
  ["simao-calheta", "Simão Calheta", "second engineer", "engineering", "duarte-anselmo"],
  ["nicola-frade", "Nicola Frade", "stores keeper", "engineering", "duarte-anselmo"],
  // Terminals
  ["amadeu-lobato", "Amadeu Lobato", "head of Porto Sável", "porto-savel", "ines-valadim", "approver", "porto-savel"],
  ["zita-monforte", "Zita Monforte", "shift lead", "porto-savel", "amadeu-lobato", "", "porto-savel"],
  ["gil-varandas", "Gil Varandas", "crane engineer", "porto-savel", "amadeu-lobato", "", "porto-savel"],
  ["mafalda-ilheu", "Mafalda Ilhéu", "head of Ilha Grã", "ilha-gra", "ines-valadim", "approver", "ilha-gra"],
  ["teo-barrancos", "Teo Barrancos", "shift lead", "ilha-gra", "mafalda-ilheu", "approver", "ilha-gra"],
  ["lina-caruncho", "Lina Caruncho", "berth planner", "ilha-gra", "mafalda-ilheu", "", "ilha-gra"],
  ["orlando-vasques", "Orlando Vasques", "head of Cabo Tordo", "cabo-tordo", "ines-valadim", "approver", "cabo-tordo"],
  ["felicia-moita", "Felícia Moita", "shift lead", "cabo-tordo", "orlando-vasques", "", "cabo-tordo"],
  ["ruben-arneiro", "Rúben Arneiro", "mooring lead", "cabo-tordo", "orlando-vasques", "", "cabo-tordo"],
  // Freight
  ["dario-penalva", "Dário Penalva", "deputy head of Freight", "freight", "goncalo-abrantes", "approver"],
  ["agnes-oduya", "Agnes Oduya", "freight sales lead", "freight", "dario-penalva", "approver"],
  ["matias-serrado", "Matias Serrado", "account manager", "freight", "agnes-oduya"],
  ["celeste-barroca", "Celeste Barroca", "account manager", "freight", "agnes-oduya"],
  ["ulf-granmar", "Ulf Granmar", "booking desk", "freight", "dario-penalva"],
  // Passenger Services
  [
    "graca-montalvo",
    "Graça Montalvo",
    "head of Passenger Services",
    "passenger-services",
    "goncalo-abrantes",
    "approver",
  ],
  ["bento-aldegas", "Bento Aldegas", "head of Tickets", "tickets", "graca-montalvo", "approver"],
  ["rosa-pinhal", "Rosa Pinhal", "ticket office", "tickets", "bento-aldegas"],
  ["nuno-farelo", "Nuno Farelo", "call centre lead", "tickets", "bento-aldegas"],
  ["ivone-calado", "Ivone Calado", "head of On-board Retail", "on-board-retail", "graca-montalvo", "approver"],
  ["sancho-merlo", "Sancho Merlo", "shop buyer", "on-board-retail", "ivone-calado"],
  ["eulalia-torrado", "Eulália Torrado", "head of Catering", "catering", "graca-montalvo", "approver"],
  ["priya-mascar", "Priya Mascar", "galley buyer", "catering", "eulalia-torrado"],
  ["alvaro-quintal", "Álvaro Quintal", "provisions planner", "catering", "eulalia-torrado"],
  // Corporate
  ["rosalind-amado", "Rosalind Amado", "treasurer", "finance", "teodora-lins", "approver reviewer"],
  ["leonel-viegas", "Leonel Viegas", "credit manager", "finance", "teodora-lins", "approver"],
  ["vicente-lourosa", "Vicente Lourosa", "accounts clerk", "finance", "rosalind-amado", "clerk"],
  ["tamsin-roque", "Tamsin Roque", "accounts clerk", "finance", "rosalind-amado", "clerk"],
  ["quintino-sarro", "Quintino Sarro", "purchasing adviser", "finance", "teodora-lins", "approver"],
  ["albertina-fragoso", "Albertina Fragoso", "purchasing officer", "finance", "quintino-sarro"],
  ["isaura-beltrao", "Isaura Beltrão", "payroll lead", "people-office", "hersilia-gamboa", "approver"],
  ["hersilia-gamboa", "Hersília Gamboa", "head of People Office", "people-office", "teodora-lins", "approver"],
  ["joaquina-teles", "Joaquina Teles", "systems administrator", "technology", "ivo-sampaio", "administrator"],
  ["martim-caldeirao", "Martim Caldeirão", "developer", "technology", "ivo-sampaio"],
  ["lucinda-peroba", "Lucinda Peroba", "head of Legal", "legal", "teodora-lins", "approver"],
  ["otto-veramar", "Otto Veramar", "contracts lawyer", "legal", "lucinda-peroba"],
  ["donato-ribas", "Donato Ribas", "head of Freight", "freight", "goncalo-abrantes", "approver"],
];

const units: [id: string, name: string, parent: string | null, head: string | null][] = [
  ["marevia", "Marévia Lines", null, "goncalo-abrantes"],
  ["fleet", "Fleet", "marevia", "marta-quelhas"],
  ["vessels", "Vessels", "fleet", "abel-tronqueira"],
  ["engineering", "Engineering", "fleet", "rui-tavares"],
  ["crewing", "Crewing", "fleet", "leocadia-brum"],
  ["terminals", "Terminals", "marevia", "ines-valadim"],
  ["porto-savel", "Porto Sável", "terminals", "amadeu-lobato"],
  ["ilha-gra", "Ilha Grã", "terminals", "mafalda-ilheu"],
  ["cabo-tordo", "Cabo Tordo", "terminals", "orlando-vasques"],
  ["freight", "Freight", "marevia", "donato-ribas"],
  ["passenger-services", "Passenger Services", "marevia", "graca-montalvo"],
  ["tickets", "Tickets", "passenger-services", "bento-aldegas"],
  ["on-board-retail", "On-board Retail", "passenger-services", "ivone-calado"],
  ["catering", "Catering", "passenger-services", "eulalia-torrado"],
  ["corporate", "Corporate", "marevia", "teodora-lins"],
  ["finance", "Finance", "corporate", "teodora-lins"],
  ["technology", "Technology", "corporate", "ivo-sampaio"],
  ["people-office", "People Office", "corporate", "hersilia-gamboa"],
  ["legal", "Legal", "corporate", "lucinda-peroba"],
];

/** Positions with their unit; those without a holder are held by whoever heads the unit. */
const positions: [id: string, name: string, unit: string, holder?: string][] = [
  ["managing-director", "Managing director", "marevia"],
  ["finance-director", "Finance director", "corporate"],
  ["head-of-fleet", "Head of Fleet", "fleet"],
  ["head-of-terminals", "Head of Terminals", "terminals"],
  ["head-of-freight", "Head of Freight", "freight"],
  ["head-of-passenger-services", "Head of Passenger Services", "passenger-services"],
  ["finance-controller", "Finance controller", "corporate", "benedita-corvo"],
  ["treasurer", "Treasurer", "finance", "rosalind-amado"],
  ["credit-manager", "Credit manager", "finance", "leonel-viegas"],
  ["purchasing-lead", "Purchasing lead", "finance", "quintino-sarro"],
  ["port-captain", "Port captain", "vessels", "branca-tolentino"],
  ["technical-superintendent", "Technical superintendent", "engineering", "duarte-anselmo"],
  ["designated-person-ashore", "Designated person ashore", "fleet", "jorunn-eikrem"],
  ["deputy-head-of-freight", "Deputy head of Freight", "freight", "dario-penalva"],
];

const groups: [id: string, name: string, members: string][] = [
  ["directors", "Directors", "goncalo-abrantes teodora-lins marta-quelhas"],
  ["technical-committee", "Technical committee", "rui-tavares duarte-anselmo petra-zimbral"],
  ["credit-committee", "Credit committee", "teodora-lins leonel-viegas dario-penalva rosalind-amado"],
  ["terminal-heads", "Terminal heads", "amadeu-lobato mafalda-ilheu orlando-vasques"],
  ["passenger-heads", "Passenger heads", "graca-montalvo bento-aldegas ivone-calado eulalia-torrado"],
  ["accounts-payable", "Accounts payable", "vicente-lourosa tamsin-roque"],
  ["safety-committee", "Safety committee", "jorunn-eikrem branca-tolentino abel-tronqueira duarte-anselmo"],
  ["purchasing-team", "Purchasing team", "quintino-sarro albertina-fragoso"],
];

const eur = (major: number): Limit => ({ kind: "amount", minor: major * 100, currency: "EUR" });
const TYPES = ["purchase-order", "supplier-invoice", "expense-claim", "credit-limit-change"] as const;

/** Limits by position and person, in the order of the types; null where there is none. */
const limits: [holder: string, ...limits: (Limit | number | null)[]][] = [
  ["managing-director", { kind: "unlimited" }, { kind: "unlimited" }, { kind: "unlimited" }, { kind: "unlimited" }],
  ["finance-director", 250_000, 400_000, 25_000, 2_000_000],
  ["head-of-fleet", 150_000, 150_000, 10_000, null],
  ["head-of-terminals", 60_000, 60_000, 10_000, null],
  ["head-of-freight", 40_000, 40_000, 5_000, 75_000],
  ["head-of-passenger-services", 40_000, 40_000, 5_000, null],
  ["treasurer", null, 100_000, 5_000, 150_000],
  ["credit-manager", null, 15_000, null, 150_000],
  ["purchasing-lead", 15_000, 15_000, null, null],
  ["port-captain", 5_000, null, 1_000, null],
  ["technical-superintendent", 20_000, 20_000, 1_500, null],
  ["rui-tavares", 25_000, 25_000, 2_500, null],
  ["abel-tronqueira", 20_000, 20_000, 2_500, null],
  ["leocadia-brum", 8_000, 8_000, 2_500, null],
  ["ivo-sampaio", 20_000, 20_000, 2_500, null],
  ["amadeu-lobato", 5_000, 5_000, 1_000, null],
  ["mafalda-ilheu", 5_000, 5_000, 1_000, null],
  ["orlando-vasques", 5_000, 5_000, 1_000, null],
  ["bento-aldegas", 5_000, 5_000, 1_000, null],
  ["ivone-calado", 6_000, 6_000, 1_000, null],
  ["eulalia-torrado", 6_000, 6_000, 1_000, null],
  ["deputy-head-of-freight", 20_000, 20_000, 1_000, null],
  ["quintino-sarro", 5_000, null, 1_000, null],
  ["rosalind-amado", 20_000, null, null, null],
  ["petra-zimbral", 20_000, null, null, null],
  ["agnes-oduya", 5_000, null, 1_000, { kind: "amount", minor: 2_000_000, currency: "GBP" }],
  ["hersilia-gamboa", 5_000, 5_000, 2_500, null],
  ["lucinda-peroba", 5_000, 5_000, 1_000, null],
];

/** Marévia Lines as it was entered at the beginning of 2025; what has changed since is in `people-history.ts`. */
export const marevia: Organisation = OrganisationSchema.parse({
  name: "Marévia Lines",
  currency: "EUR",
  timeZone: "WET",
  people: people.map(([id, name, title, unit, manager, roles = "", location]) => ({
    id,
    name,
    email: `${id}@marevia.example`,
    title,
    unit,
    manager,
    location: location ?? "porto-savel",
    roles: [...(roles.startsWith("auditor") ? [] : ["requester"]), ...roles.split(" ").filter(Boolean)] as Role[],
  })),
  units: units.map(([id, name, parent, head]) => ({ id, name, parent, head })),
  positions: positions.map(([id, name, unit, holder]) => ({ id, name, unit, heads: !holder, holder: holder ?? null })),
  groups: groups.map(([id, name, members]) => ({ id, name, members: members.split(" ") })),
  locations,
  limits: limits.flatMap(([id, ...row]) =>
    row.flatMap((limit, index) =>
      limit === null
        ? []
        : [
            {
              holder: {
                kind: positions.some((one) => one[0] === id) ? ("position" as const) : ("person" as const),
                id,
              },
              documentType: TYPES[index],
              limit: typeof limit === "number" ? eur(limit) : limit,
            },
          ],
    ),
  ),
  standIns: [],
  lists: mareviaLists,
});
