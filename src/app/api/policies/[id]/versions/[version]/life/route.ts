import { z } from "zod";
import { PlaceSchema } from "@/core/policy";
import { app } from "@/server/process";
import { change } from "@/server/http/handle";
import { startAlongside, stopAlongside } from "@/server/policies/alongside";
import { endVersion, keepTests } from "@/server/policies/force";
import { commentVersion, putInForce, reviewVersion } from "@/server/policies/review";

const command = z.uuid();
const Body = z.discriminatedUnion("type", [
  z.strictObject({ type: z.literal("comment"), command, place: PlaceSchema, text: z.string().max(2000) }),
  z.strictObject({
    type: z.literal("review"),
    command,
    outcome: z.enum(["approved", "returned"]),
    words: z.string().max(2000),
  }),
  z.strictObject({ type: z.literal("put in force"), command, from: z.iso.date(), until: z.iso.date().nullable() }),
  z.strictObject({ type: z.literal("end"), command, until: z.iso.date() }),
  z.strictObject({ type: z.literal("run alongside"), command, from: z.iso.date() }),
  z.strictObject({ type: z.literal("stop alongside"), command }),
  z.strictObject({ type: z.literal("keep tests"), command }),
]);

/** What happens to a saved version: comments, review, dates, its test set. */
export async function POST(request: Request, { params }: { params: Promise<{ id: string; version: string }> }) {
  const { id, version: text } = await params;
  const version = Number(text);
  return change(request, Body, (actor, body) => {
    switch (body.type) {
      case "comment":
        return commentVersion(app(), actor, id, version, body, body.command);
      case "review":
        return reviewVersion(app(), actor, id, version, body, body.command);
      case "put in force":
        return putInForce(app(), actor, id, version, body.from, body.command, body.until);
      case "end":
        return endVersion(app(), actor, id, version, body.until, body.command);
      case "run alongside":
        return startAlongside(app(), actor, id, version, body);
      case "stop alongside":
        return stopAlongside(app(), actor, id, version, body.command);
      case "keep tests":
        return keepTests(app(), actor, id, version, body.command);
    }
  });
}
