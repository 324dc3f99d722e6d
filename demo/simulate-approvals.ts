import { actorsOfSeat, openSeats, seatFor, type DocumentState, type LevelState } from "@/core/approval";
import type { AnyDocument } from "@/core/documents";
import { commandDocument, enterDocument } from "@/server/documents/commands";
import { readState } from "@/server/documents/state";
import { receiveGoods } from "@/server/ledger/books";
import { readReferenceData, routingFor } from "@/server/reference-data";
import { invoiceFor } from "./documents";
import type { DemoBuilder } from "./generate";
import { QUICK, QUICK_MS, isToBeSentTwice } from "./planted-anomalies";
import { signatureFor } from "./sign";
import { DAY, HOUR, workingMoment, type Push } from "./moments";

/** Somebody sends a document in, and what follows from it happens in its time. */
export function submitAndFollow(make: DemoBuilder, order: AnyDocument, push: Push): void {
  const { app, who, must, random } = make;
  const requester = who(order.requester);
  const draft = must(enterDocument(app, requester, order, random.uuid()));
  const { document } = draft;
  // Two changes of one customer may overtake each other: what is set already needs no second asking.
  const state = commandDocument(app, requester, draft.id, { type: "submit", document }, random.uuid(), true);
  if (state.ok) follow(make, state.value, push);
  else
    must(
      commandDocument(app, requester, draft.id, { type: "withdraw", comment: "Is so already." }, random.uuid(), true),
    );
}

/** Lets whoever is asked decide after a while; what is held is withdrawn by its requester. */
function follow(make: DemoBuilder, state: DocumentState, push: Push): void {
  const { app, who, must, random } = make;
  const now = Date.parse(make.clock.now());
  if (state.status === "approved") return deliver(make, state, push);
  if (state.status !== "waiting") return;
  const open = state.levels.find((level) => openSeats(level).length > 0);
  if (!open) {
    const withdraw = () =>
      must(
        commandDocument(
          app,
          who(state.document.requester),
          state.id,
          { type: "withdraw", comment: "Entered again by a colleague." },
          random.uuid(),
          true,
        ),
      );
    push({ at: workingMoment(random, now + DAY), run: () => void withdraw() });
    return;
  }
  const say = random.chance(0.035) ? "decline" : random.chance(0.04) && state.revision === 1 ? "send back" : "approve";
  const comment = {
    decline: random.pick(DECLINES),
    "send back": random.pick(SEND_BACKS),
    approve: random.chance(0.12) ? random.pick(APPROVALS) : "",
  }[say];
  // In the August of the holiday policy some never answered, and the claim passed by lapse of time.
  if (
    open.timers?.some((one) => one.kind === "overdue") &&
    state.route?.policy?.id === "claims-in-august" &&
    (random.chance(0.4) || noneLapsed(make))
  )
    return;
  const run = () => {
    // It may have lapsed meanwhile.
    if (readState(app.db, state.id)?.status !== "waiting") return;
    const able = whoCan(make, state, open);
    // Everybody who is asked is away with nobody to stand in: it waits.
    if (able.length === 0) return push({ at: workingMoment(random, Date.parse(make.clock.now()) + DAY), run });
    const approver = who(random.pick(able));
    const after = must(
      commandDocument(
        app,
        approver,
        state.id,
        {
          type: open.kind === "task" ? "approve" : say,
          level: open.level,
          revision: state.revision,
          comment,
          ...(open.checklist && { ticked: [...open.checklist] }),
          ...(say === "approve" && signatureFor(app, state, open.level, approver.id)),
        },
        random.uuid(),
        true,
      ),
    );
    if (after.status !== "sent back") return follow(make, after, push);
    const corrected = { ...after.document, note: `Corrected: ${comment}` };
    const resubmit = () =>
      follow(
        make,
        must(
          commandDocument(
            app,
            who(after.document.requester),
            after.id,
            { type: "submit", document: corrected },
            random.uuid(),
            true,
          ),
        ),
        push,
      );
    push({ at: workingMoment(random, Date.parse(make.clock.now()) + 6 * HOUR), run: resubmit });
  };
  const atOnce = open.pool.includes(QUICK) && say === "approve" && !comment;
  push({ at: atOnce ? now + QUICK_MS : workingMoment(random, now + random.logNormal(9, 0.9) * HOUR), run });
}

/** However few claims there are, one of that August passed without an answer. */
function noneLapsed({ db }: DemoBuilder): boolean {
  return db.prepare("SELECT 1 FROM document WHERE lapsed = 1 LIMIT 1").get() === undefined;
}

/** Those who can decide at a level now, in their own name or another’s. */
function whoCan({ app, clock }: DemoBuilder, state: DocumentState, level: LevelState): string[] {
  const at = clock.now();
  const routing = routingFor(app.db, readReferenceData(app), at, state.route?.ratesOn);
  const actors = openSeats(level).flatMap((seat) => actorsOfSeat(state, seat, routing, at));
  const able = actors.filter((one) => one.eligible && seatFor(state, level, one.person, routing, at).ok);
  return [...new Set(able.map((one) => one.person))];
}

const DECLINES = ["Not in this year’s budget.", "We have the same in store.", "Ask for a second offer first."];
const SEND_BACKS = ["Which cost centre pays for this?", "The offer is missing.", "Please split by vessel."];
const APPROVALS = [
  "Agreed at the Monday meeting.",
  "Price checked against the frame contract.",
  "Needed before the season.",
  "Fine, but the last one this quarter.",
];

/** Goods come in some days after an order is approved, and most are invoiced; some invoices come before the goods, and a few come twice. */
function deliver(make: DemoBuilder, state: DocumentState, push: Push): void {
  const { random, app, who, must } = make;
  const { document, number } = state;
  if (document.documentType !== "purchase-order" || state.status !== "approved" || document.currency !== "EUR") return;
  if (!random.chance(0.62)) return;
  const now = Date.parse(make.clock.now());
  const arrives = workingMoment(random, now + random.int(3, 16) * DAY);
  const late = random.chance(0.04);
  push({
    at: arrives + (late ? 12 * DAY : 0),
    run: () =>
      document.lines.forEach((line, index) => {
        const receipt = { order: number, line: index + 1, quantity: line.quantity };
        must(receiveGoods(app, who("tamsin-roque"), receipt, random.uuid()));
      }),
  });
  const invoiceAt = workingMoment(random, arrives + random.int(1, 6) * DAY);
  push({
    at: invoiceAt,
    run: () => {
      const invoice = invoiceFor(random, document, number, make.clock.now().slice(0, 10));
      submitAndFollow(make, invoice, push);
      if (!isToBeSentTwice(make)) return;
      const again = { ...invoice, invoiceNumber: invoice.invoiceNumber.replace(/-0*/g, " ") };
      push({
        at: workingMoment(random, Date.parse(make.clock.now()) + 6 * DAY),
        run: () => submitAndFollow(make, again, push),
      });
    },
  });
}
