import type { AnyDocument } from "@/core/documents";
import type { Person } from "@/core/people";
import { type Refusal } from "@/core/refusal";
import type { App } from "../app";
import { readReferenceData } from "../reference-data";
import { refuse, namesOf } from "@/core/words";

/** One editor is named besides the requester, so that a second would let the first decide on what they wrote. */
export function whyNotEditToo(
  app: App,
  actor: Person,
  requester: string,
  editedBy: string | undefined,
): Refusal | null {
  if (!editedBy || actor.id === requester || actor.id === editedBy) return null;
  const { directory } = readReferenceData(app);
  const editor = directory.person(editedBy);
  if (!editor || !directory.isActive(editor, app.clock.now())) return null;
  return refuse("edited by another", { editor: editor.id, requester }, undefined, namesOf(directory));
}

/** Whoever edits for somebody else is named, since they may not decide on it either. */
export function markEditor(
  document: AnyDocument,
  actor: string,
  requester: string,
  before: string | undefined,
): AnyDocument {
  const { editedBy: _, ...plain } = document;
  const editor = actor === requester ? before : actor;
  return (editor ? { ...plain, editedBy: editor } : plain) as AnyDocument;
}
