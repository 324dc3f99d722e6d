import type { Attribute } from "@/core/lists";

export type Named = { id: string; name: string };

/** What stands in a list, as the server says it. */
export type EntryRow = {
  key: string;
  name: string;
  firstDay: string;
  lastDay: string;
  open: boolean;
  owner: Named | null;
  attributes: readonly { attribute: Attribute; shown: string; typed: string }[];
};
export type ListView = {
  id: string;
  name: string;
  ownName: string;
  own: boolean;
  with: readonly Attribute[];
  entries: readonly EntryRow[];
};
