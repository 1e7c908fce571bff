import { Link } from "@tanstack/react-router";
import type { Schemas } from "../../api/client";
import { counted } from "../../ui/counted";

/** What today's work draws from each cylinder, against what is left in it. */
export function GasOfTheDay({ groups, warnings }: { groups: Schemas["Group"][]; warnings: string[] }) {
  const byCylinder = new Map<string, { left: number; needed: number; jobs: number }>();
  for (const one of groups.flatMap((group) => [...group.ready, ...group.further.flatMap((more) => more.ready)])) {
    const entry = byCylinder.get(one.cylinder) ?? { left: one.litresLeft, needed: 0, jobs: 0 };
    entry.needed += one.litres;
    entry.jobs += one.jobs;
    byCylinder.set(one.cylinder, entry);
  }
  return (
    <aside aria-label="Gas for today" className="mt-6 lg:mt-0 lg:border-l lg:border-line lg:pl-6">
      {warnings.length > 0 && (
        <ul className="mb-4 flex flex-col gap-2">
          {warnings.map((warning) => (
            <li key={warning} className="border-l-4 border-caution bg-caution-wash px-3 py-2">
              {warning}
            </li>
          ))}
        </ul>
      )}
      <h2 className="text-xl font-bold">Gas for today</h2>
      {byCylinder.size === 0 && <p className="mt-2 text-soft">No gas is needed.</p>}
      <ul className="mt-2 flex flex-col gap-5">
        {[...byCylinder].map(([tag, gas]) => (
          <li key={tag}>
            <p className="flex justify-between">
              <strong>{tag}</strong>
              <span>{gas.left.toFixed(1)} L left</span>
            </p>
            <svg
              viewBox="0 0 200 16"
              className="my-1 h-4 w-full"
              role="img"
              aria-label={`Today takes about ${gas.needed.toFixed(1)} of ${gas.left.toFixed(1)} litres`}
              preserveAspectRatio="none"
            >
              <rect width="200" height="16" className="fill-band" />
              <rect
                width={Math.min(200, (200 * gas.needed) / Math.max(gas.left, 0.1))}
                height="16"
                className={gas.needed > gas.left ? "fill-fail" : "fill-act"}
              />
            </svg>
            <p className="text-sm text-soft">
              {counted(gas.jobs, "job takes", "jobs take")} about {gas.needed.toFixed(1)} L.
            </p>
          </li>
        ))}
      </ul>
      <Link to="/gas" className="mt-4 inline-flex min-h-11 items-center font-semibold text-act underline underline-offset-4">
        All cylinders
      </Link>
    </aside>
  );
}
