import { useQuery } from "@tanstack/react-query";
import { Formula } from "../../ui/Formula";
import { Loading } from "../../ui/Told";
import { libraryQuery } from "./queries";

/** The figures behind the calculations. */
export function GasLibrary() {
  const gases = useQuery(libraryQuery);
  if (!gases.data) {
    return <Loading what="the gas library" />;
  }
  return (
    <article>
      <h1 className="text-3xl font-bold">The gas library</h1>
      <p className="mb-3 max-w-3xl">
        Typical handbook figures; LEL also after IEC 60079-20-1. Compare a factor with the instrument’s own manual before anything hangs on
        it.
      </p>
      <div className="overflow-x-auto">
        <table className="w-full text-left whitespace-nowrap tabular-nums">
          <thead className="border-b-2 border-ink text-sm text-soft">
            <tr>
              <th className="py-1 pr-4 font-normal">Gas</th>
              <th className="pr-4 text-right font-normal">M, g/mol</th>
              <th className="pr-4 text-right font-normal">LEL handbook, vol%</th>
              <th className="pr-4 text-right font-normal">LEL IEC, vol%</th>
              <th className="pr-4 text-right font-normal">Factor on methane</th>
              <th className="pr-4 text-right font-normal">Ionises at, eV</th>
              <th className="pr-4 text-right font-normal">RF, 10.6 eV</th>
              <th className="font-normal">In a cylinder</th>
            </tr>
          </thead>
          <tbody>
            {gases.data.map((gas) => (
              <tr key={gas.id} className="border-b border-line">
                <td className="py-1 pr-4">
                  <strong>{gas.name}</strong>{" "}
                  <span className="text-soft">
                    <Formula text={gas.formula} />
                  </span>
                </td>
                <td className="pr-4 text-right">{gas.molarMass}</td>
                <td className="pr-4 text-right">{gas.lelHandbook ?? ""}</td>
                <td className="pr-4 text-right">{gas.lelIec ?? ""}</td>
                <td className="pr-4 text-right">{gas.catalyticFactor ?? ""}</td>
                <td className="pr-4 text-right">{gas.ionisationEv}</td>
                <td className="pr-4 text-right">{gas.photoFactor ?? ""}</td>
                <td>{gas.reactive ? "loses strength" : ""}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </article>
  );
}
