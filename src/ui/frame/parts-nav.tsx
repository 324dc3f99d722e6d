"use client";

import Link from "next/link";
import { usePathname } from "next/navigation";

/** The parts of a place, and where the reader is. */
export function PartsNav({
  label,
  parts,
}: {
  label: string;
  parts: readonly (readonly [href: string, name: string])[];
}) {
  const path = usePathname();
  return (
    <nav
      aria-label={label}
      className="no-bar no-print -mx-4 overflow-x-auto border-b border-rule px-4 md:-mx-6 md:px-6"
    >
      <ul className="flex gap-5">
        {parts.map(([href, name]) => (
          <li key={href}>
            <Link
              href={href}
              aria-current={path === href ? "page" : undefined}
              className={`inline-flex min-h-10 items-center whitespace-nowrap no-underline ${path === href ? "font-semibold text-ink underline decoration-signal decoration-2 underline-offset-8" : "text-soft hover:text-ink"}`}
            >
              {name}
            </Link>
          </li>
        ))}
      </ul>
    </nav>
  );
}
