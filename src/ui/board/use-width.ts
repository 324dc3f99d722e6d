import { useEffect, useState, type RefObject } from "react";

/** How wide an element is, in pixels, whenever that changes. */
export function useWidth(element: RefObject<HTMLElement | null>): number {
  const [width, setWidth] = useState(720);
  useEffect(() => {
    if (!element.current) return;
    const observer = new ResizeObserver(([entry]) => entry && setWidth(entry.contentRect.width));
    observer.observe(element.current);
    return () => observer.disconnect();
  }, [element]);
  return width;
}
