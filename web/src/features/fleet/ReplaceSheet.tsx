import { zodResolver } from "@hookform/resolvers/zod";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useForm } from "react-hook-form";
import { toast } from "sonner";
import { answer, api, asProblem, once, type Schemas } from "../../api/client";
import { onDay, todayIn } from "../../app/dates";
import { z } from "../../app/schema";
import { Button } from "../../ui/Button";
import { Field } from "../../ui/Field";
import { Sheet } from "../../ui/Sheet";
import { Told } from "../../ui/Told";

const shape = z.object({
  serial: z.string().trim().min(1, "Read the serial from the new sensor or its box."),
  fittedOn: z.iso.date("Give the day on which it went in."),
});

export function ReplaceSheet({
  serial,
  sensor,
  zone,
  onClose,
}: {
  serial: string;
  sensor: Schemas["FittedView"] | null;
  zone: string;
  onClose: () => void;
}) {
  return (
    <Sheet open={sensor !== null} onClose={onClose} title={`Replace the ${sensor?.gas ?? ""} sensor`}>
      {sensor && <ReplaceForm serial={serial} sensor={sensor} zone={zone} onDone={onClose} />}
    </Sheet>
  );
}

function ReplaceForm({
  serial,
  sensor,
  zone,
  onDone,
}: {
  serial: string;
  sensor: Schemas["FittedView"];
  zone: string;
  onDone: () => void;
}) {
  const queries = useQueryClient();
  const form = useForm({ resolver: zodResolver(shape), defaultValues: { serial: "", fittedOn: todayIn(zone) } });
  const replace = useMutation({
    mutationFn: (body: z.infer<typeof shape>) =>
      answer(
        api.POST("/api/v1/detectors/{serial}/sensors/{slot}/replacement", {
          params: { path: { serial, slot: sensor.slot }, ...once() },
          body,
        }),
      ),
    onSuccess: async () => {
      await queries.invalidateQueries();
      toast(`${sensor.gas} sensor replaced. Calibrate ${serial} before use.`);
      onDone();
    },
    onError: (error) => {
      const problem = asProblem(error);
      if (problem.field === "serial" || problem.field === "fittedOn") {
        form.setError(problem.field, { message: `${problem.message} ${problem.wayOut}` });
      }
    },
  });
  const { errors } = form.formState;
  return (
    <form noValidate onSubmit={(event) => void form.handleSubmit((body) => replace.mutate(body))(event)} className="flex flex-col gap-4">
      <p>
        Takes {sensor.serial} out, fitted on {onDay(sensor.fittedOn)}. The new sensor’s history starts anew, and it is due at once.
      </p>
      <Field label="Serial of the new sensor" autoComplete="off" {...form.register("serial")} error={errors.serial?.message} />
      <Field label="Fitted on" type="date" {...form.register("fittedOn")} error={errors.fittedOn?.message} />
      {replace.error && !asProblem(replace.error).field && <Told error={replace.error} />}
      <Button kind="act" type="submit" disabled={replace.isPending}>
        Replace the sensor
      </Button>
    </form>
  );
}
