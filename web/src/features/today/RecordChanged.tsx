import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { TriangleAlert } from "lucide-react";
import { proofQuery } from "../logbook/queries";

/** Says so when the last check found a record changed behind the program. */
export function RecordChanged() {
  const proof = useQuery(proofQuery());
  if (!proof.data?.lastLook || proof.data.lastLook.holds) {
    return null;
  }
  return (
    <p role="alert" className="mb-4 flex flex-wrap items-center gap-3 border-l-4 border-fail bg-fail-wash p-3 text-lg">
      <TriangleAlert aria-hidden className="size-6 shrink-0 text-fail" />
      <span className="font-semibold">Records were changed outside the program.</span>
      <Link to="/logbook/proof" className="inline-flex min-h-11 items-center text-act underline underline-offset-4">
        See what was changed
      </Link>
    </p>
  );
}
