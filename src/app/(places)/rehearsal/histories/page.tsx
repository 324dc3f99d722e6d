import type { Metadata } from "next";
import Link from "next/link";
import { documentTypeKeys, typeWords } from "@/core/documents";
import { capital, countOf, sayDate } from "@/core/text";
import { authorise } from "@/server/access/authorise";
import { visitFor } from "@/server/http/page";
import { historiesOf } from "@/server/histories/store";
import { namesNow } from "@/server/reference-data";
import { DeleteForGood } from "@/ui/delete-for-good";
import { HistoryImport } from "@/ui/histories/history-import";
import { Empty } from "@/ui/primitives";
import { Table } from "@/ui/tables";

export const metadata: Metadata = { title: "Imported histories" };

/** Documents of the past from elsewhere, to rehearse on: which there are, and bringing in another. */
export default async function Histories() {
  const { app, person, directory } = await visitFor("policies.read");
  const histories = historiesOf(app);
  const names = namesNow(app);
  const mayWrite = !authorise(person, "histories.write");
  return (
    <div className="mx-auto w-full max-w-5xl px-4 py-4 md:px-6">
      <p>
        <Link href="/rehearsal">Rehearsal</Link>
      </p>
      <h1 className="text-2xl font-semibold">Imported histories</h1>
      <p className="mb-4 text-soft">
        Documents of the past out of a ledger or another program, to rehearse policies on. They become no documents
        here: nobody is asked or told anything by them, and they are deleted as a whole.
      </p>
      {histories.length === 0 ? (
        <Empty>No history yet.</Empty>
      ) : (
        <Table
          label="Histories"
          heads={[
            { label: "History" },
            { label: "What is in it" },
            { label: "Imported" },
            ...(mayWrite ? [{ label: "Delete", hidden: true, key: "delete" }] : []),
          ]}
        >
          {histories.map(({ id, name, types, broughtBy, broughtAt }) => (
            <tr key={id}>
              <td className="font-semibold">{name}</td>
              <td>
                {Object.entries(types).map(([type, { documents, from, until }]) => {
                  const { one, many } = typeWords(type).name;
                  return (
                    <span key={type} className="block">
                      <Link href={`/rehearsal?history=${id}`}>{countOf(documents, one, many)}</Link>,{" "}
                      <span className="text-soft">
                        {sayDate(from)} to {sayDate(until)}
                      </span>
                    </span>
                  );
                })}
              </td>
              <td>
                {sayDate(broughtAt.slice(0, 10))}
                <span className="block text-sm text-soft">{names.person(broughtBy)}</span>
              </td>
              {mayWrite && (
                <td className="text-right">
                  <DeleteForGood address={`/api/histories/${id}`} name={name} />
                </td>
              )}
            </tr>
          ))}
        </Table>
      )}
      {mayWrite && (
        <section aria-labelledby="import" className="mt-8">
          <h2 id="import" className="mb-3 text-lg font-semibold">
            Import a history
          </h2>
          <HistoryImport
            types={documentTypeKeys.map((key) => ({ key, name: capital(typeWords(key).name.many) }))}
            units={directory.organisation.units.map(({ id, name }) => ({ key: id, name }))}
          />
        </section>
      )}
    </div>
  );
}
