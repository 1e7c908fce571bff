/** A number as people type it, with a point or a comma; null when it is none. */
export function number(text: string): number | null {
  const value = Number(text.trim().replace(",", "."));
  return text.trim() !== "" && Number.isFinite(value) ? value : null;
}
