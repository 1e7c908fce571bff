import { Link, Navigate, useNavigate } from "@tanstack/react-router";
import { useSession } from "../../api/session";
import { buttonLook } from "../../ui/Button";
import { Loading } from "../../ui/ErrorMessage";
import { Lanes } from "./Lanes";
import { ownLanes, useLanes } from "./lanes";

/** The bench without a lane in focus: goes to one's own run, or says how to begin. */
export function EmptyBench() {
  const session = useSession();
  const lanes = useLanes();
  const navigate = useNavigate();
  if (lanes.isPending) {
    return <Loading what="the bench" />;
  }
  const mine = ownLanes(lanes.data ?? [], session.displayName)[0];
  if (mine) {
    return <Navigate to="/bench/$runId" params={{ runId: mine.id }} replace />;
  }
  return (
    <div className="mx-auto w-full max-w-2xl px-4 py-12">
      <h1 className="text-4xl font-bold text-balance">Scan a detector to put it on the bench</h1>
      <p className="mt-3 text-lg">
        A barcode reader works anywhere on the page. Without one, press / and type the serial, or take the next one from today’s list.
      </p>
      <p className="my-6">
        <Link to="/" className={buttonLook("act")}>
          Today’s work
        </Link>
      </p>
      {(lanes.data?.length ?? 0) > 0 && <Lanes onFocus={(runId) => void navigate({ to: "/bench/$runId", params: { runId } })} />}
    </div>
  );
}
