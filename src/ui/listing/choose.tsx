import type { Shown } from "./list-table";

/** The column in which rows are chosen, to do something with several at once. @param nameOf what a row is called when it is chosen; null where it cannot be */
export function chooseColumn<R extends { id: string }>(
  chosen: ReadonlySet<string>,
  toggle: (row: R, on: boolean) => void,
  nameOf: (row: R) => string | null,
): Shown<R> {
  return {
    key: "choose",
    name: "Choose",
    hidden: true,
    show: (row) => {
      const name = nameOf(row);
      return (
        name !== null && (
          <input
            type="checkbox"
            className="mt-1 size-4 accent-harbour"
            aria-label={`Choose ${name}`}
            checked={chosen.has(row.id)}
            onChange={(event) => toggle(row, event.target.checked)}
          />
        )
      );
    },
  };
}
