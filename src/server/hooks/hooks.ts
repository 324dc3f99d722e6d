import { createHmac, randomBytes, timingSafeEqual } from "node:crypto";
import http from "node:http";
import https from "node:https";
import { isIP, type LookupFunction } from "node:net";
import { acceptedOf, filledOf, type DocumentState, type Step, type StepDone } from "@/core/approval";
import { documentType } from "@/core/documents";
import { hiddenKeys } from "@/core/own-fields";
import type { Person } from "@/core/people";
import { type Result } from "@/core/refusal";
import { refuse, refused } from "@/core/words";
import { authorise } from "../access/authorise";
import type { App } from "../app";
import { write } from "../ledger/write";
import { readReferenceData } from "../reference-data";
import { wayTo } from "./outside";

export type Hook = { id: string; name: string; url: string; madeBy: string; madeAt: string };
type Row = { id: string; name: string; url: string; secret: string; made_by: string; made_at: string };

const TIMEOUT_MS = 10_000;

/** Addresses that a step may call, by name; secrets stay on the server. */
export function hooksOf(app: App): Hook[] {
  const rows = app.db.prepare("SELECT * FROM hook ORDER BY name").all() as Row[];
  return rows.map(({ id, name, url, made_by, made_at }) => ({ id, name, url, madeBy: made_by, madeAt: made_at }));
}

/** Registers an address that steps may call. The secret is shown this once. */
export function addHook(
  app: App,
  actor: Person,
  { name, url }: { name: string; url: string },
  command: string,
): Result<{ secret: string }> {
  const refusal = authorise(actor, "integrations.manage") ?? whyNotUrl(url);
  if (refusal) return { ok: false, refusals: [refusal] };
  const secret = randomBytes(24).toString("base64url");
  return app.db
    .transaction((): Result<{ secret: string }> => {
      if (app.db.prepare("SELECT 1 FROM hook WHERE name = ?").get(name))
        return refused("address taken", { name }, "name");
      const id = (app.newId?.() ?? randomBytes(9).toString("base64url")).slice(0, 12);
      app.db
        .prepare("INSERT INTO hook (id, name, url, secret, made_by, made_at) VALUES (?, ?, ?, ?, ?, ?)")
        .run(id, name, url, secret, actor.id, app.clock.now());
      write(app, "integrations", [{ type: "address registered", data: { name, url } }], { actor: actor.id, command });
      return { ok: true, value: { secret } };
    })
    .immediate();
}

/** Calls an address no more. Refused for who may not manage integrations, and where there is none of that id. */
export function removeHook(app: App, actor: Person, id: string, command: string): Result<{ ok: true }> {
  const refusal = authorise(actor, "integrations.manage");
  if (refusal) return { ok: false, refusals: [refusal] };
  return app.db
    .transaction((): Result<{ ok: true }> => {
      const name = app.db.prepare("SELECT name FROM hook WHERE id = ?").pluck().get(id) as string | undefined;
      if (!name) return refused("no such address");
      app.db.prepare("DELETE FROM hook WHERE id = ?").run(id);
      write(app, "integrations", [{ type: "address removed", data: { name } }], { actor: actor.id, command });
      return { ok: true, value: { ok: true } };
    })
    .immediate();
}

function whyNotUrl(url: string) {
  const parsed = URL.canParse(url) ? new URL(url) : null;
  return parsed && ["http:", "https:"].includes(parsed.protocol) && !parsed.username
    ? null
    : refuse("no address for calls", null, "url");
}

/** The signature of a call: HMAC-SHA-256 over id, time and body, each on a line of its own. */
export function signatureOf(secret: string, id: string, time: string, body: string): string {
  return `sha256=${createHmac("sha256", secret).update(`${id}\n${time}\n${body}`).digest("hex")}`;
}

/** Whether a signature is of a call; compared in a time that tells nothing of where it differs. */
export function isSigned(secret: string, id: string, time: string, body: string, signature: string): boolean {
  const expected = Buffer.from(signatureOf(secret, id, time, body));
  const given = Buffer.from(signature);
  return expected.length === given.length && timingSafeEqual(expected, given);
}

