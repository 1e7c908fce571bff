import { useInfiniteQuery } from "@tanstack/react-query";
import { getRouteApi, Link } from "@tanstack/react-router";
import clsx from "clsx";
import { useState } from "react";
import type { Schemas } from "../../api/client";
import { may, useSession } from "../../api/session";
import { kept } from "../../app/search";
import { buttonLook } from "../../ui/Button";
import { fieldBox } from "../../ui/Field";
import { More } from "../../ui/More";
import { word } from "../../ui/shown";
import { Loading, ErrorMessage } from "../../ui/ErrorMessage";
import { allColumns, columns, shownColumns, toggled } from "./columns";
import { FleetTable } from "./FleetTable";
import { fleetQuery } from "./queries";
import { SelectionBar } from "./BulkAction";
import { Views } from "./Views";
import { stateOrder, type FleetFilter } from "./filter";

const route = getRouteApi("/shell/detectors");

/** Three stand side by side on a phone too. */
const narrow = clsx(fieldBox, "!w-28 sm:!w-36");

type Share = Schemas["Share"];

/** The fleet: found by words, narrowed by state, model and crew; the address holds what is looked for. */
export function Detectors() {
  const filter = route.useSearch();
  const navigate = route.useNavigate();
  const session = useSession();
  const fleet = useInfiniteQuery(fleetQuery(filter));
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const first = fleet.data?.pages[0];
  if (!first) {
    return fleet.isError ? <ErrorMessage error={fleet.error} /> : <Loading what="the fleet" />;
  }
  const works = may(session, "TECHNICIAN");
  const choose = (serials: string[], on: boolean) =>
    setChosen((before) => new Set(on ? [...before, ...serials] : [...before].filter((serial) => !serials.includes(serial))));
  const rows = fleet.data?.pages.flatMap((page) => page.rows) ?? [];
  const all = first.states.reduce((sum, share) => sum + share.detectors, 0);
  const put = (changed: Partial<FleetFilter>) =>
    void navigate({
      search: kept({ ...filter, ...changed }),
      replace: true,
    });
  return (
    <div className="px-4 py-4">
      <header className="mb-2 flex flex-wrap items-center gap-x-6 gap-y-2">
        <h1 className="text-3xl font-bold">Detectors</h1>
        <label className="flex items-center gap-2">
          <span className="text-soft">Filter</span>
          <input
            value={filter.find ?? ""}
            onChange={(event) => put({ find: event.target.value })}
            placeholder="crew, model, state …"
            className="min-h-11 border border-ink bg-sheet px-3 placeholder:text-soft"
          />
        </label>
        <p className="text-soft" role="status">
          {first.matching === rows.length ? `${first.matching} detectors` : `${rows.length} of ${first.matching}`}
        </p>
        <span className="ml-auto flex flex-wrap gap-2">
          <Link to="/parts" className={buttonLook()}>
            Parts
          </Link>
          <Link to="/exchange" className={buttonLook()}>
            Import and export
          </Link>
          {may(session, "TECHNICIAN") && (
            <Link to="/detectors/new" className={buttonLook()}>
              Register a detector
            </Link>
          )}
        </span>
      </header>
      <div className="mb-3 flex flex-wrap items-center gap-x-3 gap-y-2">
        <States shares={first.states} all={all} chosen={filter.state} onChoose={(state) => put({ state })} />
        <Narrow label="Model" shares={first.models} value={filter.model} onChange={(model) => put({ model })} />
        <Narrow label="Crew" shares={first.crews} value={filter.crew} onChange={(crew) => put({ crew })} />
        <select
          aria-label="Order"
          className={narrow}
          value={filter.order ?? "SERIAL"}
          onChange={(event) => put({ order: event.target.value === "SERIAL" ? undefined : (event.target.value as FleetFilter["order"]) })}
        >
          <option value="SERIAL">by serial</option>
          <option value="DUE">by due day</option>
          <option value="PRESSING">most pressing first</option>
        </select>
        <Columns without={filter.without} onChange={(without) => put({ without })} />
        <Views filter={filter} />
      </div>
      <FleetTable rows={rows} shown={shownColumns(filter.without)} chosen={works ? chosen : null} onChoose={choose} />
      {fleet.hasNextPage && <More loading={fleet.isFetchingNextPage} onMore={() => void fleet.fetchNextPage()} />}
      {rows.length === 0 &&
        (all === 0 && Object.keys(filter).length === 0 ? (
          <div className="flex flex-wrap items-center gap-3 py-8">
            <p className="text-lg text-soft">No detector is registered yet.</p>
            {works && (
              <>
                <Link to="/detectors/new" className={buttonLook("act")}>
                  Register a detector
                </Link>
                <Link to="/exchange" className={buttonLook()}>
                  Import a table
                </Link>
              </>
            )}
          </div>
        ) : (
          <p className="py-8 text-lg text-soft">No detector fits these words.</p>
        ))}
      {chosen.size > 0 && <SelectionBar serials={[...chosen]} onClear={() => setChosen(new Set())} />}
    </div>
  );
}

/** How many stand in each state; one of them narrows the list to it. */
function States({
  shares,
  all,
  chosen,
  onChoose,
}: {
  shares: Share[];
  all: number;
  chosen: FleetFilter["state"];
  onChoose: (state: FleetFilter["state"]) => void;
}) {
  const sorted = [...shares].sort((a, b) => stateOrder.indexOf(a.name) - stateOrder.indexOf(b.name));
  const look = (on: boolean) =>
    clsx("min-h-11 border-b-4 px-2", on ? "border-act font-bold" : "border-transparent text-soft hover:border-line");
  return (
    <div role="group" aria-label="State" className="flex flex-wrap">
      <button type="button" aria-pressed={!chosen} className={look(!chosen)} onClick={() => onChoose(undefined)}>
        all {all}
      </button>
      {sorted.map((share) => (
        <button
          key={share.name}
          type="button"
          aria-pressed={chosen === share.name}
          className={look(chosen === share.name)}
          onClick={() => onChoose(chosen === share.name ? undefined : (share.name as FleetFilter["state"]))}
        >
          {word(share.name)} {share.detectors}
        </button>
      ))}
    </div>
  );
}

function Narrow({
  label,
  shares,
  value = "",
  onChange,
}: {
  label: string;
  shares: Share[];
  value?: string;
  onChange: (value: string) => void;
}) {
  return (
    <select aria-label={label} className={narrow} value={value} onChange={(event) => onChange(event.target.value)}>
      <option value="">any {label.toLowerCase()}</option>
      {shares.map((share) => (
        <option key={share.name} value={share.name}>
          {share.name} ({share.detectors})
        </option>
      ))}
    </select>
  );
}

/** Which columns stand. */
function Columns({ without, onChange }: { without: string | undefined; onChange: (without: string | undefined) => void }) {
  const shown = shownColumns(without);
  return (
    <details className="relative">
      <summary className={clsx(fieldBox, "flex !w-28 cursor-pointer items-center")}>Columns</summary>
      <fieldset className="absolute left-0 z-10 w-48 border border-ink bg-sheet p-3 shadow-lg">
        <legend className="sr-only">Columns</legend>
        {allColumns.map((column) => (
          <label key={column} className="flex min-h-11 items-center gap-3">
            <input
              type="checkbox"
              className="size-5 accent-act"
              checked={shown.includes(column)}
              onChange={() => onChange(toggled(without, column))}
            />
            {columns[column].head}
          </label>
        ))}
      </fieldset>
    </details>
  );
}
