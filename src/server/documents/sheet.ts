import {
  activeHolds,
  actorsOfSeat,
  levelsToDecide,
  openSeats,
  seatFor,
  type DocumentState,
  type DocumentView,
  type LevelState,
} from "@/core/approval";
import type { RoutingContext } from "@/core/routing";
import { readWorld, routingFor } from "../world";
import { tookOver } from "./commands";
import { authorise } from "../access/authorise";
import type { Visit } from "../http/page";

/** What a visitor may do with a document, as its sheet needs it. */
export function sheetFor(visit: Visit, view: DocumentView) {
  const { app, person, directory, zone, now } = visit;
  const { state } = view;
  const about = { document: state, isReader: true, tookOver: tookOver(app, state.document.requester, person.id) };
  const routing = routingFor(app.db, readWorld(app), state.document.date, now);
  const asked: LevelState | null = authorise(person, "documents.decide", about)
    ? null
    : (levelsToDecide(state, person.id, routing, now)[0] ?? null);
  const seat = asked ? seatFor(state, asked, person.id, routing, now) : null;
  const inNameOf = seat?.ok && seat.value !== person.id ? seat.value : null;
  return {
    view,
    directory,
    zone,
    now,
    asked,
    inNameOf,
    acting: actingFor(state, routing, now),
    mayEdit: ["draft", "sent back"].includes(state.status) && !authorise(person, "documents.edit", about),
    mayWithdraw:
      ["draft", "waiting", "sent back"].includes(state.status) && !authorise(person, "documents.withdraw", about),
    mayReroute: state.status === "waiting" && activeHolds(state).length > 0 && !authorise(person, "documents.reroute"),
  };
}

/** For each one who is asked now and cannot act: who acts in their name. */
function actingFor(
  state: DocumentState,
  routing: Omit<RoutingContext, "at">,
  now: string,
): Record<string, { names: string[]; why: string }> {
  const seats = state.status === "waiting" ? [...new Set(state.levels.flatMap(openSeats))] : [];
  return Object.fromEntries(
    seats.flatMap((seat) => {
      const [own, ...others] = actorsOfSeat(state, seat, routing, now);
      const names = others.filter((one) => one.eligible).map((one) => one.name);
      return own && (!own.eligible || names.length > 0)
        ? [[seat, { names, why: own.eligible ? "" : own.reason.replace(/^not: /, "") }]]
        : [];
    }),
  );
}
