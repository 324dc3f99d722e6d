import path from "node:path";
import pdfmake from "pdfmake";
import type { Content, TDocumentDefinitions } from "pdfmake/interfaces";
import { SUBSETS, fontOf, withGlyphs } from "./pdf-glyphs";
import { tagging, withPlaces } from "./pdf-tags";
import { projectRoot } from "./root";

const face = (family: string, subset: string, weight: number) =>
  path.join(projectRoot(), `node_modules/@fontsource/${family}/files/${family}-${subset}-${weight}-normal.woff`);

let ready = false;

/** Fonts come from the installation; nothing is fetched. */
function prepare(): void {
  if (ready) return;
  pdfmake.addFonts(
    Object.fromEntries(
      ["Archivo", "Literata"].flatMap((family) =>
        SUBSETS.map((subset) => [
          fontOf(family, subset),
          { normal: face(family.toLowerCase(), subset, 400), bold: face(family.toLowerCase(), subset, 600) },
        ]),
      ),
    ),
  );
  tagging();
  pdfmake.setUrlAccessPolicy(() => false);
  pdfmake.setLocalAccessPolicy((file: string) => file.startsWith(path.join(projectRoot(), "node_modules/@fontsource")));
  ready = true;
}

export const INK = "#16243B";
export const SOFT = "#4C5A70";
export const RULE = "#D9D2C2";

/** What every printed page of Bandeira shares: A4, its type, and a foot with what it is and the number of the page. @param foot said on every page */
export function printed(
  foot: string,
  { content, info }: Pick<TDocumentDefinitions, "content" | "info">,
): Promise<Buffer> {
  prepare();
  return pdfmake
    .createPdf({
      pageSize: "A4",
      // Its language and its name are said to whoever has it read aloud.
      language: "en-GB",
      displayTitle: true,
      tagged: true,
      version: "1.7",
      pageMargins: [48, 56, 48, 64],
      defaultStyle: { font: "Archivo", fontSize: 9, color: INK, lineHeight: 1.25 },
      styles: {
        title: { font: "Literata", fontSize: 19, bold: true },
        section: { font: "Literata", fontSize: 12.5, bold: true, margin: [0, 12, 0, 2] },
        soft: { color: SOFT },
      },
      footer: (page, pages) => ({
        margin: [48, 16, 48, 0],
        fontSize: 7,
        color: SOFT,
        columns: [
          withGlyphs({ text: foot, width: "*" }),
          { text: `${page} of ${pages}`, width: 40, alignment: "right" },
        ],
      }),
      content: withPlaces(withGlyphs(content)),
      ...(info && { info }),
    })
    .getBuffer();
}

/** A table with hairlines between its rows; what stands in the first of them, if it has a head, is repeated on every page. @param widths of its columns @param right columns of figures, counted from 0 */
export function ruledTable(
  rows: readonly (readonly string[])[],
  widths: (number | string)[],
  { head = [], size, right = [] }: { head?: readonly string[]; size?: number; right?: readonly number[] } = {},
): Content {
  if (rows.length === 0) return { text: "None.", style: "soft" };
  const aligned = (column: number) => right.includes(column) && ({ alignment: "right" } as const);
  const top = head.length > 0 ? [head.map((text, column) => ({ text, style: "soft", ...aligned(column) }))] : [];
  // Without a head the first column says what the second is.
  const body = rows.map((row) =>
    row.map((text, column) => ({
      text,
      ...aligned(column),
      ...(top.length === 0 && column === 0 && { style: "soft" }),
    })),
  );
  return {
    table: { headerRows: top.length, widths, body: [...top, ...body] },
    layout: { hLineWidth: () => 0.5, vLineWidth: () => 0, hLineColor: () => RULE, paddingLeft: () => 0 },
    ...(size && { fontSize: size }),
  };
}

/** Lines to sign on by hand, side by side, each with what it is for. */
export function signaturePlaces(texts: readonly string[]): Content {
  return {
    columns: texts.map((text) => ({
      margin: [0, 34, 12, 0],
      stack: [
        { canvas: [{ type: "line", x1: 0, y1: 0, x2: 220, y2: 0, lineWidth: 0.5, lineColor: INK }] },
        { text, style: "soft", fontSize: 7.5, margin: [0, 3, 0, 0] },
      ],
    })),
  };
}
