/** What an address keeps of a search: nothing that is empty. */
export function kept<T extends object>(search: T): Partial<T> {
  return Object.fromEntries(Object.entries(search).filter(([, value]) => value)) as Partial<T>;
}

/** A day as an address holds it, such as 2026-03-26. */
export function isDay(value: unknown): value is string {
  return typeof value === "string" && /^\d{4}-\d{2}-\d{2}$/.test(value);
}
