import { useQuery } from "@tanstack/react-query";
import { getRouteApi, Link } from "@tanstack/react-router";
import { may, useSession } from "../../api/session";
import { onDay, onShortDay } from "../../app/dates";
import { buttonLook } from "../../ui/Button";
import { Formula } from "../../ui/Formula";
import { LabelsLink } from "../../ui/LabelsLink";
import { OrderTime } from "../../ui/OrderTime";
import { Loading, ErrorMessage } from "../../ui/ErrorMessage";
import { useWidth } from "../../ui/useWidth";
import { WorkingLines } from "../../ui/Working";
import type { Schemas } from "../../api/client";
import { CalendarFeed } from "./CalendarFeed";
import { gasQuery } from "./queries";
import { TimeAxis, DepletionBar } from "./DepletionBar";
import { counted } from "../../ui/counted";

const route = getRouteApi("/shell/gas");

const spans = [30, 90, 180] as const;

const urgent = { EMPTY: "text-fail", NOW: "text-fail", SOON: "text-caution", LATER: "" };

type Lasting = Schemas["LastingView"];

/** The shelf against time: what bites first on top, and what to order by when. */
export function Gas() {
  const session = useSession();
  const { days = spans[0] } = route.useSearch();
  const navigate = route.useNavigate();
  const gas = useQuery(gasQuery);
  if (gas.isPending) {
    return <Loading what="the cylinders" />;
  }
  if (gas.isError) {
    return (
      <div className="px-4">
        <ErrorMessage error={gas.error} />
      </div>
    );
  }
  const { today, cylinders, aside } = gas.data;
  const until = dayAfter(today, days);
  const largest = Math.max(1, ...cylinders.map((c) => c.volumeLitres));
  return (
    <div className="grid gap-x-8 gap-y-6 px-4 py-4 xl:grid-cols-[minmax(0,1fr)_21rem]">
      <div className="min-w-0">
        <header className="mb-3 flex flex-wrap items-center justify-between gap-4">
          <h1 className="text-3xl font-bold">Cylinders</h1>
          {may(session, "TECHNICIAN") && (
            <span className="flex flex-wrap gap-2">
              <Link to="/gas/new" className={buttonLook()}>
                Register a cylinder
              </Link>
              <Link to="/gas/equipment" className={buttonLook()}>
                Equipment
              </Link>
              <Link to="/exchange" className={buttonLook()}>
                Import
              </Link>
              {cylinders.length > 0 && <LabelsLink cylinders={cylinders.map((c) => c.tag)}>Labels</LabelsLink>}
            </span>
          )}
        </header>
        {cylinders.length === 0 ? (
          <p className="flex flex-wrap items-center gap-3 text-lg text-soft">
            No cylinder is registered yet.
            {may(session, "TECHNICIAN") && (
              <Link to="/gas/new" className={buttonLook("act")}>
                Register the first cylinder
              </Link>
            )}
          </p>
        ) : (
          <>
            <div className="grid items-end gap-x-5 lg:grid-cols-[17rem_minmax(0,1fr)]">
              <fieldset className="flex items-center gap-1 pb-1">
                <legend className="sr-only">Days ahead</legend>
                {spans.map((span) => (
                  <label
                    key={span}
                    className="flex min-h-11 cursor-pointer items-center border border-line px-3 text-sm has-checked:border-act has-checked:bg-act has-checked:text-on-act has-focus-visible:outline-2"
                  >
                    <input
                      type="radio"
                      name="days"
                      className="sr-only"
                      checked={days === span}
                      onChange={() => void navigate({ search: { days: span }, replace: true })}
                    />
                    {span} days
                  </label>
                ))}
              </fieldset>
              <TimeAxis today={today} until={until} />
            </div>
            <ol aria-label="Cylinders, what bites first on top">
              {cylinders.map((cylinder) => (
                <Row key={cylinder.tag} cylinder={cylinder} today={today} until={until} largest={largest} />
              ))}
            </ol>
          </>
        )}
        {aside > 0 && <p className="mt-3 text-soft">{counted(aside, "more is", "more are")} empty or returned.</p>}
      </div>
      <Orders gas={gas.data} />
    </div>
  );
}

