import type { Metadata } from "next";
import Link from "next/link";
import { AUTHORITY_TYPES, documentTypeKeys } from "@/core/documents";
import { authorise } from "@/server/access/authorise";
import { conclusionOf, isComplete, samplesOf } from "@/server/evidence/samples";
import { visitFor } from "@/server/http/page";
import { PartsNav } from "@/ui/frame/parts-nav";
import { sayDay } from "@/ui/format";
import { Empty } from "@/ui/primitives";
import { DrawSample } from "@/ui/register/draw-sample";
import { registerParts } from "@/ui/register/parts";

export const metadata: Metadata = { title: "Samples" };

export default async function Samples() {
  const { app, person, zone, directory, now } = await visitFor("samples.read");
  const samples = samplesOf(app);
  return (
    <div className="mx-auto w-full max-w-7xl px-4 py-5 md:px-6">
      <h1 className="text-2xl font-semibold">Register</h1>
      <PartsNav label="Parts of the register" parts={registerParts(true)} />
      <div className="mt-4 grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,1fr)_25rem]">
        <section aria-labelledby="samples">
          <h2 id="samples" className="text-lg font-semibold">
            Samples for tests of control
          </h2>
          {samples.length === 0 && (
            <Empty>
              A sample says with how much confidence a control works. Draw the first one from the decided documents.
            </Empty>
          )}
          <ul className="mt-2 border-t border-rule">
            {samples.map((sample) => {
              const done = sample.items.filter((one) => isComplete(sample.findings[one.id], sample.plan)).length;
              return (
                <li key={sample.id} className="border-b border-rule py-2">
                  <p className="flex flex-wrap justify-between gap-x-6">
                    <Link href={`/register/samples/${sample.id}`} className="font-semibold">
                      {sample.name}
                    </Link>
                    <span className="text-sm text-soft">
                      {directory.person(sample.madeBy)?.name}, {sayDay(sample.madeAt, zone)}
                    </span>
                  </p>
                  <p className="text-sm text-soft">
                    {sample.items.length} of {sample.plan.population.count.toLocaleString("en-GB")} documents,{" "}
                    {sample.plan.method === "random" ? "at random" : "by value"}. {done} tested.{" "}
                    {sample.signed ? `Signed by ${sample.signed.name}.` : ""}
                  </p>
                  {done > 0 && <p className="serif">{conclusionOf(sample)?.sentence}</p>}
                </li>
              );
            })}
          </ul>
        </section>
        {!authorise(person, "samples.write") && (
          <DrawSample
            types={documentTypeKeys.map((key) => ({ key, name: AUTHORITY_TYPES[key]! }))}
            until={now.slice(0, 10)}
            from={`${Number(now.slice(0, 4)) - 1}${now.slice(4, 10)}`}
          />
        )}
      </div>
    </div>
  );
}
