import { PartsNav } from "../frame/parts-nav";

const PARTS = [
  ["/people", "Units"],
  ["/people/everybody", "Everybody"],
  ["/people/limits", "Limits"],
  ["/people/groups", "Groups and positions"],
  ["/people/away", "Away"],
] as const;

export function PeopleNav({ mayImport }: { mayImport: boolean }) {
  const parts = mayImport ? [...PARTS, ["/people/import", "Import and export"] as const] : PARTS;
  return <PartsNav label="Parts of People" parts={parts} />;
}
