import { useMutation, useQueryClient } from "@tanstack/react-query";
import { toast } from "sonner";
import { answer, api, asProblem, once, type Schemas } from "../../api/client";
import { may, useSession } from "../../api/session";
import { onDay, todayIn } from "../../app/dates";
import { Button } from "../../ui/Button";

/** One piece of care: why, when it was done last, and a button for when it is done. */
export function CareRow({ care, named }: { care: Schemas["CareView"]; named: boolean }) {
  const session = useSession();
  const queries = useQueryClient();
  const done = useMutation({
    mutationFn: () =>
      answer(
        api.POST("/api/v1/detectors/{serial}/care", {
          params: { path: { serial: care.serial }, ...once() },
          body: { kind: care.kind, remark: "" },
        }),
      ),
    onSuccess: async () => {
      await queries.invalidateQueries();
      toast(`${care.serial}: ${care.label}, done.`);
    },
    onError: (error) => toast.error(asProblem(error).message),
  });
  return (
    <li className="flex flex-wrap items-center justify-between gap-x-4 border-b border-line py-1 sm:flex-nowrap">
      <span className="min-w-0">
        {named && <strong className="text-lg">{care.serial}: </strong>}
        <strong>{care.label}</strong> <span className="text-soft">{care.explanation}</span>{" "}
        {care.last ? `Last on ${onDay(care.last)}` : "Not on record yet"},{" "}
        <strong className={care.waits ? "text-caution" : ""}>
          {!care.waits
            ? `next on ${onDay(care.on)}`
            : care.on === todayIn(session.zone)
              ? "to be done today"
              : `was to be done by ${onDay(care.on)}`}
        </strong>
        .
      </span>
      {may(session, "TECHNICIAN") && (
        <Button disabled={done.isPending} aria-label={`${care.serial}: ${care.label}, done`} onClick={() => done.mutate()}>
          Done
        </Button>
      )}
    </li>
  );
}
