import type { Metadata } from "next";
import { dayIn } from "@/core/calendar";
import { isOpen } from "@/core/lists";
import { occasions } from "@/core/messages";
import { authorise } from "@/server/access/authorise";
import { visitFor } from "@/server/http/page";
import { settingsOf, templateOf } from "@/server/messages/settings";
import { PartsNav } from "@/ui/frame/parts-nav";
import { MessageSettings, Templates } from "@/ui/settings/messages";
import { SETTING_PARTS } from "@/ui/settings/parts";

export const metadata: Metadata = { title: "Messages" };

export default async function Messages() {
  const { app, person, directory, now, zone } = await visitFor("policies.read");
  const today = dayIn(now, zone);
  const open = directory.organisation.fields.filter((field) => isOpen(field, today));
  const mayWrite = !authorise(person, "rules.write");
  return (
    <div className="mx-auto w-full max-w-5xl px-4 py-5 md:px-6">
      <h1 className="text-2xl font-semibold">Settings</h1>
      <PartsNav label="Parts of Settings" parts={SETTING_PARTS} />
      <h2 className="mt-5 mb-3 text-lg font-semibold">Messages and retention</h2>
      <MessageSettings settings={settingsOf(app)} mayWrite={mayWrite} />
      <Templates
        templates={occasions.map((occasion) => templateOf(app, occasion))}
        own={Object.fromEntries(open.map(({ key, name }) => [key, name]))}
        mayWrite={mayWrite}
      />
    </div>
  );
}
