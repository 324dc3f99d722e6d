import Link from "next/link";
import { addressWith } from "@/core/listing";
import { bandEdges, type Section } from "@/core/policy";
import { formatAmount } from "@/core/money";
import { sayRange } from "@/core/words";
import { placeOn, type Domain } from "../board/geometry";
import { HEAD, type Side } from "./side";

type Props = {
  side: Side;
  domain: Domain;
  currency: string;
  /** What it would have meant against the version above; empty until that is known. */
  said: string;
  /** What the version above is called. */
  above: string;
  /** The address of the page, and the keys of the version below and of this one. */
  given: Readonly<Record<string, string | undefined>>;
  keys: { after: string; third: string };
};

/** A third version, small below the two: how many levels approve which amounts, and what it would have meant against the one above. */
export function ThirdVersion({ side, domain, currency, said, above, given, keys }: Props) {
  const { name, section } = side;
  return (
    <section aria-label={`Third version: ${name}`} className="border-t border-rule">
      <div className="no-bar overflow-x-auto" role="region" aria-label={`Bands, ${name}`} tabIndex={0}>
        <div className="flex min-w-[46rem] items-start px-4 pt-2 md:px-6">
          <p className="shrink-0 pr-2 text-sm font-semibold" style={{ width: HEAD }}>
            {name}
          </p>
          {section ? (
            <Strip section={section} domain={domain} currency={currency} />
          ) : (
            <p className="text-sm text-soft">
              {side.policy
                ? "It has no section of this name."
                : "Documents go where other policies send them, or are held."}
            </p>
          )}
        </div>
      </div>
      <p className="flex flex-wrap gap-x-4 px-4 pb-2 text-sm md:px-6" aria-live="polite">
        <span>
          <span className="text-soft">Against {above}:</span> {said || "Replaying …"}
        </span>
        <Link href={`?${addressWith(given, { after: keys.third, third: keys.after })}`} scroll={false}>
          Put it below
        </Link>
        <Link href={`?${addressWith(given, { third: "" })}`} scroll={false}>
          Leave it out
        </Link>
      </p>
    </section>
  );
}

/** How many approve a band: more of them are darker and said in words. */
const SHADES = ["bg-paper", "bg-tide/30", "bg-tide/60", "bg-harbour/90", "bg-harbour"] as const;
const INKS = ["text-soft", "text-ink", "text-ink", "text-white", "text-white"] as const;

function Strip({ section, domain, currency }: { section: Section; domain: Domain; currency: string }) {
  const at = (minor: number | undefined, end: number) => (minor === undefined ? end : placeOn(domain, minor));
  return (
    <ul className="relative h-12 flex-1" aria-label="Bands">
      {section.bands.map((_, band) => {
        const { from, to } = bandEdges(section, band);
        const [left, right] = [at(from?.amount, 0), at(to?.amount, 1)];
        const levels = section.levels.filter(({ marks }) => marks[band] === "approves").length;
        const shade = Math.min(levels, SHADES.length - 1);
        const said = levels === 0 ? "nobody" : levels === 1 ? "1 level" : `${levels} levels`;
        return (
          <li
            key={band}
            title={sayRange(section, band, currency)}
            className={`absolute top-0 h-6 overflow-hidden border border-harbour/50 text-center text-xs leading-6 whitespace-nowrap ${SHADES[shade]} ${INKS[shade]}`}
            style={{ left: `${left * 100}%`, width: `${(right - left) * 100}%` }}
          >
            <span aria-hidden="true">{right - left > 0.08 ? said : ""}</span>
            <span className="sr-only">
              {sayRange(section, band, currency)}: {said}
            </span>
          </li>
        );
      })}
      {section.thresholds.map(({ amount }) => (
        <li
          key={amount}
          aria-hidden="true"
          className="absolute top-6 -translate-x-1/2 text-xs whitespace-nowrap text-soft"
          style={{ left: `${placeOn(domain, amount) * 100}%` }}
        >
          {formatAmount({ minor: amount, currency })}
        </li>
      ))}
    </ul>
  );
}
