import type { Metadata } from "next";
import Link from "next/link";
import { authorise } from "@/server/access/authorise";
import { visitFor } from "@/server/http/page";
import { listRows } from "@/server/lists/views";
import { PartsNav } from "@/ui/frame/parts-nav";
import { NewList } from "@/ui/lists-kept/new-list";
import { StartingLists } from "@/ui/lists-kept/starting-lists";
import { SETTING_PARTS } from "@/ui/settings/parts";
import { Table } from "@/ui/tables";

export const metadata: Metadata = { title: "Lists" };

/** The lists that the organisation keeps: what documents, conditions and people choose from. */
export default async function Lists() {
  const { app, person, directory } = await visitFor("policies.read");
  const rows = listRows(app);
  const mayWrite = !authorise(person, "lists.write");
  return (
    <div className="mx-auto w-full max-w-4xl px-4 py-5 md:px-6">
      <h1 className="text-2xl font-semibold">Settings</h1>
      <PartsNav label="Parts of Settings" parts={SETTING_PARTS} />
      <p className="mt-5 mb-2 text-soft">
        What documents, conditions and people choose from. An entry is ended and never deleted; renaming one changes no
        document that has it.
      </p>
      {mayWrite && rows.every(({ id, open }) => id !== "order-categories" || open === 0) && (
        <StartingLists currency={directory.organisation.currency} />
      )}
      <Table
        label="Lists"
        heads={[{ label: "List" }, { label: "Open today", right: true }, { label: "Not open", right: true }]}
      >
        {rows.map((list) => (
          <tr key={list.id}>
            <td>
              <Link href={`/settings/lists/${list.id}`} className="font-semibold">
                {list.name}
              </Link>
              <span className="block text-sm text-soft">{list.about}</span>
            </td>
            <td className="text-right">{list.open || "none"}</td>
            <td className="text-right text-soft">{list.ended || ""}</td>
          </tr>
        ))}
      </Table>
      {mayWrite && <NewList />}
    </div>
  );
}
