import type { ChoiceOf } from "@/core/listing";

/** One of several in the address of a list, or any. @param none what is meant by none of them */
export function ChoiceFilter({
  name,
  label,
  value,
  choices,
  none = "any",
}: {
  name: string;
  label: string;
  value: string | undefined;
  choices: readonly ChoiceOf[];
  none?: string;
}) {
  return (
    <label>
      <span className="block text-sm text-soft">{label}</span>
      <select name={name} defaultValue={value ?? ""} className="field w-44">
        <option value="">{none}</option>
        {choices.map((one) => (
          <option key={one.key} value={one.key}>
            {one.name}
          </option>
        ))}
      </select>
    </label>
  );
}
