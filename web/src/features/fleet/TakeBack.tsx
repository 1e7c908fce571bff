import { useMutation, useQueryClient } from "@tanstack/react-query";
import { toast } from "sonner";
import { answer, api, once } from "../../api/client";
import { Button } from "../../ui/Button";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { word } from "../../ui/shown";

/** A detector that was out is here again. */
export function TakeBack({ serial }: { serial: string }) {
  const queries = useQueryClient();
  const back = useMutation({
    mutationFn: () => answer(api.POST("/api/v1/detectors/{serial}/return", { params: { path: { serial }, ...once() } })),
    onSuccess: async (now) => {
      await queries.invalidateQueries();
      toast(`${serial} is here again: ${word(now.state)}`);
    },
  });
  return (
    <>
      <Button disabled={back.isPending} onClick={() => back.mutate()}>
        Return
      </Button>
      <ErrorMessage error={back.error} />
    </>
  );
}
