import Link from "next/link";
import { addressWith } from "@/core/listing";
import type { Policy } from "@/core/policy";

/** The sections of both versions by their names; one that a version does not have says so. */
export function SectionTabs({
  chosen,
  before,
  after,
  given,
}: {
  chosen: string;
  before: Policy | null;
  after: Policy | null;
  /** The address of the page. */
  given: Record<string, string | undefined>;
}) {
  const names = [
    ...new Set(
      [after, before].filter((one) => one !== null).flatMap(({ sections }) => sections.map(({ name }) => name)),
    ),
  ];
  const has = (policy: Policy | null, name: string) => !policy || policy.sections.some((one) => one.name === name);
  if (names.length < 2) return null;
  return (
    <nav aria-label="Sections" className="flex flex-wrap gap-x-1 px-2 md:px-4">
      {names.map((name) => (
        <Link
          key={name}
          href={`?${addressWith(given, { section: name })}`}
          scroll={false}
          aria-current={name === chosen ? "true" : undefined}
          className={`flex min-h-10 items-center border-b-3 px-2.5 no-underline ${name === chosen ? "border-signal font-semibold text-ink" : "border-transparent text-soft hover:text-ink"}`}
        >
          {name}
          {!has(before, name) && <span className="ml-1 text-xs text-soft">added</span>}
          {!has(after, name) && <span className="ml-1 text-xs text-soft">left out</span>}
        </Link>
      ))}
    </nav>
  );
}
