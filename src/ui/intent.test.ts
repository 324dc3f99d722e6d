// One id for one purpose, until its answer is known: pressed again after a lost answer, the same thing is asked for under the same id.
import { expect, it } from "vitest";
import type { Result } from "@/core/refusal";
import { Intents } from "./intent";

const refused = (code: string): Result<never> => ({ ok: false, refusals: [{ code, message: "x" }] });

it("keeps an id while nothing is known, and for that purpose alone", async () => {
  const intents = new Intents();
  const asked: string[] = [];
  const ask = (body: object, answer: Result<number>) =>
    intents.ask("/x", body, (command) => {
      asked.push(command);
      return Promise.resolve(answer);
    });
  await ask({ type: "approve" }, refused("unreachable"));
  await ask({ type: "approve" }, refused("failed"));
  await ask({ type: "decline" }, refused("unreachable"));
  await ask({ type: "approve" }, { ok: true, value: 1 });
  await ask({ type: "approve" }, refused("forbidden"));
  await ask({ type: "approve" }, refused("forbidden"));
  const [first, again, other, done, next, after] = asked;
  expect([again, done]).toEqual([first, first]);
  expect(new Set([first, other, next, after]).size).toBe(4);
});

it("two presses at once are one", async () => {
  const intents = new Intents();
  const asked: string[] = [];
  const press = () =>
    intents.ask("/x", {}, async (command) => {
      asked.push(command);
      await Promise.resolve();
      return { ok: true as const, value: null };
    });
  await Promise.all([press(), press()]);
  expect(asked[0]).toBe(asked[1]);
});
