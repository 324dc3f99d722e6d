import type { DocumentState } from "@/core/approval";
import { sayLookedAt } from "@/core/audit-narrative";
import { minorDigits } from "@/core/money";
import type { PolicyVersion } from "@/core/policy";
import type { Route, SectionConsidered } from "@/core/routing";
import { sayBlocked, sayConsidered, sayLevelReason, sayMeasured, sayRouteBand, type Names } from "@/core/words";
import { BandPicture } from "../board/band-picture";
import { SectionTitle } from "../primitives";

type Props = { state: DocumentState; version: PolicyVersion | null; names: Names };

/** Why the document goes this way: policy, measure, section, band, and every level with everybody it looked at. */
export function Why({ state, version, names }: Props) {
  const { route } = state;
  if (!route) return null;
  const section = version?.policy.sections.find((one) => one.id === route.section?.id);
  return (
    <section aria-labelledby="why">
      <SectionTitle id="why">Why this route</SectionTitle>
      {route.band && <p className="serif text-[15px]">{sayRouteBand(route, names)}</p>}
      {section && route.measured && version && (
        <div className="my-2">
          <BandPicture
            section={section}
            currency={version.policy.currency}
            unit={10 ** minorDigits(version.policy.currency)}
            amount={route.measured.compared.minor}
          />
        </div>
      )}
      <dl className="grid grid-cols-[5.5rem_1fr] gap-y-1 text-sm">
        {route.policy && (
          <>
            <dt className="text-soft">Policy</dt>
            <dd>
              {route.policy.name}, version {route.policy.version}
            </dd>
          </>
        )}
        <Measured route={route} names={names} />
        {route.sections.map((one) => (
          <SectionLine key={one.section} section={one} names={names} />
        ))}
      </dl>
      {(route.levels.length > 0 || route.policies.length > 1) && (
        <details className="mt-2">
          <summary className="min-h-8 text-sm text-harbour underline">Every level and person looked at</summary>
          <Levels state={state} names={names} />
        </details>
      )}
    </section>
  );
}

/** What was measured, with its arithmetic and the rate. */
export function Measured({ route: { measured, documentType }, names }: { route: Route; names: Names }) {
  if (!measured) return null;
  return (
    <>
      <dt className="text-soft">Measured</dt>
      <dd>{sayMeasured(measured, documentType, names)}</dd>
    </>
  );
}

function SectionLine({ section, names }: { section: SectionConsidered; names: Names }) {
  const outcome = {
    fits: "fits",
    "does not fit": "does not fit",
    "cannot be told": "cannot be told",
    "not reached": "not looked at",
  }[section.outcome];
  return (
    <>
      <dt className="text-soft">Section</dt>
      <dd className={section.outcome === "fits" ? "font-semibold" : ""}>
        {section.name}: {outcome}
        {section.outcome === "does not fit" && <span className="block text-soft">{names.takes(section.section)}</span>}
      </dd>
    </>
  );
}

function Levels({ state, names }: { state: DocumentState; names: Names }) {
  const { route } = state;
  return (
    <ul className="mt-1 flex flex-col gap-2 text-sm">
      {route!.policies
        .filter((policy) => !policy.chosen)
        .map((policy) => (
          <li key={policy.policy}>
            Policy <b className="font-semibold">{policy.name}</b>: {sayConsidered(policy.why, names)}.
          </li>
        ))}
      {route!.levels.map((level) => (
        <li key={level.level}>
          <b className="font-semibold">{level.name}</b>: {level.outcome};{" "}
          {sayLevelReason(level.why, level.level, names)}.
          {level.candidates.length > 0 && <span className="block text-soft">{sayLookedAt(level, names)}</span>}
          {level.blocked && (
            <span className="block text-held">Cannot be decided: {sayBlocked(level.blocked, level.level, names)}</span>
          )}
        </li>
      ))}
    </ul>
  );
}
