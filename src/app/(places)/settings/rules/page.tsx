import type { Metadata } from "next";
import { asAmount } from "@/core/documents";
import { authorise } from "@/server/access/authorise";
import { visitFor } from "@/server/http/page";
import { EFFECTS } from "@/server/intake/customers";
import { findAccounts, readRules } from "@/server/ledger/accounts";
import { PartsNav } from "@/ui/frame/parts-nav";
import { SETTING_PARTS } from "@/ui/settings/parts";
import { LetterheadForm } from "@/ui/settings/letterhead-form";
import { PaymentsForm } from "@/ui/settings/payments-form";
import { RulesForm } from "@/ui/settings/rules-form";
import { formatMoney } from "@/core/money";

export const metadata: Metadata = { title: "Matching, payments and imports" };

export default async function Rules() {
  const { app, person, directory } = await visitFor("policies.read");
  const [customer] = findAccounts(app.db, { kind: "customer", limit: 1 });
  const rules = readRules(app);
  const mayWrite = !authorise(person, "rules.write");
  const limit = asAmount(customer?.fields.limit);
  const example = customer && limit ? { name: customer.name, limit } : null;
  return (
    <div className="mx-auto w-full max-w-4xl px-4 py-5 md:px-6">
      <h1 className="text-2xl font-semibold">Settings</h1>
      <PartsNav label="Parts of Settings" parts={SETTING_PARTS} />
      <RulesForm
        rules={rules}
        currency={directory.organisation.currency}
        mayWrite={mayWrite}
        effects={EFFECTS}
        example={
          example && {
            name: example.name,
            before: formatMoney(example.limit),
            after: formatMoney({ ...example.limit, minor: example.limit.minor * 2 }),
          }
        }
      />
      <LetterheadForm letterhead={rules.letterhead} mayWrite={mayWrite} />
      <PaymentsForm payments={rules.payments} payer={directory.organisation.name} mayWrite={mayWrite} />
    </div>
  );
}
