import type { QueryClient } from "@tanstack/react-query";
import { createRootRouteWithContext, createRoute, createRouter, lazyRouteComponent, Outlet, redirect } from "@tanstack/react-router";
import { sessionQuery } from "../api/session";
import type { RegisterFilter } from "../features/certificate/queries";
import { fleetFilter } from "../features/fleet/filter";
import { logbookFilter } from "../features/logbook/filter";
import { FirstAdministrator } from "../features/people/FirstAdministrator";
import { OwnPassword } from "../features/people/OwnPassword";
import { SignIn } from "../features/people/SignIn";
import { Today } from "../features/today/Today";
import { Loading, ErrorMessage } from "../ui/ErrorMessage";
import { isDay } from "./search";
import { Shell } from "./Shell";

interface Context {
  queries: QueryClient;
}

const root = createRootRouteWithContext<Context>()({
  component: Outlet,
  errorComponent: ({ error }) => (
    <main className="mx-auto max-w-xl p-6">
      <ErrorMessage error={error} />
    </main>
  ),
  notFoundComponent: () => <p className="p-6">There is no such page. Use the words at the top.</p>,
});

const signIn = createRoute({
  getParentRoute: () => root,
  path: "/sign-in",
  component: SignIn,
  loader: ({ context }) => context.queries.query({ ...sessionQuery, staleTime: "static" }),
});
const first = createRoute({ getParentRoute: () => root, path: "/first-administrator", component: FirstAdministrator });

function isWhole(value: unknown, least: number, most: number): value is number {
  return typeof value === "number" && Number.isInteger(value) && value >= least && value <= most;
}

const shell = createRoute({
  getParentRoute: () => root,
  id: "shell",
  component: Shell,
  pendingComponent: () => <Loading what="the page" />,
  beforeLoad: async ({ context }) => {
    const session = await context.queries.query(sessionQuery);
    if (session.nobodyYet) {
      throw redirect({ to: "/first-administrator" });
    }
    if (session.signInName === null) {
      throw redirect({ to: "/sign-in" });
    }
    if (session.passwordTemporary) {
      throw redirect({ to: "/own-password" });
    }
  },
});

/** The board fills the screen: nothing of the program stands around it. */
const board = createRoute({
  getParentRoute: () => root,
  path: "/board",
  validateSearch: (search: Record<string, unknown>): { crew?: string } => (typeof search.crew === "string" ? { crew: search.crew } : {}),
  component: lazyRouteComponent(() => import("../features/board/Board"), "Board"),
});
const secretBoard = createRoute({
  getParentRoute: () => root,
  path: "/board/$secret",
  component: lazyRouteComponent(() => import("../features/board/SecretBoard"), "SecretBoard"),
});
const maintenanceJob = createRoute({
  getParentRoute: () => shell,
  path: "/detectors/maintenance/$jobId",
  component: lazyRouteComponent(() => import("../features/maintenance/JobPage"), "JobPage"),
});
const boardAddresses = createRoute({
  getParentRoute: () => shell,
  path: "/boards",
  component: lazyRouteComponent(() => import("../features/board/BoardAddresses"), "BoardAddresses"),
});
const site = createRoute({
  getParentRoute: () => shell,
  path: "/site",
  component: lazyRouteComponent(() => import("../features/site/SitePage"), "SitePage"),
});

