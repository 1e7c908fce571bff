/** A barcode reader types faster than any hand: keys closer together than this belong to one scan. */
const SCAN_GAP_MS = 40;
const LEAST_LENGTH = 4;

let keyAt = 0;
let keyBeforeAt = -SCAN_GAP_MS;

export function isTypingIn(target: EventTarget | null): boolean {
  return target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));
}

/** True when the key just pressed came as fast as a scanner sends them: nothing may be confirmed by such a key. */
export function isScannerBurst(): boolean {
  return keyAt - keyBeforeAt < SCAN_GAP_MS;
}

/** Catches what a barcode reader types anywhere on the page; returns how to stop. */
export function catchScans(onScan: (text: string) => void): () => void {
  let text = "";
  const onKey = (event: KeyboardEvent) => {
    keyBeforeAt = keyAt;
    keyAt = event.timeStamp;
    const quick = isScannerBurst();
    if (isTypingIn(event.target) || event.ctrlKey || event.metaKey || event.altKey) {
      text = "";
      return;
    }
    if (event.key === "Enter") {
      if (quick && text.length >= LEAST_LENGTH) {
        event.preventDefault();
        event.stopImmediatePropagation();
        onScan(text);
      }
      text = "";
    } else if (event.key.length === 1) {
      if (quick && event.key === " ") {
        event.preventDefault(); // or the button in focus would take it as a press
      }
      text = quick ? text + event.key : event.key;
    }
  };
  addEventListener("keydown", onKey, { capture: true });
  return () => removeEventListener("keydown", onKey, { capture: true });
}
