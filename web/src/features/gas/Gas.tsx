import { useQuery } from "@tanstack/react-query";
import { getRouteApi, Link } from "@tanstack/react-router";
import { may, useSession } from "../../api/session";
import { onDay } from "../../app/dates";
import { buttonLook } from "../../ui/Button";
import { Formula } from "../../ui/Formula";
import { Field } from "../../ui/Field";
import { Loading, Told } from "../../ui/Told";
import { useWidth } from "../../ui/useWidth";
import { Why } from "../../ui/Working";
import type { Schemas } from "../../api/client";
import { gasQuery } from "./queries";
import { TimeAxis, Wedge } from "./Wedge";

const route = getRouteApi("/shell/gas");

const usualLead = 14;

type Lasting = Schemas["LastingView"];

/** The shelf against time: what bites first on top, and what to order by when. */
export function Gas() {
  const session = useSession();
  const { lead = usualLead } = route.useSearch();
  const navigate = route.useNavigate();
  const gas = useQuery(gasQuery(lead));
  const { ref: axis, width: axisWidth } = useWidth<HTMLDivElement>();
  if (gas.isPending) {
    return <Loading what="the shelf" />;
  }
  if (gas.isError) {
    return (
      <div className="px-4">
        <Told error={gas.error} />
      </div>
    );
  }
  const { today, until, cylinders, aside, shortages } = gas.data;
  const largest = Math.max(1, ...cylinders.map((c) => c.volumeLitres));
  return (
    <div className="px-4 py-4">
      <header className="mb-3 flex flex-wrap items-center justify-between gap-4">
        <h1 className="text-3xl font-bold">Gas on the shelf</h1>
        {may(session, "TECHNICIAN") && (
          <Link to="/gas/new" className={buttonLook()}>
            Register a cylinder
          </Link>
        )}
      </header>
      <section aria-labelledby="order" className="mb-4 border-y-2 border-ink py-3">
        <div className="flex flex-wrap items-end justify-between gap-x-8 gap-y-2">
          <h2 id="order" className="text-xl font-bold">
            {shortages.length === 0 ? `The shelf serves all planned work until ${onDay(until)}` : "To order"}
          </h2>
          <div className="flex items-end gap-3">
            <Field
              key={lead}
              label="Days from order to shelf"
              inputMode="numeric"
              defaultValue={lead}
              className="w-52"
              onBlur={(event) => {
                const days = Number(event.target.value);
                if (Number.isInteger(days) && days >= 0 && days <= 180 && days !== lead) {
                  void navigate({ search: { lead: days }, replace: true });
                } else {
                  event.target.value = String(lead);
                }
              }}
              onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
            />
            {shortages.length > 0 && (
              <a href={`/api/v1/gas/orders?leadDays=${lead}`} download className={buttonLook()}>
                List as CSV
              </a>
            )}
          </div>
        </div>
        <ul className="mt-1">
          {shortages.map((shortage) => (
            <li
              key={shortage.order}
              className="grid gap-x-6 border-b border-line py-1.5 last:border-0 md:grid-cols-[17rem_minmax(0,1fr)_minmax(0,16rem)]"
            >
              <strong className={shortage.late ? "text-fail" : ""}>
                {shortage.late ? `Order at once: needed ${onDay(shortage.from)}` : `By ${onDay(shortage.orderBy)}`}
              </strong>
              <span>
                {shortage.litres.toFixed(0)} L of {shortage.order}
              </span>
              <span className="text-soft">{shortage.what.join(", ")}</span>
            </li>
          ))}
        </ul>
      </section>
      {cylinders.length === 0 ? (
        <p className="text-lg text-soft">No cylinder is registered yet. Register one from its certificate.</p>
      ) : (
        <>
          <div className="hidden lg:grid lg:grid-cols-[19rem_minmax(0,1fr)] lg:gap-x-5">
            <p className="self-end text-sm text-soft">Height is litres; it falls as planned work draws on it.</p>
            <div ref={axis}>
              <TimeAxis today={today} until={until} width={axisWidth} />
            </div>
          </div>
          <ol aria-label="Cylinders, what bites first on top">
            {cylinders.map((cylinder) => (
              <Row key={cylinder.tag} cylinder={cylinder} today={today} until={until} largest={largest} />
            ))}
          </ol>
        </>
      )}
      {aside > 0 && (
        <p className="mt-3 text-soft">
          {aside} more {aside === 1 ? "is" : "are"} empty or returned.
        </p>
      )}
    </div>
  );
}

function Row({ cylinder, today, until, largest }: { cylinder: Lasting; today: string; until: string; largest: number }) {
  const { ref, width } = useWidth<HTMLDivElement>();
  return (
    <li className="grid gap-x-5 gap-y-1 border-b border-line py-2 lg:grid-cols-[19rem_minmax(0,1fr)]">
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
          <Wedge cylinder={cylinder} today={today} until={until} largest={largest} width={width} />
        </div>
        <div className="flex flex-wrap items-baseline gap-x-4">
          <strong className={cylinder.grave ? "text-fail" : ""}>{cylinder.bites}</strong>
          <span className="text-sm text-soft">
            {cylinder.serves.length === 0 ? "serves no planned work" : cylinder.serves.map((s) => `${s.what} ×${s.runsLeft}`).join(", ")}
          </span>
          <Why working={cylinder.working} />
        </div>
      </div>
    </li>
  );
}
