import { formatAmount } from "@/core/money";
import { sayShort } from "../format";
import { placeOn, ticksOf, type Domain } from "./geometry";

/** Round amounts along the axis, from the top of whatever they stand in. @param unit minor units in one major unit @param top pixels */
export function AxisTicks({
  domain,
  unit,
  currency,
  top = 0,
}: {
  domain: Domain;
  unit: number;
  currency: string;
  top?: number;
}) {
  const ticks = ticksOf(domain, unit);
  // Too many labels run into each other: then only the ones and the fives are named.
  const named = (tick: number) => ticks.length < 15 || !String(Math.round(tick)).startsWith("2");
  const say = (tick: number) => (tick >= unit ? sayShort(tick / unit) : formatAmount({ minor: tick, currency }));
  return (
    <div aria-hidden="true">
      {ticks.map((tick) => (
        <span
          key={tick}
          className="absolute -translate-x-1/2 text-center text-xs text-soft"
          style={{ left: `${placeOn(domain, tick) * 100}%`, top }}
        >
          <span className="mx-auto block h-1.5 w-px bg-ink" />
          {named(tick) ? say(tick) : ""}
        </span>
      ))}
    </div>
  );
}
