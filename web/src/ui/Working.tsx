import type { ReactNode } from "react";
import { orPlainDay } from "../app/dates";
import type { Schemas } from "../api/client";

type WorkingData = Schemas["Derivation"];

/** How a figure came about, opened in place. */
export function Why({ working, label = "Why?" }: { working: WorkingData; label?: ReactNode }) {
  return (
    <details className="group">
      <summary className="inline-flex min-h-6 cursor-pointer items-center text-act underline underline-offset-4 marker:content-none">
        {label}
      </summary>
      <WorkingLines working={working} />
    </details>
  );
}

export function WorkingLines({ working }: { working: WorkingData }) {
  return (
    <div className="my-1 border-l-4 border-line bg-paper px-3 py-2 text-sm">
      <p className="font-semibold">{working.rule}</p>
      {working.formula && <p className="text-soft">{working.formula}</p>}
      <dl className="grid grid-cols-[auto_1fr] gap-x-3">
        {working.inputs.map((input) => (
          <div key={input.name} className="contents">
            <dt className="text-soft">{input.name}</dt>
            <dd>{orPlainDay(input.value)}</dd>
          </div>
        ))}
      </dl>
      <p className="font-semibold">{orPlainDay(working.result)}</p>
      {working.source && <p className="text-soft">from {working.source}</p>}
    </div>
  );
}
