import clsx from "clsx";
import { RadioGroup } from "radix-ui";
import type { ReactNode } from "react";

/** One thing that is one way or the other, and neither before somebody has pressed. */
export function TwoWays<Way extends string>({
  title,
  label,
  value,
  ways,
  bad,
  onChange,
}: {
  title: ReactNode;
  /** What it is called aloud. */
  label: string;
  value: Way | null;
  ways: [Way, string][];
  /** The way that fails it. */
  bad: Way;
  onChange: (way: Way) => void;
}) {
  return (
    <RadioGroup.Root
      aria-label={label}
      value={value ?? ""}
      onValueChange={(way) => onChange(way as Way)}
      className={clsx("border-2 bg-sheet p-2", value === null ? "border-dashed border-line" : value === bad ? "border-fail" : "border-act")}
    >
      <p className="mb-1 text-center text-xl font-bold">{title}</p>
      <div className="grid grid-cols-2 gap-2">
        {ways.map(([way, word]) => (
          <RadioGroup.Item
            key={way}
            value={way}
            className={clsx(
              "min-h-14 border border-ink px-1 font-semibold",
              way === bad ? "data-[state=checked]:bg-fail-wash data-[state=checked]:text-fail" : "data-[state=checked]:bg-band",
              "data-[state=checked]:border-2",
            )}
          >
            {value === way ? "✓ " : ""}
            {word}
          </RadioGroup.Item>
        ))}
      </div>
    </RadioGroup.Root>
  );
}
