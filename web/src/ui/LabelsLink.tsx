import type { ReactNode } from "react";
import { buttonLook } from "./Button";

const most = 240;

/** A sheet of labels with QR codes, as a page to print. */
export function LabelsLink({
  cylinders = [],
  detectors = [],
  children,
}: {
  cylinders?: string[];
  detectors?: string[];
  children: ReactNode;
}) {
  const named = new URLSearchParams();
  cylinders.slice(0, most).forEach((tag) => named.append("cylinders", tag));
  detectors.slice(0, most).forEach((serial) => named.append("detectors", serial));
  return (
    <a href={`/api/v1/labels?${named.toString()}`} target="_blank" rel="noreferrer" className={buttonLook()}>
      {children}
    </a>
  );
}
