import { dayIn } from "@/core/calendar";
import type { Person } from "@/core/people";
import type { PolicyVersion } from "@/core/policy";
import { sayDate } from "@/core/text";
import { authorise } from "../access/authorise";
import type { App } from "../app";
import { writeTo } from "../messages/letters";
import { readReferenceData } from "../reference-data";
import type { PolicyEvent } from "./events";

/**
 * Tells whoever can review that a version waits for them, and whoever sent it what came of it, each from its event. Call in the transaction that wrote the events.
 * @param policy id of the policy; of a set, nobody is told anything
 */
export function announceVersions(app: App, actor: Person, policy: string, events: readonly PolicyEvent[]): void {
  for (const event of events) {
    if (event.type === "policy version sent") tellReviewers(app, actor, versionOf(app, policy, event.data.version));
    if (event.type === "policy version reviewed")
      tellSender(app, actor, versionOf(app, policy, event.data.version), event.data);
  }
}

const versionOf = (app: App, policy: string, version: number) =>
  readReferenceData(app).versions.find((one) => one.policy.id === policy && one.version === version)!;

function tellReviewers(app: App, actor: Person, version: PolicyVersion): void {
  const { directory } = readReferenceData(app);
  const hands = new Set([version.savedBy, actor.id, ...(version.authors ?? [])]);
  const { from } = version.sent!;
  const planned = from ? `\nIt takes effect on ${sayDate(dayIn(from, directory.organisation.timeZone))}.` : "";
  for (const person of directory.organisation.people) {
    const can = directory.isActive(person, app.clock.now()) && !authorise(person, "policies.review");
    if (!can || hands.has(person.id)) continue;
    writeTo(app, {
      person: person.id,
      document: null,
      occasion: "policy",
      subject: `Version ${version.version} of “${version.policy.name}” waits for your review`,
      body: `${actor.name} sent version ${version.version} of the policy “${version.policy.name}” to be reviewed.${version.note ? `\nWhy it changes: ${version.note}` : ""}${planned}`,
      policy: { id: version.policy.id, version: version.version },
    });
  }
}

type Verdict = Extract<PolicyEvent, { type: "policy version reviewed" }>["data"];

function tellSender(app: App, actor: Person, version: PolicyVersion, { outcome, words }: Verdict): void {
  const to = new Set([version.sent?.by, version.savedBy, ...(version.authors ?? [])]);
  to.delete(actor.id);
  const did = outcome === "approved" ? "approved" : "returned, to be changed";
  for (const person of to)
    if (person)
      writeTo(app, {
        person,
        document: null,
        occasion: "policy",
        subject: `Version ${version.version} of “${version.policy.name}” was ${outcome}`,
        body: `${actor.name} ${did}: version ${version.version} of the policy “${version.policy.name}”.${words ? `\n“${words}”` : ""}`,
        policy: { id: version.policy.id, version: version.version },
      });
}
