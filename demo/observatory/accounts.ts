import type { AccountEvent, AccountFields } from "@/server/ledger/events";
import { idFrom } from "@/core/ids";
import { madeUpAccount, type Customer } from "../accounts";
import type { Random } from "../random";

/** Suppliers by the category of what they sell, as its key. */
export const SUPPLIERS: Readonly<Record<string, readonly string[]>> = {
  "10": ["Talleres Quilamar", "Lentes Antucura", "Brightwell Coatings", "Ottergren Filters"],
  "20": ["Criogenia Pailén", "Helio Frío Sur", "Vantrup Compressors"],
  "30": ["Aguas del Cerro Pardo", "Panadería La Quirinca", "Limpieza Altos Blancos", "Gas y Leña Rupanco Chico"],
  "40": ["Transportes Huella Alta", "Grúas Pellumé", "Fletes Tres Vados"],
  "50": ["Cómputo Lircaya", "Redes Mañío", "Kestrelgate Storage"],
  "60": ["Fundación Becas Peumayén", "Instituto Aralcó"],
};

/** Institutes that use the telescopes on account, each with the number of its agreement where it has one. */
const INSTITUTES: readonly [name: string, agreement: string][] = [
  ["Instituto Aralcó", "AG-2024-011"],
  ["Universidad de Pillanco", "AG-2024-015"],
  ["Skjelvik Astronomical Institute", "AG-2025-002"],
  ["Collegio Stellare di Vernazzo", ""],
  ["Centro de Cálculo Quintupeu Norte", ""],
  ["Hollinmere Observatory Trust", "AG-2025-007"],
  ["Academia Lonquén del Mar", ""],
  ["Tarnwick College", "AG-2025-009"],
];

const clp = (minor: number) => ({ minor, currency: "CLP" });
type Founded = { id: string; event: AccountEvent };

export function suppliers(random: Random): Founded[] {
  const names = [...new Set(Object.values(SUPPLIERS).flat())];
  return names.map((name, index) => {
    const id = idFrom(name);
    const fields: AccountFields = {
      name,
      taxNumber: `XX${random.int(10_000_000, 99_999_999)}`,
      address: `Camino ${index + 5}, Valle Pardo`,
      email: `facturas@${id}.example`,
      bankAccount: madeUpAccount(random),
      paymentTerms: random.pick(["N15", "N30", "N60"]),
      limit: index % 4 === 1 ? clp(10_000_000) : null,
    };
    return founded(id, "supplier", name, fields);
  });
}

/** Institutes with their limits; the id of one is that of its name, as with every account. */
export function customers(random: Random): (Customer & { agreement: string; name: string })[] {
  return INSTITUTES.map(([name, agreement]) => {
    const id = `${idFrom(name)}-customer`;
    const limit = Math.round(random.logNormal(12_000_000, 0.5) / 500_000) * 500_000;
    const fields: AccountFields = {
      limit: clp(limit),
      paymentTerms: random.pick(["N30", "N60"]),
      bankAccount: madeUpAccount(random),
      invoiceAddress: `Pabellón ${random.int(1, 40)}`,
      phone: `+000 ${random.int(200, 299)} ${random.int(100_000, 999_999)}`,
      email: `accounts@${id}.example`,
      own_institute: name,
      ...(agreement && { own_agreement: agreement, own_guarantee: clp(2_000_000) }),
    };
    return { ...founded(id, "customer", name, fields), limit, agreement, name };
  });
}

function founded(id: string, kind: "supplier" | "customer", name: string, fields: AccountFields): Founded {
  const data = { id, kind, name, status: "open" as const, currency: "CLP", group: "", fields, askedBy: null };
  return { id, event: { type: "account entered", data } };
}
