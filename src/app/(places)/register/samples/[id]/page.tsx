import type { Metadata } from "next";
import Link from "next/link";
import { notFound } from "next/navigation";
import { formatMoney } from "@/core/money";
import { authorise } from "@/server/access/authorise";
import { DEMO_WORD } from "@/server/access/signing";
import { readState } from "@/server/documents/state";
import { conclusionOf, ownWorkIn, sampleOf, sheetHash } from "@/server/evidence/samples";
import { visitFor } from "@/server/http/page";
import { documentType } from "@/core/documents";
import { sayDate } from "@/core/text";
import { sayExactly } from "@/ui/format";
import { buttonClass } from "@/ui/primitives";
import { TestSheet } from "@/ui/register/test-sheet";

type Props = { params: Promise<{ id: string }> };

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const { app } = await visitFor("samples.read");
  const sample = sampleOf(app, (await params).id);
  return { title: sample ? `${sample.name}, test sheet` : "Test sheet" };
}

export default async function Sheet({ params }: Props) {
  const { app, person, zone, directory } = await visitFor("samples.read");
  const sample = sampleOf(app, (await params).id);
  if (!sample) notFound();
  const { plan, signed } = sample;
  const percent = (rate: number) => `${Number((100 * rate).toFixed(2))} %`;
  const items = sample.items.map(({ id }) => {
    const state = readState(app.db, id)!;
    const { title, gross } = documentType(state.document.documentType).headline(state.document);
    return { id, number: state.number, title, amount: formatMoney(gross), finding: sample.findings[id] ?? null };
  });
  return (
    <div className="mx-auto w-full max-w-7xl px-4 py-5 md:px-6">
      <p className="no-print">
        <Link href="/register/samples">Samples</Link>
      </p>
      <div className="flex flex-wrap items-start justify-between gap-4">
        <h1 className="text-2xl font-semibold">{sample.name}</h1>
        <span className="no-print flex gap-2">
          <a href={`/api/samples/${sample.id}?as=pdf`} className={buttonClass("outline", true)} download>
            As PDF
          </a>
          <a href={`/api/samples/${sample.id}`} className={buttonClass("outline", true)} download>
            As JSON
          </a>
        </span>
      </div>
      <p className="mt-1 max-w-prose text-soft">
        {sample.items.length} of {plan.population.count.toLocaleString("en-GB")} documents decided from{" "}
        {sayDate(plan.from)} until {sayDate(plan.until)}, {plan.method === "random" ? "at random" : "by value"} with the
        seed “{plan.seed}”, by {directory.person(sample.madeBy)?.name}. Confidence {percent(plan.confidence)}, tolerable{" "}
        {percent(plan.tolerable)}, expected {percent(plan.expected)}.
      </p>
      <p className="mt-1 text-xs break-all text-soft">Population, SHA-256 {plan.population.hash}</p>
      {signed && (
        <p className="mt-3 border-l-3 border-approved bg-approved-wash px-3 py-2 text-approved">
          Signed by {signed.name}, {sayExactly(signed.at, zone)}: {signed.sentence}
        </p>
      )}
      <TestSheet
        id={sample.id}
        attributes={plan.attributes}
        items={items}
        conclusion={conclusionOf(sample)?.sentence ?? null}
        hash={sheetHash(sample)}
        mayWrite={!signed && !authorise(person, "samples.write")}
        whyNotSign={signed ? null : (ownWorkIn(app, person, sample)?.message ?? null)}
        name={person.name}
        proof={app.demo ? `The word of the demonstration, “${DEMO_WORD}”` : "Password or one-time code"}
      />
    </div>
  );
}
