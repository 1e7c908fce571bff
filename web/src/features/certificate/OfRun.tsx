import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate } from "@tanstack/react-router";
import { answer, api, once } from "../../api/client";
import { may, useSession } from "../../api/session";
import { Button, buttonLook } from "../../ui/Button";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { certificatesOfRunQuery } from "./queries";

/** The certificates of a run, and a new one where there is none or its record was put right since. */
export function CertificatesOfRun({ runId, corrected }: { runId: string; corrected: boolean }) {
  const session = useSession();
  const queries = useQueryClient();
  const navigate = useNavigate();
  const confirmedFields = useQuery(certificatesOfRunQuery(runId)).data;
  const give = useMutation({
    mutationFn: () => answer(api.POST("/api/v1/runs/{id}/certificates", { params: { path: { id: runId }, ...once() } })),
    onSuccess: async (now) => {
      await queries.invalidateQueries();
      await navigate({ to: "/verify/$code", params: { code: now.code } });
    },
  });
  if (!confirmedFields) {
    return null;
  }
  return (
    <>
      {confirmedFields.map((one) => (
        <Link key={one.code} to="/verify/$code" params={{ code: one.code }} className={buttonLook("quiet", "print:hidden")}>
          {one.number}
        </Link>
      ))}
      {(confirmedFields.length === 0 || corrected) && may(session, "LEAD") && (
        <Button className="print:hidden" disabled={give.isPending} onClick={() => give.mutate()}>
          Certificate
        </Button>
      )}
      <ErrorMessage error={give.error} />
    </>
  );
}
