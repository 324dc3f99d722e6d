/** Called by the framework when a page or a handler throws: what is the database’s fault is kept for whoever saw the page. */
export async function onRequestError(error: unknown): Promise<void> {
  if (process.env.NEXT_RUNTIME !== "nodejs") return;
  const { noteFault } = await import("./server/http/faults");
  noteFault(error);
}
