"use client";

import { useRouter } from "next/navigation";
import { useEffect } from "react";

/** After how many milliseconds a refused connection is tried again: at first, and at most when it goes on being refused. */
const [SOONEST, LATEST] = [2_000, 60_000];

/** Shows what others do without a reload: when the log has grown, the page asks for its data again. */
export function LiveRefresh() {
  const router = useRouter();
  useEffect(() => {
    let known: string | null = null;
    let wait = SOONEST;
    let timer: ReturnType<typeof setTimeout> | undefined;
    let source: EventSource;
    const open = () => {
      source = new EventSource("/api/live");
      source.addEventListener("message", (message: MessageEvent<string>) => {
        wait = SOONEST;
        if (known !== null && known !== message.data) router.refresh();
        known = message.data;
      });
      // A connection that breaks off is made again by the browser; one that was answered with a refusal, as while the server starts, is not.
      source.addEventListener("error", () => {
        if (source.readyState !== EventSource.CLOSED) return;
        timer = setTimeout(open, wait);
        wait = Math.min(wait * 2, LATEST);
      });
    };
    open();
    return () => {
      clearTimeout(timer);
      source.close();
    };
  }, [router]);
  return null;
}
