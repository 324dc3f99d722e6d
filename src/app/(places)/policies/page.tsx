import type { Metadata } from "next";
import Link from "next/link";
import { typeWords } from "@/core/documents";
import { minorDigits } from "@/core/money";
import { inForceAt, sayChain, sayRange, versionState } from "@/core/policy";
import { visitFor } from "@/server/http/page";
import { readWorld } from "@/server/world";
import { BandPicture } from "@/ui/board/band-picture";
import { capital, sayDay } from "@/ui/format";
import { Empty, VersionMark } from "@/ui/primitives";

export const metadata: Metadata = { title: "Policies" };

export default async function Policies() {
  const { app, directory, now, zone } = await visitFor("policies.read");
  const { versions } = readWorld(app);
  const ids = [...new Set(versions.map((version) => version.policy.id))];
  const lines = ids.map((id) => {
    const all = versions.filter((version) => version.policy.id === id);
    const shown = inForceAt(all, now) ?? all.at(-1)!;
    return { id, all, shown, latest: all.at(-1)! };
  });
  return (
    <div className="mx-auto w-full max-w-7xl px-4 py-5 md:px-6">
      <h1 className="text-2xl font-semibold">Policies</h1>
      <p className="mb-4 text-soft">Who must approve what, from which amount, as it is in force now.</p>
      {lines.length === 0 && <Empty>No policy yet. Until there is one, every document is held.</Empty>}
      <ul className="border-t border-rule">
        {lines.map(({ id, shown, all, latest }) => (
          <li key={id} className="grid items-start gap-x-8 gap-y-3 border-b border-rule py-4 md:grid-cols-[19rem_1fr]">
            <div>
              <Link href={`/policies/${id}?version=${shown.version}`} className="serif text-lg font-semibold">
                {shown.policy.name}
              </Link>
              <p className="text-soft">
                {capital(typeWords(shown.policy.documentType).name.many)} of{" "}
                {shown.policy.scope.units.map((unit) => directory.unit(unit)?.name).join(", ")} and everything below
              </p>
              <p className="mt-1 flex flex-wrap items-center gap-2">
                Version {shown.version} <VersionMark state={versionState(shown, all, now)} />
                {shown.inForceFrom && <span className="text-soft">since {sayDay(shown.inForceFrom, zone)}</span>}
              </p>
              {latest !== shown && (
                <p className="mt-1 flex flex-wrap items-center gap-2 text-sm">
                  <Link href={`/policies/${id}?version=${latest.version}`}>Version {latest.version}</Link>{" "}
                  <VersionMark state={versionState(latest, all, now)} />
                  {latest.inForceFrom && latest.inForceFrom > now && (
                    <span className="text-soft">from {sayDay(latest.inForceFrom, zone)}</span>
                  )}
                </p>
              )}
            </div>
            <ul className="grid gap-x-8 gap-y-3 sm:grid-cols-2">
              {shown.policy.sections.map((section) => (
                <li key={section.id}>
                  <p className="mb-1 text-sm text-soft">{section.name}</p>
                  <BandPicture
                    section={section}
                    currency={shown.policy.currency}
                    unit={10 ** minorDigits(shown.policy.currency)}
                    width={360}
                  />
                  <ol className="serif mt-1.5 flex flex-col gap-0.5 text-[15px] leading-snug">
                    {section.bands.map((_, band) => (
                      <li key={band}>
                        <b className="font-semibold">{sayRange(section, band, shown.policy.currency)}:</b>{" "}
                        {sayChain(shown.policy, section, band, directory)}.
                      </li>
                    ))}
                  </ol>
                </li>
              ))}
            </ul>
          </li>
        ))}
      </ul>
    </div>
  );
}
