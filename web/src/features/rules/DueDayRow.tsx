import { useQuery } from "@tanstack/react-query";
import { fieldBox } from "../../ui/Field";
import { planQuery } from "../plan/queries";
import { Answer, QuestionRow } from "./QuestionRow";
import { dueDay, type Policy } from "./methodOptions";

type MonthDay = NonNullable<Policy["schools"]["dueDay"]>;

const nths = ["first", "second", "third", "fourth", "last"];
const weekdays: [MonthDay["weekday"], string][] = [
  ["MONDAY", "Monday"],
  ["TUESDAY", "Tuesday"],
  ["WEDNESDAY", "Wednesday"],
  ["THURSDAY", "Thursday"],
  ["FRIDAY", "Friday"],
  ["SATURDAY", "Saturday"],
  ["SUNDAY", "Sunday"],
];
const usual: MonthDay = { nth: 5, weekday: "THURSDAY" };

/** Monthly work falls due a month after the last, or on a weekday of the next month. */
export function DueDayRow({
  now,
  shown,
  enabled,
  onChange,
}: {
  now: Policy;
  shown: Policy;
  enabled: boolean;
  onChange: (policy: Policy) => void;
}) {
  const day = shown.schools.dueDay;
  const changed = dueDay.read(shown) !== dueDay.read(now);
  const bench = useQuery({ ...planQuery, enabled: !!day });
  const closed = !!day && bench.data !== undefined && !bench.data.rules.benchDays.includes(day.weekday);
  const word = weekdays.find(([weekday]) => weekday === day?.weekday)?.[1];
  const choose = (chosen: MonthDay | null) => onChange(dueDay.write(shown, chosen));
  return (
    <QuestionRow name={dueDay.name} question={dueDay.question} changed={changed}>
      <Answer name={dueDay.name} chosen={!day} enabled={enabled} onChoose={() => choose(null)}>
        a month after the last
      </Answer>
      <Answer name={dueDay.name} chosen={!!day} enabled={enabled} onChoose={() => choose(usual)}>
        on a weekday of the next month
      </Answer>
      {day && (
        <span className="grid w-72 grid-cols-2 gap-2 py-1">
          <select
            aria-label="Which one of the month"
            className={fieldBox}
            value={day.nth}
            disabled={!enabled}
            onChange={(event) => choose({ ...day, nth: Number(event.target.value) })}
          >
            {nths.map((nth, i) => (
              <option key={nth} value={i + 1}>
                {nth}
              </option>
            ))}
          </select>
          <select
            aria-label="Weekday"
            className={fieldBox}
            value={day.weekday}
            disabled={!enabled}
            onChange={(event) => choose({ ...day, weekday: event.target.value as MonthDay["weekday"] })}
          >
            {weekdays.map(([weekday, word]) => (
              <option key={weekday} value={weekday}>
                {word}
              </option>
            ))}
          </select>
          {closed && (
            <span className="col-span-2 border-l-4 border-caution bg-caution-wash px-2 py-1">
              The bench is closed on {word}s. Work due then is planned earlier. Bench days are set under Plan, Days and people.
            </span>
          )}
        </span>
      )}
    </QuestionRow>
  );
}
