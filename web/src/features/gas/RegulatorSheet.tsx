import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState, type SubmitEvent } from "react";
import { answer, api, once, type Schemas } from "../../api/client";
import { regulatorOnBench } from "../../ui/rig";
import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Field";
import { Sheet } from "../../ui/Sheet";
import { Loading, ErrorMessage } from "../../ui/ErrorMessage";
import { equipmentQuery } from "./queries";

/** Which regulator of the bench stays on a cylinder: at the bench it is taken with the cylinder. */
export function RegulatorSheet({ cylinder, onClose }: { cylinder: Schemas["CylinderView"]; onClose: () => void }) {
  const queries = useQueryClient();
  const equipment = useQuery(equipmentQuery);
  const [tag, setTag] = useState(cylinder.regulator);
  const name = useMutation({
    mutationFn: () =>
      answer(api.POST("/api/v1/cylinders/{tag}/regulator", { params: { path: { tag: cylinder.tag }, ...once() }, body: { tag } })),
    onSuccess: async () => {
      await queries.invalidateQueries();
      onClose();
    },
  });
  function submit(event: SubmitEvent) {
    event.preventDefault();
    name.mutate();
  }
  const regulators = equipment.data?.flatMap((one) => (one.regulator ? [{ tag: one.tag, words: regulatorOnBench(one.regulator) }] : []));
  return (
    <Sheet open onClose={onClose} title={`Regulator on ${cylinder.tag}`}>
      {!regulators ? (
        <Loading what="the equipment" />
      ) : (
        <form onSubmit={submit} className="flex flex-col gap-4">
          <p>It stays on this cylinder. At the bench the gas path starts with it.</p>
          <Choice
            label="Regulator"
            value={tag}
            onChange={(event) => setTag(event.target.value)}
            hint={regulators.length === 0 ? "Register a regulator under Equipment first." : undefined}
          >
            <option value="">none: the one at hand</option>
            {regulators.map((one) => (
              <option key={one.tag} value={one.tag}>
                {one.words}
              </option>
            ))}
          </Choice>
          <ErrorMessage error={name.error} />
          <Button kind="act" type="submit" disabled={name.isPending}>
            Save
          </Button>
        </form>
      )}
    </Sheet>
  );
}
