import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { Check, TriangleAlert } from "lucide-react";
import { answer, api, type Schemas } from "../../api/client";
import { useSession } from "../../api/session";
import { atTime } from "../../app/dates";
import { counted } from "../../ui/counted";
import { Button } from "../../ui/Button";
import { Loading, ErrorMessage } from "../../ui/ErrorMessage";
import { proofQuery } from "./queries";

type Proof = Schemas["ProofView"];
type Walk = Schemas["WalkView"];

const parts: Record<Walk["part"], string> = {
  GUARDS: "Change protection in the database",
  LEDGER: "Logbook entries",
  ROW_RECORDS: "Log of all changes",
  TABLES: "Detectors, sensors, cylinders, holds, people and rules",
  RUNS: "Bumps and calibrations, event by event",
  RESULTS: "Sensor results, recalculated from those events",
  TRACES: "Readings behind the results",
  CERTIFICATES: "Calibration certificates",
  FILES: "Files attached to cylinders",
  MARKS: "Signed marks",
};

const ways: Record<Proof["ways"][number], string> = {
  FOLDER: "copied to another folder",
  MAIL: "mailed once a day",
  TIMESTAMP: "stamped by a time stamp service every hour",
};

/** Whether a record was changed outside the program, and how far signed marks reach; for leads. */
export function IntegrityCheck() {
  const { zone } = useSession();
  const client = useQueryClient();
  const proof = useQuery(proofQuery());
  const look = useMutation({
    mutationFn: () => answer(api.POST("/api/v1/proof")),
    onSettled: () => client.invalidateQueries({ queryKey: ["proof"] }),
  });
  if (!proof.data) {
    return proof.isError ? <ErrorMessage error={proof.error} /> : <Loading what="the last check" />;
  }
  const { lastLook, lastMark, marksAreMade, stamped } = proof.data;
  return (
    <div className="mx-auto w-full max-w-5xl px-4 py-4">
      <header className="mb-4 flex flex-wrap items-end gap-x-6 gap-y-2">
        <div className="grow">
          <Link to="/logbook" className="inline-flex min-h-11 items-center text-act underline underline-offset-4">
            Logbook
          </Link>
          <h1 className="text-3xl font-bold">Integrity check</h1>
          <p className="text-soft">Each record is compared with the log of all changes, every night and on request.</p>
        </div>
        <Button kind="act" disabled={look.isPending} onClick={() => look.mutate()}>
          {look.isPending ? "Checking …" : "Check now"}
        </Button>
      </header>
      {look.isError && <ErrorMessage error={look.error} />}
      {lastLook ? <Found look={lastLook} at={atTime(lastLook.at, zone)} /> : <p className="py-4 text-lg">It has not been checked yet.</p>}
      <section className="mt-8" aria-labelledby="marks">
        <h2 id="marks" className="border-b-2 border-ink pb-1 text-xl font-bold">
          Signed marks
        </h2>
        <p className="py-2">
          A mark is a signature over everything recorded up to that moment. If anything older is changed afterwards, the mark shows it, as
          long as a copy of the mark is kept on another machine.
        </p>
        <dl className="grid gap-x-8 gap-y-2 sm:grid-cols-[12rem_minmax(0,1fr)]">
          <dt className="text-soft">Last mark</dt>
          <dd>
            {lastMark
              ? `Mark ${lastMark.number}, made ${atTime(lastMark.at, zone)}. It covers the logbook up to entry ${lastMark.entry}.`
              : marksAreMade
                ? "None yet. The first is made when something is on record."
                : "None: this server has no key to sign marks with."}
          </dd>
          <dt className="text-soft">Copies</dt>
          <dd>
            {proof.data.ways.length > 0
              ? `Marks are ${proof.data.ways.map((way) => ways[way]).join(", ")}.`
              : "Not sent anywhere: the only copies are on this server. The installation guide explains how to send them elsewhere."}
          </dd>
          {stamped && (
            <>
              <dt className="text-soft">Last time stamp</dt>
              <dd>
                Of mark {stamped.number}, made {atTime(stamped.at, zone)}.
              </dd>
            </>
          )}
        </dl>
      </section>
    </div>
  );
}

function Found({ look, at }: { look: Schemas["LookView"]; at: string }) {
  const findings = look.walks.reduce((n, walk) => n + walk.broken.length, 0);
  return (
    <>
      <p
        role="status"
        className={`flex items-center gap-3 border-l-4 p-3 text-lg font-semibold ${look.holds ? "border-act bg-sheet" : "border-fail bg-fail-wash"}`}
      >
        {look.holds ? (
          <Check aria-hidden className="size-6 shrink-0 text-act" />
        ) : (
          <TriangleAlert aria-hidden className="size-6 shrink-0 text-fail" />
        )}
        {look.holds ? `All records are intact. Checked ${at}.` : `${counted(findings, "finding")}. Checked ${at}.`}
      </p>
      {!look.holds && (
        <p className="py-2">
          Something was changed outside the program, or lost on the disk. Keep the detectors and cylinders named below out of use until a
          lead has checked each of them, and do not change anything in the database.
        </p>
      )}
      <ul aria-label="What was checked" className="mt-2">
        {look.walks.map((walk) => (
          <Checked key={walk.part} walk={walk} />
        ))}
      </ul>
    </>
  );
}

function Checked({ walk }: { walk: Walk }) {
  const holds = walk.broken.length === 0;
  return (
    <li className="border-b border-line py-2">
      <p className="flex items-center gap-2">
        {holds ? (
          <Check aria-hidden className="size-5 shrink-0 text-act" />
        ) : (
          <TriangleAlert aria-hidden className="size-5 shrink-0 text-fail" />
        )}
        <span className={holds ? "" : "font-semibold"}>{parts[walk.part]}</span>
        <span className="text-soft">{holds ? "intact" : "changed"}</span>
      </p>
      {walk.broken.map((what) => (
        <p key={what} className="ml-7 break-words text-fail">
          {what}
        </p>
      ))}
    </li>
  );
}
