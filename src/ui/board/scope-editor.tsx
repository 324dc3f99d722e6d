"use client";

import { USUAL_DAYS, typeWords } from "@/core/documents";
import type { Policy } from "@/core/policy";
import { useState } from "react";
import { Choice, Entry, Tick } from "../labelled";
import { PersonPicker, type Picked } from "../people/person-picker";
import { Button } from "../primitives";
import { NumberField } from "./number-field";
import type { BoardState } from "./use-board";
import { sayScope } from "@/core/words";

type Scope = Policy["scope"];
type Set = (patch: Partial<Scope>) => void;

/** Name, measure, and to what and whom the policy applies. */
export function ScopeEditor({ board }: { board: BoardState }) {
  const { policy, changePolicy, directory } = board;
  const { scope } = policy;
  const set: Set = (patch) => changePolicy((now) => ({ ...now, scope: { ...now.scope, ...patch } }));
  const { units, locations } = directory.organisation;
  const owner = policy.owner ? directory.person(policy.owner) : undefined;
  return (
    <>
      <Entry
        label="Name of the policy"
        maxLength={80}
        value={policy.name}
        onChange={(name) => name && changePolicy((now) => ({ ...now, name }))}
      />
      <PersonPicker
        label="Owner, who answers for it"
        value={owner ? { id: owner.id, name: owner.name } : null}
        onChange={(person) => person && changePolicy((now) => ({ ...now, owner: person.id }))}
      />
      <Choice
        label="Measured on"
        value={policy.measure.kind}
        onChange={(kind) => changePolicy((now) => ({ ...now, measure: { kind: kind as Policy["measure"]["kind"] } }))}
      >
        {typeWords(policy.documentType).measures.map(({ key, label }) => (
          <option key={key} value={key}>
            the {label}
          </option>
        ))}
      </Choice>
      {policy.measure.kind === "supplierTotal" && (
        <div>
          <p className="text-sm font-semibold">Over how many days before the document</p>
          <NumberField
            label="Over how many days before the document"
            value={policy.measure.days ?? USUAL_DAYS}
            least={1}
            most={366}
            whole
            after="days"
            onChange={(days) => changePolicy((now) => ({ ...now, measure: { ...now.measure, days } }))}
          />
        </div>
      )}
      <Box legend="Units, each with everything below">
        {units.map(({ id, name }) => (
          <Tick
            key={id}
            label={name}
            checked={scope.units.includes(id)}
            onChange={(on) => {
              const next = on ? [...scope.units, id] : scope.units.filter((one) => one !== id);
              if (next.length > 0) set({ units: next });
            }}
          />
        ))}
      </Box>
      <Box legend="Only at these locations; none ticked is everywhere">
        {locations.map(({ id, name }) => (
          <Tick
            key={id}
            label={name}
            checked={scope.locations.includes(id)}
            onChange={(on) =>
              set({ locations: on ? [...scope.locations, id] : scope.locations.filter((one) => one !== id) })
            }
          />
        ))}
      </Box>
      <Requesters board={board} set={set} />
      <Exempt board={board} set={set} />
      <p className="border-l-2 border-harbour pl-2 text-sm text-harbour">
        It applies to {typeWords(policy.documentType).name.many} of {sayScope(scope, directory)}.
      </p>
      <Entry
        label="Internal note"
        maxLength={500}
        value={policy.designNote ?? ""}
        onChange={(note) => changePolicy(({ designNote: _, ...now }) => (note ? { ...now, designNote: note } : now))}
      />
    </>
  );
}

function Box({ legend, children }: { legend: string; children: React.ReactNode }) {
  return (
    <fieldset>
      <legend className="text-sm font-semibold">{legend}</legend>
      <div className="max-h-36 overflow-y-auto rounded-sm border border-rule bg-white px-2 text-sm">{children}</div>
    </fieldset>
  );
}

