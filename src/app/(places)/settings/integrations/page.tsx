import type { Metadata } from "next";
import { authorise } from "@/server/access/authorise";
import { hooksOf } from "@/server/hooks/hooks";
import { visitFor } from "@/server/http/page";
import { tokensOf } from "@/server/intake/tokens";
import { sayDay } from "@/ui/format";
import { PartsNav } from "@/ui/frame/parts-nav";
import { Integrations } from "@/ui/settings/integrations";
import { SETTING_PARTS } from "@/ui/settings/parts";
import { SCOPES } from "@/core/words";

export const metadata: Metadata = { title: "Integrations" };

export default async function IntegrationsPage() {
  const { app, person, directory, zone } = await visitFor("policies.read");
  const name = (id: string) => directory.person(id)?.name ?? id;
  return (
    <div className="mx-auto w-full max-w-4xl px-4 py-5 md:px-6">
      <h1 className="text-2xl font-semibold">Settings</h1>
      <PartsNav label="Parts of Settings" parts={SETTING_PARTS} />
      <Integrations
        mayManage={!authorise(person, "integrations.manage")}
        scopes={SCOPES}
        tokens={tokensOf(app).map((token) => ({
          ...token,
          person: name(token.person),
          madeAt: sayDay(token.madeAt, zone),
          usedAt: token.usedAt && sayDay(token.usedAt, zone),
        }))}
        addresses={hooksOf(app).map(({ id, name: called, url }) => ({ id, name: called, url }))}
      />
    </div>
  );
}
