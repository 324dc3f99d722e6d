/** A paper that somebody brought, to be kept and not opened in the page: whatever is in it does nothing there. */
export function paperResponse({ name, type, bytes }: { name: string; type: string; bytes: Uint8Array }): Response {
  return new Response(new Uint8Array(bytes), {
    headers: {
      "content-type": type,
      "content-disposition": `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
      "x-content-type-options": "nosniff",
      "content-security-policy": "sandbox; default-src 'none'",
      "cache-control": "private, no-store",
    },
  });
}
