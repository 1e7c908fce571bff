import { zodResolver } from "@hookform/resolvers/zod";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { getRouteApi, useNavigate } from "@tanstack/react-router";
import { Trash2 } from "lucide-react";
import { useState } from "react";
import { Controller, useFieldArray, useForm } from "react-hook-form";
import { toast } from "sonner";
import { answer, api, asBody, asProblem, once, type Schemas } from "../../api/client";
import { useSession } from "../../api/session";
import { z } from "../../app/schema";
import { kept, read } from "../../app/units";
import { Button } from "../../ui/Button";
import { DateField } from "../../ui/DateField";
import { Choice, Field } from "../../ui/Field";
import { ErrorMessage } from "../../ui/ErrorMessage";

const number = (what: string) => z.coerce.number<string>(`${what} is a number.`).positive(`${what} must be above 0.`);

/** @param pressure what the gauge shows; the records hold bar */
const shapeIn = (pressure: Schemas["UnitView"]) =>
  z.object({
    tag: z.string().trim().min(1, "Give the tag that is written on the cylinder."),
    certificateNumber: z.string().trim().min(1, "Without a certificate a cylinder may not be used."),
    lot: z.string().trim().min(1, "The lot is on the certificate."),
    balance: z.enum(["nitrogen", "air"]),
    madeOn: z.iso.date("Give the day on which it was made."),
    useBefore: z.iso.date("Give its expiry date."),
    volumeLitres: number("Volume"),
    fullBar: number("Full pressure").transform((typed) => kept(typed, pressure)),
    gaugeBar: z.coerce
      .number<string>("The gauge reading is a number.")
      .min(0, "The gauge reading is 0 or more.")
      .transform((typed) => kept(typed, pressure)),
    components: z
      .array(
        z.object({
          gas: z.string().min(1),
          amount: number("Concentration"),
          unit: z.enum(["PPM", "VOL_PERCENT"]),
          uncertaintyPercent: z.coerce
            .number<string>("Uncertainty is a number.")
            .min(0, "Uncertainty is 0 or more.")
            .lt(50, "Uncertainty is below 50 %."),
          statesTwo: z.enum(["no", "yes"]).transform((says) => says === "yes"),
        }),
      )
      .min(1),
  });

type Body = z.output<ReturnType<typeof shapeIn>>;
type Fields = z.input<ReturnType<typeof shapeIn>>;

const oneMore: Fields["components"][number] = { gas: "methane", amount: "", unit: "VOL_PERCENT", uncertaintyPercent: "2", statesTwo: "no" };

const route = getRouteApi("/shell/gas/new");

/** Attaches the certificate to a cylinder that is registered already. @return why it was not; null when it was */
async function attach(tag: string, file: File): Promise<ReturnType<typeof asProblem> | null> {
  try {
    await answer(
      api.POST("/api/v1/cylinders/{tag}/certificates", {
        params: { path: { tag }, query: { fileName: file.name }, ...once() },
        ...asBody(file),
      }),
    );
    return null;
  } catch (refused) {
    return asProblem(refused);
  }
}

