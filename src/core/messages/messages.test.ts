// Messages are made of templates whose fields exist; what they say is text and never markup of whoever wrote it.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { FIELDS, USUAL, asHtml, asText, fill, occasions, whyNotTemplate, type Facts, type Field } from "./index";
import { sayNotTemplate } from "../words";

const facts = (given: Partial<Facts> = {}): Facts => ({
  ...(Object.fromEntries(Object.keys(FIELDS).map((key) => [key, ""])) as Record<Field, string>),
  ...given,
});

describe("templates", () => {
  it("say what is there and leave out a line about what is not", () => {
    const text = "{title}, {amount}.\nAn answer is due {due}.\n“{words}”";
    expect(fill(text, facts({ title: "Rope", amount: "7.00 EUR" }))).toBe("Rope, 7.00 EUR.");
    expect(fill(text, facts({ title: "Rope", due: "today", words: "now {amount}" }))).toBe(
      "Rope.\nAn answer is due today.\n“now {amount}”",
    );
  });
  it("are refused with a field that does not exist or a brace alone", () => {
    const wrong = (body: string) =>
      whyNotTemplate({ occasion: "opened", subject: "{number}", body }, ["own_grant"]).map(
        (one) => sayNotTemplate(one).message,
      );
    expect(wrong("{amont} is due")).toEqual(["There is no field {amont}; pick one from the list"]);
    expect(wrong("a } b")).toEqual(["A brace stands alone; a field is written like {amount}"]);
    expect(wrong("{own_grunt}, {own_grant}")).toEqual(["There is no field {own_grunt}; pick one from the list"]);
    expect(wrong("{amount}")).toEqual([]);
  });
  it("as they come are good for every occasion", () => {
    for (const occasion of occasions) expect(whyNotTemplate({ occasion, ...USUAL[occasion] }, [])).toEqual([]);
  });
});

describe("as text and as HTML", () => {
  const written = (text: string, subject = "S") => ({
    subject,
    text,
    actions: [{ label: "Open and decide", url: "http://localhost/decide/a?b=1&c=2" }],
    foot: "Foot",
  });
  it("the links stand alone on their lines, and nothing is fetched from anywhere", () => {
    expect(asText(written("One.\nTwo."))).toBe(
      "One.\nTwo.\n\nOpen and decide:\nhttp://localhost/decide/a?b=1&c=2\n\n--\nFoot",
    );
    const html = asHtml(written("One.\nTwo."));
    expect(html).toContain('href="http://localhost/decide/a?b=1&amp;c=2"');
    expect(html).not.toMatch(/<(img|link|script|iframe)|url\(/);
  });
  it("whatever anybody writes in a comment never becomes markup", () => {
    fc.assert(
      fc.property(
        fc.string({ unit: "grapheme" }),
        fc.constantFrom("<script>", "<a href=x>", '" onload="', "'", "&lt;"),
        (text, bad) => {
          const html = asHtml(written(`${text}${bad}`, `${bad}${text}`));
          const tags = html.match(/<\/?[a-z!][^>]*>/gi) ?? [];
          // No tag but those of the frame: as many as an empty message has, and a pair for each line.
          const lines = `${text}${bad}`.split("\n").filter(Boolean).length;
          expect(tags.length).toBe((asHtml(written("")).match(/<\/?[a-z!][^>]*>/gi) ?? []).length + 2 * lines);
        },
      ),
    );
  });
});
