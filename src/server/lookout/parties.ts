import type { App } from "../app";

/** Groups of parties behind which the same bank account or the same address stands, by their names. */
export function partiesBehind({ db }: App): string[][] {
  const groups = new Map<string, string[]>();
  for (const { name, bank, address } of db
    .prepare(
      "SELECT name, fields ->> '$.bankAccount' AS bank, fields ->> '$.address' AS address FROM account WHERE kind = 'supplier' ORDER BY name",
    )
    .all() as { name: string; bank: string | null; address: string | null }[])
    for (const [what, value] of Object.entries({ bank, address })) {
      const plain = (value ?? "").replace(/[\s,.]+/g, "").toUpperCase();
      if (plain === "") continue;
      const key = `${what} ${plain}`;
      groups.set(key, [...(groups.get(key) ?? []), name]);
    }
  return [...groups.values()].filter(({ length }) => length > 1);
}
