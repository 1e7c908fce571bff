import { useMutation } from "@tanstack/react-query";
import { useState, type KeyboardEvent } from "react";
import { answer, api, asProblem, freshId } from "../../api/client";
import { number } from "../../ui/number";
import type { LaneView } from "./lanes";

/** A reading typed straight into the table of a manifold: Enter stores it and goes to the next field. */
export function TypedCell({ lane, sensor }: { lane: LaneView; sensor: LaneView["sensors"][number] }) {
  const [text, setText] = useState("");
  const send = useMutation({
    mutationFn: (value: number) =>
      answer(
        api.POST("/api/v1/runs/{id}/commands", {
          params: { path: { id: lane.id } },
          body: { clientId: freshId(), kind: "TYPE_READING", slot: sensor.slot, value },
        }),
      ),
    onSuccess: () => setText(""),
  });
  const value = number(text);
  function onKey(event: KeyboardEvent<HTMLInputElement>) {
    if (event.key !== "Enter" || value === null) {
      return;
    }
    event.preventDefault();
    const fields = [...document.querySelectorAll<HTMLInputElement>("input[data-manifold-reading]")];
    const next = fields[(fields.indexOf(event.currentTarget) + 1) % fields.length];
    send.mutate(value);
    next?.focus();
  }
  const wrong = send.isError
    ? asProblem(send.error).message
    : text !== "" && value === null
      ? "Type the number that the display shows."
      : "";
  return (
    <>
      <input
        data-manifold-reading
        inputMode="decimal"
        autoComplete="off"
        aria-label={`${lane.serial} ${sensor.formula} reading in ${sensor.unit}`}
        aria-invalid={wrong ? true : undefined}
        value={text}
        onChange={(event) => setText(event.target.value)}
        onKeyDown={onKey}
        className="min-h-11 w-20 border border-ink bg-paper px-2 text-xl"
      />
      {wrong && (
        <span role="alert" className="block max-w-40 text-sm font-semibold whitespace-normal text-fail">
          {wrong}
        </span>
      )}
    </>
  );
}
