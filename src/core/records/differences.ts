/** Where two values differ, by path, as far as `most`. Properties that are undefined count as absent. */
export function differencesBetween(before: unknown, after: unknown, most = 20): string[] {
  const found: string[] = [];
  const isObject = (value: unknown): value is Record<string, unknown> => typeof value === "object" && value !== null;
  const walk = (one: unknown, other: unknown, path: string): void => {
    if (found.length >= most || one === other) return;
    if (!isObject(one) || !isObject(other) || Array.isArray(one) !== Array.isArray(other)) {
      found.push(`${path || "the whole"}: ${short(one)} was stored, ${short(other)} comes out`);
      return;
    }
    const keys = new Set([...Object.keys(one), ...Object.keys(other)]);
    for (const key of keys)
      walk(one[key], other[key], Array.isArray(one) ? `${path}[${key}]` : path ? `${path}.${key}` : key);
  };
  walk(before, after, "");
  return found;
}

function short(value: unknown): string {
  const text = value === undefined ? "nothing" : JSON.stringify(value);
  return text.length > 80 ? `${text.slice(0, 77)}...` : text;
}
