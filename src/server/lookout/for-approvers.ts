import type { DocumentState } from "@/core/approval";
import type { PolicyVersion } from "@/core/policy";
import { sayOnDocument } from "@/core/words";
import type { App } from "../app";
import { findingsAbout } from "./about";
import { namesIn } from "./names";
import { findingOf } from "./stored";

/**
 * What the lookout has found about a document, a line for each finding that is open, for somebody who decides on it: where its policy lets approvers read that, and nothing of what is about themselves.
 * @param version under which it went
 */
export function linesForApprover(
  app: App,
  approver: string,
  { id, number, document }: DocumentState,
  version: PolicyVersion | null,
): string[] {
  if (!version?.policy.tellsFindings) return [];
  return findingsAbout(app, document, number).flatMap((one) => {
    const finding = findingOf(app, one)!;
    if (finding.people.includes(approver)) return [];
    return sayOnDocument(finding.body, id, namesIn(app, finding)) ?? [];
  });
}
