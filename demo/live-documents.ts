import { searchDue } from "@/server/credit/search";
import type { DocumentState } from "@/core/approval";
import type { AnyDocument, ClaimLine, ExpenseClaim, SupplierInvoice } from "@/core/documents";
import { commandDocument, enterDocument } from "@/server/documents/commands";
import { askForAccount, fillIn } from "@/server/ledger/account-commands";
import { readAccount } from "@/server/ledger/accounts";
import { enterSalesOrder, receiveGoods } from "@/server/ledger/books";
import { runInsideSteps } from "@/server/ledger/work";
import { DEMO_START } from "@/server/app";
import type { Customer } from "./accounts";
import { withTotals } from "./documents";
import type { DemoBuilder } from "./builder";
import { bankLetter, bring, receiptPicture } from "./receipt-picture";
import { scrawl } from "./sign";

type Stage = ReturnType<typeof stageOf>;

function stageOf({ app, clock, who, must, random }: DemoBuilder) {
  const at = (time: string) => clock.set(`2026-03-${time}:00.000Z`);
  const enter = (document: AnyDocument) => must(enterDocument(app, who(document.requester), document, random.uuid()));
  const submit = (document: AnyDocument): DocumentState => {
    const { id, document: taken } = enter(document);
    return must(
      commandDocument(app, who(document.requester), id, { type: "submit", document: taken }, random.uuid(), true),
    );
  };
  const say = (
    state: DocumentState,
    by: string,
    type: "approve" | "decline" | "send back",
    level: string,
    comment = "",
    refused?: { part: string; allowed: number | null }[],
  ) =>
    must(
      commandDocument(
        app,
        who(by),
        state.id,
        { type, level, revision: state.revision, comment, ...(refused && { refused }) },
        random.uuid(),
        true,
      ),
    );
  return { at, enter, submit, say, app, who, must, random };
}

type Line = [what: string, quantity: string, price: number, orderLine: number | null];

function invoice(supplier: string, invoiceNumber: string, lines: Line[], rest: Partial<SupplierInvoice> = {}) {
  const made = withTotals({
    documentType: "supplier-invoice",
    title: "",
    requester: "vicente-lourosa",
    onBehalfOf: null,
    unit: "finance",
    currency: "EUR",
    date: "2026-03-06",
    note: "",
    attachments: [],
    supplier,
    invoiceNumber,
    orderNumber: null,
    dueDate: "2026-04-05",
    discountDate: null,
    discountPercent: null,
    bankAccount: "",
    lines: lines.map(([description, quantity, unitPrice, orderLine]) => ({
      description,
      costCentre: "CC-30",
      quantity,
      unitPrice,
      net: Math.round(Number(quantity) * unitPrice),
      taxPercent: "23",
      orderLine,
    })),
  });
  return { ...made, ...rest, stated: { ...made.stated, ...rest.stated } } as SupplierInvoice;
}

/** What is under way of the other types when the demonstration begins: something in every state, and a hold of every reason. */
export function liveDocuments(make: DemoBuilder, customers: readonly Customer[]): void {
  const stage = stageOf(make);
  // This morning's search found nothing; what is stopped today is found tomorrow, or by hand.
  searchDue(make.app);
  liveInvoices(stage);
  liveClaims(stage);
  liveAccounts(stage, customers);
  runInsideSteps(make.app);
}

