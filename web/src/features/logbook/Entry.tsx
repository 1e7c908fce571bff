import { Link } from "@tanstack/react-router";
import clsx from "clsx";
import { useState } from "react";
import type { Schemas } from "../../api/client";
import { may, useSession } from "../../api/session";
import { isTypedIn, sourceAside } from "../../app/source";
import { orDay, timeIn } from "../../app/dates";
import { Button } from "../../ui/Button";
import { Mark } from "../../ui/Mark";
import { Strip } from "../../ui/Strip";
import { factWord, sentence, type Piece } from "./sentences";
import { agree } from "../../ui/counted";

type LogbookEntry = Schemas["LogbookEntry"];

const link = "font-semibold underline underline-offset-4";

/** One entry: its time and its sentence; a run shows its strip. Opened, it lists the facts behind the sentence. */
export function Entry({ entry, zone, onCorrect }: { entry: LogbookEntry; zone: string; onCorrect: () => void }) {
  const session = useSession();
  const [open, setOpen] = useState(false);
  const mine = entry.by === session.displayName || may(session, "LEAD");
  const { pieces, rest } = sentence(entry, session.units);
  const strip = isTypedIn(entry.source) ? null : entry.strip;
  const remark = rest.filter(([name]) => name === "remark" || name === "reason");
  return (
    <li id={`entry-${entry.seq}`} className="border-b border-line">
      <div className="grid grid-cols-[3.5rem_1fr_2.75rem] items-center gap-x-3 py-1 md:grid-cols-[3.5rem_1fr_15rem_2.75rem]">
        <span className="text-soft tabular-nums">{timeIn(zone, entry.at)}</span>
        <p className={clsx("min-w-0", !strip && "md:col-span-2")}>
          {pieces.map((piece, i) => (
            <PieceOf key={i} piece={piece} entry={entry} />
          ))}
          {sourceAside(entry.source) && <span className="text-soft">, {sourceAside(entry.source)}</span>}
          {entry.simulated && <span className="text-soft">, simulated</span>}
          {remark.map(([name, value]) => (
            <span key={name} className="text-soft">
              {" "}
              · {value}
            </span>
          ))}
          {entry.correctedBy.length > 0 && (
            <span className="ml-2 border border-caution px-1 font-semibold">
              corrected by {agree(entry.correctedBy.length, "entry", "entries")} {entry.correctedBy.join(", ")}
            </span>
          )}
        </p>
        {strip && (
          <span className="col-start-2 md:col-start-3">
            <Strip strip={strip} />
          </span>
        )}
        <button
          type="button"
          aria-expanded={open}
          aria-label={`Facts of entry ${entry.seq}`}
          onClick={() => setOpen(!open)}
          className="col-start-3 row-start-1 size-11 text-soft md:col-start-4"
        >
          {open ? "−" : "+"}
        </button>
      </div>
      {open && (
        <div className="mb-2 border-l-4 border-act py-1 pl-3 md:ml-[3.5rem]">
          <dl className="grid grid-cols-[max-content_1fr] gap-x-4 gap-y-0.5">
            {rest.map(([name, value]) => (
              <Line key={name} name={factWord(name)} value={orDay(value)} />
            ))}
            {entry.cylinder && <Line name="cylinder" value={entry.cylinder} />}
            {entry.model && <Line name="model" value={entry.model} />}
            {entry.crew && <Line name="crew" value={entry.crew} />}
            <Line name="entered by" value={entry.by} />
            <Line name="entry" value={String(entry.seq)} />
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

/** A piece of the sentence; detectors, cylinders, records and certificates are links. */
function PieceOf({ piece, entry }: { piece: Piece; entry: LogbookEntry }) {
  const words = orDay(piece.words);
  switch (piece.name) {
    case "detector":
      return (
        <Link to="/detectors/$serial" params={{ serial: words }} className={link}>
          {words}
        </Link>
      );
    case "cylinder":
      return (
        <Link to="/gas/$tag" params={{ tag: words }} className={link}>
          {words}
        </Link>
      );
    case "certificate":
      return (
        <Link to="/verify/$code" params={{ code: entry.facts.code ?? "" }} className={link}>
          {words}
        </Link>
      );
    case "run":
    case "entry":
      return entry.runId ? (
        <Link to="/records/$runId" params={{ runId: entry.runId }} className={link}>
          {words}
        </Link>
      ) : (
        words
      );
    case "verdict":
      return entry.verdict && <Mark verdict={entry.verdict} />;
    default:
      return words;
  }
}

function Line({ name, value }: { name: string; value: string }) {
  return (
    <>
      <dt className="text-soft">{name}</dt>
      <dd className="break-all">{value}</dd>
    </>
  );
}
