import { useEffect, useRef } from "react";
import { Button } from "./Button";

/** The next page, when it comes into view or is asked for. */
export function More({ loading, onMore }: { loading: boolean; onMore: () => void }) {
  const mark = useRef<HTMLDivElement>(null);
  const latest = useRef(onMore);
  useEffect(() => {
    latest.current = onMore;
  }, [onMore]);
  useEffect(() => {
    const element = mark.current;
    if (!element || loading) {
      return;
    }
    const seen = new IntersectionObserver((entries) => entries.some((entry) => entry.isIntersecting) && latest.current(), {
      rootMargin: "600px",
    });
    seen.observe(element);
    return () => seen.disconnect();
  }, [loading]);
  return (
    <div ref={mark} className="py-4">
      <Button disabled={loading} onClick={onMore}>
        {loading ? "Fetching more …" : "Show more"}
      </Button>
    </div>
  );
}
