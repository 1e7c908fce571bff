import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { toast } from "sonner";
import { answer, api, asProblem, freshId } from "../../api/client";
import { may, useSession } from "../../api/session";
import { useBenchPreference } from "../../app/benchPreference";

export type Job = "CALIBRATION" | "BUMP";

interface Wanted {
  serial: string;
  job?: Job;
  /** Only these sensors; left out: all of them. */
  slots?: number[];
}

/**
 * Puts a detector on the bench: opens its unfinished run, or starts the job that its state asks for. The tag of a cylinder
 * opens that cylinder.
 */
export function usePutOnBench() {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const session = useSession();
  const preference = useBenchPreference();
  const mutation = useMutation({
    mutationFn: async ({ serial, job, slots, clientId }: Wanted & { clientId: string }) => {
      const lanes = await answer(api.GET("/api/v1/bench"));
      const open = lanes.find((lane) => lane.serial.toLowerCase() === serial.toLowerCase());
      if (open) {
        return open.id;
      }
      const found = await detectorOrCylinder(serial);
      if ("cylinder" in found) {
        await navigate({ to: "/gas/$tag", params: { tag: found.cylinder.tag } });
        return null;
      }
      const { detector } = found;
      if (!may(session, "TECHNICIAN")) {
        await navigate({ to: "/detectors/$serial", params: { serial: detector.serial } });
        return null;
      }
      const asked: Job = job ?? (detector.state === "BUMP_FIRST" ? "BUMP" : "CALIBRATION");
      const run = await answer(
        api.POST("/api/v1/runs", {
          body: {
            clientId,
            serial: detector.serial,
            job: asked,
            source: preference.source === "AUTO" ? null : preference.source,
            timeScale: session.demo ? preference.timeScale : 1,
            slots: slots ?? null,
            room: preference.room,
          },
        }),
      );
      return run.id;
    },
    onSuccess: async (runId) => {
      if (runId) {
        await queries.invalidateQueries({ queryKey: ["bench"] });
        await navigate({ to: "/bench/$runId", params: { runId } });
      }
    },
    onError: (error, { serial }) => {
      const problem = asProblem(error);
      toast(problem.message, {
        description: problem.wayOut,
        ...(problem.code === "not-found" && {
          action: { label: "Register a detector", onClick: () => void navigate({ to: "/detectors/new", search: { serial } }) },
          cancel: { label: "Register a cylinder", onClick: () => void navigate({ to: "/gas/new", search: { tag: serial } }) },
        }),
        duration: 8_000,
      });
    },
  });
  return {
    put: (serial: string, job?: Job, slots?: number[]) => mutation.mutate({ serial, job, slots, clientId: freshId() }),
    pending: mutation.isPending,
  };
}

/** What goes by this name; where nothing does, the answer is the one about detectors. */
async function detectorOrCylinder(named: string) {
  try {
    return await answer(api.GET("/api/v1/detectors/{serial}", { params: { path: { serial: named } } }));
  } catch (error) {
    const cylinder =
      asProblem(error).code === "not-found"
        ? await answer(api.GET("/api/v1/cylinders/{tag}", { params: { path: { tag: named } } })).catch(() => null)
        : null;
    if (cylinder) {
      return cylinder;
    }
    throw error;
  }
}
