import type { DocumentState, DocumentView } from "../approval";
import type { Directory } from "../people";
import { namesOf, type Names } from "../words";

type Seen = Pick<DocumentState, "levels" | "document" | "route">;

/** What the ids of a document's state and events are called, by people as they are called now and by the version of the policy it went under. */
export function namesIn(directory: Directory, state: Seen, version: DocumentView["version"]): Names {
  const { levels, document, route } = state;
  return namesOf(directory, { policy: version?.policy ?? null, levels, document, policies: route?.policies ?? [] });
}
