// Printed pages: their language, title, bookmarks and structure, read by pdf.js, which shares no code with what writes them; and a glyph for every character of a name.
import { describe, expect, it } from "vitest";
import { openPdf, readAloud } from "../../demo/test-pdf";
import { printed, ruledTable } from "./pdf";
import { runsOf } from "./pdf-glyphs";

describe("printed pages", () => {
  it("are read aloud in their order: headings, paragraphs, lists, tables by row and column", async () => {
    const document = await openPdf(
      await printed("The foot of each page", {
        info: { title: "Record of PO-00001" },
        content: [
          { text: "Record of PO-00001", style: "title" },
          { text: ["Asked by ", { text: "Łucja", bold: true }, "."] },
          { text: "Chain", style: "section" },
          ruledTable([["Line manager", ""]], ["*", "*"], { head: ["Level", "Said"] }),
          ruledTable([["Policy", "Orders, 2"]], ["*", "*"]),
          { ul: ["one", "two"] },
        ],
      }),
    );
    expect(await document.getMarkInfo()).toMatchObject({ Marked: true });
    const { info } = (await document.getMetadata()) as { info: { Language?: string; Title?: string } };
    expect([info.Language, info.Title]).toEqual(["en-GB", "Record of PO-00001"]);
    expect((await document.getOutline()).map(({ title }) => title)).toEqual(["Record of PO-00001", "Chain"]);
    expect((await readAloud(await document.getPage(1))).join("; ")).toBe(
      "H1: Record of PO-00001; P: Asked by Łucja.; H2: Chain; " +
        "Table; TR; TH: Level; TH: Said; TR; TD: Line manager; TD: ; " +
        "Table; TR; TH: Policy; TD: Orders, 2; " +
        "L; LI; LBody: one; LI; LBody: two",
    );
  });

  it("do not read the head of a table again on every page that it runs on to", async () => {
    const rows = Array.from({ length: 120 }, (_, index) => [`Row ${index + 1}`, "said"]);
    const document = await openPdf(
      await printed("Foot", { content: [ruledTable(rows, ["*", "*"], { head: ["Level", "Said"] })] }),
    );
    expect(document.numPages).toBeGreaterThan(2);
    const pages = [];
    for (let page = 1; page <= document.numPages; page += 1)
      pages.push(...(await readAloud(await document.getPage(page))));
    expect(pages.filter((one) => one === "TH: Level")).toHaveLength(1);
    expect(pages.filter((one) => one.startsWith("TD: Row "))).toEqual(rows.map(([first]) => `TD: ${first}`));
  });

  it("say their language and title, and have their headings as bookmarks", async () => {
    const bytes = await printed("A foot", {
      info: { title: "Record of PO-00001" },
      content: [
        { text: "Record of PO-00001", style: "title" },
        { text: "What was asked", style: "section" },
        "Text",
        { text: "Łódź → Žďár", style: "section" },
      ],
    });
    const pdf = bytes.toString("latin1");
    expect(pdf).toContain("/Lang (en-GB)");
    expect(pdf).toContain("/DisplayDocTitle true");
    expect(pdf).toMatch(/\/Title \(Record of PO-00001\)/);
    const outlines = /\/Type \/Outlines|\/Outlines \d+ 0 R/.test(pdf);
    expect(outlines).toBe(true);
    expect(
      pdf.match(/\/Title \(/g)!.length + (pdf.match(/\/Title <|\/Title \(\xfe\xff/g) ?? []).length,
    ).toBeGreaterThanOrEqual(4);
    // One embedded font for each part of a typeface that is used.
    expect(pdf).toMatch(/Archivo-/);
    expect(pdf.match(/\/FontFile[23]? /g)!.length).toBeGreaterThanOrEqual(3);
  });
  it("take each character from the part of the typeface that has it", () => {
    expect(runsOf("Quay 5, 10 €")).toEqual([{ text: "Quay 5, 10 €", subset: "latin" }]);
    expect(runsOf("Łódź")).toEqual([
      { text: "Ł", subset: "latin-ext" },
      { text: "ód", subset: "latin" },
      { text: "ź", subset: "latin-ext" },
    ]);
    expect(runsOf("Nguyễn").map(({ subset }) => subset)).toEqual(["latin", "vietnamese", "latin"]);
  });
  it("say in letters what no part has, and lose nothing", () => {
    const said = (text: string) =>
      runsOf(text)
        .map((run) => run.text)
        .join("");
    expect(said("5 → 7")).toBe("5 to 7");
    expect(said("①")).toBe("1");
    expect(said("Ж")).toBe("[U+0416]");
    expect(said("中")).toBe("[U+4E2D]");
  });
});
