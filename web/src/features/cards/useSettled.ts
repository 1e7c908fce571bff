import { useEffect, useState } from "react";

/** The value once it has not changed for a while. */
export function useSettled<T>(value: T, millis: number): T {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    const later = setTimeout(() => setSettled(value), millis);
    return () => clearTimeout(later);
  }, [value, millis]);
  return settled;
}
