import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { Schemas } from "../../api/client";
import { may, useSession } from "../../api/session";
import { Formula } from "../../ui/Formula";
import { Loading, ErrorMessage } from "../../ui/ErrorMessage";
import { CrossTable } from "./CrossTable";
import { FigureButton } from "./FigureButton";
import { FigureSheet } from "./FigureSheet";
import { libraryQuery } from "./queries";
import { withGas } from "./siteFigures";

type Gas = Schemas["GasFigures"];
type Kind = Schemas["FigureKind"];

const heads: Record<Kind["figure"], string> = {
  LEL_HANDBOOK: "LEL handbook, vol%",
  LEL_IEC: "LEL IEC, vol%",
  CATALYTIC_FACTOR: "Factor on methane",
  PHOTO_FACTOR: "RF, 10.6 eV",
};

/** The figures behind the calculations, each with its source, and the site's own in the place of what ships. */
export function GasLibrary() {
  const session = useSession();
  const library = useQuery(libraryQuery);
  const [open, setOpen] = useState<{ gas: Gas; kind: Kind } | null>(null);
  if (!library.data) {
    return library.isError ? <ErrorMessage error={library.error} /> : <Loading what="the gas library" />;
  }
  const lead = may(session, "LEAD");
  const { gases, kinds } = library.data;
  const figureOf = (gas: Gas, kind: Kind) => gas.figures.find((one) => one.figure === kind.figure) ?? null;
  return (
    <article>
      <h1 className="text-3xl font-bold">The gas library</h1>
      <p className="mb-3 max-w-3xl">
        Typical handbook figures; LEL also after IEC 60079-20-1. Compare a factor with the instrument’s own manual before anything hangs on
        it: a figure opens with its source{lead && ", and takes the site’s own"}.
      </p>
      <div className="overflow-x-auto">
        <table className="w-full text-left whitespace-nowrap tabular-nums">
          <thead className="border-b-2 border-ink text-sm text-soft">
            <tr>
              <th className="py-1 pr-4 font-normal">Gas</th>
              <th className="pr-4 text-right font-normal">M, g/mol</th>
              <th className="pr-4 text-right font-normal">Ionises at, eV</th>
              {kinds.map((kind) => (
                <th key={kind.figure} className="pr-4 text-right font-normal">
                  {heads[kind.figure]}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {gases.map((gas) => (
              <tr key={gas.id} className="border-b border-line">
                <td className="pr-4">
                  <strong>{gas.name}</strong>{" "}
                  <span className="text-soft">
                    <Formula text={gas.formula} />
                    {gas.reactive && " · loses strength"}
                  </span>
                </td>
                <td className="pr-4 text-right">{gas.molarMass}</td>
                <td className="pr-4 text-right">{gas.ionisationEv}</td>
                {kinds.map((kind) => {
                  const figure = figureOf(gas, kind);
                  return (
                    <td key={kind.figure} className="pr-4 text-right">
                      {(lead || figure?.value != null) && (
                        <FigureButton
                          label={`${gas.name}, ${kind.label}: ${figure?.value ?? "none is known"}`}
                          ofSite={figure?.ofSite ?? false}
                          onClick={() => setOpen({ gas, kind })}
                        >
                          {figure?.value ?? "–"}
                        </FigureButton>
                      )}
                    </td>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <CrossTable library={library.data} lead={lead} />
      {open && (
        <FigureSheet
          title={`${open.gas.name}: ${open.kind.label}`}
          unit={open.kind.unit}
          lead={lead}
          figure={figureOf(open.gas, open.kind)}
          put={(now, own) => withGas(now, open.gas.id, open.kind.figure, own)}
          onClose={() => setOpen(null)}
        />
      )}
    </article>
  );
}
