import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { Schemas } from "../../api/client";
import { Button } from "../../ui/Button";
import { counted } from "../../ui/counted";
import { Loading, ErrorMessage } from "../../ui/ErrorMessage";
import { GatewayRow } from "./GatewayRow";
import { NewGatewaySheet } from "./NewGatewaySheet";
import { gatewaysQuery } from "./queries";
import { Serials } from "./Serials";
import { TokenSheet } from "./TokenSheet";

/** The programs that read detectors out and send what their displays show. */
export function Gateways() {
  const site = useQuery(gatewaysQuery);
  const [adding, setAdding] = useState(false);
  const [added, setAdded] = useState<Schemas["GatewayAdded"] | null>(null);
  if (!site.data) {
    return site.isError ? <ErrorMessage error={site.error} /> : <Loading what="the gateways" />;
  }
  const { gateways, unserved } = site.data;
  const work = gateways.filter((one) => one.standing !== "REVOKED");
  const revoked = gateways.filter((one) => one.standing === "REVOKED");
  return (
    <div className="mx-auto w-full max-w-6xl px-4 py-4">
      <header className="mb-3 flex flex-wrap items-center gap-x-6 gap-y-2">
        <h1 className="text-3xl font-bold">Gateways</h1>
        <p className="max-w-prose text-soft">
          A gateway is a program near the bench that reads detectors out and sends their readings here.
        </p>
        <Button kind={work.length === 0 ? "act" : "plain"} className="ml-auto" onClick={() => setAdding(true)}>
          Connect a gateway
        </Button>
      </header>
      {work.length === 0 ? (
        <p className="border-t-2 border-ink py-4">No gateway is connected. Until one is, readings are typed at the bench.</p>
      ) : (
        <ul className="border-t-2 border-ink">
          {work.map((one) => (
            <GatewayRow key={one.id} gateway={one} />
          ))}
        </ul>
      )}
      {unserved.length > 0 && work.length > 0 && (
        <section aria-labelledby="unserved" className="mt-8">
          <h2 id="unserved" className="mb-1 text-xl font-bold">
            {counted(unserved.length, "detector")} without a gateway
          </h2>
          <div className="border-t border-ink py-2">
            <Serials serials={unserved} />
          </div>
        </section>
      )}
      {revoked.length > 0 && (
        <section aria-labelledby="revoked" className="mt-8">
          <h2 id="revoked" className="mb-1 text-xl font-bold">
            Revoked
          </h2>
          <ul className="border-t border-ink">
            {revoked.map((one) => (
              <GatewayRow key={one.id} gateway={one} />
            ))}
          </ul>
        </section>
      )}
      {adding && (
        <NewGatewaySheet
          onClose={() => setAdding(false)}
          onAdded={(fresh) => {
            setAdding(false);
            setAdded(fresh);
          }}
        />
      )}
      {added && <TokenSheet added={added} onClose={() => setAdded(null)} />}
    </div>
  );
}
