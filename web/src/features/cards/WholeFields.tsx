import type { Schemas } from "../../api/client";
import { onDay } from "../../app/dates";
import { Choice, Field, LongField } from "../../ui/Field";
import { list, text, tree, type Json, type Tree } from "./card";
import { Figure, Group } from "./FieldGroup";

const intervals: Record<string, { word: string; begins: Tree }> = {
  "every-months": { word: "every so many months", begins: { months: 6, capDays: 190 } },
  "every-days": { word: "every so many days", begins: { days: 30 } },
  "following-month": { word: "a weekday of the following month", begins: { day: { nth: 5, weekday: "THURSDAY" } } },
  "next-month-day": { word: "the next such weekday", begins: { day: { nth: 5, weekday: "THURSDAY" }, leastDays: 14 } },
};
const weekdays = ["MONDAY", "TUESDAY", "WEDNESDAY", "THURSDAY", "FRIDAY", "SATURDAY", "SUNDAY"];
const ordinals = ["first", "second", "third", "fourth", "last"];

export function IntervalFields({
  label,
  value,
  examples,
  onPut,
}: {
  label: string;
  value: Tree;
  examples: Schemas["DueExample"][];
  onPut: (value: Json) => void;
}) {
  const capped = value.rule === "capped";
  const inner = capped ? tree(value.interval) : value;
  const put = (changed: Tree) => onPut(capped ? { ...value, interval: changed } : changed);
  const day = tree(inner.day);
  return (
    <Group label={label}>
      <Choice
        label="Rule"
        value={text(inner.rule)}
        className="justify-end sm:col-span-2"
        onChange={(event) => put({ rule: event.target.value, ...intervals[event.target.value]?.begins })}
      >
        {Object.entries(intervals).map(([rule, { word }]) => (
          <option key={rule} value={rule}>
            {word}
          </option>
        ))}
      </Choice>
      {inner.rule === "every-months" && (
        <>
          <Figure label="Months" value={inner.months} onPut={(typed) => put({ ...inner, months: typed })} />
          <Figure label="Never later than (days)" value={inner.capDays} onPut={(typed) => put({ ...inner, capDays: typed })} />
        </>
      )}
      {inner.rule === "every-days" && <Figure label="Days" value={inner.days} onPut={(typed) => put({ ...inner, days: typed })} />}
      {inner.day !== undefined && (
        <>
          <Choice
            label="Which"
            value={text(day.nth)}
            className="justify-end"
            onChange={(event) => put({ ...inner, day: { ...day, nth: Number(event.target.value) } })}
          >
            {ordinals.map((word, i) => (
              <option key={word} value={i + 1}>
                {word}
              </option>
            ))}
          </Choice>
          <Choice
            label="Weekday"
            value={text(day.weekday)}
            className="justify-end"
            onChange={(event) => put({ ...inner, day: { ...day, weekday: event.target.value } })}
          >
            {weekdays.map((name) => (
              <option key={name} value={name}>
                {name.charAt(0) + name.slice(1).toLowerCase()}
              </option>
            ))}
          </Choice>
        </>
      )}
      {inner.rule === "next-month-day" && (
        <Figure label="At least (days)" value={inner.leastDays} onPut={(typed) => put({ ...inner, leastDays: typed })} />
      )}
      {inner.rule !== "every-months" && (
        <Field
          label="Never later than (days)"
          placeholder="none"
          inputMode="numeric"
          className="justify-end"
          value={capped ? text(value.capDays) : ""}
          onChange={(event) => {
            const typed = event.target.value.trim();
            onPut(typed === "" ? inner : { rule: "capped", interval: inner, capDays: Number(typed) || typed });
          }}
        />
      )}
      {examples.length > 0 && (
        <ul className="col-span-full text-soft">
          {examples.map(({ calibrated, due }) => (
            <li key={calibrated}>
              Calibrated {onDay(calibrated)}: due <strong className="text-ink">{onDay(due)}</strong>
            </li>
          ))}
        </ul>
      )}
    </Group>
  );
}

export function TriesFields({ label, value, onPut }: { label: string; value: Json; onPut: (value: Json) => void }) {
  const tries = tree(value);
  const remedies = list(tries.remedies).map(String);
  return (
    <Group label={label}>
      <label className="flex min-h-11 items-center gap-2 self-end">
        <input
          type="checkbox"
          className="size-5 accent-act"
          checked={value === null}
          onChange={(event) => onPut(event.target.checked ? null : { most: 2, waitSeconds: 0, remedies: [], beforeLast: "" })}
        />
        as the site rules say
      </label>
      {value !== null && (
        <>
          <Figure label="Tries in all" value={tries.most} onPut={(typed) => onPut({ ...tries, most: typed })} />
          <Figure label="Wait in between (s)" value={tries.waitSeconds} onPut={(typed) => onPut({ ...tries, waitSeconds: typed })} />
          <LongField
            label="What helps, one a line"
            rows={Math.max(2, remedies.length)}
            className="col-span-full"
            value={remedies.join("\n")}
            onChange={(event) => onPut({ ...tries, remedies: event.target.value === "" ? [] : event.target.value.split("\n") })}
          />
          <Choice
            label="The last try only after"
            className="sm:col-span-2"
            value={text(tries.beforeLast)}
            onChange={(event) => onPut({ ...tries, beforeLast: event.target.value })}
          >
            <option value="">nothing in particular</option>
            {remedies.map((remedy, i) => (
              <option key={i} value={remedy}>
                {remedy}
              </option>
            ))}
          </Choice>
        </>
      )}
    </Group>
  );
}

