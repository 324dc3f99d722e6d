import type { DocumentState } from "@/core/approval";
import type { AnyDocument, OrderLine, PurchaseOrder } from "@/core/documents";
import { commandDocument, enterDocument } from "@/server/documents/commands";
import { runInsideSteps } from "@/server/ledger/work";
import { withTotals } from "../documents";
import type { DemoBuilder } from "../builder";
import type { customers } from "./accounts";

type Line = [what: string, category: string, quantity: string, price: number, life: string];

function moves({ app, clock, who, must, random }: DemoBuilder) {
  const at = (time: string) => clock.set(`2026-03-${time}:00.000Z`);
  const enter = (document: AnyDocument) => must(enterDocument(app, who(document.requester), document, random.uuid()));
  const submit = (document: AnyDocument): DocumentState => {
    const { id, document: taken } = enter(document);
    const command = { type: "submit" as const, document: taken };
    return must(commandDocument(app, who(document.requester), id, command, random.uuid(), true));
  };
  const say = (state: DocumentState, by: string, type: "approve" | "send back", level: string, comment = "") => {
    const command = { type, level, revision: state.revision, comment };
    return must(commandDocument(app, who(by), state.id, command, random.uuid(), true));
  };
  const order = (
    requester: string,
    title: string,
    supplier: string,
    lines: Line[],
    own: PurchaseOrder["own"],
  ): PurchaseOrder => ({
    documentType: "purchase-order",
    title,
    requester,
    onBehalfOf: null,
    unit: who(requester).unit,
    supplier,
    currency: "CLP",
    date: clock.now().slice(0, 10),
    promisedDate: null,
    note: "",
    lines: lines.map(([description, category, quantity, unitPrice, life]): OrderLine => ({
      description,
      category,
      costCentre: "E-1",
      quantity,
      unitPrice,
      taxPercent: "19",
      own: { own_life: life },
    })),
    attachments: [],
    own,
  });
  return { at, enter, submit, say, order };
}

/** What is under way when the demo begins: something for everybody to do, by every field that the observatory decides by. */
export function liveDocuments(make: DemoBuilder, institutes: ReturnType<typeof customers>): void {
  const { at, enter, submit, say, order } = moves(make);
  at("09T13:05");
  const mirror = submit(
    order(
      "aruna-velkar",
      "Deformable mirror, second",
      "Lentes Antucura",
      [["Mirror with drive", "10", "1", 46_800_000, "12"]],
      {
        own_grant: "G-103",
        own_instrument: "KULLA",
        own_export_licence: true,
      },
    ),
  );
  at("09T13:20");
  say(mirror, "consuelo-raipan", "approve", "instrument-owner", "Fits the bench; drawings checked.");
  at("09T13:40");
  submit(
    order(
      "leandro-pichun",
      "Helium for the summer run",
      "Helio Frío Sur",
      [["Helium, 30 l", "20", "4", 390_000, "1"]],
      {
        own_grant: "G-101",
        own_instrument: "KULLA",
        own_campaign: "2026-S",
        own_export_licence: false,
      },
    ),
  );
  at("09T14:10");
  const dome = submit(
    order("piet-lantinga", "Shutter motors", "Grúas Pellumé", [["Motor with gear", "30", "2", 4_150_000, "15"]], {}),
  );
  at("09T14:30");
  say(dome, "rocio-barahona", "send back", "manager", "Do they fit both shutters? Please add the drawing.");
  at("09T15:00");
  submit(
    order("fresia-nunque", "Lodge mattresses", "Limpieza Altos Blancos", [["Mattress", "30", "14", 62_000, "6"]], {}),
  );
  at("10T11:50");
  enter(
    order(
      "dagny-solvik",
      "Storage shelf, archive",
      "Kestrelgate Storage",
      [["Shelf, 200 TB", "50", "1", 7_400_000, "7"]],
      {
        own_grant: "G-102",
      },
    ),
  );
  at("10T12:05");
  submit(
    withTotals({
      documentType: "supplier-invoice",
      title: "",
      requester: "lidia-fuentel",
      onBehalfOf: null,
      unit: "administration",
      currency: "CLP",
      date: "2026-03-06",
      note: "",
      attachments: [],
      supplier: "Gas y Leña Rupanco Chico",
      invoiceNumber: "B-20311",
      orderNumber: null,
      dueDate: "2026-04-05",
      discountDate: null,
      discountPercent: null,
      bankAccount: "",
      lines: [
        {
          description: "Gas, March",
          costCentre: "M",
          quantity: "1",
          unitPrice: 1_130_000,
          net: 1_130_000,
          taxPercent: "19",
          orderLine: null,
        },
        {
          description: "Pressure regulator for the tank",
          costCentre: "M",
          quantity: "1",
          unitPrice: 250_000,
          net: 250_000,
          taxPercent: "19",
          orderLine: null,
        },
      ],
    }),
  );
  at("10T12:20");
  submit({
    documentType: "expense-claim",
    title: "Observing run, February",
    requester: "mirta-coronel",
    onBehalfOf: null,
    unit: "science",
    currency: "CLP",
    date: "2026-03-10",
    note: "",
    payee: "mirta-coronel",
    lines: [
      {
        date: "2026-02-19",
        category: "V",
        description: "Nights on the mountain",
        costCentre: "S-1",
        spent: { minor: 38_000, currency: "CLP" },
        claimed: 38_000,
        taxPercent: "0",
        receipt: null,
      },
      {
        date: "2026-02-20",
        category: "T",
        description: "Bus to the valley",
        costCentre: "S-1",
        spent: { minor: 8_400, currency: "CLP" },
        claimed: 8_400,
        taxPercent: "0",
        receipt: null,
      },
    ],
    attachments: [],
    own: { own_campaign: "2026-S", own_health: "Oxygen on the second night; the bus went to the clinic." },
  });
  at("10T12:30");
  for (const { id, limit } of institutes.filter((one) => !one.agreement).slice(0, 1))
    submit({
      documentType: "credit-limit-change",
      title: "",
      requester: "yasna-ulloque",
      onBehalfOf: null,
      unit: "science",
      currency: "CLP",
      date: "2026-03-10",
      note: "Ten nights more in August.",
      attachments: [],
      customer: id,
      customerName: "",
      first: false,
      origin: "by hand",
      stoppedOrder: null,
      changes: [{ field: "limit", before: null, after: { minor: limit + 20_000_000, currency: "CLP" } }],
      papers: [],
    });
  runInsideSteps(make.app);
}
