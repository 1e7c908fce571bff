import type { Schemas } from "../../api/client";
import { atTime, dayIn, onDay, timeIn } from "../../app/dates";
import { Formula } from "../../ui/Formula";
import { Mark, verdictOf } from "../../ui/Mark";
import { Strip } from "../../ui/Strip";

type View = Schemas["CalibrationCertificateView"];
type Part = View["certificate"]["sensors"][number];

/** A certificate as a page: the same words as the printed one. */
export function CertificatePage({ view, zone }: { view: View; zone: string }) {
  const c = view.certificate;
  return (
    <article className="border border-line bg-sheet p-5 print:border-0 print:p-0">
      <header className="flex items-start justify-between gap-4 border-b-2 border-ink pb-3">
        <div>
          <h1 className="text-3xl font-bold">Calibration certificate</h1>
          <p className="text-xl">{c.number}</p>
          {c.simulated && <p className="font-bold">Simulated: demo speed, not real time.</p>}
          <p className="mt-2 text-sm text-soft">
            Approved and issued by {c.givenBy}, {atTime(c.givenAt, zone)}
          </p>
        </div>
        <figure className="shrink-0 text-center">
          <svg
            viewBox={`-4 -4 ${view.squares + 8} ${view.squares + 8}`}
            className="size-28 bg-white fill-black"
            role="img"
            aria-label={`Code ${view.code} to scan`}
          >
            <path d={view.qr} />
          </svg>
          <figcaption className="font-bold tabular-nums">{view.code}</figcaption>
        </figure>
      </header>
      <dl className="my-3 grid gap-x-6 gap-y-1 sm:grid-cols-2">
        <Fact name="Detector" value={`${c.detector.serial}, ${c.detector.model}`} />
        <Fact
          name="Calibrated"
          value={`${onDay(c.on)}, begun ${dayIn(zone, c.startedAt) === c.on ? timeIn(zone, c.startedAt) : atTime(c.startedAt, zone)}`}
        />
        <Fact name="Asset tag" value={c.detector.assetTag} />
        <Fact name="Technician" value={c.technician} />
        <Fact name="Crew, place" value={`${c.detector.crew}, ${c.detector.location}`} />
        <Fact name="Readings" value={c.readings} />
        <Fact name="Judged by" value={c.rules} />
        <Fact
          name="Conditions"
          value={c.conditions.length === 0 ? "not measured" : c.conditions.map((one) => `${one.name} ${one.value}`).join("; ")}
        />
      </dl>
      <p className="my-3 flex flex-wrap items-center gap-4">
        <Mark verdict={verdictOf(c.verdict)} large /> {c.remark && <strong>{c.remark}</strong>}
      </p>
      <Strip strip={view.strip} rows={c.sensors.map((sensor) => ({ slot: sensor.slot, label: sensor.formula }))} />
      <div className="my-4 overflow-x-auto">
        <table className="w-full text-left">
          <caption className="sr-only">Gas used</caption>
          <thead className="text-sm text-soft">
            <tr>
              {["Gas", "Certificate", "Lot", "Expiry date", "Mixture"].map((head) => (
                <th key={head} scope="col" className="pr-3 font-normal">
                  {head}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {c.gases.map((gas) => (
              <tr key={gas.tag} className="border-t border-line">
                <td className="pr-3 font-semibold whitespace-nowrap">{gas.tag}</td>
                <td className="pr-3 whitespace-nowrap">{gas.certificateNumber}</td>
                <td className="pr-3">{gas.lot}</td>
                <td className="pr-3 whitespace-nowrap">{onDay(gas.useBefore)}</td>
                <td>{gas.mixture}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {c.sensors.map((sensor) => (
        <SensorSection key={sensor.slot} sensor={sensor} />
      ))}
      {c.corrections.map((correction) => (
        <p key={correction} className="mt-3 border-l-4 border-caution pl-3 font-semibold">
          Corrected on record: {correction}
        </p>
      ))}
      <footer className="mt-4 border-t border-line pt-2 text-sm text-soft">
        <p>
          This certificate says what was done and read. It does not certify an atmosphere. The maker’s manual, local law and a competent
          person decide on use.
        </p>
        <p className="break-all">Last hash of the record: {c.runHash}</p>
      </footer>
    </article>
  );
}

function Fact({ name, value }: { name: string; value: string }) {
  return (
    <div className="grid grid-cols-[6.5rem_1fr]">
      <dt className="text-soft">{name}</dt>
      <dd>{value}</dd>
    </div>
  );
}

function SensorSection({ sensor }: { sensor: Part }) {
  return (
    <section className="break-inside-avoid border-t border-line py-2">
      <h2 className="flex flex-wrap items-center justify-between gap-x-4">
        <span className="flex items-center gap-3 text-lg font-bold">
          <Mark verdict={verdictOf(sensor.verdict)} />
          <span>
            <Formula text={sensor.formula} /> {sensor.gas}
          </span>
        </span>
        <span className="text-sm">
          sensor {sensor.serial}, {sensor.due ? `next due ${onDay(sensor.due)}` : "due date unchanged"}
        </span>
      </h2>
      <ul>
        {sensor.checks.map((check, i) => (
          <li key={i} className="mt-1 pl-4">
            <p className="grid grid-cols-2 gap-x-3 sm:grid-cols-[9rem_1fr_1fr_8rem]">
              <strong>{check.stage}</strong>
              <span>expected {check.expected}</span>
              <span>read {check.reading}</span>
              <Mark verdict={verdictOf(check.verdict)} />
            </p>
            <p className="text-sm text-soft">{check.working}</p>
          </li>
        ))}
      </ul>
      {sensor.dueWorking && <p className="mt-1 pl-4 text-sm text-soft">Due: {sensor.dueWorking}</p>}
    </section>
  );
}
