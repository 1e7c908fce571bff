import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { onDay } from "../../app/dates";
import { Formula } from "../../ui/Formula";
import { openDoubtsQuery } from "../fleet/queries";
import { counted } from "../../ui/counted";

/** What a lead still has to look into: days on which sensors may have read wrongly. */
export function SuspectPeriodsToReview() {
  const doubts = useQuery(openDoubtsQuery);
  if (!doubts.data || doubts.data.length === 0) {
    return null;
  }
  return (
    <section className="mt-6" aria-labelledby="in-doubt">
      <h2 id="in-doubt" className="border-b-2 border-caution pb-1 text-xl font-bold">
        Suspect periods: impact review <span className="font-normal text-soft">· {doubts.data.length}</span>
      </h2>
      <ul>
        {doubts.data.map((doubt) => (
          <li key={doubt.id} className="flex flex-wrap items-baseline gap-x-4 border-b border-line py-2">
            <Link
              to="/detectors/$serial"
              params={{ serial: doubt.serial }}
              className="text-lg font-bold underline-offset-4 hover:underline"
            >
              {doubt.serial}
            </Link>
            <span>
              <Formula text={doubt.formula} />, {counted(doubt.days, "day")} to {onDay(doubt.until)}
            </span>
            <span className="text-soft">
              {doubt.crew}, out on {counted(doubt.usedOn.length, "day")}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
