import { authorise } from "@/server/access/authorise";
import { change, read } from "@/server/http/handle";
import { AccountsFileSchema, accountsFile, importAccounts } from "@/server/intake/accounts";
import { app } from "@/server/process";
import { formatAsked, tableResponse } from "@/server/tables";

/** The accounts there are as a file to fill in; of an empty installation its heading alone. */
export function GET(request: Request) {
  return read(request, async (reader) => {
    const refusal = authorise(reader, "accounts.bring");
    if (refusal) return { ok: false, refusals: [refusal] };
    const format = formatAsked(request);
    if (!format.ok) return format;
    const kind = new URL(request.url).searchParams.get("kind") === "customer" ? "customer" : "supplier";
    return {
      ok: true,
      value: tableResponse(await accountsFile(app(), reader, kind, format.value), `${kind}s`, format.value),
    };
  });
}

/** Looks at a file of accounts that were approved before, or brings in what was looked at. */
export function POST(request: Request) {
  return change(request, AccountsFileSchema, (actor, body) => importAccounts(app(), actor, body), {
    most: 10 * 1024 * 1024,
    may: (actor) => authorise(actor, "accounts.bring"),
  });
}
