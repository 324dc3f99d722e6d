/** Asks the handlers of the API as somebody who is signed in, for tests of what they are answered over HTTP. */
import { expect } from "vitest";
import { POST as change } from "@/app/api/documents/[id]/route";
import { POST as enter } from "@/app/api/documents/route";
import type { DocumentState } from "@/core/approval";
import type { PurchaseOrder } from "@/core/documents";
import type { Refusal } from "@/core/refusal";
import { startSession } from "@/server/access/sessions";
import type { Told } from "@/server/documents/told";
import { readState } from "@/server/documents/state";
import { newCommandId } from "@/server/log/log";
import type { TestApp } from "./test-app";

export const NOOR = "noor-halvorsrud";

type Answer<T> = { status: number; value: T; said: string };

/**
 * @param jar in which the mocked cookies find the session
 * @param app of the test that runs
 */
export function asking(jar: { token: string | undefined }, app: () => TestApp) {
  /** What somebody is answered over HTTP. */
  async function ask<T = Told>(
    who: string,
    handler: (request: Request, more: never) => Promise<Response>,
    body: object | null,
    { id = "", query = "" } = {},
  ): Promise<Answer<T>> {
    jar.token = startSession(app(), who, "password", "Test").token;
    const request = new Request(`http://localhost:4310/api/x${query}`, {
      method: body ? "POST" : "GET",
      headers: { host: "localhost:4310" },
      ...(body && { body: JSON.stringify(body) }),
    });
    const response = await handler(request, { params: Promise.resolve({ id }) } as never);
    const value = (await response.json()) as T & { refusals?: Refusal[] };
    return { status: response.status, value, said: (value.refusals ?? []).map((one) => one.message).join("; ") };
  }

  async function submitted(order: PurchaseOrder, who = order.requester): Promise<DocumentState> {
    const entered = await ask(who, enter, { command: newCommandId(), document: order });
    expect([entered.status, entered.said]).toEqual([200, ""]);
    const { id } = entered.value;
    const sent = await ask(who, change, { command: newCommandId(), type: "submit", document: order }, { id });
    expect([sent.status, sent.said]).toEqual([200, ""]);
    return now(id);
  }
  const now = (id: string) => readState(app().db, id)!;
  const edit = (id: string, document: object, more: object = {}, who = NOOR) =>
    ask(
      who,
      change,
      { command: newCommandId(), type: "revise", revision: now(id).revision, document, ...more },
      { id },
    );
  const decide = (who: string, id: string, level: string, more: object = {}) =>
    ask(
      who,
      change,
      { command: newCommandId(), type: "approve", level, revision: now(id).revision, comment: "said", ...more },
      { id },
    );
  return { ask, submitted, now, edit, decide };
}
