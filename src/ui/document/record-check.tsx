"use client";

import { useEffect, useState } from "react";
import { verifyEvent, type ChainedEvent } from "@/core/records";
import { Table } from "../tables";

/** Which of a record's events give their hash, worked out here in the reader's own browser; null until that is done. */
function useVerified(events: ChainedEvent[]): boolean[] | null {
  const [good, setGood] = useState<boolean[] | null>(null);
  useEffect(() => {
    // After the first paint: the page is there while the hashes are worked out, and the server cannot have done it for us.
    const frame = requestAnimationFrame(() => setGood(events.map((event) => verifyEvent(event))));
    return () => cancelAnimationFrame(frame);
  }, [events]);
  return good;
}

/** What came of re-computing a record's hashes, in one line. */
export function RecordVerdict({ events }: { events: ChainedEvent[] }) {
  const good = useVerified(events);
  const bad = good?.indexOf(false) ?? -1;
  return (
    <p role="status" className="text-sm">
      {good === null ? (
        <span className="text-soft">Re-computing {events.length} hashes in this browser</span>
      ) : bad < 0 ? (
        <b className="font-semibold text-approved">
          ✓ Verified: this browser has re-computed the hashes of all {events.length} events
        </b>
      ) : (
        <b className="text-held">Event {events[bad]!.seq} does not give its hash; this record was changed</b>
      )}
    </p>
  );
}

/** The events of one record, each with what its hash was found to be. */
export function RecordCheck({
  events,
  told,
  times,
  people,
}: {
  events: ChainedEvent[];
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
