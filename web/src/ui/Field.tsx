import clsx from "clsx";
import { useId, type InputHTMLAttributes, type ReactNode, type SelectHTMLAttributes, type TextareaHTMLAttributes } from "react";

/** How a box to type in or to choose from looks. */
export const fieldBox =
  "border-ink bg-sheet min-h-11 w-full rounded-sm border px-3 text-base aria-invalid:border-fail aria-invalid:border-2";

export function Labelled({
  id,
  label,
  hint,
  error,
  className,
  children,
}: {
  id: string;
  label: string;
  hint?: string;
  error?: string;
  className?: string;
  children: ReactNode;
}) {
  return (
    <div className={clsx("flex flex-col gap-1", className)}>
      <label htmlFor={id} className="font-semibold">
        {label}
      </label>
      {children}
      {error ? (
        <p id={`${id}-error`} className="font-semibold text-fail">
          {error}
        </p>
      ) : (
        hint && <p className="text-sm text-soft">{hint}</p>
      )}
    </div>
  );
}

export interface Shared {
  label: string;
  hint?: string;
  error?: string;
  className?: string;
}

export function Field({ label, hint, error, className, ...input }: Shared & InputHTMLAttributes<HTMLInputElement>) {
  const id = useId();
  return (
    <Labelled id={id} label={label} hint={hint} error={error} className={className}>
      <input
        id={id}
        className={fieldBox}
        aria-invalid={error ? true : undefined}
        aria-describedby={error ? `${id}-error` : undefined}
        {...input}
      />
    </Labelled>
  );
}

export function Choice({ label, hint, error, className, ...select }: Shared & SelectHTMLAttributes<HTMLSelectElement>) {
  const id = useId();
  return (
    <Labelled id={id} label={label} hint={hint} error={error} className={className}>
      <select id={id} className={fieldBox} aria-invalid={error ? true : undefined} {...select} />
    </Labelled>
  );
}

/** Words of more than a line. */
export function LongField({ label, hint, error, className, ...area }: Shared & TextareaHTMLAttributes<HTMLTextAreaElement>) {
  const id = useId();
  return (
    <Labelled id={id} label={label} hint={hint} error={error} className={className}>
      <textarea id={id} className={clsx(fieldBox, "py-2")} aria-invalid={error ? true : undefined} {...area} />
    </Labelled>
  );
}
