import type { Metadata } from "next";
import { redirect } from "next/navigation";
import { isEmpty } from "@/server/access/account";
import { app } from "@/server/process";
import { StartForm } from "@/ui/access/entry-forms";
import { Front } from "@/ui/frame/front";

export const metadata: Metadata = { title: "First start" };
export const dynamic = "force-dynamic";

export default function Start() {
  if (!isEmpty(app())) redirect("/sign-in");
  return (
    <Front
      title="The first administrator"
      lead="Nobody has been entered yet. You become the administrator: you import people, units and limits, and give others their roles. This page is gone once you are in."
    >
      <StartForm zones={["UTC", ...Intl.supportedValuesOf("timeZone")]} />
    </Front>
  );
}
