/**
 * The entry of a table under a key that came from outside: what the table has itself, and nothing of what every object has, such as `constructor`.
 * @example own({ age: 1 }, "constructor") // undefined
 */
export function own<T>(table: Readonly<Record<string, T>>, key: string): T | undefined {
  return Object.hasOwn(table, key) ? table[key] : undefined;
}

/** Whether a table has a key itself. */
export function isKeyOf<T extends object>(table: T, key: string): key is Extract<keyof T, string> {
  return Object.hasOwn(table, key);
}
