import clsx from "clsx";
import { monthName } from "../../app/dates";
import type { Schemas } from "../../api/client";

const HEIGHT = 108;
const TOP = 18;

/** New sensors by month: filled what is likely, outlined what it comes to if each fails on its earliest day. */
export function MonthsChart({ months }: { months: Schemas["PartsMonth"][] }) {
  const most = Math.max(1, ...months.map((one) => Math.max(one.likely, one.atMost)));
  const tall = (count: number) => (count / most) * HEIGHT;
  return (
    <figure className="my-3">
      <ol className="grid max-w-3xl grid-cols-12 gap-1 border-b border-ink" style={{ height: HEIGHT + TOP }}>
        {months.map((one) => (
          <li
            key={one.month}
            className="relative flex items-end justify-center gap-0.5"
            aria-label={`${name(one.month)}: ${one.likely} likely, ${one.atMost} at the earliest`}
          >
            <span className="relative w-2/5 bg-act" style={{ height: tall(one.likely) }} aria-hidden>
              <Count of={one.likely} />
            </span>
            <span
              className={clsx("relative w-2/5 border-ink", one.atMost > 0 && "border border-b-0")}
              style={{ height: tall(one.atMost) }}
              aria-hidden
            >
              <Count of={one.atMost} />
            </span>
          </li>
        ))}
      </ol>
      <div className="grid max-w-3xl grid-cols-12 gap-1 text-center text-sm text-soft" aria-hidden>
        {months.map((one) => (
          <span key={one.month}>{name(one.month)}</span>
        ))}
      </div>
      <figcaption className="mt-1 flex flex-wrap gap-x-5 text-sm text-soft">
        <span>
          <span aria-hidden className="mr-1.5 inline-block h-3 w-3 bg-act" />
          likely in that month
        </span>
        <span>
          <span aria-hidden className="mr-1.5 inline-block h-3 w-3 border border-ink" />
          as early as that
        </span>
      </figcaption>
    </figure>
  );
}

function name(iso: string): string {
  return monthName(new Date(`${iso}-01T00:00:00Z`));
}

function Count({ of }: { of: number }) {
  return of > 0 ? <span className="absolute inset-x-0 -top-5 text-center text-sm">{of}</span> : null;
}
