import { ScanLine } from "lucide-react";
import { useEffect, useRef, type SubmitEvent } from "react";
import { usePutOnBench } from "../features/bench/usePutOnBench";
import { catchScans, passScan } from "./scanner";

/** Takes a serial, typed or scanned anywhere on the page, and puts that detector on the bench. */
export function ScanField() {
  const field = useRef<HTMLInputElement>(null);
  const { put, pending } = usePutOnBench();
  const latest = useRef(put);
  useEffect(() => {
    latest.current = put;
  }, [put]);
  useEffect(() => catchScans((text) => passScan(text, latest.current)), []);

  function submit(event: SubmitEvent) {
    event.preventDefault();
    const serial = field.current?.value.trim();
    if (serial && field.current) {
      passScan(serial, put);
      field.current.value = "";
      field.current.blur();
    }
  }

  return (
    <form role="search" onSubmit={submit} className="flex min-h-11 items-center gap-2 rounded-sm border border-ink bg-sheet px-3">
      <ScanLine aria-hidden className="size-5 shrink-0 text-soft" />
      <label htmlFor="scan" className="sr-only">
        Scan or type a serial
      </label>
      <input
        id="scan"
        ref={field}
        autoComplete="off"
        spellCheck={false}
        placeholder={pending ? "Opening …" : "Scan or type a serial"}
        className="w-full min-w-0 bg-transparent py-2 outline-none placeholder:text-soft"
      />
    </form>
  );
}
