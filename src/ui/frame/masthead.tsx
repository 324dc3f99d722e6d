"use client";

import Link from "next/link";
import { usePathname, useRouter } from "next/navigation";
import { DropdownMenu } from "radix-ui";
import { Flag } from "../primitives";
import { send } from "../send";
import { DemoClock } from "./demo-clock";
import { GoAnywhere, type Place } from "./go-anywhere";
import { KeyHelp } from "./key-help";

type Visitor = { id: string; name: string; title: string };
type May = {
  mayEnter: boolean;
  mayBeAway: boolean;
  mayReadSettings: boolean;
  hasFirstSteps: boolean;
  mayReadLedger: boolean;
  mayReadLetters: boolean;
  mayReadLog: boolean;
  isDemo: boolean;
};

export type { Place } from "./go-anywhere";

export function Masthead({
  places,
  person,
  clock,
  zone,
  ...may
}: {
  places: Place[];
  person: Visitor;
  clock: string;
  zone: string;
} & May) {
  const path = usePathname();
  return (
    <header className="no-print border-b border-rule bg-paper">
      <div className="flex flex-wrap items-center gap-x-7 px-4 md:px-6">
        <Link href="/desk" className="flex min-h-12 items-center gap-2.5 text-ink no-underline">
          <Flag />
          <span className="serif text-xl font-semibold">Bandeira</span>
        </Link>
        <div className="ml-auto flex items-center gap-4 md:order-3">
          <GoAnywhere places={[...places, ...menuOf(person, may)]} />
          <DemoClock clock={clock} zone={zone} movable={may.isDemo} />
          <PersonMenu person={person} clock={clock} {...may} />
        </div>
        <nav
          aria-label="Places"
          className="no-bar -mx-4 flex w-[calc(100%+2rem)] gap-1 overflow-x-auto px-2 md:order-2 md:mx-0 md:w-auto md:px-0"
        >
          {places.map((place) => {
            const here = path === place.href || path.startsWith(`${place.href}/`);
            return (
              <Link
                key={place.href}
                href={place.href}
                aria-current={here ? "page" : undefined}
                className={`flex min-h-11 items-center border-b-3 px-2.5 pt-[5px] no-underline md:min-h-12 ${here ? "border-signal font-semibold text-ink" : "border-transparent text-soft hover:text-ink"}`}
              >
                {place.name}
              </Link>
            );
          })}
        </nav>
      </div>
      <KeyHelp />
    </header>
  );
}

/** What is reached by the menu under one's own name. */
function menuOf({ id }: Visitor, may: May): Place[] {
  const links = [
    { href: "/first-steps", name: "First steps", when: may.hasFirstSteps },
    { href: "/documents/new", name: "New document", when: may.mayEnter },
    { href: `/people/${id}?set=absence`, name: "I am away", when: may.mayBeAway },
    { href: `/people/${id}`, name: "My page", when: true },
    { href: "/account", name: "My account", when: true },
    { href: "/calendars", name: "Calendars", when: true },
    { href: "/back-office", name: "Back office", when: may.mayReadLedger },
    { href: "/post-room", name: "Post room", when: may.mayReadLetters },
    { href: "/logbook", name: "Logbook", when: may.mayReadLog },
    { href: "/settings", name: "Settings", when: may.mayReadSettings },
  ];
  return links.filter(({ when }) => when).map(({ href, name }) => ({ href, name }));
}

function PersonMenu({ person, clock, ...may }: { person: Visitor; clock: string } & May) {
  const router = useRouter();
  const leave = async () => {
    await send("/api/session", {}, "DELETE");
    router.push("/sign-in");
    router.refresh();
  };
  const item = "block min-h-10 cursor-pointer px-4 py-2 text-ink no-underline outline-none data-highlighted:bg-mist/60";
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger className="min-h-11 text-left hover:underline">
        {person.name}
        <span className="hidden lg:inline">, {person.title}</span>
        <span aria-hidden="true"> ▾</span>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="end" className="z-40 w-60 rounded-sm border border-rule bg-white py-1 shadow-lg">
          <div className="px-4 py-2 text-sm text-soft">
            {person.title}
            <span className="block sm:hidden">{clock}</span>
          </div>
          {menuOf(person, may).map(({ href, name }) => (
            <DropdownMenu.Item key={href} asChild>
              <Link href={href} className={item}>
                {name}
              </Link>
            </DropdownMenu.Item>
          ))}
          <DropdownMenu.Item className={item} onSelect={() => window.dispatchEvent(new Event("bandeira:keys"))}>
            Keys
          </DropdownMenu.Item>
          <DropdownMenu.Item className={item} onSelect={() => void leave()}>
            {may.isDemo ? "Sign out, or be somebody else" : "Sign out"}
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
