import { useQuery } from "@tanstack/react-query";
import { getRouteApi, Link, useNavigate } from "@tanstack/react-router";
import { may, useSession } from "../../api/session";
import { onDay } from "../../app/dates";
import { buttonLook } from "../../ui/Button";
import { LabelsLink } from "../../ui/LabelsLink";
import { StateWord } from "../../ui/StateWord";
import { Strip } from "../../ui/Strip";
import { Loading, Told } from "../../ui/Told";
import { detectorsQuery } from "./queries";

const route = getRouteApi("/shell/detectors");

export function Detectors() {
  const { find = "" } = route.useSearch();
  const navigate = useNavigate();
  const session = useSession();
  const detectors = useQuery(detectorsQuery);
  if (detectors.isPending) {
    return <Loading what="the fleet" />;
  }
  if (detectors.isError) {
    return <Told error={detectors.error} />;
  }
  const words = find.toLowerCase().split(/\s+/).filter(Boolean);
  const shown = detectors.data.filter((d) => {
    const text = `${d.serial} ${d.assetTag} ${d.model} ${d.crew} ${d.location} ${d.state}`.toLowerCase();
    return words.every((word) => text.includes(word));
  });
  return (
    <div className="px-4 py-4">
      <header className="mb-3 flex flex-wrap items-center gap-x-6 gap-y-2">
        <h1 className="text-3xl font-bold">Detectors</h1>
        <label className="flex items-center gap-2">
          <span className="text-soft">Show</span>
          <input
            value={find}
            onChange={(event) =>
              void navigate({ to: "/detectors", search: event.target.value ? { find: event.target.value } : {}, replace: true })
            }
            placeholder="crew, model, state …"
            className="min-h-11 border border-ink bg-sheet px-3 placeholder:text-soft"
          />
        </label>
        <p className="text-soft">
          {shown.length} of {detectors.data.length}
        </p>
        <span className="ml-auto flex flex-wrap gap-2">
          {shown.length > 0 && <LabelsLink detectors={shown.map((d) => d.serial)}>Labels</LabelsLink>}
          {may(session, "TECHNICIAN") && (
            <Link to="/detectors/new" className={buttonLook()}>
              Register a detector
            </Link>
          )}
        </span>
      </header>
      <div className="overflow-x-auto">
        <table className="w-full text-left">
          <thead className="border-b-2 border-ink text-sm text-soft">
            <tr>
              <th className="py-1 pr-4 font-normal">May it be used?</th>
              <th className="pr-4 font-normal">Serial</th>
              <th className="pr-4 font-normal">Model</th>
              <th className="pr-4 font-normal">Crew, place</th>
              <th className="pr-4 font-normal">Due</th>
              <th className="pr-4 font-normal">Why</th>
              <th className="w-36 font-normal">Last run</th>
            </tr>
          </thead>
          <tbody>
            {shown.map((d) => (
              <tr key={d.serial} className="border-b border-line">
                <td className="py-1 pr-4 whitespace-nowrap">
                  <StateWord state={d.state} /> <span className="text-sm text-soft">{d.usable ? "yes" : "no"}</span>
                </td>
                <td className="pr-4">
                  <Link
                    to="/detectors/$serial"
                    params={{ serial: d.serial }}
                    className="inline-flex min-h-11 items-center font-bold whitespace-nowrap underline-offset-4 hover:underline"
                  >
                    {d.serial}
                  </Link>
                </td>
                <td className="pr-4 whitespace-nowrap">{d.model}</td>
                <td className="pr-4">
                  {d.crew}, {d.location}
                </td>
                <td className="pr-4 whitespace-nowrap">{onDay(d.dueOn)}</td>
                <td className="pr-4">{d.reason}</td>
                <td>{d.lastStrip && <Strip strip={d.lastStrip} />}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {shown.length === 0 && (
        <p className="py-8 text-lg text-soft">
          {detectors.data.length === 0 ? "No detector is registered yet." : "No detector fits these words."}
        </p>
      )}
    </div>
  );
}
