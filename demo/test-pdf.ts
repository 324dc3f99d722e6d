/** Printed pages read back by pdf.js, which shares no code with what writes them. */
import { getDocument, type PDFPageProxy } from "pdfjs-dist/legacy/build/pdf.mjs";
import { expect } from "vitest";

type Tagged = { role?: string; children?: Tagged[]; type?: string; id?: string };

/** A printed page as pdf.js reads it. */
export const openPdf = async (bytes: Uint8Array) =>
  await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise;

/** What stands in each element of a page, as it is read aloud: its role and its text. Whatever is neither tagged nor for the eye alone is a failure. */
export async function readAloud(page: PDFPageProxy): Promise<string[]> {
  const texts = new Map<string, string>();
  let marked: string | null = null;
  const { items } = await page.getTextContent({ includeMarkedContent: true });
  const loose: string[] = [];
  const open: (string | null)[] = [];
  for (const item of items) {
    if ("str" in item) {
      if (marked) texts.set(marked, (texts.get(marked) ?? "") + item.str);
      else if (item.str.trim() && open.length === 0) loose.push(item.str);
    } else if (item.type.startsWith("begin")) {
      open.push(marked);
      marked = (item as { id?: string }).id ?? null;
    } else marked = open.pop() ?? null;
  }
  expect(loose).toEqual([]);
  const said = ({ role = "", children = [], id }: Tagged): string[] => {
    if (id) return [texts.get(id) ?? ""];
    const inner = children.flatMap(said);
    const isLeaf = children.every((child) => child.id);
    return isLeaf
      ? [`${role}: ${inner.join("").trim()}`]
      : role === "Root" || role === "Document"
        ? inner
        : [role, ...inner];
  };
  return said((await page.getStructTree()) as Tagged);
}
