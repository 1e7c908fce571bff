import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState, type SubmitEvent } from "react";
import { answer, api, once, type Schemas } from "../../api/client";
import { Button } from "../../ui/Button";
import { Choice, Field } from "../../ui/Field";
import { number } from "../../ui/number";
import { deliveryWords, tubingWords } from "../../ui/rig";
import { RigDrawing } from "../../ui/RigDrawing";
import { Sheet } from "../../ui/Sheet";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { rigsQuery } from "./queries";

type RigView = Schemas["RigView"];

/** Saved gas set-ups, each drawn as a line, with the models that it serves. */
export function Rigs({ regulators, mayChange }: { regulators: Schemas["EquipmentView"][]; mayChange: boolean }) {
  const rigs = useQuery(rigsQuery);
  const queries = useQueryClient();
  const [adding, setAdding] = useState(false);
  const apart = useMutation({
    mutationFn: (name: string) => answer(api.DELETE("/api/v1/rigs/{name}", { params: { path: { name } } })),
    onSuccess: () => queries.invalidateQueries(),
  });
  return (
    <section aria-labelledby="rigs" className="mt-8">
      <div className="mb-1 flex flex-wrap items-center justify-between gap-3">
        <h2 id="rigs" className="text-xl font-bold">
          Saved gas set-ups
        </h2>
        {mayChange && regulators.length > 0 && <Button onClick={() => setAdding(true)}>Save a set-up</Button>}
      </div>
      <ErrorMessage error={rigs.error ?? apart.error} />
      {rigs.data?.length === 0 && (
        <p className="text-soft">None yet. A set-up is a regulator, its tubing, and what goes over the sensors.</p>
      )}
      <ul>
        {rigs.data?.map((rig) => (
          <li
            key={rig.name}
            className="grid items-center gap-x-6 gap-y-1 border-b border-line py-2 md:grid-cols-[8rem_minmax(0,22rem)_minmax(0,1fr)_auto]"
          >
            <strong className="text-xl">{rig.name}</strong>
            {rig.rig ? <RigDrawing rig={rig.rig} from={`Rig ${rig.name}`} exact /> : <span />}
            <Serves rig={rig} />
            {mayChange && (
              <Button disabled={apart.isPending} onClick={() => apart.mutate(rig.name)} aria-label={`Take rig ${rig.name} apart`}>
                Take apart
              </Button>
            )}
          </li>
        ))}
      </ul>
      {adding && <NewRig regulators={regulators} onClose={() => setAdding(false)} />}
    </section>
  );
}

/** The models that a rig serves, why it does not serve the others, and what to look at. */
function Serves({ rig }: { rig: RigView }) {
  if (rig.refusal) {
    return (
      <p className="font-semibold text-fail">
        {rig.refusal.reason} <span className="font-normal">{rig.refusal.wayOut}</span>
      </p>
    );
  }
  const served = rig.models.filter((model) => !model.refusal);
  const others = rig.models.filter((model) => model.refusal);
  const warnings = [...new Set(rig.models.flatMap((model) => model.warnings.map((warning) => warning.reason)))];
  const reasons = [...new Set(others.map((model) => model.refusal?.reason ?? ""))];
  return (
    <div>
      <p>
        {served.length > 0 ? (
          <>
            Serves <strong>{served.map((model) => model.model).join(", ")}</strong>
          </>
        ) : (
          <strong className="text-fail">Serves no model</strong>
        )}
      </p>
      {warnings.map((warning) => (
        <p key={warning} className="text-caution">
          {warning}
        </p>
      ))}
      {others.length > 0 && (
        <details>
          <summary className="min-h-6 cursor-pointer text-act underline underline-offset-4">Why not the other {others.length}</summary>
          <ul className="text-sm">
            {reasons.map((reason) => (
              <li key={reason}>
                <strong>
                  {others
                    .filter((model) => model.refusal?.reason === reason)
                    .map((model) => model.model)
                    .join(", ")}
                </strong>
                : {reason}
              </li>
            ))}
          </ul>
        </details>
      )}
    </div>
  );
}

function NewRig({ regulators, onClose }: { regulators: Schemas["EquipmentView"][]; onClose: () => void }) {
  const queries = useQueryClient();
  const [name, setName] = useState("");
  const [regulator, setRegulator] = useState(regulators[0]?.tag ?? "");
  const [delivery, setDelivery] = useState<Schemas["NewRig"]["delivery"]>("CUP");
  const [material, setMaterial] = useState<Schemas["NewRig"]["material"]>("LOW_ABSORPTION");
  const [length, setLength] = useState("0.5");
  const metres = number(length);
  const body = { name: name.trim() || "new", regulator, delivery, material, metres: metres ?? 0 };
  const check = useQuery({
    queryKey: ["rigs", "check", body],
    queryFn: () => answer(api.POST("/api/v1/rig-checks", { body })),
    placeholderData: (before) => before,
    enabled: metres !== null && metres > 0,
    retry: false,
  });
  const add = useMutation({
    mutationFn: () => answer(api.POST("/api/v1/rigs", { params: once(), body })),
    onSuccess: async () => {
      await queries.invalidateQueries();
      onClose();
    },
  });
  function submit(event: SubmitEvent) {
    event.preventDefault();
    add.mutate();
  }
  return (
    <Sheet open onClose={onClose} title="Save a set-up">
      <form onSubmit={submit} className="flex flex-col gap-4">
        <Field label="Name" required maxLength={40} value={name} onChange={(event) => setName(event.target.value)} />
        <Choice label="Regulator" value={regulator} onChange={(event) => setRegulator(event.target.value)}>
          {regulators.map((one) => (
            <option key={one.tag} value={one.tag}>
              {one.tag}
              {one.regulator && one.regulator.litresPerMinute > 0 && `, ${one.regulator.litresPerMinute} L/min`}
              {one.regulator?.kind === "DEMAND" && ", demand flow"}
              {one.standing === "FAILED" && ", failed its check"}
            </option>
          ))}
        </Choice>
        <div className="grid grid-cols-2 gap-4">
          <Choice label="Tubing" value={material} onChange={(event) => setMaterial(event.target.value as typeof material)}>
            {Object.entries(tubingWords).map(([value, word]) => (
              <option key={value} value={value}>
                {word}
              </option>
            ))}
          </Choice>
          <Field
            label="Length (m)"
            inputMode="decimal"
            value={length}
            error={metres === null || metres <= 0 || metres > 100 ? "above 0, at most 100 m" : undefined}
            onChange={(event) => setLength(event.target.value)}
          />
        </div>
        <Choice label="At the sensors" value={delivery} onChange={(event) => setDelivery(event.target.value as typeof delivery)}>
          {Object.entries(deliveryWords).map(([value, word]) => (
            <option key={value} value={value}>
              {word}
            </option>
          ))}
        </Choice>
        <section aria-label="What it serves" className="border-l-4 border-line pl-3">
          {check.data?.rig && <RigDrawing rig={check.data.rig} from="The set-up" exact />}
          {check.data && <Serves rig={check.data} />}
          <ErrorMessage error={check.error} />
        </section>
        <ErrorMessage error={add.error} />
        <Button kind="act" type="submit" disabled={add.isPending || !check.data?.rig || name.trim() === ""}>
          Save set-up
        </Button>
      </form>
    </Sheet>
  );
}
