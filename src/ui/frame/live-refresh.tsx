"use client";

import { useRouter } from "next/navigation";
import { useEffect } from "react";

/** Shows what others do without a reload: when the log has grown, the page asks for its data again. */
export function LiveRefresh() {
  const router = useRouter();
  useEffect(() => {
    const source = new EventSource("/api/live");
    let known: string | null = null;
    source.addEventListener("message", (message: MessageEvent<string>) => {
      if (known !== null && known !== message.data) router.refresh();
      known = message.data;
    });
    return () => source.close();
  }, [router]);
  return null;
}