/** Calls the address a step names. The id stays the same however often it is tried, so that its receiver can tell a repetition. */
export async function callHook(app: App, state: DocumentState, step: Step): Promise<StepDone> {
  const hook = app.db.prepare("SELECT * FROM hook WHERE name = ?").get(step.note.trim()) as Row | undefined;
  if (!hook) return { ok: false, result: { code: "no such address", values: { note: step.note } } };
  const id = `${state.id}.${state.revision}.${step.step}`;
  const time = app.clock.now();
  const document = acceptedOf(state);
  const { title, party, net, gross } = documentType(document.documentType).headline(document);
  const hidden = hiddenKeys(readReferenceData(app).directory.organisation.fields);
  const body = JSON.stringify({
    id,
    type: "document.approved",
    document: {
      number: state.number,
      documentType: document.documentType,
      revision: state.revision,
      title,
      party,
      net,
      gross,
      // What deciders filled in, by the keys of the fields: an account code is for whoever posts it. What is hidden from some goes nowhere.
      filled: Object.fromEntries(
        filledOf(state).flatMap(({ field, value }) => (hidden.has(field) ? [] : [[field, value]])),
      ),
    },
  });
  try {
    const way = await wayTo(hook.url);
    if (!way.ok) return { ok: false, result: { code: "address barred", values: { address: hook.name, why: way.why } } };
    const status = await post(hook.url, way.address, body, {
      "content-type": "application/json",
      "bandeira-id": id,
      "bandeira-time": time,
      "bandeira-signature": signatureOf(hook.secret, id, time, body),
    });
    const values = { address: hook.name, status };
    return status >= 200 && status < 300
      ? { ok: true, result: { code: "address answered", values } }
      : { ok: false, result: { code: "address refused", values } };
  } catch (error) {
    const cause = (error as { code?: string }).code ?? (error as Error).name;
    return { ok: false, result: { code: "address not reached", values: { address: hook.name, cause } } };
  }
}

/** Posts a body to the address that was looked at, follows nothing, and reads nothing of the answer but its status. */
function post(url: string, address: string | null, body: string, headers: Record<string, string>): Promise<number> {
  const { request } = url.startsWith("https:") ? https : http;
  const lookup: LookupFunction = (_host, options, found) =>
    options.all ? found(null, [{ address: address!, family: isIP(address!) }]) : found(null, address!, isIP(address!));
  return new Promise((done, failed) => {
    const call = request(
      url,
      {
        method: "POST",
        headers: { ...headers, "content-length": Buffer.byteLength(body) },
        signal: AbortSignal.timeout(TIMEOUT_MS),
        ...(address && { lookup }),
      },
      (answer) => {
        answer.destroy();
        done(answer.statusCode ?? 0);
      },
    );
    call.once("error", failed);
    call.end(body);
  });
}

/** The receiver that ships with Bandeira: keeps what it is sent, with whether its signature holds. A repeated id is kept once. */
export function receiveDelivery(
  app: App,
  sent: { id: string; time: string; signature: string; body: string },
): boolean {
  const secrets = app.db.prepare("SELECT secret FROM hook").pluck().all() as string[];
  const verified = secrets.some((secret) => isSigned(secret, sent.id, sent.time, sent.body, sent.signature));
  if (!verified) return false;
  app.db
    .prepare("INSERT OR IGNORE INTO delivery (id, at, verified, body) VALUES (?, ?, 1, ?)")
    .run(sent.id, app.clock.now(), sent.body.slice(0, 10_000));
  return true;
}

/** The latest fifty calls that the stand-in for an address outside has taken. */
export function deliveriesOf(app: App): { id: string; at: string; body: string }[] {
  return app.db.prepare("SELECT id, at, body FROM delivery ORDER BY at DESC LIMIT 50").all() as never;
}
