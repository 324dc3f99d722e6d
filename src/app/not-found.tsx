import Link from "next/link";

export default function NotFound() {
  return (
    <main className="mx-auto max-w-xl px-6 py-16">
      <h1 className="text-2xl font-semibold">There is nothing at this address</h1>
      <p className="mt-2 text-soft">
        It may have been mistyped. Nothing is ever deleted in Bandeira, so the document is under its number in the
        register.
      </p>
      <p className="mt-4">
        <Link href="/register">Open the register</Link>
      </p>
    </main>
  );
}
