"use client";

import type { ComponentProps, KeyboardEvent } from "react";

/** What Enter presses when it has the focus; in any other field Enter ends nothing and sends nothing. */
const PRESSED = new Set(["submit", "button", "image", "reset", "file"]);

function staysInField(event: KeyboardEvent): void {
  const { target } = event;
  // A key that is held down presses once: what opened the form does not send it as well.
  if (event.key === "Enter" && event.repeat && target instanceof HTMLButtonElement) event.preventDefault();
  if (event.key === "Enter" && target instanceof HTMLInputElement && !PRESSED.has(target.type)) event.preventDefault();
}

/**
 * A form that a script sends, by its button alone: Enter in one of its fields does not send it, so that choosing a supplier by keyboard approves nothing. Searches and
 * signing in are plain forms.
 */
export function SentForm({
  onSend,
  onKeyDown,
  ...rest
}: Omit<ComponentProps<"form">, "onSubmit"> & { onSend(): unknown }) {
  return (
    <form
      {...rest}
      onKeyDown={(event) => {
        onKeyDown?.(event);
        staysInField(event);
      }}
      onSubmit={(event) => {
        event.preventDefault();
        void onSend();
      }}
    />
  );
}