const today = createRoute({ getParentRoute: () => shell, path: "/", component: Today });
const bench = createRoute({
  getParentRoute: () => shell,
  path: "/bench",
  component: lazyRouteComponent(() => import("../features/bench/EmptyBench"), "EmptyBench"),
});
const run = createRoute({
  getParentRoute: () => shell,
  path: "/bench/$runId",
  component: lazyRouteComponent(() => import("../features/bench/Bench"), "Bench"),
});
const beginRound = createRoute({
  getParentRoute: () => shell,
  path: "/round",
  component: lazyRouteComponent(() => import("../features/round/BeginRound"), "BeginRound"),
});
const round = createRoute({
  getParentRoute: () => shell,
  path: "/round/$roundId",
  component: lazyRouteComponent(() => import("../features/round/Round"), "Round"),
});
const plan = createRoute({
  getParentRoute: () => shell,
  path: "/plan",
  component: lazyRouteComponent(() => import("../features/plan/Plan"), "Plan"),
});
const parts = createRoute({
  getParentRoute: () => shell,
  path: "/parts",
  component: lazyRouteComponent(() => import("../features/parts/Parts"), "Parts"),
});
const detectors = createRoute({
  getParentRoute: () => shell,
  path: "/detectors",
  validateSearch: fleetFilter,
  component: lazyRouteComponent(() => import("../features/fleet/Detectors"), "Detectors"),
});
const newDetector = createRoute({
  getParentRoute: () => shell,
  path: "/detectors/new",
  validateSearch: (search: Record<string, unknown>): { serial?: string } =>
    typeof search.serial === "string" ? { serial: search.serial } : {},
  component: lazyRouteComponent(() => import("../features/fleet/NewDetector"), "NewDetector"),
});
const detector = createRoute({
  getParentRoute: () => shell,
  path: "/detectors/$serial",
  component: lazyRouteComponent(() => import("../features/fleet/Detector"), "Detector"),
});
const elsewhere = createRoute({
  getParentRoute: () => shell,
  path: "/detectors/$serial/elsewhere",
  component: lazyRouteComponent(() => import("../features/fleet/DoneElsewhere"), "DoneElsewhere"),
});
const gas = createRoute({
  getParentRoute: () => shell,
  path: "/gas",
  validateSearch: (search: Record<string, unknown>): { days?: number } => ({
    ...(isWhole(search.days, 7, 180) && { days: search.days }),
  }),
  component: lazyRouteComponent(() => import("../features/gas/Gas"), "Gas"),
});
const cylinder = createRoute({
  getParentRoute: () => shell,
  path: "/gas/$tag",
  component: lazyRouteComponent(() => import("../features/gas/Cylinder"), "Cylinder"),
});
const newCylinder = createRoute({
  getParentRoute: () => shell,
  path: "/gas/new",
  validateSearch: (search: Record<string, unknown>): { tag?: string } => (typeof search.tag === "string" ? { tag: search.tag } : {}),
  component: lazyRouteComponent(() => import("../features/gas/NewCylinder"), "NewCylinder"),
});
const equipment = createRoute({
  getParentRoute: () => shell,
  path: "/gas/equipment",
  component: lazyRouteComponent(() => import("../features/gas/Equipment"), "Equipment"),
});
const rules = createRoute({
  getParentRoute: () => shell,
  path: "/rules",
  component: lazyRouteComponent(() => import("../features/rules/SiteRules"), "SiteRules"),
});
const card = createRoute({
  getParentRoute: () => shell,
  path: "/rules/cards/$model",
  component: lazyRouteComponent(() => import("../features/cards/CardPage"), "CardPage"),
});
const workingsStart = createRoute({
  getParentRoute: () => shell,
  path: "/calculators",
  beforeLoad: () => {
    throw redirect({ to: "/calculators/$name", params: { name: "vol_to_lel" }, search: {}, replace: true });
  },
});
const workings = createRoute({
  getParentRoute: () => shell,
  path: "/calculators/$name",
  validateSearch: (search: Record<string, unknown>): Record<string, string> =>
    Object.fromEntries(Object.entries(search).map(([name, value]) => [name, String(value)])),
  component: lazyRouteComponent(() => import("../features/calculators/Calculators"), "Calculators"),
});
const logbook = createRoute({
  getParentRoute: () => shell,
  path: "/logbook",
  validateSearch: logbookFilter,
  component: lazyRouteComponent(() => import("../features/logbook/Logbook"), "Logbook"),
});
const record = createRoute({
  getParentRoute: () => shell,
  path: "/records/$runId",
  component: lazyRouteComponent(() => import("../features/logbook/Record"), "Record"),
});

const certificates = createRoute({
  getParentRoute: () => shell,
  path: "/certificates",
  validateSearch: (search: Record<string, unknown>): Partial<RegisterFilter> => ({
    ...(typeof search.crew === "string" && search.crew && { crew: search.crew }),
    ...(isDay(search.from) && { from: search.from }),
    ...(isDay(search.until) && { until: search.until }),
  }),
  component: lazyRouteComponent(() => import("../features/certificate/Certificates"), "Certificates"),
});
const verify = createRoute({
  getParentRoute: () => root,
  path: "/verify/$code",
  component: lazyRouteComponent(() => import("../features/certificate/Verify"), "Verify"),
});
const verifyStart = createRoute({
  getParentRoute: () => root,
  path: "/verify",
  component: lazyRouteComponent(() => import("../features/certificate/Verify"), "VerifyStart"),
});

const people = createRoute({
  getParentRoute: () => shell,
  path: "/people",
  component: lazyRouteComponent(() => import("../features/people/People"), "People"),
});
const gateways = createRoute({
  getParentRoute: () => shell,
  path: "/gateways",
  component: lazyRouteComponent(() => import("../features/gateways/Gateways"), "Gateways"),
});
const audit = createRoute({
  getParentRoute: () => shell,
  path: "/people/audit",
  component: lazyRouteComponent(() => import("../features/people/Audit"), "Audit"),
});
const proof = createRoute({
  getParentRoute: () => shell,
  path: "/logbook/proof",
  component: lazyRouteComponent(() => import("../features/logbook/IntegrityCheck"), "IntegrityCheck"),
});
const exchange = createRoute({
  getParentRoute: () => shell,
  path: "/exchange",
  component: lazyRouteComponent(() => import("../features/exchange/Exchange"), "Exchange"),
});
const me = createRoute({
  getParentRoute: () => shell,
  path: "/me",
  component: lazyRouteComponent(() => import("../features/people/Me"), "Me"),
});
const ownPassword = createRoute({ getParentRoute: () => root, path: "/own-password", component: OwnPassword });

const tree = root.addChildren([
  ownPassword,
  verify,
  verifyStart,
  signIn,
  board,
  secretBoard,
  first,
  shell.addChildren([
    today,
    bench,
    run,
    beginRound,
    round,
    plan,
    parts,
    detectors,
    newDetector,
    detector,
    elsewhere,
    gas,
    newCylinder,
    equipment,
    cylinder,
    rules,
    card,
    workingsStart,
    workings,
    logbook,
    certificates,
    people,
    gateways,
    boardAddresses,
    maintenanceJob,
    site,
    audit,
    proof,
    exchange,
    me,
    record,
  ]),
]);

export function makeRouter(queries: QueryClient) {
  return createRouter({ routeTree: tree, context: { queries }, defaultPreload: "intent", scrollRestoration: true });
}

declare module "@tanstack/react-router" {
  interface Register {
    router: ReturnType<typeof makeRouter>;
  }
}
