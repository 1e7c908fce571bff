import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { answer, api, type Schemas } from "../../api/client";
import { Formula } from "../../ui/Formula";
import { Loading, ErrorMessage } from "../../ui/ErrorMessage";
import { word } from "../../ui/shown";

/** Which gas serves a calibration of this detector: what to connect in which order, what to order, and every cylinder. */
export function GasFor({ serial }: { serial: string }) {
  const [open, setOpen] = useState(false);
  const gas = useQuery({
    queryKey: ["detectors", serial, "gas"],
    queryFn: () => answer(api.GET("/api/v1/detectors/{serial}/gas", { params: { path: { serial } } })),
    enabled: open,
  });
  return (
    <details className="mb-6 border-y border-line" open={open} onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary className="flex min-h-11 cursor-pointer items-center text-xl font-bold marker:content-none">
        <span className="text-act underline underline-offset-4">Which gas serves it?</span>
      </summary>
      {gas.isError && <ErrorMessage error={gas.error} />}
      {open && gas.isPending && <Loading what="the cylinders" />}
      {gas.data && (
        <div className="pb-3">
          <ol className="text-lg">
            {gas.data.connections.map((connection, i) => (
              <li key={i}>
                {gas.data.connections.length > 1 && <span className="text-soft">{i + 1}. </span>}
                Connect{" "}
                <Link to="/gas/$tag" params={{ tag: connection.tag }} className="font-bold underline underline-offset-4">
                  {connection.tag}
                </Link>{" "}
                for <Formula text={connection.gas} />
              </li>
            ))}
          </ol>
          {gas.data.orders.map((order) => (
            <p key={order} className="text-lg font-semibold text-fail">
              No cylinder serves it. Order: {order}
            </p>
          ))}
          <Answers answers={gas.data.answers.filter((one) => one.word !== "REFUSED")} />
          <details>
            <summary className="flex min-h-11 cursor-pointer items-center text-act underline underline-offset-4 marker:content-none">
              {gas.data.answers.filter((one) => one.word === "REFUSED").length} cylinders are refused: why?
            </summary>
            <Answers answers={gas.data.answers.filter((one) => one.word === "REFUSED")} />
          </details>
        </div>
      )}
    </details>
  );
}

function Answers({ answers }: { answers: Schemas["AnswerView"][] }) {
  return (
    <ul className="mt-1">
      {answers.map((cylinder) => (
        <li key={cylinder.tag} className="grid gap-x-4 border-t border-line py-1 sm:grid-cols-[6rem_11rem_1fr]">
          <strong>{cylinder.tag}</strong>
          <span className={cylinder.word === "REFUSED" ? "text-fail" : cylinder.word === "FITS" ? "text-act" : "text-caution"}>
            {word(cylinder.word)}
          </span>
          <span className="text-soft">
            {[...cylinder.refusals, ...cylinder.warnings].map((r) => r.reason).join(" ") || `${cylinder.litresLeft.toFixed(1)} L left.`}
          </span>
        </li>
      ))}
    </ul>
  );
}
