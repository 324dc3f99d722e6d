import { formatMoney, money } from "@/core/money";
import { screensOf } from "@/ui/documents/screens";
import type { Contract } from "./contract";

function Facts({ document }: { document: Contract }) {
  return (
    <p>
      {document.party} until {document.endsOn ?? "an end that is not said"}
    </p>
  );
}

function Particulars({ document }: { document: Contract }) {
  return (
    <ul>
      {document.lines.map((line) => (
        <li key={line.description}>
          {line.description}, {line.years} × {formatMoney(money(line.perYear, document.currency))}
        </li>
      ))}
    </ul>
  );
}

/** What a requester fills in; plain, since it stands for any form. */
function Form() {
  return (
    <form aria-label="New contract">
      <input aria-label="Party" />
    </form>
  );
}

export const contractScreens = screensOf({ Form, Facts, Particulars });
