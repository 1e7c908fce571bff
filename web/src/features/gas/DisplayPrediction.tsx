import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api } from "../../api/client";
import { Formula } from "../../ui/Formula";
import { Loading, ErrorMessage } from "../../ui/ErrorMessage";
import { WorkingLines } from "../../ui/Working";

/** What each model will show on this mix, other gases of it counted in. */
export function DisplayPrediction({ tag }: { tag: string }) {
  const [open, setOpen] = useState(false);
  const displays = useQuery({
    queryKey: ["cylinders", tag, "displays"],
    queryFn: () => answer(api.GET("/api/v1/cylinders/{tag}/displays", { params: { path: { tag } } })),
    enabled: open,
  });
  return (
    <details className="mb-6 border-y border-line" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary className="flex min-h-11 cursor-pointer items-center text-xl font-bold marker:content-none">
        <span className="text-act underline underline-offset-4">Predicted readings</span>
      </summary>
      <ErrorMessage error={displays.error} />
      {open && displays.isPending && <Loading what="the models" />}
      <ul>
        {displays.data?.map((model) => (
          <li key={model.model} className="border-t border-line py-2">
            <p className="font-bold">{model.model}</p>
            <ul className="flex flex-wrap gap-x-6">
              {model.sensors.map((sensor, i) => (
                <li key={i}>
                  <details>
                    <summary className="cursor-pointer marker:content-none">
                      <strong>
                        <Formula text={sensor.formula} />
                      </strong>{" "}
                      <span className="underline decoration-line underline-offset-4">{sensor.shown}</span>
                      {sensor.aboveRange && <span className="text-fail"> above its range</span>}
                      {sensor.moved && <span className="text-caution"> moved by the others</span>}
                    </summary>
                    <WorkingLines working={sensor.working} />
                  </details>
                </li>
              ))}
            </ul>
          </li>
        ))}
      </ul>
      <p className="py-2 text-sm text-soft">Predicted from handbook figures; every maker’s sensor differs.</p>
    </details>
  );
}
