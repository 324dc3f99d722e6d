import { z } from "zod";
import { app } from "@/server/process";
import { refusalsOf } from "@/core/refusal";
import { change, read } from "@/server/http/handle";
import { exampleMatrix, readPolicyFile } from "@/server/policies/files";

const Body = z.strictObject({
  format: z.enum(["json", "csv", "dmn"]),
  text: z.string().max(2_000_000),
  /** What the file does not carry is taken from here. */
  base: z.looseObject({ documentType: z.string(), currency: z.string() }),
});

const Query = z.strictObject({ type: z.string().max(60), as: z.enum(["csv", "xlsx"]) });

/** A matrix to fill in. */
export function GET(request: Request) {
  const query = Query.safeParse(Object.fromEntries(new URL(request.url).searchParams));
  return read(request, (reader) =>
    query.success ? exampleMatrix(app(), reader, query.data) : { ok: false, refusals: refusalsOf(query.error) },
  );
}

/** Reads a policy from a file without saving anything. */
export async function POST(request: Request) {
  return change(request, Body, (actor, body) => readPolicyFile(app(), actor, body));
}
