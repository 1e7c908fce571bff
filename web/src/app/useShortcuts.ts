import { useNavigate } from "@tanstack/react-router";
import { useEffect } from "react";
import { useBenchPreference } from "./benchPreference";
import { isScannerBurst, isTypingIn } from "./scanner";

/** Keys that work everywhere; a letter is taken only when nobody is typing into a field. */
export function useShortcuts({ openPalette, openHelp }: { openPalette: () => void; openHelp: () => void }) {
  const navigate = useNavigate();
  const { letters } = useBenchPreference();
  useEffect(() => {
    let lead = 0;
    const places: Record<string, "/" | "/plan" | "/bench" | "/detectors" | "/gas"> = {
      t: "/",
      p: "/plan",
      b: "/bench",
      d: "/detectors",
      c: "/gas",
    };
    const onKey = (event: KeyboardEvent) => {
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === "k") {
        event.preventDefault();
        openPalette();
        return;
      }
      if (event.ctrlKey || event.metaKey || event.altKey || isTypingIn(event.target) || isScannerBurst()) {
        return;
      }
      if (!letters) {
        return;
      }
      const place = places[event.key];
      if (place && performance.now() - lead < 1_200) {
        lead = 0;
        void navigate({ to: place });
      } else if (event.key === "g") {
        lead = performance.now();
      } else if (event.key === "?") {
        openHelp();
      } else if (event.key === "/") {
        event.preventDefault();
        document.getElementById("scan")?.focus();
      }
    };
    addEventListener("keydown", onKey);
    return () => removeEventListener("keydown", onKey);
  }, [navigate, openPalette, openHelp, letters]);
}