export function IntakeFields({ label, value, onPut }: { label: string; value: Tree; onPut: (value: Json) => void }) {
  return (
    <Group label={label}>
      <Choice
        label="Intake"
        value={text(value.kind)}
        className="justify-end"
        onChange={(event) =>
          onPut(
            event.target.value === "pumped"
              ? { kind: "pumped", draws: 0.3, takesRegulator: false }
              : { kind: "cup", least: 0.4, most: 0.6 },
          )
        }
      >
        <option value="cup">cup, hood or mouthpiece</option>
        <option value="pumped">a pump of its own</option>
      </Choice>
      {value.kind === "cup" ? (
        <>
          <Figure label="Flow at least (L/min)" value={value.least} onPut={(typed) => onPut({ ...value, least: typed })} />
          <Figure label="Flow at most (L/min)" value={value.most} onPut={(typed) => onPut({ ...value, most: typed })} />
        </>
      ) : (
        <>
          <Figure label="Draws (L/min)" value={value.draws} onPut={(typed) => onPut({ ...value, draws: typed })} />
          <label className="flex min-h-11 items-center gap-2 self-end sm:col-span-2">
            <input
              type="checkbox"
              className="size-5 accent-act"
              checked={value.takesRegulator === true}
              onChange={(event) => onPut({ ...value, takesRegulator: event.target.checked })}
            />
            a fixed flow may be joined to its inlet
          </label>
        </>
      )}
      <Choice
        label="Gas only through"
        className="justify-end"
        value={text(value.delivery)}
        onChange={(event) => onPut({ ...value, delivery: event.target.value === "" ? null : event.target.value })}
      >
        <option value="">whatever suits it</option>
        {deliveries.map(([delivery, word]) => (
          <option key={delivery} value={delivery}>
            {word}
          </option>
        ))}
      </Choice>
    </Group>
  );
}

const deliveries = [
  ["CUP", "a cup over the sensors"],
  ["TEE", "a tee with an open end"],
  ["DIRECT", "straight onto the inlet"],
  ["BAG", "a bag"],
  ["STATION", "a bench station"],
] as const;

const gradings: Record<string, { word: string; begins: Json }> = {
  "": { word: "as the site rules say", begins: null },
  THREE_GRADES: { word: "pass above 70 %, marginal from 50 %", begins: { school: "THREE_GRADES", windowLow: 25, windowHigh: 200 } },
  TWO_GRADES: { word: "pass from 50 %", begins: { school: "TWO_GRADES", windowLow: 25, windowHigh: 200 } },
  WINDOW: { word: "taken inside a window", begins: { school: "WINDOW", windowLow: 25, windowHigh: 200 } },
};

/** What the maker prescribes, so that the site's own choice does not apply. */
export function PrescribedFields({ label, value, onPut }: { label: string; value: Tree; onPut: (value: Json) => void }) {
  const grading = tree(value.grading);
  return (
    <Group label={label}>
      <Choice
        label="Span is graded"
        className="justify-end sm:col-span-2"
        value={text(grading.school)}
        onChange={(event) => onPut({ ...value, grading: gradings[event.target.value]?.begins ?? null })}
      >
        {Object.entries(gradings).map(([school, { word }]) => (
          <option key={school} value={school}>
            {word}
          </option>
        ))}
      </Choice>
      {grading.school === "WINDOW" && (
        <>
          <Figure
            label="From (% of the target)"
            value={grading.windowLow}
            onPut={(typed) => onPut({ ...value, grading: { ...grading, windowLow: typed } })}
          />
          <Figure
            label="To (% of the target)"
            value={grading.windowHigh}
            onPut={(typed) => onPut({ ...value, grading: { ...grading, windowHigh: typed } })}
          />
        </>
      )}
      <label className="flex min-h-11 items-center gap-2 self-end sm:col-span-2">
        <input
          type="checkbox"
          className="size-5 accent-act"
          checked={value.accept === true}
          onChange={(event) => onPut({ ...value, accept: event.target.checked })}
        />
        readings are taken as this card says, at every site
      </label>
    </Group>
  );
}

export function LineFields({ label, value, onPut }: { label: string; value: Json; onPut: (value: Json) => void }) {
  const line = tree(value);
  return (
    <Group label={label}>
      <label className="flex min-h-11 items-center gap-2 self-end">
        <input
          type="checkbox"
          className="size-5 accent-act"
          checked={value === null}
          onChange={(event) => onPut(event.target.checked ? null : { metres: 5, boreMillimetres: 4 })}
        />
        short tubing only
      </label>
      {value !== null && (
        <>
          <Figure label="Length (m)" value={line.metres} onPut={(typed) => onPut({ ...line, metres: typed })} />
          <Figure label="Bore (mm)" value={line.boreMillimetres} onPut={(typed) => onPut({ ...line, boreMillimetres: typed })} />
        </>
      )}
    </Group>
  );
}
