import { brokenReferences } from "./references";
import { OrganisationShape } from "./schema";

/** An organisation whose every reference leads somewhere. */
export const OrganisationSchema = OrganisationShape.superRefine((organisation, context) => {
  for (const { path, why } of brokenReferences(organisation))
    context.addIssue({ code: "custom", path, message: why.code, params: why });
});
