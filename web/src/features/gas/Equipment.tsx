import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState, type SubmitEvent } from "react";
import { answer, api, once, type Schemas } from "../../api/client";
import { may, useSession } from "../../api/session";
import { onDay, todayIn } from "../../app/dates";
import { Button, buttonLook } from "../../ui/Button";
import { DateField } from "../../ui/DateField";
import { Choice, Field } from "../../ui/Field";
import { number } from "../../ui/number";
import { ReasonedSheet } from "../../ui/ReasonedSheet";
import { Sheet } from "../../ui/Sheet";
import { Loading, ErrorMessage } from "../../ui/ErrorMessage";
import { libraryQuery } from "../calculators/queries";
import { equipmentQuery } from "./queries";
import { Rigs } from "./Rigs";

type One = Schemas["EquipmentView"];

const looks = { GOOD: "", DUE: "text-caution", FAILED: "text-fail" };

/** Regulators, meters, gauges: what must be checked, first on top. */
export function Equipment() {
  const session = useSession();
  const equipment = useQuery(equipmentQuery);
  const [checking, setChecking] = useState<One | null>(null);
  const [retiring, setRetiring] = useState<string | null>(null);
  const [registering, setRegistering] = useState(false);
  if (equipment.isPending) {
    return <Loading what="the equipment" />;
  }
  if (equipment.isError) {
    return <ErrorMessage error={equipment.error} />;
  }
  return (
    <div className="px-4 py-4">
      <header className="mb-3 flex flex-wrap items-center justify-between gap-4">
        <h1 className="text-3xl font-bold">Bench equipment</h1>
        <span className="flex flex-wrap gap-2">
          {may(session, "TECHNICIAN") && <Button onClick={() => setRegistering(true)}>Register equipment</Button>}
          <Link to="/gas" className={buttonLook()}>
            Back to the cylinders
          </Link>
        </span>
      </header>
      {equipment.data.length === 0 && <p className="text-lg text-soft">Nothing is registered yet: regulators, flow meters, gauges.</p>}
      <ul>
        {equipment.data.map((one) => (
          <li
            key={one.tag}
            className="grid items-center gap-x-6 gap-y-1 border-b border-line py-2 md:grid-cols-[8rem_minmax(0,1fr)_minmax(0,18rem)_12rem]"
          >
            <strong className="text-xl">{one.tag}</strong>
            <span>
              {one.kindWord}
              {one.regulator && ` · ${regulatorWords(one)}`}
            </span>
            <span>
              <strong className={looks[one.standing]}>{one.standingWord}</strong>
              <span className="block text-sm text-soft">
                {one.lastChecked ? `checked ${onDay(one.lastChecked)}, next ${onDay(one.dueOn)}` : "never checked"}
              </span>
            </span>
            {may(session, "TECHNICIAN") && (
              <span className="flex gap-2">
                <Button onClick={() => setChecking(one)} aria-label={`Check ${one.tag}`}>
                  Check
                </Button>
                <Button kind="quiet" onClick={() => setRetiring(one.tag)} aria-label={`Retire ${one.tag}`}>
                  Retire
                </Button>
              </span>
            )}
          </li>
        ))}
      </ul>
      <Rigs regulators={equipment.data.filter((one) => one.regulator)} mayChange={may(session, "TECHNICIAN")} />
      {checking && <CheckSheet one={checking} zone={session.zone} onClose={() => setChecking(null)} />}
      {retiring && (
        <ReasonedSheet
          title={`Retire ${retiring}`}
          label="Reason"
          action={`Retire ${retiring}`}
          send={(reason) =>
            answer(api.POST("/api/v1/equipment/{tag}/retirement", { params: { path: { tag: retiring } }, body: { reason } }))
          }
          onClose={() => setRetiring(null)}
        />
      )}
      {registering && <RegisterSheet onClose={() => setRegistering(false)} />}
    </div>
  );
}

function regulatorWords({ regulator, stampedFlow, measured }: One): string {
  const kind = { FIXED: "fixed flow", ADJUSTABLE: "adjustable", DEMAND: "demand flow" }[regulator?.kind ?? "FIXED"];
  const flow = stampedFlow === null ? "" : `, stamped ${stampedFlow} L/min${measured === null ? "" : `, gives ${measured}`}`;
  return kind + flow + (regulator?.family ? `, only for ${regulator.family} gases` : "");
}

