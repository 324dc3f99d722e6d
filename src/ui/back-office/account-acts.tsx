"use client";

import { useState } from "react";
import { parseMoney } from "@/core/money";
import { useSend } from "../document/use-command";
import { Sheet } from "../frame/sheet";
import { Entry, Form } from "../labelled";
import { Button } from "../primitives";

/** A new link for a party that has not filled in its particulars. */
export function InviteAgain({ account }: { account: string }) {
  const [link, setLink] = useState<string | null>(null);
  const { run, refusals, busy } = useSend<{ link: string }>("/api/accounts", (value) => setLink(value.link));
  return (
    <>
      {/* The command id is not needed: a new link takes the place of the last. */}
      <Button small disabled={busy} onClick={() => void run({ type: "invite", account, command: undefined })}>
        New invitation link
      </Button>
      {(link || refusals.length > 0) && (
        <p role="status" className="basis-full text-sm">
          {link ? <LinkText link={link} /> : refusals[0]!.message}
        </p>
      )}
    </>
  );
}

export function LinkText({ link }: { link: string }) {
  return (
    <>
      Send them this link; it works once, for 14 days: <a href={link}>{link}</a>
    </>
  );
}

/** A customer's order as the stand-in takes it; it is stopped where it would pass the limit. */
export function NewSalesOrder({ customer, name, currency }: { customer: string; name: string; currency: string }) {
  const [open, setOpen] = useState(false);
  const [title, setTitle] = useState("");
  const [amount, setAmount] = useState("");
  const [answer, setAnswer] = useState<{ id: string; stopped: boolean; because: string } | null>(null);
  const { run, refusals, busy } = useSend<{ id: string; stopped: boolean; because: string }>("/api/ledger", setAnswer);
  const parsed = parseMoney(amount, currency);
  return (
    <>
      <Button small onClick={() => setOpen(true)}>
        Enter an order of theirs
      </Button>
      <Sheet open={open} onOpenChange={setOpen} title={`An order of ${name}`}>
        {answer ? (
          <p role="status" className={answer.stopped ? "text-held" : ""}>
            {answer.id} is {answer.stopped ? `stopped: ${answer.because}` : "open"}.
          </p>
        ) : (
          <Form
            refusals={refusals}
            onSave={() => parsed.ok && run({ type: "sales order", customer, title, minor: parsed.money.minor })}
          >
            <Entry label="What they order" value={title} onChange={setTitle} />
            <Entry label={`Amount in ${currency}`} inputMode="decimal" value={amount} onChange={setAmount} />
            <Button type="submit" look="solid" disabled={busy || !parsed.ok || !title.trim()}>
              Enter the order
            </Button>
          </Form>
        )}
      </Sheet>
    </>
  );
}
