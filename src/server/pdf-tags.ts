import Renderer from "pdfmake/js/Renderer.js";
import type { Content } from "pdfmake/interfaces";

/**
 * The structure of a printed page, for whoever has it read aloud: headings, paragraphs, lists and tables by row and column, in the order in which they are read
 * (tagged PDF, ISO 32000-1, 14.8). pdfmake lays out and marks nothing; it hands each line to its renderer, which says here what the line is a part of.
 */

type Kind = "H1" | "H2" | "P" | "LBody" | "TH" | "TD";
/** What a text is, and of what: a cell of a row, an item of a list. */
class Place {
  constructor(
    readonly kind: Kind,
    readonly row: Row | null = null,
    readonly list: Group | null = null,
    readonly scope: "Column" | "Row" | null = null,
  ) {}
}
/** What belongs together, a table or a list: nothing but itself. */
type Group = { readonly what: "table" | "list" };
class Row {
  readonly cells: Place[] = [];
  constructor(readonly table: Group) {}
}

/** As they are in the documents of pdfkit, which brings no types. */
type Element = { add(child: Element | object): Element };
type Pdf = {
  options: { tagged?: boolean };
  page: object;
  struct(type: string, options?: { scope?: string }): Element;
  addStructure(element: Element): void;
  markStructureContent(type: string): object;
  markContent(tag: "Artifact", options: { type: string }): void;
  endMarkedContent(): void;
};
type Line = { inlines: { place?: Place }[] };

const HEADINGS: Readonly<Record<string, Kind>> = { title: "H1", section: "H2" };

/** Content whose texts each know what they are of. Texts are lists of runs, as `withGlyphs` makes them. */
export function withPlaces<C extends Content>(content: C, place: Place | null = null): C {
  if (Array.isArray(content)) return content.map((one: Content) => withPlaces(one, place)) as C;
  if (typeof content !== "object" || content === null) return content;
  const node = { ...content } as Record<string, unknown>;
  for (const key of ["stack", "columns"]) if (node[key]) node[key] = withPlaces(node[key] as Content, place);
  for (const key of ["ul", "ol"]) {
    if (!node[key]) continue;
    const list: Group = { what: "list" };
    node[key] = (node[key] as Content[]).map((item) => withPlaces(item, new Place("LBody", null, list)));
  }
  if (node.table) node.table = tablePlaced(node.table as Table);
  if (Array.isArray(node.text)) {
    const own = place ?? new Place(HEADINGS[String(node.style)] ?? "P");
    node.text = (node.text as Content[]).map((run) => runPlaced(run, own));
  }
  return node as C;
}

type Table = { headerRows?: number; body: Content[][] };

function tablePlaced({ headerRows = 0, body, ...rest }: Table): Table {
  const table: Group = { what: "table" };
  return {
    ...rest,
    headerRows,
    body: body.map((cells, index) => {
      const row = new Row(table);
      return cells.map((cell, column) => {
        const isHead = index < headerRows;
        // Without a head the first column says what the second is.
        const scope = isHead ? "Column" : headerRows === 0 && column === 0 ? "Row" : null;
        const place = new Place(scope ? "TH" : "TD", row, null, scope);
        row.cells.push(place);
        return withPlaces(cell, place);
      });
    }),
  };
}

/** Runs within runs, as a text of several styles has them, are of the same place. */
function runPlaced(run: Content, place: Place): Content {
  if (typeof run === "string") return { text: run, place } as Content;
  const node = { ...(run as object), place } as Record<string, unknown>;
  if (Array.isArray(node.text)) node.text = (node.text as Content[]).map((one) => runPlaced(one, place));
  return node as unknown as Content;
}

/** What has been tagged of one document. */
class Tags {
  private readonly root: Element;
  private readonly elements = new Map<object, Element>();
  /** On which page a heading cell stands first; what repeats it there is not read again. */
  private readonly pages = new Map<Place, object>();

  constructor(private readonly pdf: Pdf) {
    this.root = pdf.struct("Document");
    pdf.addStructure(this.root);
  }

  line(place: Place | undefined, draw: () => void): void {
    const again = place?.scope === "Column" && (this.pages.get(place) ?? this.pdf.page) !== this.pdf.page;
    if (!place || again) return this.artifact(draw);
    if (place.scope === "Column") this.pages.set(place, this.pdf.page);
    this.elementOf(place).add(this.pdf.markStructureContent(place.kind));
    draw();
    this.pdf.endMarkedContent();
  }

  /** What is there to be looked at: lines, frames, the foot of a page. */
  artifact(draw: () => void): void {
    this.pdf.markContent("Artifact", { type: "Layout" });
    draw();
    this.pdf.endMarkedContent();
  }

  private elementOf(place: Place): Element {
    const { kind, row, list } = place;
    if (row) this.made(row, () => this.rowOf(row));
    return this.made(place, () => {
      if (!list) return this.under(this.root, kind);
      const item = this.under(
        this.made(list, () => this.under(this.root, "L")),
        "LI",
      );
      return this.under(item, kind);
    });
  }

  /** A row with all its cells, since one that is empty is one of them and has no line. */
  private rowOf(row: Row): Element {
    const table = this.made(row.table, () => this.under(this.root, "Table"));
    const element = this.under(table, "TR");
    for (const cell of row.cells)
      this.made(cell, () => this.under(element, cell.kind, cell.scope ? { scope: cell.scope } : {}));
    return element;
  }

  private under(parent: Element, type: string, options: { scope?: string } = {}): Element {
    const element = this.pdf.struct(type, options);
    parent.add(element);
    return element;
  }

  private made(key: object, make: () => Element): Element {
    const element = this.elements.get(key) ?? make();
    this.elements.set(key, element);
    return element;
  }
}

const tagsOf = new WeakMap<Pdf, Tags>();

function tags(pdf: Pdf): Tags | null {
  if (!pdf.options.tagged) return null;
  const known = tagsOf.get(pdf) ?? new Tags(pdf);
  tagsOf.set(pdf, known);
  return known;
}

type Drawing = (this: { pdfDocument: Pdf }, ...given: unknown[]) => void;
type Renders = Record<"renderLine" | "renderVector" | "renderImage" | "renderSVG", Drawing>;

/** Has every document of pdfmake that is to be tagged say what its lines are of. Once in a process. */
export function tagging(): void {
  const { prototype } = "default" in Renderer ? Renderer.default : Renderer;
  const renders = prototype as Renders;
  const { renderLine } = renders;
  renders.renderLine = function (...given) {
    const [line] = given as [Line];
    const draw = () => renderLine.apply(this, given);
    const known = tags(this.pdfDocument);
    if (known) known.line(line.inlines.find(({ place }) => place)?.place, draw);
    else draw();
  };
  for (const name of ["renderVector", "renderImage", "renderSVG"] as const) {
    const render = renders[name];
    renders[name] = function (...given) {
      const draw = () => render.apply(this, given);
      const known = tags(this.pdfDocument);
      if (known) known.artifact(draw);
      else draw();
    };
  }
}
