"use client";

import { useState } from "react";
import type { Result } from "@/core/refusal";
import { newCommand, send } from "./send";

/** Whether it is known what became of something that was sent: it was done, or refused by who would have done it. */
export function isAnswered(result: Result<unknown> | null): boolean {
  if (!result) return false;
  return result.ok || !["unreachable", "failed"].includes(result.refusals[0]?.code ?? "");
}

/**
 * Ids of what somebody means to do: one for each purpose, which is what is asked and where, kept until its answer is known. Pressed twice, or again after an answer
 * was lost, the same thing has the same id and is done once; another thing has its own.
 */
export class Intents {
  private readonly open = new Map<string, string>();

  /** Asks for something under the id of its purpose. @param body what is asked, which tells one purpose from another */
  async ask<R extends Result<unknown> | null>(
    path: string,
    body: object,
    sent: (command: string) => Promise<R>,
  ): Promise<R> {
    const purpose = `${path} ${JSON.stringify(body)}`;
    const command = this.open.get(purpose) ?? newCommand();
    this.open.set(purpose, command);
    const result = await sent(command);
    if (isAnswered(result)) this.open.delete(purpose);
    return result;
  }
}

/** The intents of one part of a page, while it stands. */
export function useIntents(): Intents {
  return useState(() => new Intents())[0];
}

/** Sends what somebody means to do, with an id by which it is done once. */
export function useIntent(): <T>(path: string, body: object) => Promise<Result<T>> {
  const intents = useIntents();
  return (path, body) => intents.ask(path, body, (command) => send(path, { command, ...body }));
}
