import { z } from "zod";
import { app } from "@/server/process";
import { change } from "@/server/http/handle";
import { setRules } from "@/server/ledger/books";

const Body = z.strictObject({ command: z.uuid(), rules: z.record(z.string(), z.unknown()) });

export function POST(request: Request) {
  return change(request, Body, (actor, { rules, command }) => setRules(app(), actor, rules, command));
}
