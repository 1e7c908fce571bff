import { useQuery, useQueryClient } from "@tanstack/react-query";
import { getRouteApi, Link } from "@tanstack/react-router";
import { useState } from "react";
import { answer, api, once } from "../../api/client";
import { may, useSession } from "../../api/session";
import { onDay, todayIn } from "../../app/dates";
import { Button, buttonLook } from "../../ui/Button";
import { DateBox } from "../../ui/DateField";
import { fieldBox } from "../../ui/Field";
import { Mark } from "../../ui/Mark";
import { Loading, ErrorMessage } from "../../ui/ErrorMessage";
import { logbookChoicesQuery } from "../logbook/queries";
import { registerQuery, wantingQuery, type RegisterFilter } from "./queries";
import { counted } from "../../ui/counted";

const route = getRouteApi("/shell/certificates");

/** The register of certificates: issued, still wanting, and all of some days printed as one file. */
export function Certificates() {
  const search = route.useSearch();
  const { zone } = useSession();
  const filter: RegisterFilter = { ...search, from: search.from ?? todayIn(zone, -30), until: search.until ?? todayIn(zone) };
  const navigate = route.useNavigate();
  const register = useQuery(registerQuery(filter));
  const wanting = useQuery(wantingQuery(filter));
  const crews = useQuery(logbookChoicesQuery).data?.crews ?? [];
  const put = (changed: Partial<RegisterFilter>) =>
    void navigate({ search: (before) => ({ ...before, ...changed, crew: (changed.crew ?? before.crew) || undefined }), replace: true });
  const printed = new URLSearchParams({ from: filter.from, until: filter.until, ...(filter.crew && { crew: filter.crew }) });
  return (
    <div className="mx-auto w-full max-w-6xl px-4 py-4">
      <header className="mb-3 flex flex-wrap items-center gap-x-5 gap-y-2">
        <h1 className="text-3xl font-bold">Certificates</h1>
        <span className="text-soft">of calibrations</span>
        {(["from", "until"] as const).map((key) => (
          <span key={key} className="flex items-center gap-2">
            <span aria-hidden className="text-soft">
              {key === "from" ? "from" : "to"}
            </span>
            <DateBox
              label={key === "from" ? "from" : "to"}
              className="w-44"
              value={filter[key]}
              onDay={(day) => day && put({ [key]: day })}
            />
          </span>
        ))}
        <select
          aria-label="Crew"
          className={`${fieldBox} !w-48`}
          value={filter.crew ?? ""}
          onChange={(event) => put({ crew: event.target.value })}
        >
          <option value="">every crew</option>
          {crews.map((crew) => (
            <option key={crew}>{crew}</option>
          ))}
        </select>
        <Link to="/verify" className={buttonLook("quiet", "ml-auto")}>
          Look up a code
        </Link>
      </header>
      {wanting.data && wanting.data.length > 0 && <GiveOut key={printed.toString()} wanting={wanting.data} />}
      <ErrorMessage error={register.error ?? wanting.error} />
      {register.isPending && <Loading what="the register" />}
      {register.data?.length === 0 && <p className="py-6 text-lg text-soft">No certificate was issued for calibrations of these days.</p>}
      {register.data && register.data.length > 0 && (
        <>
          <p className="my-3">
            <a className={buttonLook()} href={`/api/v1/certificates-printed?${printed}`}>
              {register.data.length === 1 ? "The certificate as a PDF" : `All ${register.data.length} as one PDF`}
            </a>
          </p>
          <ul className="border-t-2 border-ink">
            {register.data.map((row) => (
              <li
                key={row.code}
                className="grid grid-cols-[8rem_1fr] items-center gap-x-4 border-b border-line py-1 md:grid-cols-[8rem_10rem_1fr_8rem_11rem]"
              >
                <Link
                  to="/verify/$code"
                  params={{ code: row.code }}
                  className="flex min-h-11 items-center font-bold underline underline-offset-4"
                >
                  {row.number}
                </Link>
                <Link to="/detectors/$serial" params={{ serial: row.detector }} className="font-semibold hover:underline">
                  {row.detector}
                </Link>
                <span className="text-soft">
                  {row.model} · {row.crew} · issued by {row.givenBy}
                </span>
                <Mark verdict={row.verdict} />
                <span className="text-soft">{onDay(row.on)}</span>
              </li>
            ))}
          </ul>
        </>
      )}
    </div>
  );
}

/** Issues certificates one after the other and shows the progress; those that were issued stay when it is stopped. */
function GiveOut({ wanting }: { wanting: { runId: string; detector: string }[] }) {
  const session = useSession();
  const queries = useQueryClient();
  const [progress, setProgress] = useState<{ done: number; of: number; stop: AbortController } | null>(null);
  const [error, setError] = useState<unknown>(null);
  async function give() {
    const stop = new AbortController();
    setError(null);
    try {
      for (const [done, { runId }] of wanting.entries()) {
        if (stop.signal.aborted) {
          break;
        }
        setProgress({ done, of: wanting.length, stop });
        await answer(api.POST("/api/v1/runs/{id}/certificates", { params: { path: { id: runId }, ...once() } }));
      }
    } catch (failure) {
      setError(failure);
    }
    setProgress(null);
    await queries.invalidateQueries();
  }
  const calibrations = counted(wanting.length, "calibration has", "calibrations have");
  return (
    <section className="mb-4 flex flex-wrap items-center gap-4 border-l-4 border-caution bg-caution-wash px-4 py-3">
      <p className="grow">
        <strong>{calibrations} no certificate yet.</strong> {!may(session, "LEAD") && <span>A lead issues them.</span>}
      </p>
      {progress && (
        <>
          <label className="flex items-center gap-2">
            <span role="status">
              {progress.done} of {progress.of}
            </span>
            <progress
              value={progress.done}
              max={progress.of}
              className="h-3 w-40 appearance-none border border-ink bg-sheet [&::-moz-progress-bar]:bg-act [&::-webkit-progress-bar]:bg-sheet [&::-webkit-progress-value]:bg-act"
            />
          </label>
          <Button onClick={() => progress.stop.abort()}>Stop here</Button>
        </>
      )}
      {!progress && may(session, "LEAD") && (
        <Button kind="act" onClick={() => void give()}>
          {wanting.length === 1 ? "Issue certificate" : `Issue all ${wanting.length}`}
        </Button>
      )}
      <ErrorMessage error={error} />
    </section>
  );
}
