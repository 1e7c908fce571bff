import { queryOptions, useQuery } from "@tanstack/react-query";
import { answer, api } from "../../api/client";
import { Loading, ErrorMessage } from "../../ui/ErrorMessage";
import type { Policy } from "./methodOptions";
import { counted } from "../../ui/counted";

export const reachQuery = (policy: Policy) =>
  queryOptions({
    queryKey: ["house", "reach", policy],
    queryFn: () => answer(api.POST("/api/v1/site-rules/impact", { body: policy })),
  });

/** What a change would reach: due days that move, and what is on record that would have been judged otherwise. */
export function ChangeImpact({ policy }: { policy: Policy }) {
  const reach = useQuery(reachQuery(policy));
  if (!reach.data) {
    return reach.isError ? <ErrorMessage error={reach.error} /> : <Loading what="what it would reach" />;
  }
  const { due, verdicts } = reach.data;
  const moves = due.earlier + due.later > 0;
  return (
    <>
      <section aria-label="Due days and use">
        <h3 className="font-bold">Due days and use</h3>
        {moves ? (
          <p>
            {[
              due.earlier > 0 && `${counted(due.earlier, "detector falls", "detectors fall")} due earlier`,
              due.later > 0 && `${counted(due.later, "detector", "detectors")} later`,
            ]
              .filter(Boolean)
              .join(", ")}
            .
          </p>
        ) : (
          <p className="text-soft">None moves.</p>
        )}
        {due.losingUse > 0 && (
          <p className="font-semibold text-fail">
            {counted(due.losingUse, "detector that may be used today", "detectors that may be used today")} could not go out any more.
          </p>
        )}
        {due.gainingUse > 0 && <p>{counted(due.gainingUse, "more detector", "more detectors")} could go out today.</p>}
        <p className="text-sm text-soft">{due.crews.join(", ")}</p>
      </section>
      <section aria-label="Verdicts on record">
        <h3 className="font-bold">Verdicts on record</h3>
        {verdicts.otherwise.length === 0 ? (
          <p className="text-soft">None of the last {verdicts.of.toLocaleString("en")} would have been another.</p>
        ) : (
          <>
            <ul>
              {verdicts.otherwise.map((one) => (
                <li key={one.stage + one.change}>
                  <strong>{one.results.toLocaleString("en")}</strong> {one.stage}: {one.change}
                </li>
              ))}
            </ul>
            <p className="text-sm text-soft">
              of the last {verdicts.of.toLocaleString("en")}. Nothing is judged again: they stay as they were signed.
            </p>
          </>
        )}
      </section>
    </>
  );
}
