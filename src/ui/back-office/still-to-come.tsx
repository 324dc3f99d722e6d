"use client";

import { useState } from "react";
import { SectionTitle } from "../primitives";
import { ReceiptLines, type OpenOrder } from "./receipt-list";

/** On an order’s own page, for whoever ordered it or takes delivery: what has come in, and what is still to come. */
export function StillToCome({ order }: { order: OpenOrder }) {
  const [said, setSaid] = useState("");
  return (
    <section aria-labelledby="to-come">
      <SectionTitle id="to-come">Still to come</SectionTitle>
      {said && (
        <p role="status" className="text-approved">
          {said}
        </p>
      )}
      <ReceiptLines order={order} mayReceive onSaid={setSaid} />
    </section>
  );
}
