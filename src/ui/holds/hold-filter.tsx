/** Whom holds wait for, beside what lists are narrowed by. */
export function WaitingForFilter({ whose }: { whose: string | undefined }) {
  return (
    <label>
      <span className="block text-sm text-soft">Waiting for</span>
      <select name="whose" defaultValue={whose ?? ""} className="field w-48">
        <option value="">anybody</option>
        <option value="approval">an approver</option>
        <option value="office">accounts or controller</option>
      </select>
    </label>
  );
}
