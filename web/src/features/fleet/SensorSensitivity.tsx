import { useQuery } from "@tanstack/react-query";
import { scaleLinear, scaleTime } from "d3-scale";
import type { Schemas } from "../../api/client";
import { monthName, onDay } from "../../app/dates";
import { Formula } from "../../ui/Formula";
import { Loading, ErrorMessage } from "../../ui/ErrorMessage";
import { useWidth } from "../../ui/useWidth";
import { Why } from "../../ui/Working";
import { trendsQuery } from "./queries";
import { counted } from "../../ui/counted";

type One = Schemas["SensitivityView"];

const HEIGHT = 132;
const LEFT = 48;
const BOTTOM = 20;
const MOST_AHEAD_MILLIS = 3 * 365 * 24 * 3_600_000;

/** How each sensor of a detector fades, and when a new one is wanted. */
export function SensorSensitivity({ serial }: { serial: string }) {
  const trends = useQuery(trendsQuery(serial));
  if (!trends.data) {
    return trends.isError ? <ErrorMessage error={trends.error} /> : <Loading what="the trends" />;
  }
  if (trends.data.length === 0) {
    return null;
  }
  return (
    <section aria-labelledby="fading" className="mb-6">
      <h2 id="fading" className="mb-1 text-xl font-bold">
        Sensor sensitivity
      </h2>
      <ul className="grid gap-x-8 gap-y-4 lg:grid-cols-2">
        {trends.data.map((one) => (
          <li key={one.serial} className="border-t border-line pt-2">
            <div className="flex flex-wrap items-baseline gap-x-3">
              <strong className="text-lg">
                <Formula text={one.formula} />
              </strong>
              <Said one={one} />
            </div>
            <Course one={one} />
            {one.trend && <Ahead trend={one.trend} />}
          </li>
        ))}
      </ul>
    </section>
  );
}

function Said({ one }: { one: One }) {
  if (!one.trend) {
    return (
      <span className="text-soft">
        {counted(one.spans.length, "span")} on record; a trend needs {one.least}.
      </span>
    );
  }
  const month = one.trend.percentPerMonth;
  return (
    <>
      <span>
        is at <strong>{one.trend.nowPercent.toFixed(0)} %</strong>, {month < 0 ? "−" : "+"}
        {Math.abs(month).toFixed(2)} % a month
      </span>
      <Why working={one.trend.working} />
    </>
  );
}

/** What is to come, in words: the limit, between when, and the day to order by. */
function Ahead({ trend }: { trend: NonNullable<One["trend"]> }) {
  const { earliest, latest } = trend.marginal;
  if (!earliest) {
    return <p className="text-soft">Not marginal for twenty years, as far as can be seen.</p>;
  }
  return (
    <p>
      Marginal, {trend.marginal.percent} %, {latest ? `between ${day(earliest)} and ${day(latest)}` : `not before ${day(earliest)}`}.
      {trend.orderBy && (
        <>
          {" "}
          Order a new one by <strong>{day(trend.orderBy)}</strong>.
        </>
      )}
    </p>
  );
}

/** Years ahead the day of the week says nothing. */
function day(date: string): string {
  return onDay(date).replace(/^\w+, /, "");
}

function Course({ one }: { one: One }) {
  const { ref, width } = useWidth<HTMLDivElement>();
  const first = one.spans[0];
  const last = one.spans.at(-1);
  if (!first || !last) {
    return null;
  }
  const at = (day: string) => Date.parse(day);
  const crossing = one.trend?.marginal;
  const ends = [at(last.on), ...[crossing?.likely, crossing?.earliest, crossing?.latest].flatMap((day) => (day ? [at(day)] : []))];
  const end = Math.min(Math.max(...ends) + 30 * 24 * 3_600_000, at(last.on) + MOST_AHEAD_MILLIS);
  const x = scaleTime([at(first.on), end], [LEFT, width - 8]);
  const most = Math.max(110, ...one.spans.map((span) => span.percent));
  const y = scaleLinear([40, most], [HEIGHT - BOTTOM, 6]);
  const perMilli = one.trend ? one.trend.percentPerMonth / (30.44 * 24 * 3_600_000) : 0;
  const line = (when: number) => (one.trend ? one.trend.nowPercent + perMilli * (when - at(last.on)) : 0);
  return (
    <div ref={ref}>
      <svg
        width={width}
        height={HEIGHT}
        role="img"
        aria-label={`Span responses from ${onDay(first.on)} to ${onDay(last.on)}, ${first.percent.toFixed(0)} % to ${last.percent.toFixed(0)} %`}
      >
        {[70, 50].map((limit) => (
          <g key={limit}>
            <line
              x1={LEFT}
              x2={width - 8}
              y1={y(limit)}
              y2={y(limit)}
              className={limit === 70 ? "stroke-caution" : "stroke-fail"}
              strokeDasharray={limit === 70 ? "6 4" : "2 3"}
              strokeWidth="1.5"
            />
            <text x={LEFT - 6} y={y(limit) + 4} textAnchor="end" className="fill-ink text-[12px]">
              {limit} %
            </text>
          </g>
        ))}
        <text x={LEFT - 6} y={y(100) + 4} textAnchor="end" className="fill-soft text-[12px]">
          100 %
        </text>
        {one.trend && (
          <>
            <line
              x1={x(at(first.on))}
              y1={y(line(at(first.on)))}
              x2={x(at(last.on))}
              y2={y(line(at(last.on)))}
              className="stroke-act"
              strokeWidth="2"
            />
            <line
              x1={x(at(last.on))}
              y1={y(line(at(last.on)))}
              x2={x(end)}
              y2={y(Math.max(40, line(end)))}
              className="stroke-act"
              strokeWidth="2"
              strokeDasharray="5 4"
            />
          </>
        )}
        {crossing?.earliest && (
          <line
            x1={x(Math.min(end, at(crossing.earliest)))}
            x2={x(crossing.latest ? Math.min(end, at(crossing.latest)) : end)}
            y1={y(crossing.percent)}
            y2={y(crossing.percent)}
            className="stroke-caution"
            strokeWidth="7"
            strokeOpacity="0.55"
          />
        )}
        {one.trend?.steps.map((step) => (
          <g key={step.on}>
            <path d={`M${x(at(step.on))} ${HEIGHT - BOTTOM} v-10 m-4 5 l4 -5 l4 5`} className="fill-none stroke-ink" strokeWidth="1.5">
              <title>
                {onDay(step.on)}: {step.from} → {step.to}, {step.byPercent > 0 ? "+" : "−"}
                {Math.abs(step.byPercent).toFixed(1)} %
              </title>
            </path>
          </g>
        ))}
        {one.spans.map((span) => (
          <circle
            key={span.on}
            cx={x(at(span.on))}
            cy={y(Math.max(40, span.percent))}
            r="3.5"
            className="fill-sheet stroke-ink"
            strokeWidth="1.5"
          >
            <title>
              {onDay(span.on)}: {span.percent.toFixed(1)} %{span.cylinder && ` on ${span.cylinder}`}
            </title>
          </circle>
        ))}
        {x
          .ticks(Math.max(2, Math.floor(width / 130)))
          .filter((tick) => x(tick) < width - 28)
          .map((tick) => (
            <text key={tick.getTime()} x={x(tick)} y={HEIGHT - 4} textAnchor="middle" className="fill-soft text-[12px]">
              {monthName(tick)} {String(tick.getUTCFullYear()).slice(2)}
            </text>
          ))}
      </svg>
    </div>
  );
}
