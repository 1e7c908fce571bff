import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { answer, api, once, type Schemas } from "../../api/client";
import { may, useSession } from "../../api/session";
import { atTime } from "../../app/dates";
import { Button, buttonLook } from "../../ui/Button";
import { Formula } from "../../ui/Formula";
import { ReasonedSheet } from "../../ui/ReasonedSheet";
import { Loading, ErrorMessage } from "../../ui/ErrorMessage";
import { Why } from "../../ui/Working";
import { reviewsQuery } from "./queries";
import { Share } from "./Share";

type Review = Schemas["ModelReview"];

/** Whether the interval of each model is right, by its as-found checks. */
export function Intervals() {
  const reviews = useQuery(reviewsQuery);
  const [deciding, setDeciding] = useState<{ review: Review; accept: boolean } | null>(null);
  if (!reviews.data) {
    return reviews.isError ? <ErrorMessage error={reviews.error} /> : <Loading what="what was found" />;
  }
  return (
    <section aria-labelledby="intervals" className="mt-8">
      <h2 id="intervals" className="text-2xl font-bold">
        Interval review
      </h2>
      <p className="text-soft">
        What sensors were found like before anything was set, in two years. The bar is where the true share in tolerance lies; the line is
        the target of 95 %.
      </p>
      {reviews.data.length === 0 && <p className="py-6 text-lg">No card checks as found yet, so there is nothing to judge by.</p>}
      {reviews.data.map((review) => (
        <Model key={review.model} review={review} onDecide={(accept) => setDeciding({ review, accept })} />
      ))}
      {deciding && (
        <ReasonedSheet
          title={`${deciding.accept ? "Accept" : "Decline"}: ${deciding.review.model} ${deciding.review.next ?? ""}`}
          label={deciding.accept ? "Why? Its card is changed next, with a dry run." : "Why? It is proposed again when more has been found."}
          action={deciding.accept ? "Accept it" : "Decline it"}
          send={(reason) =>
            answer(
              api.POST("/api/v1/interval-reviews", {
                params: once(),
                body: { model: deciding.review.model, accept: deciding.accept, reason },
              }),
            )
          }
          onClose={() => setDeciding(null)}
        />
      )}
    </section>
  );
}

function Model({ review, onDecide }: { review: Review; onDecide: (accept: boolean) => void }) {
  const session = useSession();
  const open = review.next !== null && review.answered === null;
  return (
    <section aria-label={review.model} className="mt-4 border-t-2 border-ink pt-2">
      <div className="flex flex-wrap items-center gap-x-5 gap-y-1">
        <h3 className="text-xl font-bold">{review.model}</h3>
        <span className="text-soft">now {review.interval}</span>
        <strong className={open ? "text-caution" : ""}>
          {review.says}
          {review.next && `: ${review.next}`}
        </strong>
        {open && may(session, "LEAD") && (
          <span className="ml-auto flex gap-2">
            <Button kind="act" onClick={() => onDecide(true)}>
              Accept
            </Button>
            <Button onClick={() => onDecide(false)}>Decline</Button>
          </span>
        )}
        {review.answered && (
          <span className="ml-auto flex flex-wrap items-center gap-3">
            <span>
              {review.answered.accepted ? "Accepted" : "Declined"} by {review.answered.by}, {atTime(review.answered.at, session.zone)}:{" "}
              {review.answered.reason}
            </span>
            {review.answered.accepted && may(session, "LEAD") && (
              <Link to="/rules/cards/$model" params={{ model: review.model }} className={buttonLook("outline")}>
                Change its card
              </Link>
            )}
          </span>
        )}
      </div>
      <ul>
        {review.sensors.map((row) => (
          <li
            key={row.gas}
            className="grid grid-cols-[4rem_7rem_minmax(0,1fr)] items-center gap-x-4 border-b border-line md:grid-cols-[5rem_8rem_minmax(0,1fr)_9rem_15rem_5rem]"
          >
            <strong className="text-lg">
              <Formula text={row.gas} />
            </strong>
            <span>
              {row.inTolerance} of {row.all}
            </span>
            <Share row={row} />
            <span className="col-span-2 text-sm md:col-span-1">{row.says}</span>
            <span className="hidden text-sm text-soft md:block">
              {row.driftMedian === null || row.driftMostly === null
                ? "drift not known"
                : `drifts ${signed(row.driftMedian)} %, 8 of 10 by no more than ${row.driftMostly.toFixed(1)} %`}
            </span>
            <Why working={row.working} />
          </li>
        ))}
      </ul>
    </section>
  );
}

function signed(value: number): string {
  return `${value < 0 ? "−" : "+"}${Math.abs(value).toFixed(1)}`;
}
