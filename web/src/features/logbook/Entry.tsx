import { Link } from "@tanstack/react-router";
import { useState } from "react";
import type { Schemas } from "../../api/client";
import { may, useSession } from "../../api/session";
import { isTypedIn, sourceAside } from "../../app/source";
import { orDay, timeIn } from "../../app/dates";
import { Button } from "../../ui/Button";
import { Mark } from "../../ui/Mark";
import { Strip } from "../../ui/Strip";

type LogbookEntry = Schemas["LogbookEntry"];

/** One entry as a line: when, what, about what, by whom; a run shows its strip. Opened, it shows all that it says. */
export function Entry({ entry, zone, onCorrect }: { entry: LogbookEntry; zone: string; onCorrect: () => void }) {
  const session = useSession();
  const [open, setOpen] = useState(false);
  const mine = entry.by === session.displayName || may(session, "LEAD");
  return (
    <li id={`entry-${entry.seq}`} className="border-b border-line">
      <div className="grid grid-cols-[3.5rem_1fr_2.75rem] items-center gap-x-3 py-1 md:grid-cols-[3.5rem_1fr_15rem_9rem_2.75rem]">
        <span className="text-soft tabular-nums">{timeIn(zone, entry.at)}</span>
        <p className="min-w-0">
          <What entry={entry} />{" "}
          <span className="text-soft">{entry.details.map((detail) => `${detail.name} ${orDay(detail.value)}`).join(" · ")}</span>
        </p>
        <span className="col-start-2 md:col-start-3">{entry.strip && !isTypedIn(entry.source) && <Strip strip={entry.strip} />}</span>
        <span className="col-start-2 text-soft md:col-start-4">{entry.by}</span>
        <button
          type="button"
          aria-expanded={open}
          aria-label={`Entry ${entry.seq}`}
          onClick={() => setOpen(!open)}
          className="col-start-3 row-start-1 size-11 text-soft md:col-start-5"
        >
          {open ? "−" : "+"}
        </button>
      </div>
      {open && (
        <div className="mb-2 border-l-4 border-act py-1 pl-3 md:ml-[3.5rem]">
          <dl className="grid grid-cols-[max-content_1fr] gap-x-4 gap-y-0.5">
            {entry.details.map((detail) => (
              <Line key={detail.name} name={detail.name} value={orDay(detail.value)} />
            ))}
            {entry.cylinder && <Line name="cylinder" value={entry.cylinder} />}
            {entry.model && <Line name="model" value={entry.model} />}
            {entry.crew && <Line name="crew" value={entry.crew} />}
            <Line name="number" value={String(entry.seq)} />
            <Line name="hash" value={entry.hash} />
          </dl>
          <p className="mt-2 flex flex-wrap gap-2">
            {mine ? (
              may(session, "TECHNICIAN") && <Button onClick={onCorrect}>Correct this entry</Button>
            ) : (
              <span className="text-soft">{entry.by} or a lead can correct this entry.</span>
            )}
          </p>
        </div>
      )}
    </li>
  );
}

/** The words of an entry, with links to the record, the detector and the cylinder that it is about. */
function What({ entry }: { entry: LogbookEntry }) {
  const code = entry.kind === "certificate-given" && entry.details.find((detail) => detail.name === "code")?.value;
  return (
    <>
      {entry.verdict && <Mark verdict={entry.verdict} />}{" "}
      {code ? (
        <Link to="/verify/$code" params={{ code }} className="font-bold underline underline-offset-4">
          {entry.title}
        </Link>
      ) : entry.runId ? (
        <Link to="/records/$runId" params={{ runId: entry.runId }} className="font-bold underline underline-offset-4">
          {entry.title}
        </Link>
      ) : (
        <strong>{entry.title}</strong>
      )}{" "}
      {entry.detector && (
        <Link to="/detectors/$serial" params={{ serial: entry.detector }} className="font-semibold underline-offset-4 hover:underline">
          {entry.detector}
        </Link>
      )}{" "}
      {entry.cylinder && !entry.runId && (
        <Link to="/gas/$tag" params={{ tag: entry.cylinder }} className="font-semibold underline-offset-4 hover:underline">
          {entry.cylinder}
        </Link>
      )}
      {entry.corrects !== null && <span className="text-soft"> of entry {entry.corrects}</span>}
      {entry.correctedBy.length > 0 && (
        <span className="border border-caution px-1 font-semibold">put right by entry {entry.correctedBy.join(", ")}</span>
      )}
      {sourceAside(entry.source) && <span className="text-soft"> {sourceAside(entry.source)}</span>}
      {entry.simulated && <span className="text-soft"> simulated</span>}
    </>
  );
}

function Line({ name, value }: { name: string; value: string }) {
  return (
    <>
      <dt className="text-soft">{name}</dt>
      <dd className="break-all">{value}</dd>
    </>
  );
}
