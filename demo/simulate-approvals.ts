import { actorsOfSeat, openSeats, seatFor, type DocumentState, type LevelState } from "@/core/approval";
import type { AnyDocument } from "@/core/documents";
import { commandDocument, enterDocument } from "@/server/documents/commands";
import { readState } from "@/server/documents/state";
import { receiveGoods } from "@/server/ledger/books";
import { readReferenceData, routingFor } from "@/server/reference-data";
import type { DemoBuilder } from "./builder";
import { fillingFor } from "./fill";
import { signatureFor } from "./sign";
import { DAY, HOUR, type Push } from "./moments";

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
  const { app, who, must, random, working } = make;
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
    push({ at: working(now + DAY), run: () => void withdraw() });
    return;
  }
  const say = random.chance(0.035) ? "decline" : random.chance(0.04) && state.revision === 1 ? "send back" : "approve";
  const { says, answersAfter } = make.customs;
  const comment = {
    decline: random.pick(says.decline),
    "send back": random.pick(says["send back"]),
    approve: random.chance(0.12) ? random.pick(says.approve) : "",
  }[say];
  const after = answersAfter?.(make, state, open, say === "approve" && !comment);
  if (after === null) return;
  const run = () => {
    const present = readState(app.db, state.id);
    // It may have lapsed meanwhile.
    if (present?.status !== "waiting") return;
    const able = whoCan(make, state, open);
    // Everybody who is asked is away with nobody to stand in: it waits.
    if (able.length === 0) return push({ at: working(Date.parse(make.clock.now()) + DAY), run });
    const approver = who(random.pick(make.customs.chooses?.(present, open, able) ?? able));
    const decided = must(
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
          ...(say === "approve" && fillingFor(app, present, open.level, approver.id, random.next)),
        },
        random.uuid(),
        true,
      ),
    );
    if (decided.status !== "sent back") return follow(make, decided, push);
    const corrected = { ...decided.document, note: `Corrected: ${comment}` };
    const resubmit = () =>
      follow(
        make,
        must(
          commandDocument(
            app,
            who(decided.document.requester),
            decided.id,
            { type: "submit", document: corrected },
            random.uuid(),
            true,
          ),
        ),
        push,
      );
    push({ at: working(Date.parse(make.clock.now()) + 6 * HOUR), run: resubmit });
  };
  push({
    at: after === undefined ? working(now + random.logNormal(9, 0.9) * HOUR) : now + after,
    run,
  });
}

/** Those who can decide at a level now, in their own name or another’s. */
function whoCan({ app, clock }: DemoBuilder, state: DocumentState, level: LevelState): string[] {
  const at = clock.now();
  const routing = routingFor(app.db, readReferenceData(app), at, state.route?.ratesOn);
  const actors = openSeats(level).flatMap((seat) => actorsOfSeat(state, seat, routing, at));
  const able = actors.filter((one) => one.eligible && seatFor(state, level, one.person, routing, at).ok);
  return [...new Set(able.map((one) => one.person))];
}

/** Goods come in some days after an order is approved, and most are invoiced; some invoices come before the goods, and a few come twice. */
function deliver(make: DemoBuilder, state: DocumentState, push: Push): void {
  const { random, app, who, must, working } = make;
  const { document, number } = state;
  const home = readReferenceData(app).directory.organisation.currency;
  if (document.documentType !== "purchase-order" || state.status !== "approved" || document.currency !== home) return;
  if (!random.chance(0.62)) return;
  const now = Date.parse(make.clock.now());
  const arrives = working(now + random.int(3, 16) * DAY);
  const late = random.chance(0.04);
  push({
    at: arrives + (late ? 12 * DAY : 0),
    run: () =>
      document.lines.forEach((line, index) => {
        const receipt = { order: number, line: index + 1, quantity: line.quantity };
        must(receiveGoods(app, who(make.customs.receives), receipt, random.uuid()));
      }),
  });
  const invoiceAt = working(arrives + random.int(1, 6) * DAY);
  push({
    at: invoiceAt,
    run: () => {
      const invoice = make.customs.invoice(make, state, make.clock.now().slice(0, 10));
      submitAndFollow(make, invoice, push);
      if (!make.customs.comesTwice?.(make)) return;
      const again = { ...invoice, invoiceNumber: invoice.invoiceNumber.replace(/-0*/g, " ") };
      push({
        at: working(Date.parse(make.clock.now()) + 6 * DAY),
        run: () => submitAndFollow(make, again, push),
      });
    },
  });
}
