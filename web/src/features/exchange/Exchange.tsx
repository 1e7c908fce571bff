import { may, useSession } from "../../api/session";
import { Imports } from "./Imports";
import { Out } from "./Out";

/** Import and export of tables. */
export function Exchange() {
  const session = useSession();
  return (
    <div className="mx-auto w-full max-w-6xl px-4 py-4">
      <h1 className="mb-4 text-3xl font-bold">Import and export</h1>
      <div className="grid gap-8 lg:grid-cols-[1fr_20rem]">
        {may(session, "TECHNICIAN") ? <Imports /> : <p className="text-lg text-soft">A technician or a lead can import tables.</p>}
        <Out />
      </div>
    </div>
  );
}
