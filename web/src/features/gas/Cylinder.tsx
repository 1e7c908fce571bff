import { useQuery } from "@tanstack/react-query";
import { getRouteApi, Link } from "@tanstack/react-router";
import { useState } from "react";
import { answer, api, once, type Schemas } from "../../api/client";
import { may, useSession } from "../../api/session";
import { atTime, onDay } from "../../app/dates";
import { read } from "../../app/units";
import { Button } from "../../ui/Button";
import { word } from "../../ui/shown";
import { Formula } from "../../ui/Formula";
import { Mark } from "../../ui/Mark";
import { StateWord } from "../../ui/StateWord";
import { LabelsLink } from "../../ui/LabelsLink";
import { Loading, ErrorMessage } from "../../ui/ErrorMessage";
import { Why } from "../../ui/Working";
import { AsideSheet } from "./AsideSheet";
import { CylinderCertificates } from "./CylinderCertificates";
import { CompareSheet } from "./CompareSheet";
import { ContentsChart } from "./ContentsChart";
import { DisplayPrediction } from "./DisplayPrediction";
import { GaugeSheet } from "./GaugeSheet";
import { CylinderHistory } from "./CylinderHistory";
import { isInUse } from "./isInUse";
import { cylinderQuery } from "./queries";
import { ReasonedSheet } from "../../ui/ReasonedSheet";
import { RegulatorSheet } from "./RegulatorSheet";
import { RecallSheet } from "./RecallSheet";

const route = getRouteApi("/shell/gas/$tag");

type Page = Schemas["CylinderPage"];

