import { TriangleAlert } from "lucide-react";
import { asProblem } from "../api/client";

/** A refusal or failure: why, and the way out. */
export function ErrorMessage({ error }: { error: unknown }) {
  if (!error) {
    return null;
  }
  const problem = asProblem(error);
  return (
    <div role="alert" className="my-2 flex gap-3 border-l-4 border-fail bg-fail-wash p-3 text-ink">
      <TriangleAlert aria-hidden className="mt-0.5 size-5 shrink-0 text-fail" />
      <div>
        <p className="font-semibold">{problem.message}</p>
        <p>{problem.wayOut}</p>
      </div>
    </div>
  );
}

export function Loading({ what }: { what: string }) {
  return (
    <p role="status" className="p-6 text-soft">
      Fetching {what} …
    </p>
  );
}
