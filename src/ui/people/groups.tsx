"use client";

import { useState } from "react";
import { useForm, useWatch } from "react-hook-form";
import { Sheet } from "../frame/sheet";
import { DayField, PersonField, TextField, TypedForm } from "../form-fields";
import { Button } from "../primitives";
import { PersonPicker, type Picked } from "./person-picker";
import { PersonLink, StateMark, Vacant, type State } from "./state";
import { useChange } from "./use-change";

export type Group = Picked & { members: (Picked & { state: State })[] };
export type Position = Picked & {
  unit: string;
  heads: boolean;
  holder: (Picked & { state: State }) | null;
  before: string;
};

/** Groups with their members, each with what keeps them from deciding now. */
export function Groups({ groups, mayWrite }: { groups: Group[]; mayWrite: boolean }) {
  const [open, setOpen] = useState<Group | "new" | null>(null);
  return (
    <section aria-labelledby="groups">
      <div className="mb-1 flex items-center justify-between gap-3">
        <h2 id="groups" className="text-lg font-semibold">
          Groups
        </h2>
        {mayWrite && (
          <Button small onClick={() => setOpen("new")}>
            New group
          </Button>
        )}
      </div>
      <ul className="border-t border-rule">
        {groups.map((group) => (
          <li key={group.id} className="border-b border-rule py-2">
            <div className="flex items-baseline justify-between gap-3">
              <h3 className="font-semibold">{group.name}</h3>
              {mayWrite && (
                <Button small look="quiet" onClick={() => setOpen(group)}>
                  Change<span className="sr-only"> {group.name}</span>
                </Button>
              )}
            </div>
            <p className="flex flex-wrap gap-x-1.5 gap-y-0.5">
              {group.members.length === 0 && <Vacant what="Nobody: a level that asks it holds what it gets" />}
              {group.members.map((member, index) => (
                <span key={member.id}>
                  <PersonLink person={member} />
                  {member.state.kind !== "present" && " "}
                  <StateMark state={member.state} />
                  {index < group.members.length - 1 && ","}
                </span>
              ))}
            </p>
          </li>
        ))}
      </ul>
      <Sheet
        open={open !== null}
        onOpenChange={() => setOpen(null)}
        title={open && open !== "new" ? open.name : "A new group"}
      >
        {open && <GroupForm group={open === "new" ? null : open} onDone={() => setOpen(null)} />}
      </Sheet>
    </section>
  );
}

function GroupForm({ group, onDone }: { group: Group | null; onDone(): void }) {
  const { change, busy, refusals } = useChange();
  const form = useForm<{ name: string; members: Picked[]; from: string }>({
    defaultValues: { name: group?.name ?? "", members: group?.members ?? [], from: "" },
  });
  const members = useWatch({ control: form.control, name: "members" });
  const setMembers = (now: Picked[]) => form.setValue("members", now, { shouldDirty: true });
  const save = async ({ name, from }: { name: string; members: Picked[]; from: string }) => {
    const people = members.map((member) => member.id);
    if (await change({ type: "save group", group: group?.id ?? null, name, people, from: from || null })) onDone();
  };
  return (
    <TypedForm form={form} refusals={refusals} onSave={save}>
      <TextField name="name" label="Name" required />
      <div>
        <p className="text-sm font-semibold">Members</p>
        <ul>
          {members.map((member) => (
            <li key={member.id} className="flex items-center justify-between border-b border-rule/70">
              {member.name}
              <Button small look="quiet" onClick={() => setMembers(members.filter((one) => one.id !== member.id))}>
                Remove<span className="sr-only"> {member.name}</span>
              </Button>
            </li>
          ))}
        </ul>
      </div>
      <PersonPicker
        label="Add a member"
        value={null}
        onChange={(person) => person && setMembers([...members, person])}
        except={members.map((member) => member.id)}
      />
      <DayField name="from" label="Members from" hint="Today, if left empty." />
      <Button type="submit" look="solid" disabled={busy}>
        Save group
      </Button>
    </TypedForm>
  );
}

/** Positions and who holds them. */
export function Positions({ positions, mayWrite }: { positions: Position[]; mayWrite: boolean }) {
  const [open, setOpen] = useState<Position | null>(null);
  return (
    <section aria-labelledby="positions">
      <h2 id="positions" className="mb-1 flex min-h-8 items-center text-lg font-semibold">
        Positions
      </h2>
      <ul className="border-t border-rule">
        {positions.map((position) => (
          <li key={position.id} className="flex items-baseline justify-between gap-3 border-b border-rule py-2">
            <div className="min-w-0">
              <h3 className="font-semibold">
                {position.name} <span className="font-normal text-soft">{position.unit}</span>
              </h3>
              <p>
                {position.holder ? (
                  <>
                    <PersonLink person={position.holder} /> <StateMark state={position.holder.state} />
                  </>
                ) : (
                  <Vacant />
                )}
                {position.heads && <span className="text-sm text-soft"> as head of the unit</span>}
              </p>
              {position.before && <p className="text-sm text-soft">{position.before}</p>}
            </div>
            {mayWrite && !position.heads && (
              <Button small look="quiet" onClick={() => setOpen(position)}>
                {position.holder ? "Change" : "Fill"}
                <span className="sr-only"> {position.name}</span>
              </Button>
            )}
          </li>
        ))}
      </ul>
      <Sheet open={open !== null} onOpenChange={() => setOpen(null)} title={open?.name ?? ""}>
        {open && <HolderForm position={open} onDone={() => setOpen(null)} />}
      </Sheet>
    </section>
  );
}

function HolderForm({ position, onDone }: { position: Position; onDone(): void }) {
  const { change, busy, refusals } = useChange();
  const form = useForm<{ holder: Picked | null; from: string }>({
    defaultValues: { holder: position.holder, from: "" },
  });
  const save = async ({ holder, from }: { holder: Picked | null; from: string }) => {
    const done = await change({
      type: "fill position",
      position: position.id,
      person: holder?.id ?? null,
      from: from || null,
    });
    if (done) onDone();
  };
  return (
    <TypedForm form={form} refusals={refusals} onSave={save}>
      <PersonField name="holder" label="Who holds it" none="vacant" />
      <DayField name="from" label="From" hint="Today, if left empty." />
      <Button type="submit" look="solid" disabled={busy}>
        Save
      </Button>
    </TypedForm>
  );
}
