import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { answer, api } from "../../api/client";

const asks: Record<string, string> = {
  CONFIRM_CHECKS: "checks",
  CONFIRM_STEP: "a hand",
  TRY_AGAIN: "failed: again?",
  WAIT_WARM_UP: "warming up",
  START_ZERO: "zero",
  WAIT_ZERO: "zero settling",
  CHOOSE_CYLINDER: "choose gas",
  OPEN_GAS: "gas on",
  WAIT_SETTLE: "gas settling",
  CONFIRM_ALARMS: "alarms",
  CONFIRM_SAVED: "save",
  CLOSE_GAS: "gas off",
  WAIT_CLEAR: "clearing down",
  SIGN: "sign",
};

/** Who is on the bench; the one in focus stands out. */
export function Lanes({ current }: { current?: string }) {
  const lanes = useQuery({ queryKey: ["bench"], queryFn: () => answer(api.GET("/api/v1/bench")), refetchInterval: 5_000 });
  return (
    <nav aria-label="On the bench" className={(lanes.data?.length ?? 0) < 2 ? "max-lg:hidden" : ""}>
      <h2 className="mb-1 text-sm font-semibold text-soft">On the bench</h2>
      <ul className="flex gap-2 overflow-x-auto lg:flex-col">
        {lanes.data?.map((lane) => (
          <li key={lane.id} className="shrink-0">
            <Link
              to="/bench/$runId"
              params={{ runId: lane.id }}
              aria-current={lane.id === current ? "true" : undefined}
              className="block min-h-11 border-l-4 border-line px-2 py-1 aria-[current]:border-act aria-[current]:bg-sheet"
            >
              <span className="block font-bold">{lane.serial}</span>
              <span className="block text-sm text-soft">{asks[lane.asksFor] ?? ""}</span>
              <span className="block text-sm text-soft">{lane.technician}</span>
            </Link>
          </li>
        ))}
      </ul>
    </nav>
  );
}
