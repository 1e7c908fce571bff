import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState, type SubmitEvent } from "react";
import { toast } from "sonner";
import { answer, api, once, type Schemas } from "../../api/client";
import { useSession } from "../../api/session";
import { kept, read } from "../../app/units";
import { Button } from "../../ui/Button";
import { Field } from "../../ui/Field";
import { number } from "../../ui/number";
import { Sheet } from "../../ui/Sheet";
import { ErrorMessage } from "../../ui/ErrorMessage";

/** Somebody looks at the gauge of a cylinder. */
export function GaugeSheet({ cylinder, onClose }: { cylinder: Schemas["CylinderView"]; onClose: () => void }) {
  const queries = useQueryClient();
  const { pressure, temperature } = useSession().units;
  const [gauge, setGauge] = useState("");
  const [warmth, setWarmth] = useState("");
  const record = useMutation({
    mutationFn: (body: { bar: number; celsius: number | null }) =>
      answer(api.POST("/api/v1/cylinders/{tag}/gauge", { params: { path: { tag: cylinder.tag }, ...once() }, body })),
    onSuccess: async (now) => {
      await queries.invalidateQueries();
      toast(`${cylinder.tag}: ${now.litresLeft.toFixed(1)} L left.`);
      onClose();
    },
  });
  const seen = number(gauge);
  const warm = number(warmth);
  const wrong = warmth.trim() !== "" && warm === null;
  function submit(event: SubmitEvent) {
    event.preventDefault();
    if (seen !== null && !wrong) {
      record.mutate({ bar: kept(seen, pressure), celsius: warm === null ? null : kept(warm, temperature) });
    }
  }
  return (
    <Sheet open onClose={onClose} title={`Gauge of ${cylinder.tag}`}>
      <form onSubmit={submit} className="flex flex-col gap-4">
        <Field
          label={`Gauge reads (${pressure.symbol})`}
          required
          inputMode="decimal"
          autoComplete="off"
          value={gauge}
          onChange={(event) => setGauge(event.target.value)}
          hint={`full at ${read(cylinder.fullBar, pressure)} ${pressure.symbol}`}
          error={gauge !== "" && seen === null ? "The gauge reading is a number." : undefined}
        />
        <Field
          label={`Cylinder at (${temperature.symbol})`}
          inputMode="decimal"
          autoComplete="off"
          value={warmth}
          onChange={(event) => setWarmth(event.target.value)}
          hint={`leave empty if nobody measured it; the gauge is brought to ${read(20, temperature)} ${temperature.symbol}`}
          error={wrong ? "The temperature is a number." : undefined}
        />
        <ErrorMessage error={record.error} />
        <Button kind="act" type="submit" disabled={record.isPending || seen === null || wrong}>
          Record it
        </Button>
      </form>
    </Sheet>
  );
}
