import { z } from "zod";
import { app } from "@/server/process";
import { change } from "@/server/http/handle";
import { readPolicyFile } from "@/server/policies/files";

const Body = z.strictObject({
  format: z.enum(["json", "csv", "dmn"]),
  text: z.string().max(2_000_000),
  /** What the file does not carry is taken from here. */
  base: z.looseObject({ documentType: z.string(), currency: z.string() }),
});

/** Reads a policy from a file without saving anything. */
export async function POST(request: Request) {
  return change(request, Body, (actor, body) => readPolicyFile(app(), actor, body));
}
