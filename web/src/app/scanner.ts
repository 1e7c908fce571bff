/** Keys closer together than this may belong to one scan; no hand presses a second key on purpose so soon. */
const BURST_GAP_MS = 100;
/** A barcode reader's keys come this fast on average. */
const SCAN_PACE_MS = 60;
const LEAST_LENGTH = 4;

let keyAt = 0;
let keyBeforeAt = -BURST_GAP_MS;

export function isTypingIn(target: EventTarget | null): boolean {
  return target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));
}

/** True when the key just pressed came as fast as a scanner sends them: nothing may be confirmed by such a key. */
export function isScannerBurst(): boolean {
  return keyAt - keyBeforeAt < BURST_GAP_MS;
}

let takes: ((serial: string) => boolean) | null = null;

/**
 * What is scanned or typed into the scan field goes to this page first; what it does not know, it answers with false, and it
 * goes on to the bench. Returns how to stop.
 */
export function takeScans(handler: (serial: string) => boolean): () => void {
  takes = handler;
  return () => {
    takes = takes === handler ? null : takes;
  };
}

/** Where a serial goes: to the page that asks for it and knows it, else to the bench. */
export function passScan(serial: string, toBench: (serial: string) => void): void {
  if (!takes?.(serial)) {
    toBench(serial);
  }
}

/** Catches what a barcode reader types anywhere on the page; returns how to stop. */
export function catchScans(onScan: (text: string) => void): () => void {
  let text = "";
  let beganAt = 0;
  const onKey = (event: KeyboardEvent) => {
    keyBeforeAt = keyAt;
    keyAt = event.timeStamp;
    const quick = isScannerBurst();
    if (isTypingIn(event.target) || event.ctrlKey || event.metaKey || event.altKey) {
      text = "";
      return;
    }
    if (event.key === "Enter") {
      if (quick && text.length >= LEAST_LENGTH && keyAt - beganAt <= text.length * SCAN_PACE_MS) {
        event.preventDefault();
        event.stopImmediatePropagation();
        onScan(text);
      }
      text = "";
    } else if (event.key.length === 1) {
      if (quick && event.key === " ") {
        event.preventDefault(); // or the button in focus would take it as a press
      }
      if (!quick) {
        text = "";
      }
      if (text === "") {
        beganAt = keyAt;
      }
      text += event.key;
    }
  };
  addEventListener("keydown", onKey, { capture: true });
  return () => removeEventListener("keydown", onKey, { capture: true });
}
