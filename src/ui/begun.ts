import { useState } from "react";

/**
 * What somebody changes in a field that stays while its page gets another address: it begins again when what it began with is another.
 * @param begin what it begins with
 * @param of by which another beginning is known
 */
export function useBegun<T>(begin: T, of: unknown = begin): [T, (next: T) => void] {
  const [value, setValue] = useState(begin);
  const [begun, setBegun] = useState(of);
  if (begun === of) return [value, setValue];
  setBegun(of);
  setValue(begin);
  return [begin, setValue];
}
