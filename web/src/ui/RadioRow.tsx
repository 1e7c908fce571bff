/** One of several answers, with what it means in a second line. */
export function RadioRow({
  name,
  label,
  explanation,
  checked,
  onChoose,
}: {
  name: string;
  label: string;
  explanation: string;
  checked: boolean;
  onChoose: () => void;
}) {
  return (
    <label className="flex min-h-14 items-center gap-3 border-b border-line">
      <input type="radio" name={name} className="size-6 accent-act" checked={checked} onChange={onChoose} />
      <span className="font-semibold">
        {label} <span className="block text-sm font-normal text-soft">{explanation}</span>
      </span>
    </label>
  );
}
