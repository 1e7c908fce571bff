import { useQuery } from "@tanstack/react-query";
import { TriangleAlert } from "lucide-react";
import { answer, api } from "../api/client";
import { may, useSession } from "../api/session";

const GIGABYTE = 1_000_000_000;

/** On every screen while the disk of the server is nearly full. */
export function DiskWarning() {
  const session = useSession();
  const room = useQuery({
    queryKey: ["disk-room"],
    queryFn: () => answer(api.GET("/api/v1/disk-room")),
    refetchInterval: 60_000,
    enabled: session.role !== null && !session.locked,
  });
  if (!room.data?.nearlyFull) {
    return null;
  }
  const left = ((room.data.bytesLeft ?? 0) / GIGABYTE).toFixed(1);
  return (
    <p role="alert" className="flex items-center gap-3 border-b-2 border-fail bg-fail-wash px-4 py-2 text-lg">
      <TriangleAlert aria-hidden className="size-6 shrink-0 text-fail" />
      <span>
        <strong>The server’s disk is nearly full: {left} GB left.</strong>{" "}
        {may(session, "ADMINISTRATOR") ? "Make room, or soon nothing can be saved." : "Tell the administrator: soon nothing can be saved."}
      </span>
    </p>
  );
}