/** What no cylinder on the shelf will serve, by the day by which it must be ordered. */
function Orders({ gas }: { gas: Schemas["ShelfAheadView"] }) {
  const { shortages, until, leadDays } = gas;
  return (
    <aside aria-labelledby="order">
      <h2 id="order" className="border-b-2 border-ink pb-1 text-xl font-bold">
        To order
      </h2>
      <div className="flex items-center justify-between gap-3 py-2">
        <OrderTime days={leadDays} what="Gas" />
        {shortages.length > 0 && (
          <a href="/api/v1/gas/orders" download className={buttonLook("plain", "shrink-0 whitespace-nowrap")}>
            As CSV
          </a>
        )}
      </div>
      {shortages.length === 0 && <p className="text-lg">The shelf serves all planned work until {onDay(until)}.</p>}
      <ul>
        {shortages.map((shortage) => (
          <li key={shortage.order} className="border-b border-line py-2">
            <p className={shortage.late ? "font-bold text-fail" : "font-bold"}>
              {shortage.late ? `At once: needed ${onShortDay(shortage.from)}` : `By ${onShortDay(shortage.orderBy)}`}
            </p>
            <p>{shortage.order}</p>
            <p className="text-sm text-soft">
              {shortage.litres.toFixed(0)} L until {onShortDay(until)}, for {shortage.what.join(", ")}
            </p>
          </li>
        ))}
      </ul>
      <CalendarFeed />
    </aside>
  );
}

function Row({ cylinder, today, until, largest }: { cylinder: Lasting; today: string; until: string; largest: number }) {
  const { ref, width } = useWidth<HTMLDivElement>();
  return (
    <li className="grid gap-x-5 gap-y-1 border-b border-line py-2 lg:grid-cols-[17rem_minmax(0,1fr)]">
      <div className="min-w-0">
        <p className="flex flex-wrap items-baseline gap-x-3">
          <Link
            to="/gas/$tag"
            params={{ tag: cylinder.tag }}
            className="inline-flex min-h-9 items-center text-xl font-bold underline-offset-4 hover:underline"
          >
            {cylinder.tag}
          </Link>
          <span>
            {cylinder.litresLeft.toFixed(1)} <span className="text-soft">of {cylinder.volumeLitres} L</span>
          </span>
        </p>
        <p className="text-sm">
          {cylinder.parts.map((part) => (
            <span key={part.formula} className="mr-2.5 inline-block whitespace-nowrap">
              <strong>
                <Formula text={part.formula} />
              </strong>{" "}
              {part.amount}
            </span>
          ))}
          <span className="text-soft">in {cylinder.balance}</span>
        </p>
      </div>
      <div className="min-w-0">
        <div ref={ref}>
          <DepletionBar cylinder={cylinder} today={today} until={until} largest={largest} width={width} />
        </div>
        <details>
          <summary className="flex cursor-pointer flex-wrap items-baseline gap-x-4 marker:content-none">
            <strong className={urgent[cylinder.urgency]}>{cylinder.bites}</strong>
            <span className="text-sm text-act underline underline-offset-4">
              {cylinder.serves.length === 0 ? "Not used by the plan: why?" : "What it serves, and why then"}
            </span>
          </summary>
          <ul className="flex flex-wrap gap-x-6">
            {cylinder.serves.map((one) => (
              <li key={one.what}>
                {one.what}{" "}
                <span className="text-soft">
                  {one.runsLeft} times; {one.plannedLitres.toFixed(1)} L planned
                </span>
              </li>
            ))}
          </ul>
          <WorkingLines working={cylinder.working} />
        </details>
      </div>
    </li>
  );
}

function dayAfter(day: string, days: number): string {
  return new Date(Date.parse(day) + days * 86_400_000).toISOString().slice(0, 10);
}
