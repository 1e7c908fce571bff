import { useQuery } from "@tanstack/react-query";
import clsx from "clsx";
import { useState } from "react";
import { Button } from "../../ui/Button";
import { DateBox } from "../../ui/DateField";
import { counted } from "../../ui/counted";
import { fieldBox } from "../../ui/Field";
import { word } from "../../ui/shown";
import { logbookChoicesQuery } from "./queries";
import { areaOf, verdicts, type LogbookFilter } from "./filter";
import { kindWords } from "./sentences";

const box = clsx(fieldBox, "!w-36");

/** The filters of the logbook; on a phone they open on request. */
export function Narrowing({ filter, onChange }: { filter: LogbookFilter; onChange: (changed: LogbookFilter) => void }) {
  const [open, setOpen] = useState(false);
  const narrowed = Object.keys(filter).filter((key) => key !== "words" && key !== "area").length;
  const choices = useQuery(logbookChoicesQuery).data;
  const choose = (key: "kind" | "verdict" | "person" | "crew" | "model", label: string, options: { value: string; word: string }[]) => (
    <select aria-label={label} className={box} value={filter[key] ?? ""} onChange={(event) => onChange({ [key]: event.target.value })}>
      <option value="">any {label.toLowerCase()}</option>
      {options.map((option) => (
        <option key={option.value} value={option.value}>
          {option.word}
        </option>
      ))}
    </select>
  );
  const area = areaOf(filter);
  const kinds = (choices?.kinds ?? [])
    .filter((kind) => area === "ALL" || kind.area === area || kind.kind === filter.kind)
    .map(({ kind }) => ({ value: kind, word: kindWords[kind] }))
    .sort((a, b) => a.word.localeCompare(b.word));
  const plain = (values: string[] = []) => values.map((value) => ({ value, word: value }));
  const day = (key: "from" | "until", label: string) => (
    <span className="flex items-center gap-2">
      <span aria-hidden className="text-soft">
        {label}
      </span>
      <DateBox label={label} placeholder="any day" className="w-44" value={filter[key] ?? ""} onDay={(day) => onChange({ [key]: day })} />
    </span>
  );
  return (
    <>
      <Button className="md:hidden" aria-expanded={open} onClick={() => setOpen(!open)}>
        {narrowed === 0 ? "Filter" : counted(narrowed, "filter")}
      </Button>
      <div
        role="group"
        aria-label="Filter"
        className={clsx("mt-2 flex-wrap items-center gap-x-3 gap-y-2 md:mt-0 md:flex", open ? "flex" : "hidden")}
      >
        {choose("kind", "Kind", kinds)}
        {choose(
          "verdict",
          "Verdict",
          verdicts.map((verdict) => ({ value: verdict, word: word(verdict) })),
        )}
        {choose("person", "Person", plain(choices?.people))}
        {choose("crew", "Crew", plain(choices?.crews))}
        {choose("model", "Model", plain(choices?.models))}
        {day("from", "from")}
        {day("until", "to")}
        {(["detector", "cylinder"] as const).map(
          (key) =>
            filter[key] && (
              <Button key={key} aria-label={`Not only ${filter[key]}`} onClick={() => onChange({ [key]: "" })}>
                only {filter[key]} ×
              </Button>
            ),
        )}
      </div>
    </>
  );
}
