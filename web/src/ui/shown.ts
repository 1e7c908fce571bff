/** Decimals of a display with that step: 0.1 has one. */
export function decimals(resolution: number): number {
  return Math.max(0, Math.ceil(-Math.log10(resolution)));
}

/** A reading as the display has it; never "-0". */
export function shown(value: number, resolution: number): string {
  const text = value.toFixed(decimals(resolution));
  return Number(text) === 0 ? text.replace("-", "") : text;
}

/** Run time as minutes and seconds: 75 is "1:15". */
export function clock(seconds: number): string {
  return `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, "0")}`;
}

/** Codes whose words are not the code itself. */
const words: Record<string, string> = { SETTLING: "not settled", FITS_WITH_WARNING: "fits with a warning" };

/** The words of a code: NOT_JUDGED is "not judged". */
export function word(code: string): string {
  return words[code] ?? code.toLowerCase().replaceAll("_", " ");
}
