import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { answer, api, asBody, once } from "../../api/client";
import { may, useSession } from "../../api/session";
import { atTime } from "../../app/dates";
import { ErrorMessage } from "../../ui/ErrorMessage";

/** The certificate as it came: a PDF or a picture of it. */
export function CylinderCertificates({ tag }: { tag: string }) {
  const session = useSession();
  const queries = useQueryClient();
  const key = ["cylinders", tag, "certificates"];
  const certificates = useQuery({
    queryKey: key,
    queryFn: () => answer(api.GET("/api/v1/cylinders/{tag}/certificates", { params: { path: { tag } } })),
  });
  const attach = useMutation({
    mutationFn: (file: File) =>
      answer(
        api.POST("/api/v1/cylinders/{tag}/certificates", {
          params: { path: { tag }, query: { fileName: file.name }, ...once() },
          ...asBody(file),
        }),
      ),
    onSuccess: () => queries.invalidateQueries({ queryKey: key }),
  });
  return (
    <section aria-labelledby="certificate" className="mb-6">
      <h2 id="certificate" className="border-b-2 border-ink text-xl font-bold">
        Certificate
      </h2>
      <ErrorMessage error={attach.error ?? certificates.error} />
      <ul>
        {certificates.data?.map((one) => (
          <li key={one.id} className="border-b border-line py-1.5">
            <a
              href={`/api/v1/cylinders/${encodeURIComponent(tag)}/certificates/${one.id}`}
              target="_blank"
              rel="noreferrer"
              className="font-bold underline underline-offset-4"
            >
              {one.fileName}
            </a>
            <span className="block text-sm text-soft">
              {atTime(one.at, session.zone)}, {one.by}
            </span>
          </li>
        ))}
      </ul>
      {certificates.data?.length === 0 && <p className="py-2 text-soft">Its number is on record; the paper is not attached.</p>}
      {may(session, "TECHNICIAN") && (
        <label className="mt-2 inline-flex min-h-11 cursor-pointer items-center border border-ink bg-sheet px-4 font-semibold has-focus-visible:outline-2">
          {attach.isPending ? "Sending …" : "Attach a PDF or picture"}
          <input
            type="file"
            accept="application/pdf,image/png,image/jpeg"
            className="sr-only"
            onChange={(event) => {
              const file = event.target.files?.[0];
              if (file) {
                attach.mutate(file);
              }
              event.target.value = "";
            }}
          />
        </label>
      )}
    </section>
  );
}
