import type { PartySignature } from "@/core/documents";
import { sayDate } from "@/core/text";

/** A signature as it was drawn. */
export function DrawnImage({ document, image, by }: { document: string; image: string; by: string }) {
  return (
    // eslint-disable-next-line @next/next/no-img-element -- it is private to the document's readers, and never optimised or kept
    <img
      src={`/api/documents/${document}/signatures/${image}`}
      alt={`Signature of ${by}, drawn by hand`}
      width={200}
      height={60}
      className="my-1 h-auto w-50 border-b border-rule bg-paper"
    />
  );
}

/** When the other party signed its form, and how that looks where it was drawn. */
export function PartySigned({ document, signature }: { document: string; signature: PartySignature | undefined }) {
  if (!signature) return null;
  return (
    <>
      , signed on {sayDate(signature.on)}
      {signature.drawn && <DrawnImage document={document} image={signature.drawn} by={signature.name} />}
      <span className="block text-xs break-all text-soft">Signed for SHA-256 {signature.hash}</span>
    </>
  );
}
