import { useEffect, useRef } from "react";
import type { Run } from "./useRun";

/** A number read off something else than the detector's display: large, with what is allowed beside it. */
export function MeasureEntry({
  readable,
  typed,
  onType,
  onEnter,
}: {
  readable: NonNullable<Run["next"]["readable"]>;
  typed: string;
  onType: (typed: string) => void;
  onEnter: () => void;
}) {
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => field.current?.focus(), []);
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        onEnter();
      }}
      className="flex flex-wrap items-end gap-x-4 gap-y-2"
    >
      <div className="flex flex-col gap-1">
        <label htmlFor="measured" className="text-lg font-semibold">
          {readable.label}
        </label>
        <span className="flex items-baseline gap-3">
          <input
            id="measured"
            ref={field}
            inputMode="decimal"
            autoComplete="off"
            value={typed}
            onChange={(event) => onType(event.target.value)}
            className="min-h-16 w-56 border-2 border-act bg-sheet px-4 text-4xl font-bold"
          />
          <span className="text-2xl text-soft">{readable.unit}</span>
        </span>
      </div>
      <p className="pb-4 text-lg text-soft">
        allowed: {readable.least} to {readable.most} {readable.unit}
      </p>
    </form>
  );
}
