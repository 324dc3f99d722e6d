import type { Metadata } from "next";
import Link from "next/link";
import { notFound } from "next/navigation";
import { dayIn } from "@/core/calendar";
import { FIELDS_OF_ACCOUNTS, accountLabel, documentTypeKeys, isControlled, typeWords } from "@/core/documents";
import { fieldsOn } from "@/core/own-fields";
import { formatMoney } from "@/core/money";
import { countOf, sayDate } from "@/core/text";
import { authorise } from "@/server/access/authorise";
import { fieldsToFillIn } from "@/server/fields/hidden";
import { hiddenOnAccount } from "@/server/fields/opening";
import { visitFor } from "@/server/http/page";
import { visibleChanges, visibleFields } from "@/server/ledger/account-commands";
import { peopleNamed } from "@/server/ledger/accounts";
import { listsForForms } from "@/server/lists/offered";
import { readAccount } from "@/server/ledger/accounts";
import { accountView } from "@/server/ledger/views";
import { InviteAgain, NewSalesOrder } from "@/ui/back-office/account-acts";
import { AccountChanges } from "@/ui/back-office/account-changes";
import { AccountParticulars } from "@/ui/back-office/account-particulars";
import { OfficeFrame } from "@/ui/back-office/office-frame";
import { sayDay, sayMoment } from "@/ui/format";
import { SectionTitle, StatusMark, buttonClass } from "@/ui/primitives";
import { Table } from "@/ui/tables";
import { namesOf, sayField, sayLabel } from "@/core/words";

type Props = { params: Promise<{ id: string }> };

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const { app } = await visitFor("ledger.read");
  const account = readAccount(app.db, (await params).id);
  return { title: account ? `${account.name}, ${account.kind}` : "Account" };
}

