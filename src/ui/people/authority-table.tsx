import Link from "next/link";
import { sayDate } from "@/core/text";
import type { Authority } from "@/core/authority";
import { lastDayBefore } from "@/core/people";
import { dayIn } from "@/core/calendar";
import { formatMoney } from "@/core/money";

type Typed = Authority & { typeName: string };

/** For each type of document: up to how much, which levels ask the person and why, and who acts when they are away. */
export function AuthorityTable({
  lines,
  name,
  zone,
  linkPolicies,
}: {
  lines: Typed[];
  name: string;
  zone: string;
  linkPolicies: boolean;
}) {
  const barred = lines[0]?.barred;
  return (
    <div>
      {barred && (
        <p className="mb-2 rounded-sm border-l-3 border-held bg-held-wash px-3 py-2 text-held">
          {name} {barred}, so no level can ask them now, whatever stands below.
        </p>
      )}
      <ul className="border-t border-rule">
        {lines.map((line) => (
          <li
            key={line.documentType}
            className="grid gap-x-6 gap-y-1 border-b border-rule py-2.5 md:grid-cols-[11rem_minmax(0,1fr)_15rem]"
          >
            <div>
              <h3 className="font-semibold">{line.typeName}</h3>
              {line.limits.length === 0 ? (
                <p className="text-sm text-soft">no limit of their own</p>
              ) : (
                line.limits.map((limit) => (
                  <p key={limit.holder} className="text-sm">
                    <b className="font-semibold">{limit.words}</b> <span className="text-soft">{limit.holder}</span>
                  </p>
                ))
              )}
            </div>
            <div className="min-w-0">
              {line.asked.length === 0 ? (
                <p className="text-soft">No policy in force asks them.</p>
              ) : (
                <ul className="flex flex-col gap-1.5">
                  {line.asked.map((asked, index) => (
                    <li key={index}>
                      <b className="font-semibold">{asked.amounts}</b>, for {asked.forWhom}{" "}
                      <span className="text-soft">({asked.because}).</span>{" "}
                      {asked.beyondLimit && (
                        <span className="text-sm font-medium text-waiting">
                          {line.limits.length > 0 ? "Above the personal limit, by policy." : "Without a limit."}
                        </span>
                      )}
                      <span className="block text-sm text-soft">
                        {asked.level}, in{" "}
                        {linkPolicies ? (
                          <Link href={`/policies/${asked.policy}?version=${asked.version}`}>{asked.policyName}</Link>
                        ) : (
                          asked.policyName
                        )}{" "}
                        version {asked.version}, {asked.section}
                      </span>
                    </li>
                  ))}
                </ul>
              )}
            </div>
            <div className="text-sm">
              <span className="text-soft">When away: </span>
              {line.acts.length === 0 ? (
                <span>nobody is set</span>
              ) : (
                line.acts.map(({ entry, name: acting, now }) => (
                  <span key={entry.id} className="block">
                    <b className="font-semibold">{acting ?? "nobody stands in"}</b>
                    {entry.kind === "delegation" && ", standing delegation"}
                    {entry.cap && `, up to ${formatMoney(entry.cap)}`}
                    <span className="text-soft">
                      {now ? ", now" : `, from ${sayDate(dayIn(entry.from, zone))}`}
                      {entry.until && ` until ${sayDate(lastDayBefore(entry.until, zone))}`}
                    </span>
                  </span>
                ))
              )}
            </div>
          </li>
        ))}
      </ul>
    </div>
  );
}
