import { z } from "zod";
import { authorise } from "@/server/access/authorise";
import { app } from "@/server/process";
import { change } from "@/server/http/handle";
import { RehearsedSchema } from "@/server/rehearsal/run";
import { REHEARSAL_FORMATS, REHEARSAL_TYPES, rehearsalFile } from "@/server/rehearsal/file";
import { REHEARSAL_PARTS } from "@/server/rehearsal/tables";

const Body = z.strictObject({
  format: z.enum(REHEARSAL_FORMATS),
  /** Which table, where the format has but one. */
  part: z.enum(REHEARSAL_PARTS).default("documents"),
  rehearsed: RehearsedSchema,
});

/** A rehearsal as a file: one of its tables as CSV, all of them as a workbook, or two pages as a PDF. It is rehearsed anew on the server; nothing is kept. */
export function POST(request: Request) {
  return change(
    request,
    Body,
    async (reader, body) => {
      const file = await rehearsalFile(app(), reader, body);
      if (!file.ok) return file;
      const headers = {
        "content-type": REHEARSAL_TYPES[body.format],
        "content-disposition": `attachment; filename="rehearsal.${body.format}"`,
      };
      return { ok: true, value: new Response(file.value as BodyInit, { headers }) };
    },
    { most: 2 * 1024 * 1024, may: (reader) => authorise(reader, "policies.read") },
  );
}
