import { isKeyOf } from "@/core/ids";
import type { Metadata } from "next";
import Link from "next/link";
import { acceptedOf } from "@/core/approval";
import { typeWords, documentTypeKeys } from "@/core/documents";
import { capital } from "@/core/text";
import { authorise } from "@/server/access/authorise";
import { lastOwn } from "@/server/documents/last";
import { viewDocument } from "@/server/documents/queries";
import { foundAccount, namesOn } from "@/server/documents/form-start";
import { formFor, found, visitFor, singles } from "@/server/http/page";
import { OwnLast } from "@/ui/documents/own-last";
import { SCREENS } from "@/ui/document-types";

type Search = { type?: string; account?: string; changes?: string };

export async function generateMetadata({ searchParams }: { searchParams: Promise<Search> }): Promise<Metadata> {
  const { type } = singles(await searchParams);
  return { title: `New ${type && isKeyOf(SCREENS, type) ? typeWords(type).name.one : "document"}` };
}

export default async function NewDocument({ searchParams }: { searchParams: Promise<Search> }) {
  const visitor = await visitFor("documents.enter");
  const { type, account, changes } = singles(await searchParams);
  const Form = type && isKeyOf(SCREENS, type) ? SCREENS[type]?.Form : undefined;
  if (Form) {
    const of = changes ? found(visitor, viewDocument(visitor.app, visitor.person, changes.toLowerCase())).state : null;
    const changing = of && { ...acceptedOf(of), number: of.number };
    return (
      <Form
        id={null}
        number={null}
        {...formFor(visitor)}
        account={account ? foundAccount(visitor, account) : undefined}
        people={of ? namesOn(visitor.directory, of.document) : {}}
        {...(changing && { changing })}
        last={lastOwn(visitor.app, visitor.person, type!)}
      />
    );
  }
  return (
    <div className="mx-auto w-full max-w-7xl px-4 py-5 md:px-6">
      <h1 className="text-2xl font-semibold">New document</h1>
      <div className="mt-4 grid items-start gap-x-12 gap-y-8 lg:grid-cols-[minmax(0,1fr)_25rem]">
        <div>
          <ul className="border-t border-rule">
            {documentTypeKeys.map(typeWords).map(({ key, name, about, needs, example }) => (
              <li key={key} className="border-b border-rule">
                <Link href={`/documents/new?type=${key}`} className="block py-3 text-ink no-underline hover:bg-panel">
                  <span className="font-semibold text-harbour underline underline-offset-2">{capital(name.one)}</span>
                  <span className="block">{about}</span>
                  <span className="block text-sm text-soft">You need: {lowered(needs)}</span>
                  <span className="block text-sm text-soft">For example: {lowered(example)}</span>
                </Link>
              </li>
            ))}
          </ul>
          <p className="mt-4">
            {!authorise(visitor.person, "intake.import") && (
              <>
                Many at once: <Link href="/documents/import">import a file</Link> of orders or invoices.{" "}
              </>
            )}
            A supplier or customer that is not known yet: <Link href="/accounts/ask">request an account</Link>.
          </p>
        </div>
        <OwnLast rows={lastOwn(visitor.app, visitor.person, null)} many="documents" />
      </div>
    </div>
  );
}

/** A sentence as it goes on after a colon. */
const lowered = (sentence: string) => sentence.charAt(0).toLowerCase() + sentence.slice(1);
