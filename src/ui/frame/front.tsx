import type { ReactNode } from "react";
import { Flag } from "../primitives";

/** A page in front of the places: the flag, a title, and what there is to do. */
export function Front({ title, lead, children }: { title: string; lead?: ReactNode; children?: ReactNode }) {
  return (
    <main className="mx-auto max-w-5xl px-6 py-10">
      <div className="flex items-center gap-3">
        <Flag size={30} />
        <span className="serif text-3xl font-semibold">Bandeira</span>
      </div>
      <h1 className="mt-8 text-2xl font-semibold">{title}</h1>
      {lead && <p className="mt-1 max-w-prose text-soft">{lead}</p>}
      <div className="mt-6">{children}</div>
    </main>
  );
}
