import { revisionHash, type DocumentState, type Signature } from "@/core/approval";
import type { App } from "@/server/app";
import { sealerOfLog } from "@/server/log/sealed";
import { readWorld } from "@/server/world";

/** The signature that a level asks of whoever approves; nothing where it asks for none. */
export function signatureFor(app: App, state: DocumentState, level: string, by: string): { signature?: Signature } {
  const { policy, section } = state.route!;
  const world = readWorld(app);
  const rule = world.versions
    .find((one) => one.policy.id === policy?.id && one.version === policy.version)
    ?.policy.sections.find((one) => one.id === section?.id)
    ?.levels.find((one) => one.id === level);
  if (!rule?.signature) return {};
  const name = world.directory.person(by)?.name ?? by;
  return {
    signature: {
      name,
      method: "the word of the demonstration",
      documentHash: revisionHash(state, sealerOfLog(app.db).seal),
    },
  };
}
