import Link from "next/link";
import { AccountImport } from "./account-import";
import { OfficeFrame } from "./office-frame";

const WORDS = {
  customer: {
    title: "Import customers that were approved before",
    about:
      "For those you sold to before Bandeira, with what they owe: each is open at once, and says for good who approved its limit and when.",
  },
  supplier: {
    title: "Import suppliers that were approved before",
    about:
      "For those you bought from before Bandeira: each is open at once, and says for good who approved it and when.",
  },
} as const;

/** The page on which accounts of one kind come in that were approved before Bandeira. */
export function BringIn({ kind, columns }: { kind: keyof typeof WORDS; columns: string[] }) {
  return (
    <OfficeFrame>
      <div className="max-w-4xl">
        <h2 className="text-lg font-semibold">{WORDS[kind].title}</h2>
        <p className="mt-1 mb-3 text-soft">
          {WORDS[kind].about} A new one is <Link href="/accounts/ask">requested</Link> and approved here.
        </p>
        <AccountImport kind={kind} columns={columns} />
      </div>
    </OfficeFrame>
  );
}
