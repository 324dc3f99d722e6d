import { revisionHash, type DocumentState, type Signature } from "@/core/approval";
import type { Strokes } from "@/core/drawn";
import { keepDrawn } from "@/server/access/drawn";
import type { App } from "@/server/app";
import { sealerOfLog } from "@/server/log/sealed";
import { ruleUnder } from "@/server/documents/names";
import { readReferenceData } from "@/server/reference-data";

/** The signature that a level asks of whoever approves; nothing where it asks for none. */
export function signatureFor(app: App, state: DocumentState, level: string, by: string): { signature?: Signature } {
  const world = readReferenceData(app);
  const rule = ruleUnder(world, state, level);
  if (!rule?.signature) return {};
  const name = world.directory.person(by)?.name ?? by;
  const documentHash = revisionHash(state, sealerOfLog(app.db).seal);
  const signature = { name, method: "demonstration" as const, documentHash };
  if (rule.signature !== "drawn") return { signature };
  const drawn = keepDrawn(app, by, scrawl(name), documentHash, "signature.drawn");
  return drawn.ok ? { signature: { ...signature, drawn: drawn.value } } : { signature };
}

/** A made-up hand: loops as long as the name, which lean as its letters do. */
export function scrawl(name: string): Strokes {
  const letters = [...name];
  const wide = Math.min(24, 480 / letters.length);
  return name.split(" ").map((word, index, words) => {
    const before = words.slice(0, index).join(" ").length;
    return [...word].flatMap((letter, at): Strokes[number] => {
      const x = 50 + (before + at) * wide;
      const tall = at === 0 ? 70 : 14 + ((letter.codePointAt(0) ?? 0) % 5) * 6;
      return Array.from({ length: 8 }, (_, part) => {
        const turn = (part / 8) * 2 * Math.PI;
        return [
          Math.round(x + (part / 8) * wide - Math.sin(turn) * wide * 0.5),
          Math.round(125 - (1 - Math.cos(turn)) * tall * 0.5),
        ];
      });
    });
  });
}