function CheckSheet({ one, zone, onClose }: { one: One; zone: string; onClose: () => void }) {
  const queries = useQueryClient();
  const [on, setOn] = useState(todayIn(zone));
  const [measured, setMeasured] = useState("");
  const [well, setWell] = useState("yes");
  const [remark, setRemark] = useState("");
  const flow = number(measured);
  const check = useMutation({
    mutationFn: () =>
      answer(
        api.POST("/api/v1/equipment/{tag}/checks", {
          params: { path: { tag: one.tag }, ...once() },
          body: { on, measured: one.stampedFlow === null ? null : flow, well: well === "yes", remark },
        }),
      ),
    onSuccess: async () => {
      await queries.invalidateQueries();
      onClose();
    },
  });
  function submit(event: SubmitEvent) {
    event.preventDefault();
    check.mutate();
  }
  return (
    <Sheet open onClose={onClose} title={`Check ${one.tag}`}>
      <form onSubmit={submit} className="flex flex-col gap-4">
        <DateField label="Checked on" required value={on} onDay={setOn} />
        {one.stampedFlow === null ? (
          <Choice label="Is it good?" value={well} onChange={(event) => setWell(event.target.value)}>
            <option value="yes">yes</option>
            <option value="no">no, it failed</option>
          </Choice>
        ) : (
          <Field
            label="Measured flow (L/min)"
            required
            inputMode="decimal"
            autoComplete="off"
            value={measured}
            onChange={(event) => setMeasured(event.target.value)}
            hint={`stamped ${one.stampedFlow} L/min; good within a tenth`}
            error={measured !== "" && flow === null ? "The flow is a number." : undefined}
          />
        )}
        <Field label="Remark" value={remark} onChange={(event) => setRemark(event.target.value)} />
        <ErrorMessage error={check.error} />
        <Button kind="act" type="submit" disabled={check.isPending || (one.stampedFlow !== null && flow === null)}>
          Record the check
        </Button>
      </form>
    </Sheet>
  );
}

function RegisterSheet({ onClose }: { onClose: () => void }) {
  const queries = useQueryClient();
  const [tag, setTag] = useState("");
  const [kind, setKind] = useState<One["kind"]>("REGULATOR");
  const [regulator, setRegulator] = useState<"FIXED" | "ADJUSTABLE" | "DEMAND">("FIXED");
  const [flow, setFlow] = useState("0.5");
  const [family, setFamily] = useState("");
  const [months, setMonths] = useState("12");
  const library = useQuery(libraryQuery);
  const families = [...new Set(library.data?.gases.filter((gas) => gas.reactive).map((gas) => gas.family))].sort();
  const isRegulator = kind === "REGULATOR";
  const register = useMutation({
    mutationFn: () =>
      answer(
        api.POST("/api/v1/equipment", {
          params: once(),
          body: {
            tag,
            kind,
            regulator: isRegulator ? regulator : null,
            flow: isRegulator && regulator !== "DEMAND" ? (number(flow) ?? 0) : null,
            family: isRegulator ? family : null,
            intervalMonths: Math.round(number(months) ?? 0),
          },
        }),
      ),
    onSuccess: async () => {
      await queries.invalidateQueries();
      onClose();
    },
  });
  function submit(event: SubmitEvent) {
    event.preventDefault();
    register.mutate();
  }
  return (
    <Sheet open onClose={onClose} title="Register equipment">
      <form onSubmit={submit} className="flex flex-col gap-4">
        <Field label="Tag" required autoComplete="off" value={tag} onChange={(event) => setTag(event.target.value)} />
        <Choice label="What it is" value={kind} onChange={(event) => setKind(event.target.value as One["kind"])}>
          <option value="REGULATOR">regulator</option>
          <option value="FLOW_METER">flow meter</option>
          <option value="GAUGE">gauge</option>
          <option value="BAROMETER">barometer</option>
        </Choice>
        {isRegulator && (
          <>
            <Choice label="It gives" value={regulator} onChange={(event) => setRegulator(event.target.value as typeof regulator)}>
              <option value="FIXED">a fixed flow</option>
              <option value="ADJUSTABLE">an adjustable flow</option>
              <option value="DEMAND">what the pump draws</option>
            </Choice>
            {regulator !== "DEMAND" && (
              <Field
                label="Flow stamped on it (L/min)"
                inputMode="decimal"
                autoComplete="off"
                value={flow}
                onChange={(event) => setFlow(event.target.value)}
              />
            )}
            <Choice label="Kept for one family of reactive gases" value={family} onChange={(event) => setFamily(event.target.value)}>
              <option value="">none: for stable gases</option>
              {families.map((name) => (
                <option key={name} value={name}>
                  {name}
                </option>
              ))}
            </Choice>
          </>
        )}
        <Field
          label="Checked every so many months"
          inputMode="numeric"
          value={months}
          onChange={(event) => setMonths(event.target.value)}
        />
        <ErrorMessage error={register.error} />
        <Button kind="act" type="submit" disabled={register.isPending}>
          Register it
        </Button>
      </form>
    </Sheet>
  );
}
