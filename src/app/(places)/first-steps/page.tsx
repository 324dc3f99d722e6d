import type { Metadata } from "next";
import { firstDay } from "@/server/first-steps";
import { visitFor } from "@/server/http/page";
import { StepsList } from "@/ui/first-steps/steps-list";

export const metadata: Metadata = { title: "First steps" };

export default async function FirstSteps() {
  const { app, person, directory } = await visitFor("policies.read");
  const { steps, now, who } = firstDay(app);
  const done = steps.filter(({ state }) => state === "done").length;
  return (
    <div className="mx-auto w-full max-w-4xl px-4 py-5 md:px-6">
      <h1 className="text-2xl font-semibold">First steps</h1>
      <p className="mb-5 text-soft">
        {directory.organisation.name}, in {directory.organisation.currency}: {done} of {steps.length} steps are done.
        They can be left and taken up again, and each opens the place where it is done.
      </p>
      <StepsList steps={steps} now={now} who={who} roles={person.roles} />
    </div>
  );
}
