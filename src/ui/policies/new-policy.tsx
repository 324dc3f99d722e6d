"use client";

import { useState } from "react";
import { typeWords, documentTypeKeys } from "@/core/documents";
import { readPolicy, type Policy, type PolicyInput } from "@/core/policy";
import { STARTING_SET, isBrought, organisationKinds, policiesOf, startFrom } from "@/core/starting-set";
import { capital } from "../format";
import { Choice, Form } from "../labelled";
import { Button, Refusals } from "../primitives";
import { NameEntry, UnitChoice, useBegin, useBeside, type Where } from "./begin";
import { GuidedStart } from "./guided-start";
import { readPolicyFile } from "./read-file";
import { SentForm } from "../sent-form";

/** Four ways to a new policy: guided, from the starting set, as a copy, from a file. Each ends on the band board. */
export function NewPolicy({ copies, ...where }: Where & { copies: Policy[] }) {
  return (
    <div className="mx-auto w-full max-w-6xl px-4 py-5 md:px-6">
      <h1 className="text-2xl font-semibold">New policy</h1>
      <p className="mb-5 text-soft">
        Whatever you begin with, it is a draft on the band board until it is reviewed and its day has come.
      </p>
      <div className="grid items-start gap-x-12 gap-y-8 lg:grid-cols-[1.1fr_1fr]">
        <GuidedStart {...where} />
        <div className="flex flex-col gap-8">
          <FromSet {...where} />
          <FromCopy {...where} copies={copies} />
          <FromFile {...where} />
        </div>
      </div>
    </div>
  );
}

const root = (units: Where["units"]) => units.find(({ parent }) => parent === null)?.id ?? units[0]!.id;
const unitName = (units: Where["units"], id: string) => units.find((unit) => unit.id === id)?.name ?? id;

function FromSet({ names, units, currency, organisation }: Where) {
  const { begin, refusals, busy } = useBegin();
  // What names a category is offered where the organisation has it: those of the kind whose lists it began with.
  const offered = [
    ...STARTING_SET,
    ...organisationKinds.flatMap(policiesOf).filter((one) => isBrought(one, organisation.lists)),
  ];
  const [key, setKey] = useState(STARTING_SET[0]!.key);
  const [name, setName] = useState("");
  const [unit, setUnit] = useState(root(units));
  const start = offered.find((one) => one.key === key)!;
  const { beside, choice } = useBeside(organisation);
  const save = () => begin(beside(startFrom(start, { id: "new", name, owner: "nobody", units: [unit], currency })));
  return (
    <section aria-labelledby="from-set">
      <h2 id="from-set" className="mb-2 text-lg font-semibold">
        From the starting set
      </h2>
      <Form refusals={refusals} onSave={save}>
        <Choice label="Which one" value={key} onChange={setKey}>
          {offered.map((one) => (
            <option key={one.key} value={one.key}>
              {capital(typeWords(one.documentType).name.many)}: {one.title}
            </option>
          ))}
        </Choice>
        <p className="text-sm text-soft">{start.about}</p>
        <UnitChoice units={units} value={unit} onChange={setUnit} />
        {choice}
        <NameEntry names={names} distinction={unitName(units, unit)} value={name} onChange={setName} />
        <Button type="submit" disabled={busy || !name.trim()} className="self-start">
          Begin with this one
        </Button>
      </Form>
    </section>
  );
}

function FromCopy({ names, units, copies }: Where & { copies: Policy[] }) {
  const { begin, refusals, busy } = useBegin();
  const [id, setId] = useState(copies[0]?.id ?? "");
  const [name, setName] = useState("");
  const model = copies.find((one) => one.id === id);
  if (!model) return null;
  return (
    <section aria-labelledby="from-copy">
      <h2 id="from-copy" className="mb-2 text-lg font-semibold">
        As a copy
      </h2>
      <Form refusals={refusals} onSave={() => begin({ ...model, name })}>
        <Choice label="Of which policy" value={id} onChange={setId}>
          {copies.map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
            </option>
          ))}
        </Choice>
        <NameEntry names={names} distinction={unitName(units, model.scope.units[0]!)} value={name} onChange={setName} />
        <Button type="submit" disabled={busy || !name.trim()} className="self-start">
          Copy it
        </Button>
      </Form>
    </section>
  );
}

function FromFile({ names, units, currency }: Where) {
  const { begin, refusals, setRefusals, busy } = useBegin();
  const [name, setName] = useState("");
  const [type, setType] = useState(documentTypeKeys[0]);
  const [losses, setLosses] = useState<string[]>([]);
  const [policy, setPolicy] = useState<Policy | null>(null);
  const [from, setFrom] = useState("");
  // A file that is refused, or another type, leaves nothing of the file before behind the button.
  const nothingRead = () => {
    setPolicy(null);
    setLosses([]);
    setRefusals([]);
  };
  const read = async (file: File) => {
    nothingRead();
    const measure = typeWords(type).measures[0]!.key as PolicyInput["measure"]["kind"];
    const base: PolicyInput = {
      id: "new",
      name: name || "New policy",
      documentType: type,
      scope: { units: [root(units)] },
      currency,
      measure: { kind: measure },
      sections: [],
    };
    const result = await readPolicyFile(file, base);
    if (!result.ok) return setRefusals(result.refusals);
    setPolicy(result.value.policy);
    setFrom(file.name);
    setLosses(result.value.losses);
  };
  const parsed = policy && readPolicy({ ...policy, name });
  return (
    <section aria-labelledby="from-file">
      <h2 id="from-file" className="mb-2 text-lg font-semibold">
        From a file
      </h2>
      <SentForm
        className="flex flex-col gap-3"
        onSend={() => {
          if (parsed?.ok) void begin(parsed.value);
        }}
      >
        <NameEntry names={names} distinction="from a file" value={name} onChange={setName} />
        <Choice
          label="For documents of which type"
          value={type}
          onChange={(next) => {
            setType(next);
            nothingRead();
          }}
        >
          {[...new Set(STARTING_SET.map((one) => one.documentType))].map((one) => (
            <option key={one} value={one}>
              {capital(typeWords(one).name.many)}
            </option>
          ))}
        </Choice>
        <p className="text-sm text-soft">
          A matrix of amounts and levels as CSV or XLSX, a decision table as DMN, or JSON. To see how a matrix is
          written, take one to fill in:{" "}
          <a href={`/api/policies/read-file?type=${type}&as=xlsx`} download>
            matrix as XLSX
          </a>
          ,{" "}
          <a href={`/api/policies/read-file?type=${type}&as=csv`} download>
            as CSV
          </a>
          .
        </p>
        <input
          type="file"
          aria-label="File with a policy"
          accept=".json,.csv,.xlsx,.dmn,.xml"
          className="text-sm"
          onChange={(event) => {
            const file = event.target.files?.[0];
            if (file) void read(file);
            event.target.value = "";
          }}
        />
        <Refusals refusals={refusals} />
        {losses.length > 0 && (
          <ul className="list-disc border-l-3 border-waiting pl-6 text-sm">
            {losses.map((one) => (
              <li key={one}>{one}</li>
            ))}
          </ul>
        )}
        {policy && (
          <p className="text-sm text-approved">
            Read from {from}: {policy.sections.length} {policy.sections.length === 1 ? "section" : "sections"}.
          </p>
        )}
        <Button type="submit" disabled={busy || !parsed?.ok || !name.trim()} className="self-start">
          Begin with the file
        </Button>
      </SentForm>
    </section>
  );
}
