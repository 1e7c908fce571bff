import type { UseQueryResult } from "@tanstack/react-query";
import { TriangleAlert } from "lucide-react";
import type { Schemas } from "../../api/client";
import { timeIn } from "../../app/dates";
import { Loading, ErrorMessage } from "../../ui/ErrorMessage";
import { BoardGroup, type Status } from "./BoardGroup";
import { useAge } from "./useAge";

/** A board that was not told anything for so long says nothing any more. */
const STALE_SECONDS = 30;

const columns: Status[] = ["READY", "BUMP_FIRST", "DO_NOT_USE"];

/** Which detectors the crews may take now. */
export function BoardView({ board }: { board: UseQueryResult<Schemas["Board"]> }) {
  const age = useAge(board.dataUpdatedAt);
  if (!board.data) {
    return <main className="p-6 text-xl">{board.isError ? <ErrorMessage error={board.error} /> : <Loading what="the board" />}</main>;
  }
  const { site, at, zone, crews } = board.data;
  const current = age < STALE_SECONDS;
  const only = crews.length === 1 ? crews[0] : undefined;
  return (
    <main className="flex min-h-dvh flex-col gap-6 px-[clamp(1rem,2vw,3rem)] py-4">
      <header className="flex flex-wrap items-baseline gap-x-6 gap-y-1 border-b-2 border-ink pb-2">
        <h1 className="text-[clamp(1.75rem,3vw,3.75rem)] leading-tight font-bold">{only ? crewName(only.crew) : "Detectors"}</h1>
        {site !== "" && <p className="text-[clamp(1rem,1.4vw,1.75rem)] text-soft">{site}</p>}
        <p className="ml-auto text-[clamp(1rem,1.4vw,1.75rem)] text-soft">
          updated <strong className="text-ink tabular-nums">{timeIn(zone, at)}</strong>
        </p>
      </header>
      {!current && (
        <p
          role="alert"
          className="flex items-center gap-4 border-4 border-fail bg-fail-wash p-4 text-[clamp(1.25rem,2vw,2.5rem)] font-bold"
        >
          <TriangleAlert aria-hidden className="size-[1.5em] shrink-0" />
          <span>Not updated since {timeIn(zone, at)}. Do not rely on this board: ask at the bench.</span>
        </p>
      )}
      {crews.length === 0 && <p className="text-2xl">No detector is registered for this board.</p>}
      {crews.map(({ crew, detectors }) => {
        const out = detectors.filter((one) => one.status === "CHECKED_OUT");
        return (
          <section key={crew} aria-label={crewName(crew)} className="flex flex-col gap-4">
            {!only && <h2 className="text-[clamp(1.5rem,2.2vw,2.75rem)] font-bold">{crewName(crew)}</h2>}
            <div className="grid gap-x-8 gap-y-6 md:grid-cols-3">
              {columns.map((status) => (
                <BoardGroup key={status} status={status} lines={detectors.filter((one) => one.status === status)} current={current} />
              ))}
            </div>
            {out.length > 0 && <BoardGroup status="CHECKED_OUT" lines={out} current={current} />}
          </section>
        );
      })}
    </main>
  );
}

function crewName(crew: string): string {
  return crew === "" ? "No crew" : crew;
}
