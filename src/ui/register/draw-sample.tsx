"use client";

import { countOf } from "@/core/text";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { documentTypeKeys } from "@/core/documents";
import { sampleSize } from "@/core/sampling";
import type { Refusal } from "@/core/refusal";
import { useIntent } from "../intent";
import { Choice, Entry, Form } from "../labelled";
import { Button } from "../primitives";

const ATTRIBUTES = [
  "Everybody the rule asks for has decided",
  "Nobody decided on their own document",
  "Decided before it was ordered, posted or paid",
  "Attachments are there and fit",
];
type ProposedSample = { plan: { population: { count: number; minor: number } }; items: unknown[] };

/** Says of what, how sure and how strict, shows the size at once, and draws the sample by a seed that anybody can use again. */
export function DrawSample({
  types,
  from,
  until,
}: {
  types: readonly { key: string; name: string }[];
  from: string;
  until: string;
}) {
  const router = useRouter();
  const [value, setValue] = useState({
    name: "",
    type: documentTypeKeys[0],
    state: "approved",
    from,
    until,
    confidence: "95",
    tolerable: "5",
    expected: "0",
    method: "random",
    seed: "2026",
    attributes: ATTRIBUTES.join("\n"),
  });
  const [looked, setLooked] = useState<ProposedSample | null>(null);
  const [refusals, setRefusals] = useState<Refusal[]>([]);
  const set = (key: keyof typeof value) => (next: string) => {
    setLooked(null);
    setValue({ ...value, [key]: next });
  };
  const share = (typed: string) => Number(typed.replace(",", ".")) / 100;
  const [confidence, tolerable, expected] = [share(value.confidence), share(value.tolerable), share(value.expected)];
  const sensible =
    confidence > 0 && confidence < 1 && tolerable > 0 && tolerable < 1 && expected >= 0 && expected < tolerable;
  const size = sensible ? sampleSize(confidence, tolerable, expected) : null;
  const plan = {
    name: value.name,
    query: new URLSearchParams({ type: value.type, state: value.state }).toString(),
    from: value.from,
    until: value.until,
    confidence,
    tolerable,
    expected,
    method: value.method,
    seed: value.seed,
    attributes: value.attributes
      .split("\n")
      .map((one) => one.trim())
      .filter(Boolean),
  };
  const intend = useIntent();
  const ask = async (look: boolean) => {
    const result = await intend<ProposedSample & { id?: string }>("/api/samples", {
      type: "draw",
      plan,
      look,
    });
    setRefusals(result.ok ? [] : result.refusals);
    if (!result.ok) return;
    if (look) setLooked(result.value);
    else router.push(`/register/samples/${result.value.id}`);
  };
  return (
    <section aria-labelledby="draw" className="rounded-sm bg-panel p-4">
      <h2 id="draw" className="mb-2 text-lg font-semibold">
        Draw a sample
      </h2>
      <Form refusals={refusals} onSave={() => ask(looked === null)}>
        <Entry label="Name" maxLength={80} value={value.name} onChange={set("name")} />
        <div className="grid grid-cols-2 gap-3">
          <Choice label="Documents" value={value.type} onChange={set("type")}>
            {types.map((one) => (
              <option key={one.key} value={one.key}>
                {one.name}
              </option>
            ))}
          </Choice>
          <Choice label="State" value={value.state} onChange={set("state")}>
            {["approved", "declined", "cleared", "by lapse", "closed"].map((one) => (
              <option key={one} value={one}>
                {one === "by lapse" ? "approved automatically" : one}
              </option>
            ))}
          </Choice>
          <Entry label="Decided from" type="date" value={value.from} onChange={set("from")} />
          <Entry label="until" type="date" value={value.until} onChange={set("until")} />
          <Entry label="Confidence, %" inputMode="decimal" value={value.confidence} onChange={set("confidence")} />
          <Entry label="Tolerable rate, %" inputMode="decimal" value={value.tolerable} onChange={set("tolerable")} />
          <Entry label="Expected rate, %" inputMode="decimal" value={value.expected} onChange={set("expected")} />
          <Entry label="Random seed, which repeats the draw" maxLength={60} value={value.seed} onChange={set("seed")} />
        </div>
        <Choice label="Which ones" value={value.method} onChange={set("method")}>
          <option value="random">at random, each document alike</option>
          <option value="by value">by value, each unit of money alike</option>
        </Choice>
        <label className="text-sm font-semibold" htmlFor="attributes">
          What is looked at in each, a line for each
        </label>
        <textarea
          id="attributes"
          rows={4}
          className="field"
          value={value.attributes}
          onChange={(event) => set("attributes")(event.target.value)}
        />
        <p className="border-l-2 border-harbour pl-2 text-sm text-harbour" role="status">
          {size
            ? `${countOf(size.size, "document")}, of which ${size.allowed === 0 ? "none" : `no more than ${size.allowed}`} may deviate.`
            : "No size follows from these rates: the expected one has to be clearly less than the tolerable one."}
          {looked &&
            ` Drawn from ${looked.plan.population.count.toLocaleString("en-GB")}, it has ${looked.items.length}.`}
        </p>
        <Button type="submit" look="solid" disabled={!size}>
          {looked ? `Draw these ${looked.items.length}` : "See what it would be"}
        </Button>
      </Form>
    </section>
  );
}
