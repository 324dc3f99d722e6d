"use client";

import { useState } from "react";
import { typedMoney } from "@/core/money";
import { useSend } from "../document/use-command";
import { Sheet } from "../frame/sheet";
import { Entry, Form } from "../labelled";
import { PersonPicker, type Picked } from "../people/person-picker";
import { Button } from "../primitives";

/** A new link for a party that has not filled in its particulars. */
export function InviteAgain({ account }: { account: string }) {
  const [sent, setSent] = useState<{ link: string | null } | null>(null);
  const { run, refusals, busy } = useSend<{ link: string | null }>("/api/accounts", setSent);
  return (
    <>
      {/* The command id is not needed: a new link takes the place of the last. */}
      <Button small disabled={busy} onClick={() => void run({ type: "invite", account, command: undefined })}>
        New invitation link
      </Button>
      {(sent || refusals.length > 0) && (
        <p role="status" className="basis-full text-sm">
          {sent ? <LinkText link={sent.link} /> : refusals[0]!.message}
        </p>
      )}
    </>
  );
}

/** The link is the other party's alone; in a demonstration, where nothing leaves the machine, it is shown. */
export function LinkText({ link }: { link: string | null }) {
  if (!link) return <>The link has gone to them by e-mail; it works once, for 14 days, and is not shown here.</>;
  return (
    <>
      In this demonstration nothing leaves the machine. Their link works once, for 14 days, in a window where nobody is
      signed in: <a href={link}>{link}</a>
    </>
  );
}

/** A customer's order as the stand-in takes it; it is stopped where it would pass the limit. */
export function NewSalesOrder({ customer, name, currency }: { customer: string; name: string; currency: string }) {
  const [open, setOpen] = useState(false);
  const [title, setTitle] = useState("");
  const [amount, setAmount] = useState("");
  const [seller, setSeller] = useState<Picked | null>(null);
  const [answer, setAnswer] = useState<{ id: string; stopped: boolean; because: string } | null>(null);
  const { run, refusals, busy } = useSend<{ id: string; stopped: boolean; because: string }>("/api/ledger", setAnswer);
  const parsed = typedMoney(amount, currency);
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
            onSave={() =>
              parsed.ok &&
              run({ type: "sales order", customer, title, minor: parsed.money.minor, seller: seller?.id ?? null })
            }
          >
            <Entry label="What they order" value={title} onChange={setTitle} />
            <Entry label={`Amount in ${currency}`} currency={currency} value={amount} onChange={setAmount} />
            <PersonPicker
              label="Who sells it"
              hint="They see it while it is stopped, and a higher limit is asked for in their name."
              value={seller}
              none="Nobody in particular"
              onChange={setSeller}
            />
            <Button type="submit" look="solid" disabled={busy || !parsed.ok || !title.trim()}>
              Enter the order
            </Button>
          </Form>
        )}
      </Sheet>
    </>
  );
}
