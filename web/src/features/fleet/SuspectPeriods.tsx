import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { answer, api, once, type Schemas } from "../../api/client";
import { may, useSession } from "../../api/session";
import { atTime, onDay } from "../../app/dates";
import { Button } from "../../ui/Button";
import { Formula } from "../../ui/Formula";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { ReasonedSheet } from "../../ui/ReasonedSheet";
import { doubtsQuery } from "./queries";
import { counted } from "../../ui/counted";

type Doubt = Schemas["DoubtView"];

/** Days on which a sensor may have read wrongly, and what was found out about them. */
export function SuspectPeriods({ serial }: { serial: string }) {
  const session = useSession();
  const doubts = useQuery(doubtsQuery(serial));
  const [closing, setClosing] = useState<Doubt | null>(null);
  if (!doubts.data) {
    return <ErrorMessage error={doubts.error} />;
  }
  const open = doubts.data.filter((doubt) => doubt.closedAt === null);
  const closed = doubts.data.filter((doubt) => doubt.closedAt !== null);
  return (
    <>
      {open.map((doubt) => (
        <section
          key={doubt.id}
          aria-label={`${doubt.formula} suspect period`}
          className="mb-5 flex flex-wrap items-center justify-between gap-4 border-2 border-caution bg-caution-wash p-4"
        >
          <div className="min-w-0 flex-1 basis-80">
            <h2 className="text-xl font-bold">
              <Formula text={doubt.formula} /> suspect period: {span(doubt)}
            </h2>
            <p>
              Last good {onDay(doubt.since)}; found {onDay(doubt.until)}: {doubt.finding}.{" "}
              <Link to="/records/$runId" params={{ runId: doubt.runId }} className="text-act underline underline-offset-4">
                The record
              </Link>
            </p>
            <p>
              {doubt.usedOn.length === 0
                ? "No bump on record in that time."
                : `Crew ${doubt.crew} went out with it on ${counted(doubt.usedOn.length, "day")}: `}
              {doubt.usedOn.length > 0 && <Days days={doubt.usedOn} />}
            </p>
          </div>
          {may(session, "LEAD") ? (
            <Button kind="act" onClick={() => setClosing(doubt)}>
              Close it
            </Button>
          ) : (
            <p className="text-soft">A lead looks into it and closes it.</p>
          )}
        </section>
      ))}
      {closed.length > 0 && (
        <details className="mb-5">
          <summary className="min-h-6 cursor-pointer text-act underline underline-offset-4">
            {counted(closed.length, "suspect period")} closed
          </summary>
          <ul>
            {closed.map((doubt) => (
              <li key={doubt.id} className="border-b border-line py-1">
                <Formula text={doubt.formula} />, {span(doubt)}. {doubt.closedBy}, {atTime(doubt.closedAt ?? "", session.zone)}:{" "}
                {doubt.closing}
              </li>
            ))}
          </ul>
        </details>
      )}
      {closing && (
        <ReasonedSheet
          title={`Close: ${closing.formula}, suspect ${span(closing)}`}
          label="What was found out"
          action="Close it"
          send={(remark) =>
            answer(api.POST("/api/v1/doubts/{id}/closing", { params: { path: { id: closing.id }, ...once() }, body: { remark } }))
          }
          onClose={() => setClosing(null)}
        />
      )}
    </>
  );
}

function span(doubt: Doubt): string {
  return `${counted(doubt.days, "day")} to ${onDay(doubt.until)}`;
}

const SHOWN = 5;

/** The first days in words, the others when asked for. */
function Days({ days }: { days: string[] }) {
  const [all, setAll] = useState(false);
  const shown = all ? days : days.slice(-SHOWN);
  return (
    <>
      {!all && days.length > SHOWN && "… "}
      {shown.map((day) => onDay(day)).join(", ")}
      {!all && days.length > SHOWN && (
        <>
          {" "}
          <button type="button" className="min-h-8 font-semibold text-act underline underline-offset-4" onClick={() => setAll(true)}>
            all of them
          </button>
        </>
      )}
    </>
  );
}
