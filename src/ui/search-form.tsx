"use client";

import Form from "next/form";
import { usePathname } from "next/navigation";
import type { ComponentProps } from "react";

/**
 * A form whose fields stand in the address of its page: what it shows comes without a new page, so that the focus stays where it was, and before any script is there it is a
 * plain form.
 */
export function SearchForm(props: Omit<ComponentProps<"form">, "action" | "method" | "onSubmit" | "ref">) {
  return <Form action={usePathname()} {...props} />;
}
