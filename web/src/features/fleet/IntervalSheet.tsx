import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState, type SubmitEvent } from "react";
import { toast } from "sonner";
import { answer, api, once, type Schemas } from "../../api/client";
import { Button } from "../../ui/Button";
import { Choice, Field } from "../../ui/Field";
import { number } from "../../ui/number";
import { Sheet } from "../../ui/Sheet";
import { ErrorMessage } from "../../ui/ErrorMessage";

type Form = Schemas["OwnInterval"]["form"];
type Weekday = NonNullable<Schemas["OwnInterval"]["weekday"]>;

const forms: Record<Form, string> = {
  BY_CARD: "what its card says",
  DAYS: "a number of days",
  MONTHS: "a number of months",
  FOLLOWING_MONTH: "until a weekday of the following month",
  NEXT_MONTH_DAY: "until the next such weekday of a month",
};
const numbered: Partial<Record<Form, string>> = {
  DAYS: "Days",
  MONTHS: "Months",
  NEXT_MONTH_DAY: "At least so many days away",
};
const weekdays: Weekday[] = ["MONDAY", "TUESDAY", "WEDNESDAY", "THURSDAY", "FRIDAY", "SATURDAY", "SUNDAY"];
const ordinals = ["first", "second", "third", "fourth", "last"];

/** A lead has one detector come round more often than its card says. */
export function IntervalSheet({ serial, interval, onClose }: { serial: string; interval: Schemas["IntervalView"]; onClose: () => void }) {
  const queries = useQueryClient();
  const [form, setForm] = useState<Form>(interval.own ? "BY_CARD" : "DAYS");
  const [count, setCount] = useState("30");
  const [nth, setNth] = useState(5);
  const [weekday, setWeekday] = useState<Weekday>("THURSDAY");
  const [reason, setReason] = useState("");
  const onWeekday = form === "FOLLOWING_MONTH" || form === "NEXT_MONTH_DAY";
  const set = useMutation({
    mutationFn: () =>
      answer(
        api.POST("/api/v1/detectors/{serial}/interval", {
          params: { path: { serial }, ...once() },
          body: {
            form,
            number: numbered[form] ? (number(count) ?? 0) : null,
            nth: onWeekday ? nth : null,
            weekday: onWeekday ? weekday : null,
            reason,
          },
        }),
      ),
    onSuccess: async (now) => {
      await queries.invalidateQueries();
      toast(`Calibration interval of ${serial}: ${now.interval.own ?? now.interval.card}.`);
      onClose();
    },
  });
  function submit(event: SubmitEvent) {
    event.preventDefault();
    set.mutate();
  }
  return (
    <Sheet open onClose={onClose} title={`Calibration interval of ${serial}`}>
      <form onSubmit={submit} className="flex flex-col gap-4">
        <p className="text-soft">Its card says {interval.card}. The earlier of the two days counts.</p>
        <Choice label="A good calibration lasts" value={form} onChange={(event) => setForm(event.target.value as Form)}>
          {Object.entries(forms).map(([value, words]) => (
            <option key={value} value={value}>
              {words}
            </option>
          ))}
        </Choice>
        {onWeekday && (
          <div className="grid grid-cols-2 gap-3">
            <Choice label="Which" value={String(nth)} onChange={(event) => setNth(Number(event.target.value))}>
              {ordinals.map((word, i) => (
                <option key={word} value={i + 1}>
                  {word}
                </option>
              ))}
            </Choice>
            <Choice label="Weekday" value={weekday} onChange={(event) => setWeekday(event.target.value as Weekday)}>
              {weekdays.map((day) => (
                <option key={day} value={day}>
                  {day.charAt(0) + day.slice(1).toLowerCase()}
                </option>
              ))}
            </Choice>
          </div>
        )}
        {numbered[form] && (
          <Field
            label={numbered[form]}
            required
            inputMode="numeric"
            autoComplete="off"
            value={count}
            onChange={(event) => setCount(event.target.value)}
          />
        )}
        <Field
          label="Why"
          required
          autoComplete="off"
          value={reason}
          onChange={(event) => setReason(event.target.value)}
          hint="a few words"
        />
        <ErrorMessage error={set.error} />
        <Button kind="act" type="submit" disabled={set.isPending}>
          Set it
        </Button>
      </form>
    </Sheet>
  );
}
