import type { Refusal, Result } from "@/core/refusal";
import { refused } from "@/core/words";

/** How far the server is, in its own words for the stage. */
export type Progress = { stage: string; done: number; total: number };
type Answer<T> = { progress?: Progress; result?: Result<T> };

/** Sends something that takes long and reads the answer line by line as it comes; null when it was cancelled. */
export async function streamed<T>(
  path: string,
  body: object,
  signal: AbortSignal,
  onProgress: (progress: Progress) => void,
): Promise<Result<T> | null> {
  try {
    const response = await fetch(path, {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify(body),
      signal,
    });
    if (!response.ok || !response.body) {
      const problem = (await response.json()) as { refusals?: Refusal[] };
      return problem.refusals
        ? { ok: false, refusals: problem.refusals }
        : refused("server answered", { status: response.status });
    }
    const reader = response.body.pipeThrough(new TextDecoderStream()).getReader();
    let rest = "";
    for (;;) {
      const { value, done } = await reader.read();
      if (done) return refused("answer broke off");
      const lines = (rest + value).split("\n");
      rest = lines.pop()!;
      for (const line of lines) {
        const answer = JSON.parse(line) as Answer<T>;
        if (answer.progress) onProgress(answer.progress);
        if (answer.result) return answer.result;
      }
    }
  } catch (error) {
    return (error as Error).name === "AbortError" ? null : refused("server out of reach");
  }
}
