import type { Policy, PolicyInput } from "@/core/policy";
import type { Result } from "@/core/refusal";
import { readChosen } from "../chosen-file";
import { send } from "../send";

/** A policy as a file has it, and what of the file is not in it, in words. */
type SaidTable = { policy: Policy; losses: string[] };

/** Has the server read a policy from a file; its format is told by the end of its name. */
export async function readPolicyFile(file: File, base: PolicyInput | Policy): Promise<Result<SaidTable>> {
  const format = formatOf(file.name);
  if (!format) {
    const message = `${file.name}: only .json, .csv, .xlsx and .dmn or .xml are read`;
    return { ok: false, refusals: [{ code: "invalid", message }] };
  }
  const read = await readChosen(file);
  if (!read.ok) return read;
  return send<SaidTable>("/api/policies/read-file", { format, text: read.value.text, base });
}

function formatOf(name: string): "json" | "csv" | "dmn" | null {
  const end = name.toLowerCase().split(".").at(-1);
  if (end === "xlsx") return "csv";
  return end === "json" || end === "csv" ? end : end === "dmn" || end === "xml" ? "dmn" : null;
}
