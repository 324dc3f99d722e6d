import type { ReactNode } from "react";
import { dayOrderIn } from "@/core/calendar";
import { authorise } from "@/server/access/authorise";
import { hasFirstSteps } from "@/server/first-steps";
import { visit } from "@/server/http/page";
import { DayOrderProvider } from "@/ui/date-input";
import { AmountsIn } from "@/ui/money-input";
import { LiveRefresh } from "@/ui/frame/live-refresh";
import { Masthead, type Place } from "@/ui/frame/masthead";
import { sayMoment } from "@/ui/format";

export default async function PlacesLayout({ children }: { children: ReactNode }) {
  const { app, person, directory, now, zone } = await visit();
  const { currency } = directory.organisation;
  const places: Place[] = [
    { href: "/desk", name: "Desk" },
    { href: "/documents", name: "Documents" },
    ...(authorise(person, "holds.read") ? [] : [{ href: "/holds", name: "Holds" }]),
    ...(authorise(person, "policies.read")
      ? []
      : [
          { href: "/policies", name: "Policies" },
          { href: "/rehearsal", name: "Rehearsal" },
        ]),
    { href: "/register", name: "Register" },
    ...(authorise(person, "lookout.read") ? [] : [{ href: "/lookout", name: "Lookout" }]),
    { href: "/people", name: "People" },
  ];
  const clock = sayMoment(now, zone);
  return (
    <div className="flex min-h-dvh flex-col">
      <a href="#main" className="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:bg-paper focus:p-3">
        Skip to the content
      </a>
      <Masthead
        places={places}
        person={{ id: person.id, name: person.name, title: person.title }}
        clock={clock}
        zone={zone}
        mayEnter={!authorise(person, "documents.enter")}
        mayBeAway={!authorise(person, "standIns.write", { about: person })}
        mayReadSettings={!authorise(person, "policies.read")}
        hasFirstSteps={hasFirstSteps(app, person)}
        mayReadLedger={!authorise(person, "ledger.read")}
        mayReadLetters={!authorise(person, "letters.read")}
        mayReadLog={!authorise(person, "log.read")}
        isDemo={app.demo}
      />
      <LiveRefresh />
      <main id="main" className="flex flex-1 flex-col">
        <DayOrderProvider order={dayOrderIn(zone)}>
          <AmountsIn currency={currency}>{children}</AmountsIn>
        </DayOrderProvider>
      </main>
    </div>
  );
}
