"use client";

import { useState, type ReactNode } from "react";
import { useFormContext, useWatch } from "react-hook-form";
import type { Attachment } from "@/core/documents";
import type { Refusal } from "@/core/refusal";
import { Button, Refusals } from "../primitives";
import { upload } from "../send";

type WithPapers = { attachments: Attachment[] };

/** Papers of a document: chosen or dropped, each kept at once and listed by name. */
export function Papers({ title = "Attachments", children }: { title?: string; children?: ReactNode }) {
  const { setValue, getValues } = useFormContext<WithPapers>();
  const papers = useWatch<WithPapers, "attachments">({ name: "attachments" }) ?? [];
  const [refusals, setRefusals] = useState<Refusal[]>([]);
  const [over, setOver] = useState(false);
  const [busy, setBusy] = useState(false);

  const take = async (files: Iterable<File>) => {
    setBusy(true);
    const problems: Refusal[] = [];
    for (const file of files) {
      const result = await upload<Attachment>(`/api/attachments?name=${encodeURIComponent(file.name)}`, file);
      if (!result.ok) problems.push(...result.refusals);
      else if (!getValues("attachments").some((paper) => paper.hash === result.value.hash))
        setValue("attachments", [...getValues("attachments"), result.value]);
    }
    setRefusals(problems);
    setBusy(false);
  };
  return (
    <section
      aria-labelledby="papers-title"
      className={`mt-6 rounded-sm border border-dashed p-3 ${over ? "border-harbour bg-mist/40" : "border-rule"}`}
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        void take(event.dataTransfer.files);
      }}
    >
      <div className="flex flex-wrap items-center justify-between gap-2">
        <div className="text-sm">
          <h2 id="papers-title" className="inline font-sans font-semibold">
            {title}
          </h2>{" "}
          <span className="text-soft">PDF, PNG, JPEG or WebP, up to 10 MB each; drop them here</span>
        </div>
        <label className="inline-flex min-h-8 cursor-pointer items-center rounded-sm border border-harbour px-2.5 text-sm font-medium text-harbour focus-within:outline-2 focus-within:outline-offset-2 focus-within:outline-signal">
          {busy ? "Taking it in" : "Choose files"}
          <input
            type="file"
            multiple
            accept=".pdf,.png,.jpg,.jpeg,.webp"
            className="sr-only"
            onChange={(event) => {
              void take([...(event.target.files ?? [])]);
              event.target.value = "";
            }}
          />
        </label>
      </div>
      <Refusals refusals={refusals} />
      {children}
      <ul>
        {papers.map((paper) => (
          <li key={paper.hash} className="flex items-center gap-3">
            {paper.name} <span className="text-sm text-soft">{Math.ceil(paper.size / 1024)} KB</span>
            <Button
              look="quiet"
              small
              aria-label={`Remove ${paper.name}`}
              onClick={() =>
                setValue(
                  "attachments",
                  papers.filter((one) => one.hash !== paper.hash),
                )
              }
            >
              ✕
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
