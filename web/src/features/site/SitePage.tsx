import { zodResolver } from "@hookform/resolvers/zod";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useRef } from "react";
import { useForm, useWatch } from "react-hook-form";
import { toast } from "sonner";
import { answer, api, asBody, asProblem, type Schemas } from "../../api/client";
import { may, useSession } from "../../api/session";
import { timeIn } from "../../app/dates";
import { z } from "../../app/schema";
import { Button } from "../../ui/Button";
import { Choice, Field, LongField } from "../../ui/Field";
import { Loading, ErrorMessage } from "../../ui/ErrorMessage";

const siteQuery = { queryKey: ["site-profile"], queryFn: () => answer(api.GET("/api/v1/site-profile")) };

const shape = z.object({
  name: z.string().trim().min(1, "Give the name that certificates and boards show.").max(80, "At most 80 characters."),
  address: z.string().max(300, "At most 300 characters."),
  zone: z.string(),
});

const fields = ["name", "address", "zone"] as const;

const dateForms: Record<Schemas["SiteProfileView"]["dates"], string> = {
  DAY_FIRST: "26 Mar 2026",
  MONTH_FIRST: "Mar 26, 2026",
  YEAR_FIRST: "2026-03-26",
};

/** Name, address, logo and time zone of the site. */
export function SitePage() {
  const site = useQuery(siteQuery);
  if (!site.data) {
    return site.isError ? <ErrorMessage error={site.error} /> : <Loading what="the site" />;
  }
  return <SiteForm key={`${site.data.name} ${site.data.zone}`} site={site.data} />;
}

function SiteForm({ site }: { site: Schemas["SiteProfileView"] }) {
  const session = useSession();
  const queries = useQueryClient();
  const mayChange = may(session, "ADMINISTRATOR");
  const own = Intl.DateTimeFormat().resolvedOptions().timeZone;
  const form = useForm({
    resolver: zodResolver(shape),
    defaultValues: {
      name: site.name,
      address: site.address,
      zone: site.named || !site.zones.includes(own) ? site.zone : own,
    },
  });
  const zone = useWatch({ control: form.control, name: "zone" });
  const save = useMutation({
    mutationFn: (body: z.infer<typeof shape>) => answer(api.PUT("/api/v1/site-profile", { body })),
    onSuccess: async () => {
      await queries.invalidateQueries();
      toast("Site saved.");
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
    <div className="mx-auto grid w-full max-w-5xl gap-x-12 gap-y-6 px-4 py-4 md:grid-cols-[minmax(0,1fr)_20rem]">
      <form noValidate onSubmit={(event) => void form.handleSubmit((body) => save.mutate(body))(event)} className="flex flex-col gap-4">
        <h1 className="text-3xl font-bold">Site</h1>
        {!mayChange && <p className="text-soft">An administrator changes it.</p>}
        <Field
          label="Name"
          disabled={!mayChange}
          {...form.register("name")}
          error={errors.name?.message}
          hint="as certificates and boards show it"
        />
        <LongField label="Address" rows={3} disabled={!mayChange} {...form.register("address")} error={errors.address?.message} />
        <Choice
          label="Time zone"
          disabled={!mayChange}
          {...form.register("zone")}
          error={errors.zone?.message}
          hint={`It decides when a day begins, and with it what is due. Time there now: ${timeIn(zone, new Date().toISOString())}.`}
        >
          {(site.zones.includes(site.zone) ? site.zones : [site.zone, ...site.zones]).map((one) => (
            <option key={one}>{one}</option>
          ))}
        </Choice>
        {save.error && !fields.some((field) => field === asProblem(save.error).field) && <ErrorMessage error={save.error} />}
        {mayChange && (
          <Button kind="act" type="submit" disabled={save.isPending} className="self-start">
            Save
          </Button>
        )}
      </form>
      <div className="flex flex-col gap-6 md:pt-14">
        <Logo site={site} mayChange={mayChange && site.named} />
        <section aria-labelledby="units">
          <h2 id="units" className="mb-1 text-xl font-bold">
            Units and dates
          </h2>
          <dl className="grid grid-cols-[max-content_1fr] gap-x-4 gap-y-1">
            <dt className="text-soft">Pressure</dt>
            <dd>{site.pressure}</dd>
            <dt className="text-soft">Temperature</dt>
            <dd>{site.temperature}</dd>
            <dt className="text-soft">Dates</dt>
            <dd>{dateForms[site.dates]}</dd>
          </dl>
          <Link to="/rules" className="inline-flex min-h-11 items-center text-act underline underline-offset-4">
            Change in the site rules
          </Link>
        </section>
      </div>
    </div>
  );
}

function Logo({ site, mayChange }: { site: Schemas["SiteProfileView"]; mayChange: boolean }) {
  const queries = useQueryClient();
  const file = useRef<HTMLInputElement>(null);
  const put = useMutation({
    mutationFn: async (picture: File | null) => {
      if (picture === null) {
        return answer(api.DELETE("/api/v1/site-profile/logo"));
      }
      return answer(api.PUT("/api/v1/site-profile/logo", { ...asBody(picture), body: picture as unknown as string }));
    },
    onSuccess: () => queries.invalidateQueries({ queryKey: ["site-profile"] }),
  });
  return (
    <section aria-labelledby="logo">
      <h2 id="logo" className="mb-1 text-xl font-bold">
        Logo
      </h2>
      {site.logo ? (
        <img
          src={`/api/v1/site-profile/logo?${put.submittedAt}`}
          alt="Logo of the site"
          className="mb-2 max-h-24 border border-line bg-white p-2"
        />
      ) : (
        <p className="mb-2 text-soft">No logo yet. Certificates show it.</p>
      )}
      <ErrorMessage error={put.error} />
      {mayChange ? (
        <>
          <input
            ref={file}
            type="file"
            accept="image/png,image/jpeg"
            aria-label="Picture of the logo"
            className="sr-only"
            tabIndex={-1}
            onChange={(event) => {
              const chosen = event.target.files?.[0];
              if (chosen) {
                put.mutate(chosen);
              }
              event.target.value = "";
            }}
          />
          <div className="flex flex-wrap gap-2">
            <Button disabled={put.isPending} onClick={() => file.current?.click()}>
              {site.logo ? "Replace the logo" : "Add a logo"}
            </Button>
            {site.logo && (
              <Button kind="quiet" disabled={put.isPending} onClick={() => put.mutate(null)}>
                Remove the logo
              </Button>
            )}
          </div>
          <p className="mt-1 text-sm text-soft">PNG or JPEG, at most 200 kB.</p>
        </>
      ) : (
        !site.named && <p className="text-sm text-soft">Save the name first.</p>
      )}
    </section>
  );
}
