import ical, { ICalAlarmType } from "ical-generator";
import { formatMoney } from "@/core/money";
import type { Person } from "@/core/people";
import type { App } from "../app";
import { documentAddress } from "../root";
import { deskOf } from "./desk";

/** What is due for a person as a calendar (RFC 5545): one entry for each document at the moment its answer is due, with an alarm an hour before. */
export function calendarFile(app: App, person: Person): string {
  const calendar = ical({ name: "Bandeira: due for me", prodId: { company: "Bandeira", product: "desk" } });
  for (const row of deskOf(app, person).waiting) {
    if (!row.due) continue;
    calendar
      .createEvent({
        id: `${row.id}-${row.level}-${row.revision}@bandeira`,
        start: new Date(row.due),
        end: new Date(Date.parse(row.due) + 15 * 60_000),
        stamp: new Date(app.clock.now()),
        summary: `Decide ${row.number}: ${row.title}, ${formatMoney(row.amount)}`,
        description: `${row.typeName} of ${row.requesterName}, ${row.unitName}. ${documentAddress(row.id)}`,
        url: documentAddress(row.id),
      })
      .createAlarm({ type: ICalAlarmType.display, trigger: 3600 });
  }
  return calendar.toString();
}