function liveInvoices({ at, submit, say, enter, app, who, must, random }: Stage): void {
  at("10T08:52");
  // 1,211.55 with tax, against the supplier's own limit of 750.
  submit(invoice("Papelaria Farol", "PF-2026-0311", [["Timetables, summer", "1", 98_500, null]]));
  at("10T08:53");
  submit(invoice("Vigia Inspections", "VI-88-2026", [["Lift inspection, east quay", "1", 312_000, null]]));
  at("10T08:54");
  const order = submit({
    documentType: "purchase-order",
    title: "Signal flags and lights",
    requester: "nicola-frade",
    onBehalfOf: null,
    unit: "engineering",
    supplier: "Halyard & Moss",
    currency: "EUR",
    date: "2026-03-10",
    promisedDate: null,
    note: "",
    lines: [
      {
        description: "Signal flags, set",
        category: "deck",
        costCentre: "CC-21",
        quantity: "4",
        unitPrice: 6_200,
        taxPercent: "23",
      },
      {
        description: "Life-jacket lights",
        category: "deck",
        costCentre: "CC-21",
        quantity: "20",
        unitPrice: 950,
        taxPercent: "23",
      },
    ],
    attachments: [],
  });
  must(receiveGoods(app, who("tamsin-roque"), { order: order.number, line: 1, quantity: "4" }, random.uuid()));
  const against = { orderNumber: order.number, date: "2026-03-09", discountDate: "2026-03-12", discountPercent: "2" };
  at("10T08:55");
  // The flags are dearer than ordered, and half of the lights have not come.
  submit(
    invoice(
      "Halyard & Moss",
      "HM-5521",
      [
        ["Signal flags, set", "4", 6_890, 1],
        ["Life-jacket lights", "20", 950, 2],
      ],
      against,
    ),
  );
  at("10T08:56");
  submit(invoice("Lumenta Systems", "L-2026-417", [["Booking licences, March", "12", 4_900, null]]));
  submit(invoice("Lumenta Systems", "L 2026 417", [["Booking licences, March", "12", 4_900, null]]));
  at("10T08:57");
  const wrong = invoice("Corvina Software", "CS-90", [["Map service", "1", 20_000, null]]);
  submit({ ...wrong, stated: { ...wrong.stated, gross: 24_800, due: 24_800 } });
  at("10T08:58");
  submit(invoice("Tunvik Sails", "TS-1", [["Awning, repaired", "1", 41_000, null]]));
  at("10T08:59");
  const small = submit(invoice("Gravura Print House", "GP-771", [["Route maps", "500", 90, null]]));
  say(small, "leonel-viegas", "approve", "purchasing", "Ordered by telephone; the next one by an order, please.");
  // Their bank details changed in February.
  submit(invoice("Cabedelo Fenders", "CF-2026-88", [["Fender panels, spare", "2", 46_000, null]]));
  enter(invoice("Sundra Bunkers", "SB-3345", [["Gas oil, weekly call", "1", 640_000, null]]));
}

function liveClaims({ at, submit, say, enter, app, random }: Stage): void {
  const receipt = (person: string, name: string) => bring(app, person, name, receiptPicture(random, 2));
  const line = (
    date: string,
    category: ClaimLine["category"],
    description: string,
    minor: number,
    hash: string | null,
  ) => ({
    date,
    category,
    description,
    costCentre: "CC-21",
    spent: { minor, currency: "EUR" },
    claimed: minor,
    taxPercent: "0",
    receipt: hash,
  });
  const claim = (requester: string, unit: string, title: string, rest: Partial<ExpenseClaim>): ExpenseClaim => ({
    documentType: "expense-claim",
    title,
    requester,
    onBehalfOf: null,
    unit,
    currency: "EUR",
    date: "2026-03-09",
    note: "",
    payee: requester,
    lines: [],
    attachments: [],
    ...rest,
  });
  at("10T09:00");
  const [hotel, train, dinner, taxi] = ["hotel", "train", "dinner", "taxi"].map((name) =>
    receipt("noor-halvorsrud", `${name}.png`),
  ) as [ReturnType<typeof receipt>, ReturnType<typeof receipt>, ReturnType<typeof receipt>, ReturnType<typeof receipt>];
  const papers = [hotel, train, dinner, taxi];
  submit(
    claim("noor-halvorsrud", "engineering", "Class survey at the yard", {
      attachments: papers,
      lines: [
        line("2026-03-02", "travel", "Train, return", 8_640, train.hash),
        line("2026-03-02", "lodging", "Hotel, two nights", 21_800, hotel.hash),
        line("2026-03-03", "meals", "Dinner with the surveyor", 5_150, dinner.hash),
        line("2026-03-03", "travel", "Taxi to the yard", 2_380, taxi.hash),
        line("2026-03-04", "other", "Printing of drawings", 1_920, null),
      ],
    }),
  );
  at("10T09:01");
  const fuel = receipt("hamid-belkassem", "fuel.png");
  const approved = submit(
    claim("hamid-belkassem", "crewing", "Fire course, travel", {
      attachments: [fuel],
      lines: [
        line("2026-03-05", "travel", "Car, 310 km", 9_300, fuel.hash),
        line("2026-03-05", "meals", "Lunch", 890, null),
      ],
    }),
  );
  const open = approved.levels.find((level) => level.status === "open");
  const by = open?.pool.includes("fabricio-nave") ? "fabricio-nave" : open?.pool[0];
  if (open && by) {
    try {
      say(approved, by, "approve", open.level, "The lunch was on the ship; the travel is fine.", [
        { part: "line 2", allowed: null },
      ]);
    } catch {
      // Whoever is asked is away, and nobody stands in: it waits, as it would in the office.
    }
  }
  enter(claim("rosa-pinhal", "tickets", "Stamps", { lines: [line("2026-03-08", "other", "Stamps", 1_400, null)] }));
}