function Requesters({ board, set }: { board: BoardState; set: Set }) {
  const { directory, policy } = board;
  const { requesters } = policy.scope;
  const name = (id: string) => directory.person(id)?.name ?? id;
  return (
    <div className="flex flex-col gap-1.5">
      <Choice
        label="Asked for by"
        value={requesters.kind}
        onChange={(kind) =>
          set({
            requesters: kind === "anyone" ? { kind } : { kind: "only", people: [], groups: [], positions: [] },
          })
        }
      >
        <option value="anyone">anybody there</option>
        <option value="only">only these</option>
      </Choice>
      {requesters.kind === "only" && (
        <>
          <NameList
            names={requesters.people.map(name)}
            onRemove={(index) => set({ requesters: { ...requesters, people: requesters.people.toSpliced(index, 1) } })}
          />
          <PersonPicker
            label="Add a person"
            value={null}
            except={requesters.people}
            onChange={(person) =>
              person && set({ requesters: { ...requesters, people: [...requesters.people, person.id] } })
            }
          />
          <Box legend="Groups">
            {directory.organisation.groups.map((group) => (
              <Tick
                key={group.id}
                label={group.name}
                checked={requesters.groups.includes(group.id)}
                onChange={(on) =>
                  set({
                    requesters: {
                      ...requesters,
                      groups: on ? [...requesters.groups, group.id] : requesters.groups.filter((id) => id !== group.id),
                    },
                  })
                }
              />
            ))}
          </Box>
          <Box legend="Holders of positions">
            {directory.organisation.positions.map((position) => (
              <Tick
                key={position.id}
                label={position.name}
                checked={requesters.positions.includes(position.id)}
                onChange={(on) =>
                  set({
                    requesters: {
                      ...requesters,
                      positions: on
                        ? [...requesters.positions, position.id]
                        : requesters.positions.filter((id) => id !== position.id),
                    },
                  })
                }
              />
            ))}
          </Box>
        </>
      )}
    </div>
  );
}

function NameList({ names, onRemove }: { names: string[]; onRemove(index: number): void }) {
  return (
    <ul>
      {names.map((name, index) => (
        <li key={name} className="flex items-center justify-between border-b border-rule/70 text-sm">
          {name}
          <Button small look="quiet" onClick={() => onRemove(index)}>
            Remove<span className="sr-only"> {name}</span>
          </Button>
        </li>
      ))}
    </ul>
  );
}

/** Who is left out, by whose decision and why; their documents go to the next policy that applies. */
function Exempt({ board, set }: { board: BoardState; set: Set }) {
  const { directory, policy } = board;
  const { exempt } = policy.scope;
  const [who, setWho] = useState<readonly string[]>([]);
  const [by, setBy] = useState<Picked | null>(null);
  const [reason, setReason] = useState("");
  const name = (id: string) => directory.person(id)?.name ?? id;
  const out = [...exempt.map((one) => one.person), ...who];
  const choose = (people: readonly string[]) => setWho([...who, ...people.filter((one) => !out.includes(one))]);
  const add = () => {
    if (who.length === 0 || !by || !reason.trim()) return;
    set({ exempt: [...exempt, ...who.map((person) => ({ person, decidedBy: by.id, reason: reason.trim() }))] });
    setWho([]);
    setBy(null);
    setReason("");
  };
  return (
    <details className="border-t border-rule pt-1.5" open={exempt.length > 0}>
      <summary className="min-h-7 cursor-pointer text-sm font-semibold">Except for some people</summary>
      <p className="text-sm text-soft">
        The policy does not apply to what they ask for; another one has to, or it is held. It is said who decided so.
      </p>
      <NameList
        names={exempt.map((one) => `${name(one.person)}, by ${name(one.decidedBy)}: ${one.reason}`)}
        onRemove={(index) => set({ exempt: exempt.toSpliced(index, 1) })}
      />
      <PersonPicker label="Who" value={null} onChange={(one) => one && choose([one.id])} except={out} />
      {directory.organisation.groups.length > 0 && (
        <Choice
          label="Or everybody who is in a group now"
          value=""
          onChange={(id) => choose(directory.group(id)?.members ?? [])}
        >
          <option value="">choose</option>
          {directory.organisation.groups.map((group) => (
            <option key={group.id} value={group.id}>
              {group.name}, {group.members.length}
            </option>
          ))}
        </Choice>
      )}
      <NameList names={who.map(name)} onRemove={(index) => setWho(who.toSpliced(index, 1))} />
      <PersonPicker label="Decided by" value={by} onChange={setBy} />
      <Entry label="Reason" value={reason} maxLength={200} onChange={setReason} />
      <Button small disabled={who.length === 0 || !by || !reason.trim()} onClick={add}>
        {who.length > 1 ? `Leave these ${who.length} out` : "Leave them out"}
      </Button>
    </details>
  );
}
