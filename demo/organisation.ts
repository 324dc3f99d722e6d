import { OrganisationSchema, type Organisation } from "@/core/people";

// Marévia Lines is invented, and so is everybody in it.
const person = (id: string, name: string, title: string, unit: string, manager: string | null, ...roles: string[]) => ({
  id,
  name,
  email: `${id}@marevia.example`,
  title,
  unit,
  manager,
  roles: ["requester", ...roles],
});

export const marevia: Organisation = OrganisationSchema.parse({
  name: "Marévia Lines",
  currency: "EUR",
  timeZone: "WET",
  people: [
    person("goncalo-abrantes", "Gonçalo Abrantes", "managing director", "marevia", null, "approver"),
    person("teodora-lins", "Teodora Lins", "finance director", "corporate", "goncalo-abrantes", "approver"),
    person("marta-quelhas", "Marta Quelhas", "head of Fleet", "fleet", "goncalo-abrantes", "approver"),
    person("ines-valadim", "Inês Valadim", "head of Terminals", "terminals", "goncalo-abrantes", "approver"),
    person("rui-tavares", "Rui Tavares", "head of Engineering", "engineering", "marta-quelhas", "approver"),
    person("duarte-anselmo", "Duarte Anselmo", "superintendent", "engineering", "rui-tavares", "approver"),
    person("petra-zimbral", "Petra Zimbral", "naval architect", "engineering", "rui-tavares", "approver"),
    person("noor-halvorsrud", "Noor Halvorsrud", "chief engineer", "engineering", "rui-tavares"),
    person("caetano-moura", "Caetano Moura", "bosun", "fleet", "marta-quelhas"),
    person("salvina-reboredo", "Salvina Reboredo", "terminal planner", "terminals", "ines-valadim"),
    person("olavo-penha", "Olavo Penha", "quay foreman", "terminals", "ines-valadim"),
    person("ivo-sampaio", "Ivo Sampaio", "technology lead", "technology", "teodora-lins", "approver"),
    person("ilda-fontes", "Ilda Fontes", "systems engineer", "technology", "ivo-sampaio"),
    person("benedita-corvo", "Benedita Corvo", "finance controller", "corporate", "teodora-lins", "controller"),
    {
      ...person("tome-cardigos", "Tomé Cardigos", "internal auditor", "corporate", "goncalo-abrantes"),
      roles: ["auditor"],
    },
  ],
  units: [
    { id: "marevia", name: "Marévia Lines", parent: null, head: "goncalo-abrantes" },
    { id: "fleet", name: "Fleet", parent: "marevia", head: "marta-quelhas" },
    { id: "engineering", name: "Engineering", parent: "fleet", head: "rui-tavares" },
    { id: "terminals", name: "Terminals", parent: "marevia", head: "ines-valadim" },
    { id: "corporate", name: "Corporate", parent: "marevia", head: "teodora-lins" },
    { id: "technology", name: "Technology", parent: "corporate", head: "ivo-sampaio" },
  ],
  groups: [
    { id: "directors", name: "Directors", members: ["goncalo-abrantes", "teodora-lins", "marta-quelhas"] },
    {
      id: "technical-committee",
      name: "Technical committee",
      members: ["rui-tavares", "duarte-anselmo", "petra-zimbral"],
    },
  ],
});
