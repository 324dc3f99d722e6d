import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { visitFor, singles } from "@/server/http/page";
import { boardView } from "@/server/policies/board-view";
import { policyNames } from "@/server/policies/drafts";
import { BandBoard } from "@/ui/board/band-board";

type Props = { params: Promise<{ id: string }>; searchParams: Promise<{ version?: string }> };

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const { app } = await visitFor("policies.read");
  const { id } = await params;
  const name = policyNames(app).find((one) => one.id === id)?.name;
  return { title: name ? `${name}, policy` : "Policy" };
}

export default async function PolicyPage({ params, searchParams }: Props) {
  const { app, person } = await visitFor("policies.read");
  const { id } = await params;
  const asked = singles(await searchParams).version;
  const view = boardView(app, person, id, asked ? Number(asked) : null);
  if (!view) notFound();
  // By the address and not by what is shown: the first save turns a version into a draft under the hands of whoever edits it.
  return <BandBoard key={`${id}-${asked ?? ""}`} {...view} />;
}
