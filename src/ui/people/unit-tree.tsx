import Link from "next/link";
import { StateMark, Vacant, type State } from "./state";

export type Node = {
  id: string;
  name: string;
  depth: number;
  head: { id: string; name: string } | null;
  headState: State | null;
  people: number;
  below: number;
};

/** The units from the top down, each with its head and how many people are in it and below it. */
export function UnitTree({ nodes, chosen }: { nodes: Node[]; chosen: string }) {
  return (
    <ul className="border-t border-rule">
      {nodes.map((node) => (
        <li key={node.id} className="border-b border-rule/70">
          <Link
            href={`/people?unit=${node.id}`}
            scroll={false}
            aria-current={node.id === chosen ? "true" : undefined}
            className={`flex min-h-11 items-stretch text-ink no-underline ${node.id === chosen ? "bg-paper" : "hover:bg-paper/60"}`}
          >
            <span className={`w-1 shrink-0 ${node.id === chosen ? "bg-harbour" : ""}`} aria-hidden="true" />
            {Array.from({ length: node.depth }, (_, step) => (
              <span key={step} className="ml-3 w-px shrink-0 bg-rule" aria-hidden="true" />
            ))}
            <span className="flex min-w-0 flex-1 flex-col justify-center py-1.5 pr-4 pl-3">
              <span className="flex items-baseline justify-between gap-3">
                <span className={node.depth === 0 ? "serif text-lg font-semibold" : "font-semibold"}>{node.name}</span>
                <span className="text-sm text-soft">{sayPeople(node)}</span>
              </span>
              <span className="flex flex-wrap items-baseline gap-x-2 text-sm text-soft">
                {node.head ? node.head.name : <Vacant what="No head" />}
                {node.headState && <StateMark state={node.headState} />}
              </span>
            </span>
          </Link>
        </li>
      ))}
    </ul>
  );
}

function sayPeople({ people, below }: Node): string {
  return below > people ? `${below}, ${people} of them here` : String(people);
}
