import { z } from "zod";
import { CUSTOMER_FIELDS, MOST_CHANGES, MOST_MINOR, type CustomerField } from "@/core/documents";
import { CurrencySchema } from "@/core/money";
import { OwnKeySchema, OwnValueSchema } from "@/core/own-fields";
import { authorise } from "@/server/access/authorise";
import { app } from "@/server/process";
import { change, read } from "@/server/http/handle";
import { openOnAccount } from "@/server/fields/opening";
import { changeAccount } from "@/server/ledger/account-changes";
import { askForAccount, proposeChange, visibleFields } from "@/server/ledger/account-commands";
import { inviteAgain } from "@/server/ledger/invitations";
import { accountsToChoose, peopleNamed } from "@/server/ledger/accounts";

const command = z.uuid();
const Held = z
  .union([z.string().max(200), z.strictObject({ minor: z.int().min(0).max(MOST_MINOR), currency: CurrencySchema })])
  .nullable();
/** A field of the organisation's own with what it is to say. */
const OwnChange = z.strictObject({
  field: OwnKeySchema as z.ZodType<`own_${string}`>,
  after: OwnValueSchema.nullable(),
});
const Body = z.discriminatedUnion("type", [
  z.strictObject({
    type: z.literal("ask"),
    command,
    kind: z.enum(["supplier", "customer"]),
    name: z.string().max(120),
    email: z.union([z.literal(""), z.email("must be an e-mail address such as name@firm.example")]).default(""),
    currency: CurrencySchema,
    group: z.string().max(60).default(""),
    byHand: z.boolean().default(false),
  }),
  z.strictObject({ type: z.literal("open"), account: z.string().max(80), field: OwnKeySchema }),
  z.strictObject({
    type: z.literal("change"),
    command,
    account: z.string().max(80),
    changes: z
      .array(z.union([OwnChange, z.strictObject({ field: z.string().max(40), after: Held })]))
      .min(1, "change at least one field")
      .max(MOST_CHANGES),
  }),
  z.strictObject({ type: z.literal("invite"), command: z.uuid().optional(), account: z.string().max(80) }),
  z.strictObject({
    type: z.literal("propose"),
    command,
    customers: z.array(z.string().max(80)).min(1, "choose at least one customer").max(200),
    changes: z
      .array(
        z.union([
          OwnChange,
          z.strictObject({ field: z.enum(Object.keys(CUSTOMER_FIELDS) as [CustomerField]), after: Held }),
        ]),
      )
      .min(1, "change at least one field")
      .max(MOST_CHANGES),
    note: z.string().max(2000).default(""),
    origin: z.enum(["by hand", "edit", "stopped order"]),
    stoppedOrder: z.string().max(40).nullable().default(null),
    submit: z.boolean(),
  }),
]);

export function POST(request: Request) {
  return change(request, Body, (actor, body) => {
    if (body.type === "ask") return askForAccount(app(), actor, body, body.command);
    if (body.type === "open") return openOnAccount(app(), actor, body.account, body.field);
    if (body.type === "change") return changeAccount(app(), actor, body, body.command);
    if (body.type === "invite") return inviteAgain(app(), actor, body.account);
    return proposeChange(app(), actor, body, body.command);
  });
}

const MOST = 30;

/** Accounts by a part of their name, those first with which the reader dealt lately. */
export function GET(request: Request) {
  return read(request, (reader) => {
    const refusal = authorise(reader, "accounts.read");
    if (refusal) return { ok: false, refusals: [refusal] };
    const query = new URL(request.url).searchParams;
    const kind = query.get("kind") === "supplier" ? "supplier" : "customer";
    const found = accountsToChoose(app().db, reader, { kind, text: query.get("q") ?? "", limit: MOST });
    return {
      ok: true,
      value: found.map((account) => {
        const { id, kind, name, status, currency, group, lately } = account;
        const fields = visibleFields(app(), reader, account);
        return { id, kind, name, status, currency, group, lately, fields, people: peopleNamed(app(), { fields }) };
      }),
    };
  });
}
