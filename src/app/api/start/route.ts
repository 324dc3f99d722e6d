import { z } from "zod";
import { CurrencySchema } from "@/core/money";
import { firstStart } from "@/server/access/account";
import { app } from "@/server/process";
import { changeByAnybody, giveSession, originOf, problem } from "@/server/http/handle";

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
export function POST(request: Request) {
  return changeByAnybody(request, Body, async (first) => {
    const result = await firstStart(app(), first, originOf(request));
    return result.ok ? giveSession(request, result.value) : problem(result.refusals);
  });
}
