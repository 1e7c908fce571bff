import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { Circle, CircleCheckBig } from "lucide-react";
import { answer, api, type Schemas } from "../../api/client";
import { may, useSession } from "../../api/session";
import { buttonLook } from "../../ui/Button";

type Code = Schemas["StepDone"]["step"];

const steps: Record<Code, { title: string; why: string; to: string; role: "TECHNICIAN" | "LEAD" | "ADMINISTRATOR" }> = {
  SITE: {
    title: "Name the site, and check its time zone",
    why: "Certificates and boards show the name; the time zone decides when a day begins.",
    to: "/site",
    role: "ADMINISTRATOR",
  },
  PEOPLE: {
    title: "Add the people who work at the bench",
    why: "Each of them signs under their own name.",
    to: "/people",
    role: "ADMINISTRATOR",
  },
  MODELS: {
    title: "Check the procedure cards of your models",
    why: "A card says how a model is zeroed and calibrated. Start from an example card or from nothing.",
    to: "/rules",
    role: "LEAD",
  },
  CYLINDERS: {
    title: "Register the first cylinder",
    why: "Its certificate says what gas is in it, how exact that is, and until when it may be used.",
    to: "/gas/new",
    role: "TECHNICIAN",
  },
  DETECTORS: {
    title: "Register the detectors",
    why: "One by one, or all of them from a table under Import and export.",
    to: "/detectors/new",
    role: "TECHNICIAN",
  },
  GATEWAYS: {
    title: "Connect a gateway",
    why: "Only if a program reads your detectors out. Without one, readings are typed.",
    to: "/gateways",
    role: "LEAD",
  },
  FIRST_RUN: {
    title: "Calibrate the first detector",
    why: "Choose it here, or scan its serial. These steps go away when its run is signed.",
    to: "/detectors",
    role: "TECHNICIAN",
  },
};

/** What is to be done on a new site, in order; gone once a run was signed. */
export function FirstSteps() {
  const session = useSession();
  const first = useQuery({ queryKey: ["first-steps"], queryFn: () => answer(api.GET("/api/v1/first-steps")) });
  const all = first.data?.steps ?? [];
  if (all.length === 0) {
    return null;
  }
  // A gateway may be left out, so that it is never the next thing.
  const next = all.find(({ step, done }) => !done && step !== "GATEWAYS")?.step;
  return (
    <section aria-labelledby="first-steps" className="mb-6">
      <h2 id="first-steps" className="border-b-2 border-ink pb-1 text-xl font-bold">
        First steps
      </h2>
      <ol>
        {all.map(({ step, done }) => (
          <li
            key={step}
            className="grid grid-cols-[1.5rem_minmax(0,1fr)] items-center gap-x-3 gap-y-2 border-b border-line py-2 sm:grid-cols-[1.5rem_minmax(0,1fr)_auto]"
          >
            {done ? (
              <CircleCheckBig aria-label="done" className="size-6 text-act" />
            ) : (
              <Circle aria-label="not done" className="size-6 text-soft" />
            )}
            <div>
              <p className="text-lg font-semibold">{steps[step].title}</p>
              <p className="text-soft">{steps[step].why}</p>
            </div>
            {may(session, steps[step].role) ? (
              <Link to={steps[step].to} className={buttonLook(step === next ? "act" : "plain", "col-start-2 sm:col-start-3")}>
                {done ? "Look" : "Begin"}
              </Link>
            ) : (
              <p className="col-start-2 text-soft sm:col-start-3">
                {steps[step].role === "LEAD" ? "a lead does this" : "an administrator does this"}
              </p>
            )}
          </li>
        ))}
      </ol>
    </section>
  );
}