export function NewCylinder() {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const { pressure } = useSession().units;
  const scanned = route.useSearch();
  const gases = useQuery({ queryKey: ["gases"], queryFn: () => answer(api.GET("/api/v1/gases")), staleTime: Infinity });
  const form = useForm<Fields, unknown, Body>({
    resolver: zodResolver(shapeIn(pressure)),
    defaultValues: {
      tag: scanned.tag ?? "",
      certificateNumber: "",
      lot: "",
      balance: "nitrogen",
      madeOn: "",
      useBefore: "",
      volumeLitres: "",
      fullBar: "",
      gaugeBar: "",
      components: [oneMore],
    },
  });
  const templates = useQuery({ queryKey: ["cylinder-templates"], queryFn: () => answer(api.GET("/api/v1/cylinder-templates")) });
  const [certificate, setCertificate] = useState<File | null>(null);
  function fill(template: Schemas["CylinderTemplate"]) {
    const full = template.fullBar === null ? "" : read(template.fullBar, pressure);
    form.setValue("balance", template.balance === "air" ? "air" : "nitrogen");
    form.setValue("volumeLitres", template.volumeLitres === null ? "" : String(template.volumeLitres));
    form.setValue("fullBar", full);
    form.setValue("gaugeBar", full);
    components.replace(
      template.components.map((part) => ({
        gas: part.gas,
        amount: part.amount === null ? "" : String(part.amount),
        unit: part.unit === "PPM" ? "PPM" : "VOL_PERCENT",
        uncertaintyPercent: String(part.uncertaintyPercent),
        statesTwo: part.statesTwo ? "yes" : "no",
      })),
    );
  }
  const components = useFieldArray({ control: form.control, name: "components" });
  const register = useMutation({
    mutationFn: async (body: Body) => {
      const registered = await answer(api.POST("/api/v1/cylinders", { params: once(), body }));
      return { tag: registered.tag, attached: certificate === null ? null : await attach(registered.tag, certificate) };
    },
    onSuccess: async ({ tag, attached }) => {
      await queries.invalidateQueries();
      if (attached) {
        toast.error(`${tag} is registered, without its certificate: ${attached.message} ${attached.wayOut}`);
      }
      await navigate({ to: "/gas/$tag", params: { tag } });
    },
    onError: (error) => {
      const problem = asProblem(error);
      if (problem.field in form.getValues() && problem.field !== "components") {
        form.setError(
          problem.field as keyof Omit<Fields, "components">,
          { message: `${problem.message} ${problem.wayOut}` },
          { shouldFocus: true },
        );
      }
    },
  });
  const { errors, dirtyFields } = form.formState;
  return (
    <div className="mx-auto w-full max-w-3xl px-4 py-4">
      <h1 className="mb-4 text-3xl font-bold">Register a cylinder</h1>
      {templates.data && templates.data.length > 0 && (
        <Choice
          label="Start from"
          hint="fills in gases, size and full pressure; change what the certificate says otherwise"
          className="mb-4 max-w-md"
          defaultValue=""
          onChange={(event) => {
            const chosen = templates.data[Number(event.target.value)];
            if (event.target.value !== "" && chosen) {
              fill(chosen);
            }
          }}
        >
          <option value="">nothing</option>
          {templates.data.map((template, i) => (
            <option key={template.tag || template.model} value={i}>
              {template.tag ? `cylinder ${template.tag}` : `gases of ${template.model}`}
            </option>
          ))}
        </Choice>
      )}
      <form noValidate onSubmit={(event) => void form.handleSubmit((body) => register.mutate(body))(event)} className="flex flex-col gap-4">
        <div className="grid gap-4 sm:grid-cols-3">
          <Field label="Tag" autoComplete="off" {...form.register("tag")} error={errors.tag?.message} />
          <Field
            label="Certificate number"
            autoComplete="off"
            {...form.register("certificateNumber")}
            error={errors.certificateNumber?.message}
          />
          <Field label="Lot" autoComplete="off" {...form.register("lot")} error={errors.lot?.message} />
          <Controller
            control={form.control}
            name="madeOn"
            render={({ field }) => <DateField label="Made on" value={field.value} onDay={field.onChange} error={errors.madeOn?.message} />}
          />
          <Controller
            control={form.control}
            name="useBefore"
            render={({ field }) => (
              <DateField
                label="Expiry date"
                hint="last day of use"
                value={field.value}
                onDay={field.onChange}
                error={errors.useBefore?.message}
              />
            )}
          />
          <Choice label="Balance" {...form.register("balance")}>
            <option value="nitrogen">nitrogen</option>
            <option value="air">air</option>
          </Choice>
          <Field label="Volume of gas (L)" inputMode="decimal" {...form.register("volumeLitres")} error={errors.volumeLitres?.message} />
          <Field
            label={`Full pressure (${pressure.symbol})`}
            inputMode="decimal"
            {...form.register("fullBar", {
              onChange: (event: { target: { value: string } }) => {
                if (!dirtyFields.gaugeBar) {
                  form.setValue("gaugeBar", event.target.value);
                }
              },
            })}
            error={errors.fullBar?.message}
          />
          <Field
            label={`Gauge reads (${pressure.symbol})`}
            hint="the same as full, unless the gauge reads less"
            inputMode="decimal"
            {...form.register("gaugeBar")}
            error={errors.gaugeBar?.message}
          />
        </div>
        <fieldset className="flex flex-col gap-2">
          <legend className="mb-2 text-xl font-bold">Components, as on the certificate</legend>
          {components.fields.map((field, i) => (
            <div
              key={field.id}
              className="grid items-start gap-3 border-t border-line py-2 sm:grid-cols-[1fr_6.5rem_6.5rem_5.5rem_9rem_auto]"
            >
              <Choice label="Gas" {...form.register(`components.${i}.gas`)}>
                {gases.data?.map((gas) => (
                  <option key={gas.id} value={gas.id}>
                    {gas.name}
                  </option>
                ))}
              </Choice>
              <Field
                label="Amount"
                inputMode="decimal"
                {...form.register(`components.${i}.amount`)}
                error={errors.components?.[i]?.amount?.message}
              />
              <Choice label="Unit" {...form.register(`components.${i}.unit`)}>
                <option value="PPM">ppm</option>
                <option value="VOL_PERCENT">vol%</option>
              </Choice>
              <Field
                label="± %"
                inputMode="decimal"
                {...form.register(`components.${i}.uncertaintyPercent`)}
                error={errors.components?.[i]?.uncertaintyPercent?.message}
              />
              <Choice label="Coverage" {...form.register(`components.${i}.statesTwo`)}>
                <option value="no">not stated</option>
                <option value="yes">k = 2</option>
              </Choice>
              <Button
                aria-label={`Take component ${i + 1} out`}
                disabled={components.fields.length === 1}
                onClick={() => components.remove(i)}
                className="self-end"
              >
                <Trash2 aria-hidden className="size-5" />
              </Button>
            </div>
          ))}
          <Button className="self-start" onClick={() => components.append(oneMore)}>
            One more component
          </Button>
        </fieldset>
        <label className="inline-flex min-h-11 cursor-pointer items-center self-start border border-ink bg-sheet px-4 font-semibold has-focus-visible:outline-2">
          {certificate ? `Certificate: ${certificate.name}` : "Attach the certificate, PDF or picture"}
          <input
            type="file"
            accept="application/pdf,image/png,image/jpeg"
            className="sr-only"
            onChange={(event) => setCertificate(event.target.files?.[0] ?? null)}
          />
        </label>
        <ErrorMessage error={register.error} />
        <Button kind="act" type="submit" disabled={register.isPending} className="self-start">
          Register the cylinder
        </Button>
      </form>
    </div>
  );
}
