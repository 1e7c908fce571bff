import { buttonLook } from "../../ui/Button";

/** The tag to hang on a detector that is on hold, as a page to print. */
export function HoldTagLink({ serial }: { serial: string }) {
  return (
    <a href={`/api/v1/detectors/${encodeURIComponent(serial)}/hold-tag`} target="_blank" rel="noreferrer" className={buttonLook()}>
      Tag to print
    </a>
  );
}
