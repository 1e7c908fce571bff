import { zodResolver } from "@hookform/resolvers/zod";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Controller, useForm } from "react-hook-form";
import { toast } from "sonner";
import { answer, api, asProblem, once, type Schemas } from "../../api/client";
import { onDay, todayIn } from "../../app/dates";
import { z } from "../../app/schema";
import { Button } from "../../ui/Button";
import { DateField } from "../../ui/DateField";
import { Field } from "../../ui/Field";
import { Sheet } from "../../ui/Sheet";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { counted } from "../../ui/counted";

const shape = z.object({
  fittedOn: z.iso.date("Give the day on which the sensors were fitted."),
  serials: z.array(z.string().trim()).refine((all) => all.some((serial) => serial !== ""), {
    message: "Give the serial of at least one new sensor.",
  }),
});

/** New sensors for one or several slots, fitted in one sitting. */
export function ReplaceSheet({
  serial,
  sensors,
  slot,
  zone,
  onClose,
}: {
  serial: string;
  sensors: Schemas["FittedView"][];
  /** The slot that it was opened for, which is asked for first. */
  slot: number;
  zone: string;
  onClose: () => void;
}) {
  const queries = useQueryClient();
  const inOrder = [...sensors].sort((a, b) => Number(b.slot === slot) - Number(a.slot === slot) || a.slot - b.slot);
  const form = useForm({
    resolver: zodResolver(shape),
    defaultValues: { fittedOn: todayIn(zone), serials: inOrder.map(() => "") },
  });
  const replace = useMutation({
    mutationFn: ({ fittedOn, serials }: z.infer<typeof shape>) =>
      answer(
        api.POST("/api/v1/detectors/{serial}/sensor-replacements", {
          params: { path: { serial }, ...once() },
          body: {
            sensors: inOrder
              .map((sensor, i) => ({ slot: sensor.slot, serial: serials[i] ?? "", fittedOn }))
              .filter((sensor) => sensor.serial !== ""),
          },
        }),
      ),
    onSuccess: async (_, { serials }) => {
      await queries.invalidateQueries();
      toast(`${counted(serials.filter((one) => one !== "").length, "sensor")} replaced. Calibrate ${serial} before use.`);
      onClose();
    },
    onError: (error) => {
      const problem = asProblem(error);
      if (problem.field === "fittedOn") {
        form.setError("fittedOn", { message: `${problem.message} ${problem.wayOut}` });
      }
    },
  });
  const { errors } = form.formState;
  return (
    <Sheet open onClose={onClose} title={`Replace sensors of ${serial}`}>
      <form noValidate onSubmit={(event) => void form.handleSubmit((body) => replace.mutate(body))(event)} className="flex flex-col gap-4">
        <p>Type the serial of each new sensor. A slot left empty keeps its sensor. A new sensor is due at once.</p>
        {inOrder.map((sensor, i) => (
          <Field
            key={sensor.slot}
            label={`New ${sensor.gas} sensor, slot ${sensor.slot}`}
            hint={`takes out ${sensor.serial}${sensor.fittedOn ? `, fitted on ${onDay(sensor.fittedOn)}` : ""}`}
            autoComplete="off"
            {...form.register(`serials.${i}`)}
          />
        ))}
        <Controller
          control={form.control}
          name="fittedOn"
          render={({ field }) => (
            <DateField label="Fitted on" value={field.value} onDay={field.onChange} error={errors.fittedOn?.message} />
          )}
        />
        {errors.serials?.root?.message && <p className="font-semibold text-fail">{errors.serials.root.message}</p>}
        {errors.serials?.message && <p className="font-semibold text-fail">{errors.serials.message}</p>}
        {replace.error && asProblem(replace.error).field !== "fittedOn" && <ErrorMessage error={replace.error} />}
        <Button kind="act" type="submit" disabled={replace.isPending}>
          Replace
        </Button>
      </form>
    </Sheet>
  );
}
