// Printed pages: their language, title and bookmarks, and a glyph for every character of a name.
import { describe, expect, it } from "vitest";
import { printed } from "./pdf";
import { runsOf } from "./pdf-glyphs";

describe("printed pages", () => {
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
