"use client";

import { useEffect, useState } from "react";
import { verifyEvent, type ChainedEvent } from "@/core/records";
import { Table } from "../tables";

/** An event with what the server found of its hash, where something in it is hidden from the reader. */
export type CheckedEvent = ChainedEvent & { checked?: boolean };

/** Which of a record's events give their hash, worked out here in the reader's own browser; null until that is done. */
function useVerified(events: CheckedEvent[]): boolean[] | null {
  const [good, setGood] = useState<boolean[] | null>(null);
  useEffect(() => {
    // After the first paint: the page is there while the hashes are worked out, and the server cannot have done it for us.
    const frame = requestAnimationFrame(() => setGood(events.map((event) => event.checked ?? verifyEvent(event))));
    return () => cancelAnimationFrame(frame);
  }, [events]);
  return good;
}

/** What came of re-computing a record's hashes, in one line. */
export function RecordVerdict({ events }: { events: CheckedEvent[] }) {
  const good = useVerified(events);
  const unseen = events.filter(({ checked }) => checked !== undefined).length;
  const bad = good?.indexOf(false) ?? -1;
  return (
    <p role="status" className="text-sm">
      {good === null ? (
        <span className="text-soft">Re-computing {events.length} hashes in this browser</span>
      ) : bad < 0 ? (
        <b className="font-semibold text-approved">✓ Verified: {sayVerified(events.length, unseen)}</b>
      ) : (
        <b className="text-held">Event {events[bad]!.seq} does not give its hash; this record was changed</b>
      )}
    </p>
  );
}

const sayVerified = (all: number, unseen: number) =>
  unseen === 0
    ? `this browser has re-computed the hashes of all ${all} events`
    : `this browser has re-computed the hashes of ${all - unseen} of ${all} events, and Bandeira the ${unseen === 1 ? "other one" : "others"}, which ${unseen === 1 ? "says" : "say"} something that is hidden here`;

/** The events of one record, each with what its hash was found to be. */
export function RecordCheck({
  events,
  told,
  times,
  people,
}: {
  events: CheckedEvent[];
  told: string[];
  times: string[];
  people: string[];
}) {
  const good = useVerified(events);
  return (
    <Table
      labelledBy="events"
      small
      least="44rem"
      heads={[
        { label: "Event", right: true },
        { label: "When" },
        { label: "Who" },
        { label: "What" },
        { label: "Hash" },
      ]}
    >
      {events.map((event, index) => (
        <tr key={event.seq}>
          <td className="text-right">{event.seq}</td>
          <td className="whitespace-nowrap">{times[index]}</td>
          <td className="whitespace-nowrap">{people[index]}</td>
          <td>{told[index]}</td>
          <td title={event.hash} className="whitespace-nowrap">
            {event.hash.slice(0, 12)}…{" "}
            {good ? (
              good[index] ? (
                <span className="text-approved">✓</span>
              ) : (
                <span className="text-held">✗ changed</span>
              )
            ) : (
              ""
            )}
          </td>
        </tr>
      ))}
    </Table>
  );
}
