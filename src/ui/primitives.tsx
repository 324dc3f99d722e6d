import type { DocumentStatus } from "@/core/documents";
import type { VersionState } from "@/core/policy";
import type { Refusal } from "@/core/refusal";
import type { ComponentProps, ReactNode } from "react";
import { capital } from "@/core/text";
import { saidAbout } from "./refused";

const BUTTON = {
  solid: "bg-harbour text-white border-harbour hover:bg-harbour-deep",
  outline: "bg-paper text-harbour border-harbour hover:bg-mist/40",
  quiet: "bg-transparent text-harbour border-transparent underline underline-offset-2 hover:bg-mist/40",
  grave: "bg-declined text-white border-declined hover:opacity-90",
} as const;

export function buttonClass(look: keyof typeof BUTTON = "outline", small = false): string {
  return `inline-flex items-center justify-center gap-2 rounded-sm border font-medium no-underline whitespace-nowrap disabled:opacity-60 aria-disabled:cursor-default aria-disabled:opacity-60 ${small ? "min-h-8 px-2.5 text-sm" : "min-h-10 px-4"} ${BUTTON[look]}`;
}

/** A button. One that is switched off keeps the focus, since what has it is often what is busy, and does nothing. */
export function Button({
  look = "outline",
  small = false,
  className = "",
  disabled = false,
  ...rest
}: ComponentProps<"button"> & { look?: keyof typeof BUTTON; small?: boolean }) {
  const off = disabled && { "aria-disabled": true, onClick: stay };
  return <button type="button" className={`${buttonClass(look, small)} ${className}`} {...rest} {...off} />;
}

/** Sends no form either. */
const stay = (event: { preventDefault(): void }) => event.preventDefault();

/** What stands beside the status of a document, or is it. */
type Marked = DocumentStatus | "held" | "by lapse";

const STATUS: Record<Marked, string> = {
  draft: "bg-draft-wash text-draft border-dashed",
  waiting: "bg-waiting-wash text-waiting",
  "sent back": "bg-sentback-wash text-sentback",
  approved: "bg-approved-wash text-approved",
  declined: "bg-declined-wash text-declined",
  withdrawn: "bg-draft-wash text-draft",
  lapsed: "bg-draft-wash text-draft",
  held: "bg-held-wash text-held",
  "by lapse": "border-dotted bg-held-wash text-held",
};

/** A status as a word on its colour, with a mark of its own shape so that colour is never all. */
export function StatusMark({ status }: { status: Marked }) {
  const word = status === "by lapse" ? "Approved automatically: time ran out" : capital(status);
  return (
    <span
      className={`inline-flex items-center gap-1.5 rounded-sm border border-current/30 px-1.5 py-px text-xs font-medium whitespace-nowrap ${STATUS[status]}`}
    >
      <Shape status={status} />
      {word}
    </span>
  );
}

function Shape({ status }: { status: Marked }) {
  const path = {
    draft: <path d="M2 8h6" />,
    waiting: <path d="M2.5 1.5h5l-5 7h5z" />,
    "sent back": <path d="M8 8.5V5H2.5M4.5 2.5 2 5l2.5 2.5" />,
    approved: <path d="M1.5 5.5 4 8l4.5-6" />,
    declined: <path d="m2 2 6 6M8 2 2 8" />,
    withdrawn: <path d="M2 5h6" />,
    lapsed: <path d="M5 1.5V5l2.5 2M5 1" />,
    held: <path d="M5 1.2 9 8.8H1zM5 4v2.2" />,
    "by lapse": <path d="M5 1a4 4 0 1 0 .01 0M5 3v2.2l1.6.9" />,
  }[status];
  return (
    <svg
      width="10"
      height="10"
      viewBox="0 0 10 10"
      fill="none"
      stroke="currentColor"
      strokeWidth="1.5"
      aria-hidden="true"
    >
      {path}
    </svg>
  );
}

const VERSION: Record<VersionState, string> = {
  Draft: "bg-draft-wash text-draft border-dashed",
  "With the reviewer": "bg-sentback-wash text-sentback",
  Scheduled: "bg-waiting-wash text-waiting",
  "In force": "bg-approved-wash text-approved",
  Retired: "bg-draft-wash text-draft",
};

export function VersionMark({ state }: { state: VersionState }) {
  return (
    <span
      className={`rounded-sm border border-current/30 px-1.5 py-px text-xs font-medium whitespace-nowrap ${VERSION[state]}`}
    >
      {state}
    </span>
  );
}

/** What was refused, in sentences; announced when it appears. */
export function Refusals({ refusals }: { refusals: readonly Refusal[] }) {
  if (refusals.length === 0) return null;
  return (
    <div role="alert" className="rounded-sm border-l-3 border-held bg-held-wash px-3 py-2 text-held">
      {refusals.map((refusal, index) => (
        <p
          key={index}
          // The first sentence about a field is what describes it.
          id={
            refusal.path && refusals.findIndex(({ path }) => path === refusal.path) === index
              ? saidAbout(refusal.path)
              : undefined
          }
        >
          {refusal.message}
        </p>
      ))}
    </div>
  );
}

export function Empty({ children }: { children: ReactNode }) {
  return <div className="max-w-prose py-10 text-soft">{children}</div>;
}

export function SectionTitle({ children, id }: { children: ReactNode; id?: string }) {
  return (
    <h2 id={id} className="mb-2 font-sans text-sm font-semibold text-ink">
      {children}
    </h2>
  );
}

export function Flag({ size = 24 }: { size?: number }) {
  return (
    <svg width={size} height={size} viewBox="0 0 24 24" aria-hidden="true">
      <path d="M3 3v19" stroke="#16243b" strokeWidth="2" />
      <path d="M5 4h18l-5 5 5 5H5z" fill="#c2410c" />
    </svg>
  );
}
