import { documentType, typeWords, type AnyDocument } from "@/core/documents";
import { entryOf } from "@/core/lists";
import type { Directory, Person } from "@/core/people";
import type { Refusal } from "@/core/refusal";
import { namesOf, refuse } from "@/core/words";
import type { App } from "../app";
import { readReferenceData } from "../reference-data";
import { orderNow } from "./orders";

/** Units that a document names itself to be for: that of its order, and those that the cost centres of its lines belong to, in this order. */
function unitsSaid(app: App, document: AnyDocument): string[] {
  const { order } = documentType(document.documentType).around(document);
  const ordered = order && !order.replaces ? orderNow(app.db, order.number)?.order.unit : undefined;
  const { lists } = readReferenceData(app).directory.organisation;
  const lines = "lines" in document ? document.lines : [];
  const charged = lines.flatMap(({ costCentre }) =>
    costCentre ? (entryOf(lists, "cost-centres", costCentre)?.unit ?? []) : [],
  );
  return [...new Set([...(ordered ? [ordered] : []), ...charged])];
}

/** A document as it comes in by a file or from another program: of the unit that it is for, where it names one, and else of the unit of whoever brings it. */
export function ofItsUnit<D extends AnyDocument>(app: App, document: D): D {
  if (!typeWords(document.documentType).unitChosen) return document;
  const { directory } = readReferenceData(app);
  const unit = unitsSaid(app, document).find((one) => directory.unit(one));
  return unit ? { ...document, unit } : document;
}

/**
 * Why a document cannot be of a unit. It is of the unit of whose it is, since the unit chooses the policy and its people; what is for a unit and not for whoever enters it is
 * of any that it names itself, and accounts may say another.
 */
export function whyNotOfUnit(
  app: App,
  actor: Person,
  document: AnyDocument,
  owner: Person,
  directory: Directory,
): Refusal | null {
  const { unit, documentType: type } = document;
  if (unit === owner.unit) return null;
  const names = namesOf(directory);
  if (!typeWords(type).unitChosen)
    return refuse("document of another unit", { person: owner.id, unit: owner.unit }, "unit", names);
  if (!directory.unit(unit)) return refuse("document of no unit", { unit }, "unit", names);
  if (actor.roles.includes("clerk") || unitsSaid(app, document).includes(unit)) return null;
  return refuse("unit said by accounts", { unit: owner.unit }, "unit", names);
}
