import { z } from "zod";
import { app } from "@/server/process";
import { comingUp, moveClock } from "@/server/demo-clock";
import { change, read } from "@/server/http/handle";

const Body = z.strictObject({ command: z.uuid(), to: z.iso.datetime() });

/** Moves the demonstration's clock forward. */
export async function POST(request: Request) {
  return change(request, Body, (actor, { command, to }) => moveClock(app(), actor, to, command));
}

/** The next thing that will happen by itself, to go forward to. */
export function GET(request: Request) {
  return read(request, (reader) => comingUp(app(), reader));
}
