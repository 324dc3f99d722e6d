import type { Metadata } from "next";
import { dayIn } from "@/core/calendar";
import { documentTypeKeys } from "@/core/documents";
import { ACCOUNT_KINDS } from "@/core/own-fields";
import { authorise } from "@/server/access/authorise";
import { fieldUses } from "@/server/fields/views";
import { singles, visitFor } from "@/server/http/page";
import { FormDesign } from "@/ui/fields-kept/form-design";
import { PartsNav } from "@/ui/frame/parts-nav";
import { SETTING_PARTS } from "@/ui/settings/parts";

export const metadata: Metadata = { title: "Fields" };

type Props = { searchParams: Promise<{ type?: string; back?: string }> };

/** The fields that the organisation gives its documents itself, on the form as whoever enters one sees it. */
export default async function Fields({ searchParams }: Props) {
  const { app, person, directory, now, zone } = await visitFor("policies.read");
  const { type = "", back = "" } = singles(await searchParams);
  const known: readonly string[] = [...documentTypeKeys, ...ACCOUNT_KINDS];
  const chosen = known.includes(type) ? type : documentTypeKeys[0]!;
  return (
    <div className="mx-auto w-full max-w-5xl px-4 py-5 md:px-6">
      <h1 className="text-2xl font-semibold">Settings</h1>
      <PartsNav label="Parts of Settings" parts={SETTING_PARTS} />
      <FormDesign
        key={chosen}
        type={chosen}
        organisation={directory.organisation}
        today={dayIn(now, zone)}
        uses={fieldUses(app)}
        // Only the board of a policy is gone back to, whatever stands in the address.
        back={/^\/policies\/[a-z0-9-]+$/.test(back) ? back : null}
        mayWrite={!authorise(person, "fields.write")}
      />
    </div>
  );
}