/** The limit as it is now, after all that history has changed of it, in minor units. */
function limitOf({ app }: Stage, { id, limit }: Customer): number {
  const now = readAccount(app.db, id)?.fields.limit;
  return typeof now === "object" && now !== null && "minor" in now ? now.minor : limit;
}

function liveAccounts(stage: Stage, customers: readonly Customer[]): void {
  const { at, submit, app, who, must, random } = stage;
  const [first, second, third] = customers as [Customer, Customer, Customer];
  at("10T09:02");
  const change = (customer: string, requester: string, changes: object[], rest: object = {}) =>
    submit({
      documentType: "credit-limit-change",
      title: "",
      requester,
      onBehalfOf: null,
      unit: "freight",
      currency: "EUR",
      date: "2026-03-10",
      note: "",
      attachments: [],
      customer,
      customerName: "",
      first: false,
      origin: "by hand",
      stoppedOrder: null,
      papers: [],
      ...rest,
      changes,
    } as AnyDocument);
  change(
    first.id,
    "matias-serrado",
    [
      { field: "limit", before: null, after: { minor: Math.round(limitOf(stage, first) * 1.6), currency: "EUR" } },
      { field: "paymentTerms", before: null, after: "75 days" },
      { field: "phone", before: null, after: "+000 233 400 112" },
    ],
    { note: "Second depot opens in April." },
  );
  at("10T09:03");
  for (const [customer, title, share, seller] of [
    [second, "Spring shipments", 1.3, "celeste-barroca"],
    [third, "Reefer boxes, ten", 1.1, "matias-serrado"],
  ] as const)
    must(
      enterSalesOrder(
        app,
        who("vicente-lourosa"),
        { customer: customer.id, title, minor: Math.round(limitOf(stage, customer) * share), seller },
        random.uuid(),
      ),
    );
  at("10T09:04");
  const asked = must(
    askForAccount(
      app,
      who("albertina-fragoso"),
      { kind: "supplier", name: "Zambujal Ropeworks", email: "office@zambujal.example", currency: "EUR", group: "" },
      random.uuid(),
    ),
  );
  if ("link" in asked) {
    const token = asked.link!.split("/").at(-1)!;
    must(
      fillIn(
        app,
        token,
        null,
        {
          taxNumber: "XX504331877",
          address: "12 Rua da Amarra",
          bankAccount: "XX18 2200 1187 4410 0093",
          email: "office@zambujal.example",
          signedBy: "Dulce Amarante",
          drawn: scrawl("Dulce Amarante"),
          papers: [bankLetter(app, token)],
        },
        random.uuid(),
      ),
    );
  }
  at("10T09:05");
  must(
    askForAccount(
      app,
      who("celeste-barroca"),
      {
        kind: "customer",
        name: "Rocamar Cheese Makers",
        email: "hello@rocamar.example",
        currency: "EUR",
        group: "Food",
      },
      random.uuid(),
    ),
  );
  const account = readAccount(app.db, "northrigg-cordage");
  if (account)
    submit({
      documentType: "supplier-account",
      title: "",
      requester: "albertina-fragoso",
      onBehalfOf: null,
      unit: "finance",
      currency: "EUR",
      date: DEMO_START.slice(0, 10),
      note: "Letter of 4 March; called back on the number we have.",
      attachments: [],
      supplier: account.id,
      supplierName: account.name,
      opening: false,
      filledInBy: "",
      changes: [{ field: "bankAccount", before: null, after: "XX22 9100 3321 0045 7810" }],
    });
}
