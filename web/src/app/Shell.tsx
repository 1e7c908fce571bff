import { useQueryClient } from "@tanstack/react-query";
import { Link, Outlet, useNavigate, useParams } from "@tanstack/react-router";
import { CircleHelp, Lock, LogOut, SunMoon } from "lucide-react";
import { lazy, Suspense, useEffect, useState } from "react";
import { answer, api, LOCKED } from "../api/client";
import { sessionQuery, useSession } from "../api/session";
import { GasAlarm } from "../features/bench/GasAlarm";
import { DiskWarning } from "./DiskWarning";
import { BenchSettings } from "./BenchSettings";
import { Locked, useLock } from "./Locked";
import { OutboxNotice } from "./OutboxNotice";
import { ScanField } from "./ScanField";
import { ShortcutHelp } from "./ShortcutHelp";
import { SignatureSheet } from "./SignatureSheet";
import { switchTheme } from "./theme";
import { useIdleLock } from "./useIdleLock";
import { useShortcuts } from "./useShortcuts";

const loadPalette = () => import("./Palette").then((m) => ({ default: m.Palette }));
const Palette = lazy(loadPalette);

const places = [
  { to: "/", word: "Today" },
  { to: "/plan", word: "Plan" },
  { to: "/bench", word: "Bench" },
  { to: "/detectors", word: "Detectors" },
  { to: "/gas", word: "Gas" },
  { to: "/logbook", word: "Logbook" },
  { to: "/rules", word: "Rules" },
  { to: "/calculators", word: "Calculators" },
] as const;

/** On a narrow page the header has two lines; what sticks below it sticks below both. */
function tellHeight(header: HTMLElement | null) {
  if (!header) {
    return;
  }
  const observer = new ResizeObserver(() => document.documentElement.style.setProperty("--header", `${header.offsetHeight}px`));
  observer.observe(header);
  return () => observer.disconnect();
}

export function Shell() {
  const session = useSession();
  const queries = useQueryClient();
  const navigate = useNavigate();
  const [palette, setPalette] = useState(false);
  const [help, setHelp] = useState(false);
  useEffect(() => {
    // Fetched before it is asked for: what is typed right after Ctrl K must not be lost.
    const idle = setTimeout(() => void loadPalette(), 1_500);
    return () => clearTimeout(idle);
  }, []);
  const lock = useLock();
  const runId = useParams({ strict: false }).runId ?? null;
  useIdleLock(session.lockMinutes, session.displayName ?? "", lock);
  useEffect(() => {
    const locked = () => void queries.query({ ...sessionQuery, staleTime: 0 });
    addEventListener(LOCKED, locked);
    return () => removeEventListener(LOCKED, locked);
  }, [queries]);
  useShortcuts({ openPalette: () => setPalette(true), openHelp: () => setHelp(true) });

  async function signOut() {
    await answer(api.DELETE("/api/v1/session"));
    queries.clear();
    await queries.query(sessionQuery);
    await navigate({ to: "/sign-in" });
  }

  return (
    <div className="flex min-h-dvh flex-col">
      <a href="#work" className="sr-only bg-act p-3 text-on-act focus:not-sr-only">
        Skip to content
      </a>
      <header
        ref={tellHeight}
        className="sticky top-0 z-10 flex flex-wrap items-center gap-x-2 gap-y-1 border-b-2 border-ink bg-paper px-4 py-1.5 sm:gap-x-3 print:hidden"
      >
        <nav aria-label="Places" className="flex w-full items-stretch justify-between overflow-x-auto sm:w-auto sm:justify-start sm:gap-1">
          {places.map((place) => (
            <Link
              key={place.to}
              to={place.to}
              activeOptions={{ exact: place.to === "/" }}
              className="flex min-h-11 items-center border-b-4 border-transparent px-1 text-[0.9rem] font-semibold text-soft hover:text-ink data-[status=active]:border-act data-[status=active]:text-ink sm:px-2 sm:text-base 2xl:text-lg"
            >
              {place.word}
            </Link>
          ))}
        </nav>
        <div className="min-w-0 grow basis-0 sm:w-44 sm:grow-0 sm:basis-auto 2xl:w-64">
          <ScanField />
        </div>
        <div className="sm:ml-auto">
          <BenchSettings demo={session.demo} />
        </div>
        <div className="flex items-center sm:gap-1">
          <button
            type="button"
            onClick={switchTheme}
            aria-label="Light or dark"
            title="Light or dark"
            className="inline-flex size-11 items-center justify-center"
          >
            <SunMoon aria-hidden className="size-5" />
          </button>
          <button
            type="button"
            onClick={() => setHelp(true)}
            aria-label="Shortcuts"
            title="Shortcuts (?)"
            className="hidden size-11 items-center justify-center sm:inline-flex"
          >
            <CircleHelp aria-hidden className="size-5" />
          </button>
          <Link
            to="/me"
            title="Your password, your PIN and where you are signed in"
            className="hidden min-h-11 content-center text-right text-sm leading-tight hover:underline lg:block"
          >
            <span className="block font-semibold">{session.displayName}</span>
            <span className="block text-soft">{session.role?.toLowerCase()}</span>
          </Link>
          <button
            type="button"
            onClick={() => lock()}
            aria-label="Lock, or let somebody else work here"
            title="Lock, or let somebody else work here"
            className="inline-flex size-11 items-center justify-center"
          >
            <Lock aria-hidden className="size-5" />
          </button>
          <button
            type="button"
            onClick={() => void signOut()}
            aria-label={`Sign out ${session.displayName ?? ""}`}
            title="Sign out"
            className="inline-flex size-11 items-center justify-center"
          >
            <LogOut aria-hidden className="size-5" />
          </button>
        </div>
      </header>
      <GasAlarm technician={session.displayName ?? ""} inFocus={runId} />
      <OutboxNotice />
      <DiskWarning />
      <main id="work" className="flex grow flex-col">
        <Outlet />
      </main>
      <SignatureSheet />
      <Locked />
      <ShortcutHelp open={help} onClose={() => setHelp(false)} />
      {palette && (
        <Suspense>
          <Palette onClose={() => setPalette(false)} />
        </Suspense>
      )}
    </div>
  );
}
