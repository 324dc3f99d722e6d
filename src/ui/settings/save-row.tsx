"use client";

import { Button } from "../primitives";

/** Saves a form of settings, and says that it is saved until something is changed again. @param what names it where a page has two */
export function SaveRow({ busy, saved, what }: { busy: boolean; saved: boolean; what?: string }) {
  return (
    <div className="mt-3 flex items-center gap-4">
      <Button type="submit" look="solid" disabled={busy}>
        Save{what && <span className="sr-only"> {what}</span>}
      </Button>
      {saved && (
        <span role="status" className="text-approved">
          Saved. It counts from now on.
        </span>
      )}
    </div>
  );
}
