"use client";

import { Dialog } from "radix-ui";
import { useLayoutEffect, useRef, type ReactNode } from "react";
import { focusNear, standing, type Stood } from "./focus";

/** What floats above a page: a titled sheet that Esc closes and that gives the focus back. */
export function Sheet({
  open,
  onOpenChange,
  title,
  children,
}: {
  open: boolean;
  onOpenChange(open: boolean): void;
  title: string;
  children: ReactNode;
}) {
  // Sheets are opened by buttons of their page and not by a trigger of the dialog, so it does not know where the focus came from. Looked at before
  // anything in the sheet takes the focus by itself.
  const opener = useRef<readonly Stood[]>([]);
  useLayoutEffect(() => {
    if (open && document.activeElement) opener.current = standing(document.activeElement);
  }, [open]);
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/30" />
        <Dialog.Content
          aria-describedby={undefined}
          onCloseAutoFocus={(event) => {
            event.preventDefault();
            focusNear(opener.current);
          }}
          className="fixed top-[12vh] left-1/2 z-50 max-h-[80vh] w-[min(32rem,calc(100vw-2rem))] -translate-x-1/2 overflow-y-auto rounded-sm border border-rule bg-paper p-6 shadow-xl"
        >
          <Dialog.Title className="mb-4 text-xl font-semibold">{title}</Dialog.Title>
          {children}
          <Dialog.Close className="absolute top-4 right-4 min-h-9 px-2 text-sm text-harbour underline">
            Close
          </Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
