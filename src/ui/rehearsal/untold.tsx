import Link from "next/link";
import { typeWords } from "@/core/documents";
import { addressWith } from "@/core/listing";
import type { Directory } from "@/core/people";
import { fieldsIn } from "@/core/policy";
import { countOf, joinWords } from "@/core/text";

/** Documents of which too little is known to tell where they go: which fields it is about, and whether conditions on them are taken as not met. */
export function Untold({
  documents,
  fields,
  type,
  directory,
  given,
  isTaken,
}: {
  documents: number;
  fields: readonly string[];
  type: string;
  directory: Directory;
  /** The address of the page. */
  given: Record<string, string | undefined>;
  isTaken: boolean;
}) {
  const { one, many } = typeWords(type).name;
  const known = fieldsIn(type, directory);
  const labels = fields.map((key) => `“${known.find((field) => field.key === key)?.label ?? key}”`);
  const what = labels.length > 0 ? joinWords(labels, "and") : "some of what is asked for";
  return (
    <p className="border-l-3 border-waiting bg-waiting-wash px-3 py-2">
      Of {countOf(documents, one, many)} {what} {labels.length > 1 ? "are" : "is"} not known:{" "}
      {isTaken ? "conditions on that are taken as not met." : "where they go cannot be told, and they are held here."}{" "}
      <Link href={`?${addressWith(given, { unknown: isTaken ? "" : "not-met" })}`} scroll={false}>
        {isTaken ? "Hold them" : "Take what is not known as not met"}
      </Link>
    </p>
  );
}
