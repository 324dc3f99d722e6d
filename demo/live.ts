import type { DocumentState } from "@/core/approval";
import type { OrderLine, PurchaseOrder } from "@/core/documents";
import { commandDocument, enterDocument } from "@/server/documents/commands";
import type { DemoBuilder } from "./builder";
import { fillingFor } from "./fill";
import { signatureFor } from "./sign";

type Sketch = {
  requester: string;
  title: string;
  supplier: string;
  currency?: string;
  note?: string;
  lines: [what: string, category: OrderLine["category"], quantity: string, price: number][];
};

/** The moves of a play: time passes, orders are entered and submitted, people say what they think. */
function moves({ app, clock, who, must, random }: DemoBuilder) {
  const at = (time: string) => clock.set(`2026-03-${time}:00.000Z`);
  const enter = (sketch: Sketch): { order: PurchaseOrder; draft: DocumentState } => {
    const { id, unit } = who(sketch.requester);
    const line = ([description, category, quantity, unitPrice]: Sketch["lines"][number]): OrderLine => ({
      description,
      category,
      costCentre: "CC-21",
      quantity,
      unitPrice,
      taxPercent: category === "dry-dock" ? "0" : "23",
    });
    const order: PurchaseOrder = {
      documentType: "purchase-order",
      title: sketch.title,
      requester: id,
      onBehalfOf: null,
      unit,
      supplier: sketch.supplier,
      currency: sketch.currency ?? "EUR",
      date: clock.now().slice(0, 10),
      promisedDate: null,
      note: sketch.note ?? "",
      lines: sketch.lines.map(line),
      attachments: [],
    };
    return { order, draft: must(enterDocument(app, who(id), order, random.uuid())) };
  };
  const submit = (sketch: Sketch): DocumentState => {
    const { order, draft } = enter(sketch);
    return must(
      commandDocument(app, who(order.requester), draft.id, { type: "submit", document: order }, random.uuid(), true),
    );
  };
  const say = (
    state: DocumentState,
    by: string,
    type: "approve" | "decline" | "send back",
    level: string,
    comment = "",
  ) => {
    const signed =
      type === "approve"
        ? { ...signatureFor(app, state, level, by), ...fillingFor(app, state, level, by, () => 0.5) }
        : {};
    const command = { type, level, revision: state.revision, comment, ...signed };
    return must(commandDocument(app, who(by), state.id, command, random.uuid(), true));
  };
  const ask = (state: DocumentState, by: string, to: string, text: string) =>
    must(commandDocument(app, who(by), state.id, { type: "ask", to, text }, random.uuid(), true));
  return { at, enter, submit, say, ask };
}

/** The ten orders that are under way when the demo begins, each in another state. */
export function liveOrders(make: DemoBuilder): void {
  const { at, enter, submit, say, ask } = moves(make);
  at("06T09:20");
  const survey = submit({
    requester: "noor-halvorsrud",
    title: "Hull survey, spring docking",
    supplier: "Estaleiro Vale d’Onda",
    note: "The class survey is due on 30 April; the dock is free from the 7th.",
    lines: [
      ["Survey and thickness measurements", "dry-dock", "1", 3_250_000],
      ["Scaffolding", "dry-dock", "1", 930_000],
    ],
  });
  at("06T11:05");
  const tablets = submit({
    requester: "ilda-fontes",
    title: "Bridge tablets, nine",
    supplier: "Lumenta Systems",
    lines: [
      ["Tablet, sealed, 11 inch", "it", "9", 89_500],
      ["Mounting arm", "it", "9", 14_900],
    ],
  });
  at("06T15:40");
  say(survey, "rui-tavares", "approve", "line-manager", "Cheaper of two offers; the other yard is free only in May.");
  at("09T08:35");
  const shaft = submit({
    requester: "duarte-anselmo",
    title: "Tail-shaft overhaul",
    supplier: "Skarnes Dock",
    lines: [["Overhaul and alignment", "dry-dock", "1", 16_840_000]],
  });
  at("09T09:10");
  const chairs = submit({
    requester: "salvina-reboredo",
    title: "Waiting-room chairs",
    supplier: "Gravura Print House",
    lines: [["Chair, weatherproof", "office", "36", 8_950]],
  });
  at("09T10:02");
  say(shaft, "rui-tavares", "approve", "line-manager", "Vibration is above the limit since January.");
  at("09T10:48");
  say(tablets, "ivo-sampaio", "approve", "line-manager");
  at("09T11:30");
  say(chairs, "ines-valadim", "send back", "line-manager", "Are these for both quays? Please say which.");
  at("09T12:15");
  say(shaft, "teodora-lins", "approve", "finance-director", "Within the docking budget.");
  at("09T13:20");
  say(shaft, "petra-zimbral", "approve", "technical-committee", "Alignment report read, no objection.");
  at("09T14:05");
  submit({
    requester: "alvaro-quintal",
    title: "Trolley refit, two galleys",
    supplier: "Doce Maresia Catering",
    lines: [["Trolley, refitted", "catering", "24", 132_500]],
  });
  at("09T15:30");
  say(shaft, "marta-quelhas", "approve", "directors", "Agreed with the master.");
  at("09T15:50");
  ask(survey, "teodora-lins", "noor-halvorsrud", "Is the dock fee part of the offer, or does it come on top?");
  at("09T16:10");
  submit({
    requester: "caetano-moura",
    title: "Rescue davit, spare winch",
    supplier: "Brennvik Marine Power",
    currency: "CHF",
    lines: [["Winch, 2.5 t", "deck", "1", 842_000]],
  });
  at("10T07:50");
  submit({
    requester: "olavo-penha",
    title: "Fender panels, east quay",
    supplier: "Cabedelo Fenders",
    lines: [["Fender panel, 2 m", "deck", "6", 41_500]],
  });
  at("10T08:20");
  enter({
    requester: "noor-halvorsrud",
    title: "Cooling pump, starboard",
    supplier: "Tidewell Engines",
    lines: [["Pump with seals", "engine", "1", 298_000]],
  });
  at("10T08:35");
  submit({
    requester: "odete-passarim",
    title: "Survival suits, eight",
    supplier: "Northrigg Cordage",
    lines: [["Survival suit, insulated", "deck", "8", 38_900]],
  });
  at("10T08:50");
  submit({
    requester: "priya-mascar",
    title: "Galley provisions, April",
    supplier: "Doce Maresia Catering",
    lines: [["Dry goods, mixed pallet", "catering", "4", 61_000]],
  });
}