export default async function AccountPage({ params }: Props) {
  const { app, person, zone, now, directory } = await visitFor("ledger.read");
  const view = accountView(app, (await params).id);
  if (!view) notFound();
  const { account, documents, facts, receivables, orders } = view;
  const visible = visibleFields(app, person, account);
  const fields = visible as Record<string, Parameters<typeof sayField>[1]>;
  const words = namesOf(directory);
  const type = documentTypeKeys.find((key) => typeWords(key).partyForm === account.kind);
  const mayEnter = !authorise(person, "documents.enter");
  const today = dayIn(now, zone);
  // A new account is approved whole.
  const { fields: own } = directory.organisation;
  const isApproved = (key: string) =>
    account.status === "asked for" || isControlled(view.controlled, own, account.kind, key);
  const open = fieldsOn(own, account.kind, "account", today).map(({ key }) => key);
  const filled = fieldsOn(own, account.kind, "account", null).flatMap(({ key }) =>
    (fields[key] ?? "") === "" ? [] : [key],
  );
  const keys = [...new Set([...Object.keys(FIELDS_OF_ACCOUNTS[account.kind]), ...open, ...filled])];
  const labelOf = (key: string) => sayLabel(accountLabel(account.kind, key), words);
  const said = keys.map((key) => {
    const value = fields[key] ?? (key === "name" ? account.name : null);
    return {
      key,
      label: labelOf(key),
      value,
      said: sayField(key, value, words),
      ...(key === "bankAccount" && account.bankAt && { extra: `changed on ${sayDay(account.bankAt, zone)}` }),
    };
  });
  return (
    <OfficeFrame>
      <div className="flex flex-wrap items-start justify-between gap-4">
        <div>
          <h2 className="text-xl font-semibold">{account.name}</h2>
          <p className="text-soft">
            {account.kind === "supplier" ? "Supplier" : "Customer"}
            {account.group && `, ${account.group}`}. Account{" "}
            <b className={`font-semibold ${account.status === "open" ? "text-approved" : "text-held"}`}>
              {account.status === "asked for" ? "blocked until it is approved" : account.status}
            </b>
            {account.askedBy && `, asked for by ${directory.person(account.askedBy)?.name ?? account.askedBy}`}.
          </p>
        </div>
        <div className="flex flex-wrap gap-2">
          {account.status === "asked for" && mayEnter && <InviteAgain account={account.id} />}
          {account.kind === "customer" && !authorise(person, "ledger.write") && (
            <NewSalesOrder customer={account.id} name={account.name} currency={account.currency} />
          )}
          {mayEnter && (
            <Link href={`/documents/new?type=${type}&account=${account.id}`} className={buttonClass("solid", true)}>
              {account.status === "asked for" && account.kind === "customer"
                ? "Propose its first limit"
                : "Propose a change"}
            </Link>
          )}
        </div>
      </div>
      <div className="mt-5 grid gap-x-9 gap-y-6 lg:grid-cols-2">
        <section aria-labelledby="fields">
          <SectionTitle id="fields">What the account says</SectionTitle>
          <AccountParticulars
            account={{ id: account.id, currency: account.currency }}
            controlled={said.filter(({ key }) => isApproved(key))}
            free={said.filter(({ key }) => !isApproved(key))}
            lists={listsForForms(directory, today)}
            own={fieldsToFillIn(app, person, fieldsOn(own, account.kind, "account", today))}
            people={peopleNamed(app, { fields: visible })}
            today={today}
            hidden={hiddenOnAccount(app, person, account)}
            mayChange={account.status !== "asked for" && !authorise(person, "accounts.change")}
          />
        </section>
        {facts && (
          <section aria-labelledby="owes">
            <SectionTitle id="owes">What it owes and has ordered</SectionTitle>
            <dl className="grid grid-cols-[1fr_auto] gap-y-1">
              {(
                [
                  ["Receivables", facts.receivables],
                  ["Open orders", facts.openOrders],
                  ["Sales orders on credit hold", facts.stoppedOrders],
                  [
                    `Overdue${facts.daysOverdue ? `, the oldest ${countOf(facts.daysOverdue, "day")}` : ""}`,
                    facts.overdue,
                  ],
                ] as const
              ).map(([label, amount]) => (
                <div key={label} className="contents">
                  <dt className="text-soft">{label}</dt>
                  <dd className="text-right">{formatMoney(amount)}</dd>
                </div>
              ))}
            </dl>
          </section>
        )}
        <section aria-labelledby="documents" className="min-w-0">
          <SectionTitle id="documents">Documents</SectionTitle>
          {documents.length === 0 && <p className="text-soft">None yet.</p>}
          <ul>
            {documents.map((one) => (
              <li key={one.id} className="flex flex-wrap items-center gap-x-3 border-b border-rule/70 py-1">
                <Link href={`/documents/${one.id}`}>{one.number}</Link>{" "}
                <span className="min-w-0 flex-1">{one.title}</span>
                <StatusMark status={one.status} />
              </li>
            ))}
          </ul>
        </section>
        {facts && (
          <section aria-labelledby="open" className="min-w-0">
            <SectionTitle id="open">Receivables and orders</SectionTitle>
            {receivables.length + orders.length === 0 && <p className="text-soft">None yet.</p>}
            {receivables.length + orders.length > 0 && (
              <Table
                label="Receivables and orders"
                heads={[{ label: "What" }, { label: "Due or placed" }, { label: "Amount", right: true }]}
              >
                {receivables.map((one) => (
                  <tr key={one.number}>
                    <td>{one.number}</td>
                    <td>{sayDate(one.due)}</td>
                    <td className="text-right">{one.amount}</td>
                  </tr>
                ))}
                {orders.map((one) => (
                  <tr key={one.id}>
                    <td>
                      {one.id}, {one.title}
                      <span className={`block text-sm ${one.status === "stopped" ? "text-held" : "text-soft"}`}>
                        {one.status}
                        {one.because && `: ${one.because}`}
                      </span>
                    </td>
                    <td>{sayDay(one.placedAt, zone)}</td>
                    <td className="text-right">{one.amount}</td>
                  </tr>
                ))}
              </Table>
            )}
          </section>
        )}
        <AccountChanges
          changes={view.changes.map(({ at, person: by, why, document, changes }) => ({
            at: sayMoment(at, zone),
            by: by === "system" ? "Bandeira" : words.person(by),
            why,
            document,
            changes: visibleChanges(app, person, changes).map(({ field, before, after }) => ({
              label: labelOf(field),
              before: sayField(field, before, words),
              after: sayField(field, after, words),
            })),
          }))}
        />
      </div>
    </OfficeFrame>
  );
}
