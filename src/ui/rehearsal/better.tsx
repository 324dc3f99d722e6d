"use client";

import { useState, type FormEvent } from "react";
import { formatAmount, typedMoney } from "@/core/money";
import type { Directory } from "@/core/people";
import { edit, type Policy, type Section } from "@/core/policy";
import type { Found, HoursOf, Scale, Suggestion, Wanted } from "@/core/rehearsal";
import { countOf } from "@/core/text";
import { sayBandsKept, sayInTheWay, sayNoAmount, sayShareExactly } from "@/core/words";
import { sayNumber } from "../format";
import { useAnnounced } from "../frame/announce";
import { Button, Refusals } from "../primitives";
import { CostChart } from "./cost-chart";
import type { Moves } from "./side";

type Props = {
  /** The version below as it was opened, and its section that is shown: bands are chosen from those that it has. */
  policy: Policy;
  section: Section;
  noun: { one: string; many: string };
  scale: Scale;
  /** Hours a month that people have. */
  capacity: HoursOf;
  directory: Directory;
  find(policy: Policy, wanted: Wanted): Promise<Found | null>;
  /** What the thresholds that are tried would have meant; empty while none are. */
  tried: string;
  onTry: Moves;
};

/** Thresholds for a goal that is put in words: which reach it with the fewest hours, what more control costs, and what stands in the way. */
export function Better(props: Props) {
  const { policy, section, scale, noun } = props;
  const [asked, setAsked] = useState<{ wanted: Wanted; found: Found } | null>(null);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState("");
  const look = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const read = wantedIn(new FormData(event.currentTarget), props);
    setProblem(read.ok ? "" : read.problem);
    if (!read.ok) return;
    setBusy(true);
    const found = await props.find(policy, read.wanted);
    setBusy(false);
    if (found && found.documents > 0) setAsked({ wanted: read.wanted, found });
    else setProblem(`No ${noun.many} of these days came to this section, so that there is nothing to find them from.`);
  };
  return (
    <details>
      <summary className="min-h-8 cursor-pointer py-1 text-sm text-harbour">
        Find better thresholds for “{section.name}”
      </summary>
      <form
        aria-label="What the thresholds are to reach"
        className="mt-1 flex flex-wrap items-end gap-x-4 gap-y-3 border-l-3 border-rule pl-4"
        onSubmit={(event) => void look(event)}
      >
        <label>
          <span className="block text-sm text-soft">At least this much of the value, in %</span>
          <input
            name="share"
            type="number"
            min={0}
            max={100}
            step="0.1"
            defaultValue={80}
            required
            className="field w-24! text-right"
          />
        </label>
        <label>
          <span className="block text-sm text-soft">is approved by</span>
          <select name="seenBy" className="field w-auto! max-w-60">
            <option value="">anybody</option>
            {section.levels
              .filter(({ kind }) => kind === "approval" || kind === "task")
              .map(({ id, name }) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
          </select>
        </label>
        <label>
          <span className="block text-sm text-soft">At most so many bands</span>
          <input
            name="mostBands"
            type="number"
            min={1}
            max={section.bands.length}
            defaultValue={Math.min(4, section.bands.length)}
            required
            className="field w-20! text-right"
          />
        </label>
        <label className="basis-52">
          <span className="block text-sm text-soft">From these amounts alone</span>
          <input
            name="amounts"
            placeholder="round ones: 100, 200, 500 …"
            className="field"
            aria-describedby="amounts-hint"
          />
        </label>
        <label className="flex min-h-10 items-center gap-2">
          <input name="hours" type="checkbox" className="size-5" /> Nobody over {props.capacity.usual} hours a month
          {Object.keys(props.capacity.byPerson).length > 0 && ", or their own"}
        </label>
        <Button type="submit" disabled={busy}>
          {busy ? "Looking …" : "Find thresholds"}
        </Button>
        <p id="amounts-hint" className="basis-full text-sm text-soft">
          Found are those with the fewest hours. Amounts of your own stand with a semicolon between them: 1,500; 7,500.
        </p>
        {problem && <Refusals refusals={[{ code: "invalid", message: problem }]} />}
      </form>
      {asked && <Result {...props} {...asked} scale={scale} />}
    </details>
  );
}

type Read = { ok: true; wanted: Wanted } | { ok: false; problem: string };

/** What the form asks for. Minutes are those of the days that are replayed. */
function wantedIn(form: FormData, { policy, section, capacity, scale }: Props): Read {
  const text = String(form.get("amounts")).trim();
  const amounts: number[] = [];
  for (const part of text === "" ? [] : text.split(";")) {
    const read = typedMoney(part, policy.currency);
    if (!read.ok) return { ok: false, problem: `“${part.trim()}”: ${sayNoAmount(read.why)}` };
    if (read.money.minor <= 0) return { ok: false, problem: `“${part.trim()}”: a threshold is over 0.` };
    amounts.push(read.money.minor);
  }
  if (amounts.length > MOST_AMOUNTS)
    return {
      ok: false,
      problem: `${MOST_AMOUNTS} amounts are the most that are looked through; there are ${amounts.length}.`,
    };
  return {
    ok: true,
    wanted: {
      section: section.id,
      seenBy: String(form.get("seenBy")) || null,
      share: Number(form.get("share")) / 100,
      mostBands: Number(form.get("mostBands")),
      hours: form.has("hours") ? hoursIn(capacity, 1 / scale.month) : null,
      amounts: amounts.length > 0 ? [...new Set(amounts)].sort((a, b) => a - b) : null,
    },
  };
}

/** Hours of so many months. */
function hoursIn({ usual, byPerson }: HoursOf, months: number): HoursOf {
  const own = Object.entries(byPerson).map(([person, hours]) => [person, hours * months]);
  return { usual: usual * months, byPerson: Object.fromEntries(own) };
}

const MOST_AMOUNTS = 60;

function Result(props: Props & { wanted: Wanted; found: Found }) {
  const { policy, section, scale, directory, found, wanted, onTry } = props;
  const { now, suggested, curve } = found;
  const hours = (minutes: number) => (minutes / 60) * scale.year;
  const by = section.levels.find(({ id }) => id === wanted.seenBy)?.name;
  const kept = (one: Suggestion) => sayBandsKept(section, one, policy.currency);
  const attempt = (one: Suggestion) => onTry(edit.keepBands(section, one.bands, one.thresholds));
  const said = suggested.ok
    ? sayFound(hours(suggested.suggestion.minutes), hours(now.minutes), suggested.suggestion, now, by)
    : sayInTheWay(
        suggested.why,
        wanted.share,
        (minutes) => (minutes / 60) * scale.month,
        (id) => directory.person(id)?.name ?? id,
      );
  useAnnounced(said);
  return (
    <div className="mt-4 grid gap-x-8 gap-y-4 border-l-3 border-rule pl-4 xl:grid-cols-2 [&>*]:min-w-0">
      <div>
        {suggested.ok && <p className="font-semibold">{kept(suggested.suggestion)}.</p>}
        <p className={suggested.ok ? "mt-1" : "text-held"}>{said}</p>
        {suggested.ok && (
          <Button small className="mt-2" onClick={() => attempt(suggested.suggestion)}>
            Try these below
          </Button>
        )}
        {props.tried && (
          <p className="mt-2 text-sm">
            <span className="text-soft">What stands below now:</span> {props.tried}
          </p>
        )}
        <p className="mt-2 text-sm text-soft">
          Chosen from {countOf(found.amounts.length, "amount")}
          {found.amounts.length > 0 && `, ${sayAmounts(found.amounts, policy.currency)}`}, and from the bands that “
          {section.name}” has.
        </p>
      </div>
      <CostChart
        points={curve.map((one) => ({ share: one.share, hours: hours(one.minutes), said: kept(one) }))}
        now={{ share: now.share, hours: hours(now.minutes) }}
        goal={wanted.share}
        by={by ?? "anybody"}
        onTry={(index) => attempt(curve[index]!)}
      />
    </div>
  );
}

function sayFound(
  hours: number,
  before: number,
  { share }: Suggestion,
  now: Suggestion,
  by: string | undefined,
): string {
  return `${sayNumber(hours)} hours a year instead of ${sayNumber(before)}; ${sayShareExactly(share)} of the value approved by ${by ?? "anybody"} instead of ${sayShareExactly(now.share)}.`;
}

function sayAmounts(amounts: readonly number[], currency: string): string {
  const said = (minor: number) => formatAmount({ minor, currency });
  return amounts.length > 1 ? `${said(amounts[0]!)} to ${said(amounts.at(-1)!)}` : said(amounts[0]!);
}
