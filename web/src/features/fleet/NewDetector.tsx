import { zodResolver } from "@hookform/resolvers/zod";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { getRouteApi, useNavigate } from "@tanstack/react-router";
import { useState } from "react";
import { Controller, useForm } from "react-hook-form";
import { answer, api, asProblem, once, type Schemas } from "../../api/client";
import { useSession } from "../../api/session";
import { todayIn } from "../../app/dates";
import { z } from "../../app/schema";
import { Button } from "../../ui/Button";
import { DateField } from "../../ui/DateField";
import { Choice, Field } from "../../ui/Field";
import { Formula } from "../../ui/Formula";
import { Loading, ErrorMessage } from "../../ui/ErrorMessage";
import { modelsQuery } from "./queries";

const route = getRouteApi("/shell/detectors/new");

const shape = z.object({
  serial: z.string().trim().min(2, "Scan the serial, or type it as it is on the detector."),
  assetTag: z.string(),
  crew: z.string(),
  location: z.string(),
  sensors: z.array(
    z.object({
      slot: z.number(),
      serial: z.string().trim().min(1, "Read the serial from the sensor or its box."),
      fittedOn: z.iso.date("Give the day on which it was fitted."),
    }),
  ),
});

export function NewDetector() {
  const models = useQuery(modelsQuery);
  const [chosen, setChosen] = useState<string | null>(null);
  if (!models.data) {
    return models.isError ? <ErrorMessage error={models.error} /> : <Loading what="the models" />;
  }
  const model = models.data.find((m) => m.model === chosen) ?? models.data[0];
  return (
    <div className="mx-auto w-full max-w-3xl px-4 py-4">
      <h1 className="mb-4 text-3xl font-bold">Register a detector</h1>
      <Choice label="Model" value={model?.model} onChange={(event) => setChosen(event.target.value)} className="mb-4">
        {models.data.map((m) => (
          <option key={m.model}>{m.model}</option>
        ))}
      </Choice>
      {model && <DetectorForm key={model.model} model={model} />}
    </div>
  );
}

function DetectorForm({ model }: { model: Schemas["ModelView"] }) {
  const { serial = "" } = route.useSearch();
  const { zone } = useSession();
  const queries = useQueryClient();
  const navigate = useNavigate();
  const form = useForm({
    resolver: zodResolver(shape),
    defaultValues: {
      serial,
      assetTag: "",
      crew: "",
      location: "",
      sensors: model.slots.map((s) => ({ slot: s.slot, serial: "", fittedOn: todayIn(zone) })),
    },
  });
  const register = useMutation({
    mutationFn: (body: z.infer<typeof shape>) =>
      answer(api.POST("/api/v1/detectors", { params: once(), body: { ...body, model: model.model } })),
    onSuccess: async (detector) => {
      await queries.invalidateQueries();
      await navigate({ to: "/detectors/$serial", params: { serial: detector.serial } });
    },
    onError: (error) => {
      const problem = asProblem(error);
      if (problem.field === "serial") {
        form.setError("serial", { message: `${problem.message} ${problem.wayOut}` });
      }
    },
  });
  const { errors } = form.formState;
  return (
    <form noValidate onSubmit={(event) => void form.handleSubmit((body) => register.mutate(body))(event)} className="flex flex-col gap-4">
      <div className="grid gap-4 sm:grid-cols-2">
        <Field label="Serial" autoComplete="off" {...form.register("serial")} error={errors.serial?.message} />
        <Field label="Asset tag" autoComplete="off" {...form.register("assetTag")} hint="may stay empty" />
        <Field label="Crew" {...form.register("crew")} />
        <Field label="Place" {...form.register("location")} />
      </div>
      <fieldset>
        <legend className="mb-2 text-xl font-bold">Sensors</legend>
        {model.slots.map((slot, i) => (
          <div key={slot.slot} className="grid items-start gap-4 border-t border-line py-2 sm:grid-cols-[12rem_1fr_12rem]">
            <p className="pt-2">
              <span className="text-soft">{slot.slot}</span>{" "}
              <strong className="text-lg">
                <Formula text={slot.formula} />
              </strong>
              <span className="block text-sm text-soft">
                {slot.technology}, 0–{slot.rangeMax} {slot.unit}
              </span>
            </p>
            <Field
              label={`Serial of sensor ${slot.slot}`}
              autoComplete="off"
              {...form.register(`sensors.${i}.serial`)}
              error={errors.sensors?.[i]?.serial?.message}
            />
            <Controller
              control={form.control}
              name={`sensors.${i}.fittedOn`}
              render={({ field }) => (
                <DateField label="Fitted on" value={field.value} onDay={field.onChange} error={errors.sensors?.[i]?.fittedOn?.message} />
              )}
            />
          </div>
        ))}
      </fieldset>
      {register.error && asProblem(register.error).field !== "serial" && <ErrorMessage error={register.error} />}
      <Button kind="act" type="submit" disabled={register.isPending} className="self-start">
        Register the detector
      </Button>
    </form>
  );
}
