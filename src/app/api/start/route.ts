import { z } from "zod";
import { CurrencySchema } from "@/core/money";
import { refusalsOf } from "@/core/refusal";
import { firstStart } from "@/server/access/account";
import { app } from "@/server/app";
import { fromElsewhere, giveSession, originOf, problem, readJson } from "@/server/http/handle";

const Body = z.strictObject({
  organisation: z.string().trim().min(1).max(80),
  currency: CurrencySchema,
  timeZone: z.string().refine((zone) => Intl.supportedValuesOf("timeZone").includes(zone) || zone === "UTC", {
    error: "must be an IANA time zone",
  }),
  name: z.string().trim().min(1).max(80),
  email: z.email().max(120),
  password: z.string().max(1000),
});

/** Sets up an empty installation; refused for ever after. */
export async function POST(request: Request) {
  const foreign = fromElsewhere(request);
  if (foreign) return foreign;
  const parsed = Body.safeParse(await readJson(request));
  if (!parsed.success) return problem(refusalsOf(parsed.error), 400);
  const result = await firstStart(app(), parsed.data, originOf(request));
  return result.ok ? giveSession(request, result.value) : problem(result.refusals);
}
