import type { Metadata } from "next";
import { RoleSchema } from "@/core/people";
import { rulesOf } from "@/core/organisation-history";
import { conflictsOf } from "@/core/segregation";
import { authorise } from "@/server/access/authorise";
import { visitFor } from "@/server/http/page";
import { readRules } from "@/server/ledger/accounts";
import { readReferenceData } from "@/server/reference-data";
import { Segregation, type Broken } from "@/ui/access/segregation";
import { PartsNav } from "@/ui/frame/parts-nav";
import { DutiesForm } from "@/ui/settings/duties-form";
import { SETTING_PARTS } from "@/ui/settings/parts";
import { sayConflict } from "@/core/words";

export const metadata: Metadata = { title: "Segregation of duties" };

export default async function Settings() {
  const { app, person, directory, now } = await visitFor("policies.read");
  const { history } = readReferenceData(app);
  const rules = rulesOf(history);
  const broken = directory.organisation.people
    .filter((one) => directory.isActive(one, now))
    .flatMap((one): Broken[] =>
      conflictsOf(one.roles, rules).map((rule) => ({
        person: { id: one.id, name: one.name },
        words: sayConflict(rule),
        reason:
          history.person
            .get(one.id)
            ?.exceptions.find((exception) => exception.roles.every((role) => rule.roles.includes(role)))?.reason ??
          null,
      })),
    );
  return (
    <div className="mx-auto w-full max-w-4xl px-4 py-5 md:px-6">
      <h1 className="text-2xl font-semibold">Settings</h1>
      <PartsNav label="Parts of Settings" parts={SETTING_PARTS} />
      <div className="mt-5">
        <Segregation
          rules={rules.map((rule) => ({ ...rule, roles: [rule.roles[0], rule.roles[1]] }))}
          roles={RoleSchema.options}
          broken={broken}
          mayWrite={!authorise(person, "segregation.write")}
        />
      </div>
      <DutiesForm start={readRules(app).duties} mayWrite={!authorise(person, "rules.write")} />
    </div>
  );
}
