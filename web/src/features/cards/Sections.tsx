import { useState, type Dispatch } from "react";
import type { Schemas } from "../../api/client";
import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Field";
import {
  at,
  idOf,
  jobs,
  list,
  named,
  partOf,
  picturesOf,
  picturesPath,
  steps,
  text,
  tree,
  type JobName,
  type Path,
  type Tree,
} from "./card";
import type { Change } from "./editing";
import { Fields } from "./Fields";
import { alarmFields, detectorFields, sensorFields, type Choices } from "./fieldSpecs";
import { MaintenanceSection } from "./MaintenanceSection";
import { Part } from "./Part";
import { Pictures } from "./Pictures";
import type { Place } from "./place";
import { begun, kindOf, stepKinds } from "./stepKinds";

const jobTitles: Record<JobName, string> = { calibration: "Calibration", bump: "Bump" };

interface Props {
  card: Tree;
  choices: Choices;
  checked: Schemas["CheckedCard"] | undefined;
  change: Dispatch<Change>;
}

/** The parts of a card, one open at a time. */
export function Sections({ card, choices, checked, change }: Props) {
  const [open, setOpen] = useState("");
  const [words, setWords] = useState<Record<string, Schemas["Section"]>>({});
  const [said, setSaid] = useState(checked);
  if (checked !== said) {
    setSaid(checked);
    if (checked && checked.parts.length > 0) {
      setWords(Object.fromEntries(checked.parts.map((part) => [idAt(card, part.path), part])));
    }
  }
  const problem = checked?.problem ? { ...checked.problem, field: partOf(card, checked.problem.field) } : null;
  const place = (base: Path): Place => ({
    card,
    base,
    choices,
    problem,
    dueExamples: checked?.dueExamples ?? [],
    onPut: (path, value) => change({ do: "put", path, value }),
  });
  const toggle = (id: string) => setOpen(open === id ? "" : id);
  const fault = (path: string, id: string) =>
    problem && (problem.field === path || (problem.field.startsWith(`${path}.`) && open !== id)) ? problem.reason : undefined;
  const ofWhole = problem && !/^(calibration|bump|sensors|maintenance)\b/.test(problem.field) ? problem.reason : undefined;
  return (
    <>
      {jobs.map((job) => (
        <section key={job} aria-label={jobTitles[job]} className="mb-6">
          <h2 className="mb-1 text-xl font-bold">{jobTitles[job]}</h2>
          {problem?.field === job && <p className="font-semibold text-fail">{problem.reason}</p>}
          <ol className="border-t border-line">
            {steps(card, job).map((step, i, all) => {
              const id = idOf(step);
              const path: Path = [job, i];
              const kind = kindOf(step);
              const move = (by: -1 | 1) => {
                if (i + by >= 0 && i + by < all.length) {
                  change({ do: "move", job, index: i, by });
                }
              };
              return (
                <Part
                  key={id}
                  number={i + 1}
                  title={words[id]?.title ?? kind.name}
                  lines={words[id]?.lines ?? []}
                  problem={fault(named(path), id)}
                  open={open === id}
                  onToggle={() => toggle(id)}
                  onMove={move}
                >
                  <Fields fields={kind.fields} place={place(path)} />
                  <Pictures
                    pictures={picturesOf(step)}
                    onPut={(pictures) => change({ do: "put", path: picturesPath(path), value: pictures })}
                  />
                  <div className="mt-4 flex flex-wrap gap-2">
                    <Button disabled={i === 0} onClick={() => move(-1)}>
                      Earlier
                    </Button>
                    <Button disabled={i === all.length - 1} onClick={() => move(1)}>
                      Later
                    </Button>
                    <Button kind="grave" onClick={() => change({ do: "remove", job, index: i })}>
                      Take the step out
                    </Button>
                  </div>
                </Part>
              );
            })}
          </ol>
          <AddStep
            onAdd={(kind) => {
              const step = begun(kind);
              change({ do: "insert", job, index: steps(card, job).length, step });
              setOpen(idOf(step));
            }}
            title={jobTitles[job]}
          />
        </section>
      ))}
      <MaintenanceSection place={place([])} words={words} open={open} onToggle={toggle} fault={fault} />
      <section aria-label="Detector" className="mb-6">
        <h2 className="mb-1 text-xl font-bold">Detector</h2>
        <ul className="border-t border-line">
          <Part
            title="The detector"
            lines={words.detector?.lines ?? []}
            problem={ofWhole}
            open={open === "detector"}
            onToggle={() => toggle("detector")}
          >
            <Fields fields={detectorFields} place={place([])} />
          </Part>
          {list(card.sensors).map((_, i) => {
            const path: Path = ["sensors", i];
            const id = named(path);
            return (
              <Part
                key={id}
                title={words[id]?.title ?? `Sensor ${text(at(card, [...path, "slot"]))}`}
                lines={words[id]?.lines ?? []}
                problem={fault(id, id)}
                open={open === id}
                onToggle={() => toggle(id)}
              >
                <Fields fields={sensorFields} place={place(path)} />
                <div className="mt-3">
                  <Fields fields={alarmFields} place={place([...path, "alarms"])} />
                </div>
                <Button
                  kind="grave"
                  className="mt-4"
                  disabled={list(card.sensors).length === 1}
                  onClick={() => {
                    change({ do: "put", path: ["sensors"], value: list(card.sensors).filter((__, other) => other !== i) });
                    setOpen("");
                  }}
                >
                  Remove the sensor
                </Button>
              </Part>
            );
          })}
        </ul>
        {list(card.sensors).length < mostSensors && (
          <Button
            className="mt-2"
            onClick={() => {
              change({ do: "put", path: ["sensors"], value: [...list(card.sensors), sensorFor(freeSlot(card))] });
              setOpen(named(["sensors", list(card.sensors).length]));
            }}
          >
            Add a sensor
          </Button>
        )}
      </section>
    </>
  );
}

const mostSensors = 7;

/** The lowest slot that no sensor has. */
function freeSlot(card: Tree): number {
  const taken = list(card.sensors).map((sensor) => tree(sensor).slot);
  return [1, 2, 3, 4, 5, 6, 7].find((slot) => !taken.includes(slot)) ?? mostSensors;
}

function sensorFor(slot: number): Tree {
  return {
    slot,
    gasId: "carbon-monoxide",
    technology: "ELECTROCHEMICAL",
    unit: "PPM",
    rangeMax: 500,
    resolution: 1,
    alarms: { low: null, high: null, stel: null, twa: null },
    t90Seconds: 30,
    spanSetPoint: 100,
    reads: "DISPLAYED",
  };
}

/** Which part of the card as it was checked a piece of words belongs to; steps by their id, since they move. */
function idAt(card: Tree, path: string): string {
  const step = /^(calibration|bump)\[(\d+)\]$/.exec(path);
  const found = step ? steps(card, step[1] as JobName)[Number(step[2])] : undefined;
  return found === undefined ? path : idOf(found);
}

function AddStep({ title, onAdd }: { title: string; onAdd: (kind: (typeof stepKinds)[number]) => void }) {
  return (
    <Choice
      label={`Add a step to the end of ${title.toLowerCase()}`}
      className="mt-2 max-w-80"
      value=""
      onChange={(event) => {
        const kind = stepKinds.find((known) => known.kind === event.target.value);
        if (kind) {
          onAdd(kind);
        }
      }}
    >
      <option value="">choose its kind</option>
      {stepKinds.map((kind) => (
        <option key={kind.kind} value={kind.kind}>
          {kind.name}
        </option>
      ))}
    </Choice>
  );
}
