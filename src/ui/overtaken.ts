import { useRef } from "react";

/**
 * Counts questions that are asked one after the other, so that the answer to an earlier one that arrives late does not replace the answer to the last.
 * @returns called where a question is asked, gives whether it is still the last one; asked again when its answer is there
 */
export function useLatest(): () => () => boolean {
  const last = useRef(0);
  return () => {
    last.current += 1;
    const mine = last.current;
    return () => mine === last.current;
  };
}