/** One cylinder: what is in it and why, what used it, what rests on it. */
export function Cylinder() {
  const { tag } = route.useParams();
  const session = useSession();
  const { pressure } = session.units;
  const page = useQuery(cylinderQuery(tag));
  const [open, setOpen] = useState<"gauge" | "aside" | "release" | "recall" | "compare" | "regulator" | null>(null);
  if (page.isPending) {
    return <Loading what={tag} />;
  }
  if (page.isError) {
    return (
      <div className="px-4">
        <ErrorMessage error={page.error} />
      </div>
    );
  }
  const { cylinder: c, stateReason, course, discrepancy, uses, resting } = page.data;
  const isNew = c.status === "NEW";
  const bad = !isInUse(c) && !isNew;
  const here = c.status !== "RETURNED";
  const close = () => setOpen(null);
  return (
    <div className="px-4 py-4">
      <header className="mb-4 flex flex-wrap items-start gap-x-8 gap-y-3 border-b-2 border-ink pb-3">
        <div>
          <h1 className="text-4xl font-bold">{c.tag}</h1>
          <p className="text-soft">
            {c.certificateNumber}, lot {c.lot}
          </p>
        </div>
        <div className="min-w-0 grow">
          <p className="text-lg">
            <strong className={bad ? "text-fail" : c.status === "EXPIRES_SOON" ? "text-caution" : ""}>
              <span className="inline-block first-letter:uppercase">{bad ? `${word(c.status)}: do not use.` : `${word(c.status)}.`}</span>
            </strong>{" "}
            {isNew && "It sets no detector until it has been compared with the outgoing one. "}
            {isNew &&
              (may(session, "LEAD")
                ? "If there is none to compare it with, release it with the reason. "
                : "If there is none to compare it with, ask a lead to release it. ")}
            {stateReason && `${stateReason}. `}Made {onDay(c.madeOn)}, expires {onDay(c.useBefore)}.
            {c.regulator && ` Regulator ${c.regulator} stays on it.`}
          </p>
          <p className="text-lg">
            {c.components.map((part) => (
              <span key={part.gas} className="mr-4 inline-block whitespace-nowrap">
                <strong>
                  <Formula text={part.formula} />
                </strong>{" "}
                {part.amount} <span className="text-soft">{part.uncertainty}</span>
              </span>
            ))}
            <span className="text-soft">in {c.balance}</span>
          </p>
        </div>
        {may(session, "TECHNICIAN") && here && (
          <div className="flex flex-wrap gap-2">
            {isNew && (
              <Button kind="act" onClick={() => setOpen("compare")}>
                Compare it
              </Button>
            )}
            <Button kind={isNew ? "plain" : "act"} onClick={() => setOpen("gauge")}>
              Read the gauge
            </Button>
            <Button onClick={() => setOpen("regulator")}>Set regulator</Button>
            <Button onClick={() => setOpen("aside")}>Quarantine</Button>
            <LabelsLink cylinders={[c.tag]}>Label</LabelsLink>
            {may(session, "LEAD") && !isInUse(c) && c.status !== "EXPIRED" && (
              <Button onClick={() => setOpen("release")}>{isNew ? "Release without comparison" : "Put back in use"}</Button>
            )}
            {may(session, "LEAD") && (
              <Button kind="grave" onClick={() => setOpen("recall")}>
                Recall
              </Button>
            )}
          </div>
        )}
      </header>
      <div className="grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,1fr)_minmax(0,24rem)]">
        <div className="min-w-0">
          <section aria-labelledby="contents" className="mb-6">
            <h2 id="contents" className="text-xl font-bold">
              {c.litresLeft.toFixed(1)} L left <span className="font-normal text-soft">of {c.volumeLitres} L</span>
            </h2>
            <p>
              The gauge read {read(c.gaugeBar, pressure)} of {read(c.fullBar, pressure)} {pressure.symbol} on {onDay(c.gaugeReadOn)}; runs
              have drawn {c.drawnLitres.toFixed(1)} L since.
            </p>
            {discrepancy && (
              <div role="alert" className="my-2 border-l-4 border-caution bg-caution-wash px-3 py-2">
                <p className="text-lg font-semibold">
                  {discrepancy.leak
                    ? `${discrepancy.lost.toFixed(1)} L are gone that no run has drawn: look for a leak at valve and regulator`
                    : `${(-discrepancy.lost).toFixed(1)} L more than can be there: read the gauge again`}
                </p>
                <Why working={discrepancy.working} />
              </div>
            )}
            {course.length > 1 && <ContentsChart course={course} volume={c.volumeLitres} />}
          </section>
          <DisplayPrediction tag={c.tag} />
          <Uses uses={uses} zone={session.zone} />
        </div>
        <div className="min-w-0">
          <section aria-labelledby="resting" className="mb-6">
            <h2 id="resting" className="border-b-2 border-ink text-xl font-bold">
              Detectors relying on this cylinder <span className="font-normal text-soft">· {resting.length}</span>
            </h2>
            {resting.length === 0 && <p className="py-2 text-soft">No detector relies on this cylinder.</p>}
            <ul>
              {resting.map((one) => (
                <li key={one.serial} className="flex min-h-11 items-center gap-x-3 border-b border-line">
                  <Link to="/detectors/$serial" params={{ serial: one.serial }} className="font-bold underline-offset-4 hover:underline">
                    {one.serial}
                  </Link>
                  <span className="text-soft">
                    {one.model}, {one.crew}
                  </span>
                  <span className="ml-auto">
                    <StateWord state={one.state} />
                  </span>
                </li>
              ))}
            </ul>
          </section>
          <CylinderCertificates tag={c.tag} />
          <CylinderHistory page={page.data} zone={session.zone} />
        </div>
      </div>
      {open === "gauge" && <GaugeSheet cylinder={c} onClose={close} />}
      {open === "compare" && <CompareSheet cylinder={c} onClose={close} />}
      {open === "regulator" && <RegulatorSheet cylinder={c} onClose={close} />}
      {open === "aside" && <AsideSheet tag={c.tag} onClose={close} />}
      {open === "recall" && <RecallSheet tag={c.tag} lot={c.lot} onClose={close} />}
      {open === "release" && (
        <ReasonedSheet
          title={isNew ? `Release ${c.tag} without comparison` : `Put ${c.tag} back in use`}
          label={isNew ? "Why there is nothing to compare it with" : "What was found"}
          action={isNew ? "Release" : "Put back in use"}
          send={(reason) =>
            answer(api.POST("/api/v1/cylinders/{tag}/release", { params: { path: { tag: c.tag }, ...once() }, body: { reason } }))
          }
          onClose={close}
        />
      )}
    </div>
  );
}

const firstShown = 12;

function Uses({ uses, zone }: { uses: Page["uses"]; zone: string }) {
  const [all, setAll] = useState(false);
  return (
    <section aria-labelledby="uses">
      <h2 id="uses" className="border-b-2 border-ink text-xl font-bold">
        Usage
      </h2>
      {uses.length === 0 && <p className="py-2 text-soft">No run yet.</p>}
      <ul>
        {(all ? uses : uses.slice(0, firstShown)).map((use) => (
          <li key={use.runId} className="flex min-h-11 flex-wrap items-center gap-x-4 border-b border-line">
            <Link to="/records/$runId" params={{ runId: use.runId }} className="w-24 font-bold underline-offset-4 hover:underline">
              {use.serial}
            </Link>
            <span className="w-24">{use.verdict ? <Mark verdict={use.verdict} /> : "stopped"}</span>
            <span className="w-24 text-soft">{word(use.job)}</span>
            <span className="w-16 text-right tabular-nums">{use.litres.toFixed(1)} L</span>
            <span className="ml-auto text-soft">{atTime(use.at, zone)}</span>
          </li>
        ))}
      </ul>
      {!all && uses.length > firstShown && (
        <Button kind="quiet" onClick={() => setAll(true)}>
          Show the latest {uses.length}
        </Button>
      )}
    </section>
  );
}
