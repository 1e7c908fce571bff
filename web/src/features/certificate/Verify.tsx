import { useQuery } from "@tanstack/react-query";
import { getRouteApi, Link, useNavigate } from "@tanstack/react-router";
import { useState, type SubmitEvent } from "react";
import { sessionQuery } from "../../api/session";
import { Button, buttonLook } from "../../ui/Button";
import { Field } from "../../ui/Field";
import { Loading, ErrorMessage } from "../../ui/ErrorMessage";
import { CertificatePage } from "./CertificatePage";
import { certificateQuery } from "./queries";

const route = getRouteApi("/verify/$code");

/** Whether a certificate stands, for anybody who has its code, and the certificate as it was issued. */
export function Verify() {
  const { code } = route.useParams();
  const certificate = useQuery(certificateQuery(code));
  const session = useQuery(sessionQuery);
  const zone = session.data?.zone ?? "UTC";
  return (
    <main className="mx-auto w-full max-w-3xl px-4 py-4">
      {certificate.isPending && <Loading what="the certificate" />}
      {certificate.isError && (
        <>
          <h1 className="text-3xl font-bold">No certificate is found</h1>
          <ErrorMessage error={certificate.error} />
          <p className="my-3">Compare the code with the paper, letter by letter. If it is the same, the paper is not from here.</p>
          <AskForCode />
        </>
      )}
      {certificate.data && (
        <>
          <StandingBar standing={certificate.data.standing} />
          <p className="mb-4 flex flex-wrap gap-2 print:hidden">
            <a className={buttonLook("act")} href={`/api/v1/certificates/${certificate.data.code}/pdf`}>
              As PDF
            </a>
            <Button onClick={() => print()}>Print</Button>
            {session.data?.signInName && (
              <Link className={buttonLook("quiet")} to="/records/$runId" params={{ runId: certificate.data.runId }}>
                Record of the run
              </Link>
            )}
          </p>
          <CertificatePage view={certificate.data} zone={zone} />
        </>
      )}
    </main>
  );
}

function StandingBar({ standing }: { standing: { holds: boolean; words: string; correctedSince: string[] } }) {
  return (
    <div
      role="status"
      className={
        standing.holds
          ? "mb-3 border-l-8 border-act bg-sheet p-3 print:hidden"
          : "mb-3 border-l-8 border-fail bg-fail-wash p-3 print:border-2"
      }
    >
      <p className="text-xl font-bold">{standing.holds ? "This certificate is valid." : "This certificate is not valid."}</p>
      <p>{standing.words} Compare what it says below with the paper in your hand.</p>
      {standing.correctedSince.map((right) => (
        <p key={right} className="mt-1 font-semibold">
          Corrected on record since: {right}
        </p>
      ))}
    </div>
  );
}

/** Where a code is typed in. */
export function VerifyStart() {
  return (
    <main className="mx-auto w-full max-w-3xl px-4 py-6">
      <h1 className="mb-3 text-3xl font-bold">Is a certificate valid?</h1>
      <AskForCode />
    </main>
  );
}

function AskForCode() {
  const [code, setCode] = useState("");
  const navigate = useNavigate();
  function submit(event: SubmitEvent) {
    event.preventDefault();
    void navigate({ to: "/verify/$code", params: { code: code.trim() } });
  }
  return (
    <form onSubmit={submit} className="flex max-w-md flex-col gap-3">
      <Field
        label="Code of the certificate"
        required
        autoComplete="off"
        value={code}
        onChange={(event) => setCode(event.target.value)}
        hint="twelve letters and digits, at the top right of the paper"
      />
      <Button kind="act" type="submit">
        Look it up
      </Button>
    </form>
  );
}
