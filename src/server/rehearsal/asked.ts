import { isDay } from "@/core/calendar";
import { documentTypeKeys } from "@/core/documents";
import type { Result } from "@/core/refusal";
import { refused } from "@/core/words";
import { OWN, type Source } from "../histories/store";
import type { Days } from "./material";

/** Documents of which type, of which days and of which history an address asks for. */
export function rehearsedDays(address: URLSearchParams): Result<{ type: string; days: Days; history: Source }> {
  const [type = "", from = "", until = "", history = ""] = ["type", "from", "until", "history"].map(
    (name) => address.get(name) ?? "",
  );
  if (!documentTypeKeys.includes(type)) return refused("no such type", { type }, "type");
  if (!isDay(from) || !isDay(until) || from > until) return refused("no such days", { from, until }, "from");
  return { ok: true, value: { type, days: { from, until }, history: history || OWN } };
}
