/** A file that is read as soon as it is chosen; the same may be chosen again. */
export function ChooseTable({ label, disabled, onFile }: { label: string; disabled: boolean; onFile: (file: File) => void }) {
  return (
    <label className="inline-flex min-h-13 cursor-pointer items-center justify-center self-start rounded-sm border-2 border-act bg-sheet px-4 text-center text-lg font-semibold text-act focus-within:outline-3">
      {label}
      <input
        type="file"
        accept=".csv,.xlsx,text/csv"
        className="sr-only"
        disabled={disabled}
        onChange={(event) => {
          const chosen = event.target.files?.[0];
          event.target.value = "";
          if (chosen) {
            onFile(chosen);
          }
        }}
      />
    </label>
  );
}
