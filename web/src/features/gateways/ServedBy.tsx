import { useQuery } from "@tanstack/react-query";
import { answer, api } from "../../api/client";
import { useSession } from "../../api/session";
import { Heard } from "./Heard";

/** The gateways that may send readings of a detector, and whether they are heard now. */
export function ServedBy({ serial }: { serial: string }) {
  const { zone } = useSession();
  const served = useQuery({
    queryKey: ["detector", serial, "gateways"],
    queryFn: () => answer(api.GET("/api/v1/detectors/{serial}/gateways", { params: { path: { serial } } })),
    refetchInterval: 10_000,
  });
  if (!served.data) {
    return null;
  }
  return (
    <ul className="flex flex-col">
      {served.data.gateways.map((gateway) => (
        <li key={gateway.name} className="flex flex-wrap items-center gap-x-2">
          <span>
            Gateway <strong>{gateway.name}</strong>
          </span>
          <Heard gateway={gateway} zone={zone} />
        </li>
      ))}
    </ul>
  );
}
