import { z } from "zod";
import { DocumentSchema } from "@/core/documents";

/** What only Bandeira says of a document: a request that says it is refused, since it would be another’s word. */
const OURS = ["editedBy"] as const;

/** A document as somebody signed in sends it. */
export const SentDocumentSchema = z
  .unknown()
  .superRefine((value, context) => {
    for (const key of OURS)
      if (value !== null && typeof value === "object" && Object.hasOwn(value, key))
        context.addIssue({
          code: "custom",
          path: [key],
          message: "is set by Bandeira and cannot be sent; leave it out",
        });
  })
  .pipe(DocumentSchema);

/** Keys of refused parts that a new revision asks for again. */
export const AskAgainSchema = z.array(z.string().max(40)).max(400).optional();
