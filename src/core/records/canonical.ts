/**
 * The canonical form of a JSON value by RFC 8785 (JSON Canonicalization Scheme): keys sorted by UTF-16 code units, no
 * white space, numbers and strings as ECMAScript writes them. Properties that are undefined are left out.
 * @throws TypeError for what JSON cannot say: NaN, infinities, lone surrogates, functions, a bare undefined.
 */
export function canonical(value: unknown): string {
  switch (typeof value) {
    case "string":
      if (!value.isWellFormed()) throw new TypeError("A lone surrogate cannot be written as JSON");
      return JSON.stringify(value);
    case "number":
      if (!Number.isFinite(value)) throw new TypeError(`${value} cannot be written as JSON`);
      return JSON.stringify(value);
    case "boolean":
      return value ? "true" : "false";
    case "object":
      if (value === null) return "null";
      if (Array.isArray(value)) return `[${value.map(canonical).join(",")}]`;
      return canonicalObject(value as Record<string, unknown>);
    default:
      throw new TypeError(`A value of type ${typeof value} cannot be written as JSON`);
  }
}

function canonicalObject(value: Record<string, unknown>): string {
  const parts: string[] = [];
  for (const key of Object.keys(value).sort()) {
    if (value[key] !== undefined) parts.push(`${canonical(key)}:${canonical(value[key])}`);
  }
  return `{${parts.join(",")}}`;
}
