import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useMemo, useState } from "react";
import { answer, api, type Schemas } from "../../api/client";
import { lanesKey, type LaneView } from "./lanes";
import { newest } from "./newest";
import { RunClock } from "./RunClock";
import { TraceBuffer } from "./TraceBuffer";

export type Run = Schemas["RunView"];
type Progress = Run["sensors"][number]["progress"];

interface LiveReadings {
  readings: Schemas["Reading"][];
  progress: Record<string, Progress>;
  outliers: Record<string, number[]>;
}

/** One run with its readings, kept up to date by the stream; also when the line comes back. */
export function useRun(runId: string) {
  const queries = useQueryClient();
  const buffer = useMemo(() => new TraceBuffer(), [runId]); // eslint-disable-line react-hooks/exhaustive-deps -- a new run has a new buffer
  const [connected, setConnected] = useState(true);
  const [progress, setProgress] = useState<Record<string, Progress>>({});
  const [clock] = useState(() => new RunClock());
  const run = useQuery({
    queryKey: ["run", runId],
    queryFn: async () => {
      const view = await answer(api.GET("/api/v1/runs/{id}", { params: { path: { id: runId } } }));
      return newest(queries.getQueryData<Run>(["run", runId]), view);
    },
  });
  const data = run.data;

  useEffect(() => {
    if (data) {
      clock.view(data);
    }
  }, [data, clock]);

  useEffect(() => {
    let closed = false;
    let stream: EventSource | undefined;
    void answer(api.GET("/api/v1/runs/{id}/readings", { params: { path: { id: runId } } }))
      .catch(() => [])
      .then((history) => {
        if (closed) {
          return;
        }
        buffer.add(history);
        open();
      });

    function open() {
      const after = Math.round((buffer.seconds.at(-1) ?? -0.001) * 1000);
      stream = new EventSource(`/api/v1/bench/stream?run=${runId}&after=${after}`);
      stream.onopen = () => setConnected(true);
      stream.onerror = () => {
        setConnected(false);
        stream?.close();
        if (!closed) {
          setTimeout(() => !closed && open(), 1_000);
        }
      };
      stream.addEventListener("readings", (event) => {
        const live = JSON.parse((event as MessageEvent<string>).data) as LiveReadings;
        buffer.add(live.readings);
        buffer.leaveOut(live.outliers);
        const last = live.readings.at(-1);
        if (last) {
          clock.reading(runId, last.at);
        }
        setProgress(live.progress);
      });
      stream.addEventListener("run", (event) => {
        const view = JSON.parse((event as MessageEvent<string>).data) as Run;
        queries.setQueryData<Run>(["run", runId], (before) => newest(before, view));
        setProgress(Object.fromEntries(view.sensors.map((s) => [s.slot, s.progress])));
      });
      stream.addEventListener("shelf", () => {
        for (const queryKey of [["run", runId, "cylinders"], ["cylinders"], ["gas"], ["today"]]) {
          void queries.invalidateQueries({ queryKey });
        }
      });
      stream.addEventListener("lanes", (event) => {
        queries.setQueryData(lanesKey, JSON.parse((event as MessageEvent<string>).data) as LaneView[]);
      });
    }
    return () => {
      closed = true;
      stream?.close();
    };
  }, [runId, buffer, queries, clock]);

  return { run, buffer, connected, progress, clock };
}
