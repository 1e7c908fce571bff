import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import clsx from "clsx";
import { onDay } from "../../app/dates";
import { Formula } from "../../ui/Formula";
import { OrderTime } from "../../ui/OrderTime";
import { Loading, ErrorMessage } from "../../ui/ErrorMessage";
import { SpareParts } from "../maintenance/SpareParts";
import { Intervals } from "./Intervals";
import { MonthsChart } from "./MonthsChart";
import { partsQuery } from "./queries";

/** Which sensors to order by when, and the interval review. */
export function Parts() {
  const parts = useQuery(partsQuery);
  if (!parts.data) {
    return parts.isError ? <ErrorMessage error={parts.error} /> : <Loading what="the sensors" />;
  }
  const { rows, months, notYet } = parts.data;
  const now = rows.filter((row) => row.toOrder).length;
  return (
    <div className="px-4 py-4">
      <header className="flex flex-wrap items-center gap-x-6 gap-y-2">
        <h1 className="text-3xl font-bold">Parts</h1>
        <p className="text-lg">
          {rows.length === 0
            ? "No sensor is seen to run out within a year."
            : `${rows.length} sensors may run out within a year; ${now === 0 ? "none is to be ordered today" : `order ${now} now`}.`}
        </p>
        <OrderTime days={parts.data.leadDays} what="A sensor" />
      </header>
      {notYet > 0 && <p className="mt-2 font-semibold">{notYet} sensors are still to be worked out: open this page again for them.</p>}
      {rows.length > 0 && (
        <>
          <MonthsChart months={months} />
          <ul>
            {rows.map((row) => (
              <li
                key={row.sensor}
                className="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-x-4 gap-y-0.5 border-b border-line py-1 md:grid-cols-[14rem_7rem_minmax(0,1fr)_17rem_15rem]"
              >
                <span>
                  <strong>
                    <Formula text={row.formula} /> sensor
                  </strong>{" "}
                  <span className="text-soft">for {row.model}</span>
                </span>
                <Link
                  to="/detectors/$serial"
                  params={{ serial: row.serial }}
                  className="font-semibold text-act underline underline-offset-4"
                >
                  {row.serial}
                </Link>
                <span className="col-span-2 text-soft md:col-span-1">
                  {row.crew} · responds with {row.nowPercent.toFixed(0)} %
                </span>
                <span className="col-span-2 md:col-span-1">
                  marginal from <span className="whitespace-nowrap">{onDay(row.earliest)}</span>
                </span>
                <span className={clsx("col-span-2 md:col-span-1", row.toOrder && "font-bold text-fail")}>
                  {row.toOrder ? "order now" : `order by ${onDay(row.orderBy)}`}
                </span>
              </li>
            ))}
          </ul>
        </>
      )}
      <SpareParts />
      <Intervals />
    </div>
  );
}
