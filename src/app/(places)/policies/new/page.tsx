import type { Metadata } from "next";
import { visitFor } from "@/server/http/page";
import { policyNames } from "@/server/policies/drafts";
import { readReferenceData } from "@/server/reference-data";
import { NewPolicy } from "@/ui/policies/new-policy";

export const metadata: Metadata = { title: "New policy" };

export default async function NewPolicyPage() {
  const { app, directory } = await visitFor("policies.write");
  const { versions } = readReferenceData(app);
  const newest = new Map(versions.map((version) => [version.policy.id, version.policy]));
  return (
    <NewPolicy
      names={policyNames(app)}
      units={directory.organisation.units.map(({ id, name, parent }) => ({ id, name, parent }))}
      currency={directory.organisation.currency}
      copies={[...newest.values()]}
      organisation={{
        ...directory.organisation,
        people: directory.organisation.people.map((one) => ({ ...one, email: "" })),
      }}
    />
  );
}
