import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState, type SubmitEvent } from "react";
import { toast } from "sonner";
import { answer, api, once, type Schemas } from "../../api/client";
import { Button } from "../../ui/Button";
import { Field } from "../../ui/Field";
import { number } from "../../ui/number";
import { Sheet } from "../../ui/Sheet";
import { Told } from "../../ui/Told";

/** Somebody looks at the gauge of a cylinder. */
export function GaugeSheet({ cylinder, onClose }: { cylinder: Schemas["CylinderView"]; onClose: () => void }) {
  const queries = useQueryClient();
  const [bar, setBar] = useState("");
  const [celsius, setCelsius] = useState("");
  const read = useMutation({
    mutationFn: (body: { bar: number; celsius: number | null }) =>
      answer(api.POST("/api/v1/cylinders/{tag}/gauge", { params: { path: { tag: cylinder.tag }, ...once() }, body })),
    onSuccess: async (now) => {
      await queries.invalidateQueries();
      toast(`${cylinder.tag}: ${now.litresLeft.toFixed(1)} L left.`);
      onClose();
    },
  });
  const seen = number(bar);
  const warm = number(celsius);
  const wrong = celsius.trim() !== "" && warm === null;
  function submit(event: SubmitEvent) {
    event.preventDefault();
    if (seen !== null && !wrong) {
      read.mutate({ bar: seen, celsius: warm });
    }
  }
  return (
    <Sheet open onClose={onClose} title={`Gauge of ${cylinder.tag}`}>
      <form onSubmit={submit} className="flex flex-col gap-4">
        <Field
          label="Gauge reads (bar)"
          required
          inputMode="decimal"
          autoComplete="off"
          value={bar}
          onChange={(event) => setBar(event.target.value)}
          hint={`full at ${cylinder.fullBar} bar`}
          error={bar !== "" && seen === null ? "The gauge reading is a number." : undefined}
        />
        <Field
          label="Cylinder at (°C)"
          inputMode="decimal"
          autoComplete="off"
          value={celsius}
          onChange={(event) => setCelsius(event.target.value)}
          hint="leave empty if nobody measured it; the gauge is brought to 20 °C"
          error={wrong ? "The temperature is a number." : undefined}
        />
        <Told error={read.error} />
        <Button kind="act" type="submit" disabled={read.isPending || seen === null || wrong}>
          Record it
        </Button>
      </form>
    </Sheet>
  );
}
