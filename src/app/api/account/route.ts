import { z } from "zod";
import { offerCodes, setOwnPassword, switchCodesOff, switchCodesOn } from "@/server/access/account";
import { authorise } from "@/server/access/authorise";
import { endSessions } from "@/server/access/sessions";
import { app } from "@/server/process";
import { endLinks } from "@/server/messages/links";
import { PreferenceSchema, setPreference } from "@/server/messages/settings";
import { change, sessionToken } from "@/server/http/handle";

const password = z.string().max(1000);
const Body = z.discriminatedUnion("type", [
  z.strictObject({ type: z.literal("set password"), current: password.default(""), password }),
  z.strictObject({ type: z.literal("offer codes") }),
  z.strictObject({
    type: z.literal("switch codes on"),
    secret: z.string().regex(/^[A-Z2-7]{16,64}$/, "must be a Base32 secret"),
    code: z.string().max(12),
    password,
  }),
  z.strictObject({ type: z.literal("switch codes off"), password }),
  z.strictObject({ type: z.literal("end session"), session: z.string().max(40) }),
  z.strictObject({ type: z.literal("hear"), preference: PreferenceSchema }),
  z.strictObject({ type: z.literal("end links") }),
]);

/** What people do to their own way in: password, one-time codes, sessions. */
export async function POST(request: Request) {
  return change(request, Body, async (actor, body) => {
    const refusal = authorise(actor, "access.own", { about: actor });
    if (refusal) return { ok: false, refusals: [refusal] };
    switch (body.type) {
      case "set password":
        return setOwnPassword(app(), actor, body, (await sessionToken())!);
      case "offer codes":
        return offerCodes(app(), actor);
      case "switch codes on":
        return switchCodesOn(app(), actor, body, (await sessionToken())!);
      case "switch codes off":
        return switchCodesOff(app(), actor, body.password, (await sessionToken())!);
      case "end session":
        return endSessions(app(), actor, actor.id, body.session);
      case "hear":
        return setPreference(app(), actor, body.preference);
      case "end links":
        return endLinks(app(), actor);
    }
  });
}
