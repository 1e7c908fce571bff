import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import type { Schemas } from "../../api/client";
import { may, useSession } from "../../api/session";
import { onDay } from "../../app/dates";
import { buttonLook } from "../../ui/Button";
import { Formula } from "../../ui/Formula";
import { Loading, Told } from "../../ui/Told";
import { cylindersQuery } from "./queries";

type Cylinder = Schemas["CylinderView"];

const shownDays = 540;

export function Cylinders() {
  const session = useSession();
  const cylinders = useQuery(cylindersQuery);
  if (cylinders.isPending) {
    return <Loading what="the shelf" />;
  }
  if (cylinders.isError) {
    return <Told error={cylinders.error} />;
  }
  return (
    <div className="px-4 py-4">
      <header className="mb-3 flex flex-wrap items-center justify-between gap-4">
        <h1 className="text-3xl font-bold">Gas on the shelf</h1>
        {may(session, "TECHNICIAN") && (
          <Link to="/gas/new" className={buttonLook()}>
            Register a cylinder
          </Link>
        )}
      </header>
      {cylinders.data.length === 0 && (
        <p className="text-lg text-soft">No cylinder is registered yet. Register one from its certificate.</p>
      )}
      <ul>
        {cylinders.data.map((cylinder) => (
          <CylinderRow key={cylinder.id} cylinder={cylinder} />
        ))}
      </ul>
    </div>
  );
}

function CylinderRow({ cylinder }: { cylinder: Cylinder }) {
  const expired = cylinder.standing === "expired";
  return (
    <li className="grid items-center gap-x-6 gap-y-1 border-b border-line py-3 lg:grid-cols-[9rem_minmax(0,1fr)_12rem_minmax(0,22rem)]">
      <div>
        <p className="text-xl font-bold">{cylinder.tag}</p>
        <p className="text-sm text-soft">
          {cylinder.certificateNumber}, lot {cylinder.lot}
        </p>
      </div>
      <p>
        {cylinder.components.map((c) => (
          <span key={c.gas} className="mr-4 inline-block whitespace-nowrap">
            <strong>
              <Formula text={c.formula} />
            </strong>{" "}
            {c.amount} <span className="text-sm text-soft">{c.uncertainty}</span>
          </span>
        ))}
        <span className="text-soft">in {cylinder.balance}</span>
      </p>
      <div>
        <svg
          viewBox="0 0 160 18"
          className="h-4 w-full"
          role="img"
          aria-label={`${cylinder.litresLeft.toFixed(1)} of ${cylinder.volumeLitres} litres left`}
          preserveAspectRatio="none"
        >
          <rect x="1" y="1" width="158" height="16" rx="7" className="fill-none stroke-ink" />
          <rect
            x="1"
            y="1"
            width={Math.max(2, (158 * cylinder.litresLeft) / cylinder.volumeLitres)}
            height="16"
            rx="7"
            className="fill-act"
          />
        </svg>
        <p className="text-sm">
          {cylinder.litresLeft.toFixed(1)} of {cylinder.volumeLitres} L, {cylinder.gaugeBar} bar
        </p>
      </div>
      <div>
        <svg viewBox="0 0 300 14" className="h-3.5 w-full" aria-hidden preserveAspectRatio="none">
          <path d="M0 7 H300" className="stroke-line" strokeWidth="2" />
          {!expired && (
            <path
              d={`M0 7 H${Math.min(300, (300 * cylinder.daysLeft) / shownDays)}`}
              className={cylinder.standing === "expires soon" ? "stroke-caution" : "stroke-act"}
              strokeWidth="6"
            />
          )}
        </svg>
        <p className={expired ? "font-bold text-fail" : cylinder.standing === "expires soon" ? "font-bold text-caution" : ""}>
          {expired
            ? `Expired on ${onDay(cylinder.useBefore)}: do not use`
            : `Use before ${onDay(cylinder.useBefore)}, ${cylinder.daysLeft} days`}
        </p>
      </div>
    </li>
  );
}
