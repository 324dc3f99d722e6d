import { activeHolds, levelsWaitingFor, type DocumentView, type LevelState } from "@/core/approval";
import { authorise } from "../access/authorise";
import type { Visit } from "../http/page";

/** What a visitor may do with a document, as its sheet needs it. */
export function sheetFor(visit: Visit, view: DocumentView) {
  const { person, directory, zone, now } = visit;
  const { state } = view;
  const about = { document: state, isReader: true };
  const asked: LevelState | null = authorise(person, "documents.decide", about)
    ? null
    : (levelsWaitingFor(state, person.id)[0] ?? null);
  return {
    view,
    viewer: person.id,
    directory,
    zone,
    now,
    asked,
    mayEdit: ["draft", "sent back"].includes(state.status) && !authorise(person, "documents.edit", about),
    mayWithdraw:
      ["draft", "waiting", "sent back"].includes(state.status) && !authorise(person, "documents.withdraw", about),
    mayReroute: state.status === "waiting" && activeHolds(state).length > 0 && !authorise(person, "documents.reroute"),
  };
}
