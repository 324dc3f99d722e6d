import { z } from "zod";
import { IdSchema } from "../ids";

const TimeOfDay = z
  .string()
  .regex(/^([01]\d|2[0-3]):[0-5]\d$|^24:00$/, "must be a time of day such as 08:30, or 24:00");

/** A stretch of work on a day, from the first minute up to and not including the last. */
export const ShiftSchema = z
  .strictObject({ from: TimeOfDay, to: TimeOfDay })
  .refine(({ from, to }) => from < to, { error: "a shift ends after it begins" });

const Week = z
  .strictObject({
    monday: z.array(ShiftSchema),
    tuesday: z.array(ShiftSchema),
    wednesday: z.array(ShiftSchema),
    thursday: z.array(ShiftSchema),
    friday: z.array(ShiftSchema),
    saturday: z.array(ShiftSchema),
    sunday: z.array(ShiftSchema),
  })
  .superRefine((week, context) => {
    for (const [day, shifts] of Object.entries(week)) {
      shifts.forEach((shift, index) => {
        if (index > 0 && shift.from < shifts[index - 1]!.to) {
          context.addIssue({
            code: "custom",
            path: [day, index, "from"],
            message: "shifts of a day follow each other without overlap",
          });
        }
      });
    }
  });

/** When people at a location work: hours of each weekday in its time zone, and the days off that differ from it. */
export const WorkingCalendarSchema = z.strictObject({
  id: IdSchema,
  name: z.string().min(1),
  timeZone: z.string().refine(isTimeZone, { error: "must be an IANA time zone" }),
  week: Week,
  holidays: z.array(z.strictObject({ date: z.iso.date(), name: z.string().min(1) })).default([]),
});
export type WorkingCalendar = z.infer<typeof WorkingCalendarSchema>;

function isTimeZone(name: string): boolean {
  try {
    return new Intl.DateTimeFormat("en", { timeZone: name }).resolvedOptions().timeZone !== "";
  } catch {
    return false;
  }
}

type Hours = WorkingCalendar["week"]["monday"];

/** A week with the same hours from Monday to Friday and none at its end. */
export function workWeek(hours: Hours): WorkingCalendar["week"] {
  return { monday: hours, tuesday: hours, wednesday: hours, thursday: hours, friday: hours, saturday: [], sunday: [] };
}
