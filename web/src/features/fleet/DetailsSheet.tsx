import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useForm } from "react-hook-form";
import { answer, api, asProblem, once, type Schemas } from "../../api/client";
import { Button } from "../../ui/Button";
import { Field, LongField } from "../../ui/Field";
import { Sheet } from "../../ui/Sheet";
import { ErrorMessage } from "../../ui/ErrorMessage";

type Details = Schemas["DetectorDetails"];

const fields = ["assetTag", "crew", "location", "notes"] as const;

/** Asset tag, crew, location and notes of a detector. */
export function DetailsSheet({ serial, details, onClose }: { serial: string; details: Details; onClose: () => void }) {
  const queries = useQueryClient();
  const form = useForm({ defaultValues: details });
  const save = useMutation({
    mutationFn: (changed: Details) =>
      answer(
        api.PUT("/api/v1/detectors/{serial}/details", {
          params: { path: { serial }, ...once() },
          body: { details: changed, before: details },
        }),
      ),
    onSuccess: async () => {
      await queries.invalidateQueries();
      onClose();
    },
    onError: (error) => {
      const problem = asProblem(error);
      const field = fields.find((one) => one === problem.field);
      if (field) {
        form.setError(field, { message: `${problem.message} ${problem.wayOut}` });
      }
    },
  });
  const { errors } = form.formState;
  return (
    <Sheet open onClose={onClose} title={`Edit ${serial}`}>
      <form noValidate onSubmit={(event) => void form.handleSubmit((body) => save.mutate(body))(event)} className="flex flex-col gap-4">
        <Field label="Asset tag" autoComplete="off" {...form.register("assetTag")} error={errors.assetTag?.message} />
        <Field label="Crew" autoComplete="off" {...form.register("crew")} error={errors.crew?.message} />
        <Field label="Location" autoComplete="off" {...form.register("location")} error={errors.location?.message} />
        <LongField label="Notes" rows={4} {...form.register("notes")} error={errors.notes?.message} />
        {save.error && !fields.some((field) => field === asProblem(save.error).field) && <ErrorMessage error={save.error} />}
        <Button kind="act" type="submit" disabled={save.isPending}>
          Save
        </Button>
      </form>
    </Sheet>
  );
}
