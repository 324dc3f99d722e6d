import type { Metadata } from "next";
import type { Refusal } from "@/core/refusal";
import { app } from "@/server/process";
import { currentPerson } from "@/server/http/handle";
import { papersAsked, signsByHand } from "@/server/ledger/account-commands";
import { invitedParty } from "@/server/ledger/invitations";
import { Front } from "@/ui/frame/front";
import { ParticularsForm } from "@/ui/back-office/particulars-form";

export const metadata: Metadata = { title: "Your details", referrer: "no-referrer" };

/** What another party sees of Bandeira: its own form, and nothing else. */
export default async function Particulars({ params }: { params: Promise<{ token: string }> }) {
  const { token } = await params;
  const found = invitedParty(app(), token, await currentPerson());
  if (!found.ok) {
    const [{ code, message }] = found.refusals as [Refusal];
    return code === "forbidden" ? (
      <Front title="This form is for the other party" lead={`${message}.`} />
    ) : (
      <Front
        title="This link is no longer open"
        lead="It was used, replaced or is too old. Ask whoever sent it for a new one."
      />
    );
  }
  const party = found.value;
  return (
    <Front
      title={`${party.host} asks for your details`}
      lead={`${party.askedBy} wants to open an account for ${party.name}. What you fill in and sign here is checked by people before it is used.`}
    >
      <ParticularsForm
        token={token}
        name={party.name}
        supplier={party.kind === "supplier"}
        papers={papersAsked(app(), party)}
        needed={party.kind === "supplier"}
        byHand={signsByHand(app(), party.account)}
        on={party.on}
      />
    </Front>
  );
}
