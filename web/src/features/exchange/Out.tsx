import { useState } from "react";
import { may, useSession } from "../../api/session";
import { buttonLook } from "../../ui/Button";
import { DateField } from "../../ui/DateField";

const tables = [
  ["detectors", "Detectors", "with their sensors, state and due day"],
  ["sensors", "Sensors", "every sensor that was ever fitted"],
  ["cylinders", "Cylinders", "in the form that the import takes"],
  ["runs", "Runs", "one line per result of each sensor"],
] as const;

/** What goes out as CSV or as a workbook. */
export function Out() {
  const session = useSession();
  const [from, setFrom] = useState("");
  const [until, setUntil] = useState("");
  const days = new URLSearchParams({ ...(from && { from }), ...(until && { until }) }).toString();
  return (
    <section aria-labelledby="out">
      <h2 id="out" className="mb-1 text-xl font-bold">
        Export
      </h2>
      <ul className="border-t border-ink">
        {tables.map(([table, title, words]) => (
          <li key={table} className="border-b border-line py-2">
            <strong>{title}</strong> <span className="text-soft">{words}</span>
            {table === "runs" && (
              <div className="my-2 grid grid-cols-2 gap-3">
                <DateField label="Runs from" placeholder="any day" value={from} onDay={setFrom} />
                <DateField label="to" placeholder="any day" value={until} onDay={setUntil} />
              </div>
            )}
            <span className="mt-1 flex gap-2">
              {["csv", "xlsx"].map((form) => (
                <a
                  key={form}
                  download
                  aria-label={`${title} as ${form.toUpperCase()}`}
                  className={buttonLook()}
                  href={`/api/v1/exports/${table}/${form}${table === "runs" && days ? `?${days}` : ""}`}
                >
                  {form.toUpperCase()}
                </a>
              ))}
            </span>
          </li>
        ))}
      </ul>
      {may(session, "ADMINISTRATOR") && (
        <div className="border-b border-line py-2">
          <strong>The whole site</strong>{" "}
          <span className="text-soft">
            every table as lines of JSON, with its hashes and without passwords. An empty site can start from it.
          </span>
          <span className="mt-1 flex">
            <a href="/api/v1/site-archive" download className={buttonLook()}>
              Archive
            </a>
          </span>
        </div>
      )}
      <p className="mt-2 text-sm text-soft">In CSV, a text that a spreadsheet would read as a formula begins with an apostrophe.</p>
    </section>
  );
}
