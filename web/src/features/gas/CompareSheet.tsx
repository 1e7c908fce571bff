import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState, type SubmitEvent } from "react";
import { answer, api, once, type Schemas } from "../../api/client";
import { Button } from "../../ui/Button";
import { Choice, Field } from "../../ui/Field";
import { Formula } from "../../ui/Formula";
import { number } from "../../ui/number";
import { Sheet } from "../../ui/Sheet";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { isInUse } from "./isInUse";
import { cylindersQuery } from "./queries";

/** A healthy detector reads the outgoing cylinder, then the new one. */
export function CompareSheet({ cylinder, onClose }: { cylinder: Schemas["CylinderView"]; onClose: () => void }) {
  const queries = useQueryClient();
  const shelf = useQuery(cylindersQuery);
  const [outgoing, setOutgoing] = useState("");
  const [detector, setDetector] = useState("");
  const [typed, setTyped] = useState<Record<string, string>>({});
  const gases = new Set(cylinder.components.map((c) => c.gas));
  const alike = (shelf.data ?? [])
    .filter((c) => c.tag !== cylinder.tag && isInUse(c))
    .map((c) => ({ tag: c.tag, shared: c.components.filter((part) => gases.has(part.gas)).length }))
    .filter((c) => c.shared > 0)
    .sort((a, b) => b.shared - a.shared || a.tag.localeCompare(b.tag));
  const tag = cylinder.tag;
  const from = outgoing || (alike[0]?.tag ?? "");
  const toRead = useQuery({
    queryKey: ["cylinders", tag, "comparison", from, detector],
    queryFn: () =>
      answer(api.GET("/api/v1/cylinders/{tag}/comparison", { params: { path: { tag }, query: { outgoing: from, detector } } })),
    enabled: from !== "" && detector.length > 3,
    retry: false,
  });
  const compare = useMutation({
    mutationFn: (readings: Record<string, { outgoing: number; incoming: number }>) =>
      answer(
        api.POST("/api/v1/cylinders/{tag}/comparison", {
          params: { path: { tag }, ...once() },
          body: { outgoing: from, detector, readings },
        }),
      ),
    onSuccess: async () => {
      await queries.invalidateQueries();
      onClose();
    },
  });
  const lines = toRead.data ?? [];
  const readings = Object.fromEntries(
    lines.flatMap((line) => {
      const before = number(typed[`${line.slot} outgoing`] ?? "");
      const now = number(typed[`${line.slot} incoming`] ?? "");
      return before === null || now === null ? [] : [[String(line.slot), { outgoing: before, incoming: now }] as const];
    }),
  );
  const whole = lines.length > 0 && Object.keys(readings).length === lines.length;
  function submit(event: SubmitEvent) {
    event.preventDefault();
    compare.mutate(readings);
  }
  return (
    <Sheet open onClose={onClose} title={`Compare ${tag}`}>
      <form onSubmit={submit} className="flex flex-col gap-4">
        <p>Take a healthy detector. Let it settle on the outgoing cylinder, then on the new one, and type what it shows.</p>
        <Choice label="Outgoing cylinder" value={from} onChange={(event) => setOutgoing(event.target.value)}>
          {alike.length === 0 && <option value="">none that shares a gas is in use</option>}
          {alike.map((c) => (
            <option key={c.tag} value={c.tag}>
              {c.tag}
            </option>
          ))}
        </Choice>
        <Field
          label="Detector"
          autoComplete="off"
          value={detector}
          onChange={(event) => setDetector(event.target.value.trim())}
          hint="scan or type its serial"
        />
        {detector.length > 3 && <ErrorMessage error={toRead.error} />}
        {lines.map((line) => (
          <fieldset key={line.slot} className="grid grid-cols-2 gap-3">
            <legend className="mb-1 text-lg font-bold">
              <Formula text={line.formula} />
            </legend>
            {(["outgoing", "incoming"] as const).map((which) => (
              <Field
                key={which}
                label={which === "outgoing" ? `On ${from}` : `On ${tag}`}
                aria-label={`${line.gas} on ${which === "outgoing" ? from : tag} in ${line.unit}`}
                inputMode="decimal"
                autoComplete="off"
                hint={`label ${line[which]}`}
                value={typed[`${line.slot} ${which}`] ?? ""}
                onChange={(event) => setTyped({ ...typed, [`${line.slot} ${which}`]: event.target.value })}
              />
            ))}
          </fieldset>
        ))}
        <ErrorMessage error={compare.error} />
        <Button kind="act" type="submit" disabled={!whole || compare.isPending}>
          Compare
        </Button>
      </form>
    </Sheet>
  );
}
