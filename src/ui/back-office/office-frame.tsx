import type { ReactNode } from "react";
import { PartsNav } from "../frame/parts-nav";
import { OFFICE_PARTS } from "./parts";

/** The head of every place of the back office, which is simulated and says so. */
export function OfficeFrame({ children }: { children: ReactNode }) {
  return (
    <div className="mx-auto w-full max-w-7xl px-4 py-5 md:px-6">
      <div className="flex flex-wrap items-baseline justify-between gap-x-6">
        <h1 className="text-2xl font-semibold">Back office</h1>
        <p className="text-sm text-soft">Simulated ledger: nothing here is paid or sent.</p>
      </div>
      <PartsNav label="Parts of the back office" parts={OFFICE_PARTS} />
      <div className="py-4">{children}</div>
    </div>
  );
}
