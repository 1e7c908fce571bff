import { useQuery } from "@tanstack/react-query";
import { getRouteApi, Link } from "@tanstack/react-router";
import { Loading, ErrorMessage } from "../../ui/ErrorMessage";
import { Calculation } from "./Calculation";
import { GasLibrary } from "./GasLibrary";
import { calculationsQuery } from "./queries";

const route = getRouteApi("/shell/calculators/$name");

const entry =
  "flex min-h-11 items-center border-l-4 border-transparent py-1 pl-3 hover:border-line data-[status=active]:border-act data-[status=active]:font-bold";

/** The arithmetic on its own: pick a calculation, type its numbers, read its formula filled in. */
export function Calculators() {
  const { name } = route.useParams();
  const calculations = useQuery(calculationsQuery);
  if (calculations.isPending) {
    return <Loading what="the calculations" />;
  }
  if (calculations.isError) {
    return <ErrorMessage error={calculations.error} />;
  }
  const chosen = calculations.data.flatMap((group) => group.calculations).find((one) => one.name === name);
  return (
    <div className="grid gap-x-8 px-4 py-4 lg:grid-cols-[21rem_minmax(0,1fr)]">
      <nav aria-label="Calculations" className="order-2 mt-8 lg:order-1 lg:mt-0">
        <Link to="/calculators/$name" params={{ name: "gas-library" }} search={{}} className={entry}>
          The gas library
        </Link>
        {calculations.data.map((group) => (
          <section key={group.title} aria-label={group.title}>
            <h2 className="mt-3 border-b border-line text-sm text-soft">{group.title}</h2>
            <ul>
              {group.calculations.map((one) => (
                <li key={one.name}>
                  <Link
                    to="/calculators/$name"
                    params={{ name: one.name }}
                    search={{}}
                    className={entry}
                    activeOptions={{ includeSearch: false }}
                  >
                    {one.title}
                  </Link>
                </li>
              ))}
            </ul>
          </section>
        ))}
      </nav>
      <div className="order-1 min-w-0 lg:order-2">
        {name === "gas-library" ? (
          <GasLibrary />
        ) : chosen ? (
          <Calculation key={chosen.name} calculation={chosen} />
        ) : (
          <p className="text-lg">There is no such calculation. Pick one from the list.</p>
        )}
      </div>
    </div>
  );
}
