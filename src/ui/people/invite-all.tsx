"use client";

import { useState } from "react";
import { Choice } from "../labelled";
import { Button, Refusals } from "../primitives";
import { Table } from "../tables";
import { useChange } from "./use-change";

type Invited = { name: string; address: string | null };

/** A link to everybody who has no way in yet, at once. @param count how many they are */
export function InviteAll({ count, usual }: { count: number; usual: number }) {
  const { run, busy, refusals } = useChange();
  const [days, setDays] = useState(String(usual));
  const [invited, setInvited] = useState<Invited[] | null>(null);
  const send = async () => {
    const made = await run<{ invited: Invited[] }>("/api/people/access", { days: Number(days) });
    if (made) setInvited(made.invited);
  };
  if (invited)
    return (
      <div role="status" className="mb-4 border-l-3 border-approved bg-approved-wash px-3 py-2">
        <p>
          {people(invited.length)} {invited.length === 1 ? "has" : "have"} a link now, good for {days} days.
        </p>
        {invited.some(({ address }) => address) && <Addresses invited={invited} />}
      </div>
    );
  if (count === 0) return null;
  return (
    <div className="mb-4 border border-rule bg-panel p-3">
      <Refusals refusals={refusals} />
      <div className="flex flex-wrap items-end gap-3">
        <p className="pb-2">
          <b className="font-semibold">{people(count)}</b> cannot sign in yet.
        </p>
        <Choice label="Links are good for" value={days} onChange={setDays}>
          {[1, 3, 7, 14, 30].map((one) => (
            <option key={one} value={one}>
              {one === 1 ? "a day" : `${one} days`}
            </option>
          ))}
        </Choice>
        <Button disabled={busy} onClick={() => void send()}>
          Send each a link by e-mail
        </Button>
      </div>
    </div>
  );
}

const people = (count: number) => (count === 1 ? "1 person" : `${count} people`);

/** Where no message leaves the machine, whoever invites hands the links over. */
function Addresses({ invited }: { invited: readonly Invited[] }) {
  return (
    <>
      <p>No e-mail leaves this installation: hand each their own. Each works once.</p>
      <Table label="Links to hand over" heads={[{ label: "Who" }, { label: "Link" }]} most="20rem">
        {invited.map(({ name, address }) => (
          <tr key={name + address}>
            <td className="whitespace-nowrap">{name}</td>
            <td className="break-all">{address}</td>
          </tr>
        ))}
      </Table>
    </>
  );
}
