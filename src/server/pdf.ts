import path from "node:path";
import pdfmake from "pdfmake";
import type { TDocumentDefinitions } from "pdfmake/interfaces";
import { projectRoot } from "./root";

const face = (family: string, weight: number) =>
  path.join(projectRoot(), `node_modules/@fontsource/${family}/files/${family}-latin-${weight}-normal.woff`);

let ready = false;

/** Fonts come from the installation; nothing is fetched. */
function prepare(): void {
  if (ready) return;
  pdfmake.addFonts({
    Archivo: { normal: face("archivo", 400), bold: face("archivo", 600) },
    Literata: { normal: face("literata", 400), bold: face("literata", 600) },
  });
  pdfmake.setUrlAccessPolicy(() => false);
  pdfmake.setLocalAccessPolicy((file: string) => file.startsWith(path.join(projectRoot(), "node_modules/@fontsource")));
  ready = true;
}

export const INK = "#16243B";
export const SOFT = "#4C5A70";
export const RULE = "#D9D2C2";

/** What every printed page of Bandeira shares: A4, its type, and a foot with what it is and the number of the page. @param foot said on every page */
export function printed(foot: string, definition: Pick<TDocumentDefinitions, "content" | "info">): Promise<Buffer> {
  prepare();
  return pdfmake
    .createPdf({
      pageSize: "A4",
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
          { text: foot, width: "*" },
          { text: `${page} of ${pages}`, width: 40, alignment: "right" },
        ],
      }),
      ...definition,
    })
    .getBuffer();
}
