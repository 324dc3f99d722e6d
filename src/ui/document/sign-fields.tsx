import type { Strokes } from "@/core/drawn";
import { DrawnField } from "../drawn-field";
import { Entry } from "../labelled";
import type { AskedLevel } from "./moves";

type Sign = { name: string; proof: string; drawn?: Strokes };

/** What somebody types to sign, beside the hash of exactly what they sign for. */
export function SignFields({
  signing,
  value,
  onChange,
}: {
  signing: NonNullable<AskedLevel["signing"]>;
  value: Sign;
  onChange(value: Sign): void;
}) {
  return (
    <fieldset className="rounded-sm border border-rule px-3 pt-1 pb-2">
      <legend className="px-1 text-sm font-semibold">Your signature</legend>
      <div className="grid gap-x-4 gap-y-2 sm:grid-cols-2">
        <Entry
          label="Your name"
          placeholder={signing.name}
          autoComplete="name"
          value={value.name}
          onChange={(name) => onChange({ ...value, name })}
        />
        <Entry
          label={signing.proof}
          type="password"
          autoComplete="current-password"
          value={value.proof}
          onChange={(proof) => onChange({ ...value, proof })}
        />
      </div>
      {signing.drawn && (
        <div className="mt-2">
          <DrawnField strokes={value.drawn ?? []} onChange={(drawn) => onChange({ ...value, drawn })} />
        </div>
      )}
      <p className="mt-1 text-xs break-all text-soft">
        You sign for this revision and no other: SHA-256 <code>{signing.documentHash}</code>
      </p>
    </fieldset>
  );
}
