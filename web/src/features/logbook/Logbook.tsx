import { useInfiniteQuery } from "@tanstack/react-query";
import { getRouteApi, Link } from "@tanstack/react-router";
import clsx from "clsx";
import { Fragment, useState } from "react";
import type { Schemas } from "../../api/client";
import { may, useSession } from "../../api/session";
import { dayIn, onDay } from "../../app/dates";
import { kept } from "../../app/search";
import { Button, buttonLook } from "../../ui/Button";
import { More } from "../../ui/More";
import { Loading, ErrorMessage } from "../../ui/ErrorMessage";
import { CorrectSheet } from "./CorrectSheet";
import { Entry } from "./Entry";
import { Narrowing } from "./Narrowing";
import { logbookQuery } from "./queries";
import { AreaChoice } from "./AreaChoice";
import { areaOf, type LogbookFilter } from "./filter";

const route = getRouteApi("/shell/logbook");

/** All entries of the site, newest first, with a search and filters. It opens on work. */
export function Logbook() {
  const filter = route.useSearch();
  const navigate = route.useNavigate();
  const session = useSession();
  const { zone } = session;
  const logbook = useInfiniteQuery(logbookQuery(filter));
  const [correcting, setCorrecting] = useState<Schemas["LogbookEntry"] | null>(null);
  if (!logbook.data) {
    return logbook.isError ? <ErrorMessage error={logbook.error} /> : <Loading what="the logbook" />;
  }
  const entries = logbook.data.pages.flatMap((page) => page.entries);
  const put = (changed: LogbookFilter) =>
    void navigate({
      search: kept({ ...filter, ...changed }),
      replace: true,
    });
  return (
    <div className="mx-auto w-full max-w-7xl px-4 py-4">
      <header className="mb-2 flex flex-wrap items-center gap-x-6 gap-y-2">
        <h1 className="text-3xl font-bold">Logbook</h1>
        <label className="flex grow items-center gap-2">
          <span className="text-soft">Search</span>
          <input
            value={filter.words ?? ""}
            onChange={(event) => put({ words: event.target.value })}
            placeholder="a serial, a reason, a remark, a name …"
            className="min-h-11 w-full max-w-md border border-ink bg-sheet px-3 placeholder:text-soft"
          />
        </label>
        {Object.keys(filter).length > 0 && <Button onClick={() => void navigate({ search: {}, replace: true })}>Clear filters</Button>}
        <Link to="/certificates" className={buttonLook()}>
          Certificates
        </Link>
        {may(session, "LEAD") && (
          <Link to="/logbook/proof" className={buttonLook()}>
            Integrity check
          </Link>
        )}
      </header>
      <AreaChoice area={areaOf(filter)} onChoose={(area) => put({ area })} />
      <Narrowing filter={filter} onChange={put} />
      <ol aria-label="Entries" aria-busy={logbook.isPlaceholderData} className={clsx(logbook.isPlaceholderData && "opacity-60")}>
        {entries.map((entry, i) => {
          const day = dayIn(zone, entry.at);
          const before = entries[i - 1];
          return (
            <Fragment key={entry.seq}>
              {(!before || dayIn(zone, before.at) !== day) && (
                <li className="border-b-2 border-ink pt-5 pb-1">
                  <h2 className="text-lg font-bold">{onDay(day)}</h2>
                </li>
              )}
              <Entry entry={entry} zone={zone} onCorrect={() => setCorrecting(entry)} />
            </Fragment>
          );
        })}
      </ol>
      {entries.length === 0 && (
        <p className="py-8 text-lg text-soft" role="status">
          {Object.keys(filter).length === 0 ? "No work has been entered yet." : "No entry matches. Remove a word or a filter."}
        </p>
      )}
      {logbook.hasNextPage && <More loading={logbook.isFetchingNextPage} onMore={() => void logbook.fetchNextPage()} />}
      {correcting && <CorrectSheet entry={correcting} onClose={() => setCorrecting(null)} />}
    </div>
  );
}
