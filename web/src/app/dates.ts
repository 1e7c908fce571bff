import type { Schemas } from "../api/client";

type Form = Schemas["UnitsView"]["dates"];

/** How the site writes its days: set when the session is read, before anything is shown. */
let form: Form = "DAY_FIRST";

export function writeDaysAs(chosen: Form) {
  form = chosen;
}

function dayOf(iso: string): Date {
  return new Date(`${iso}T00:00:00Z`);
}

function written(date: Date, weekday: "short" | "long" | undefined, parts: Intl.DateTimeFormatOptions, zone = "UTC"): string {
  if (form === "YEAR_FIRST" && parts.year) {
    const digits = new Intl.DateTimeFormat("sv-SE", { timeZone: zone }).format(date);
    return weekday ? `${new Intl.DateTimeFormat("en-GB", { weekday, timeZone: zone }).format(date)} ${digits}` : digits;
  }
  // Without its year a day has the name of its month: 11-12 could be read in two ways.
  return new Intl.DateTimeFormat(form === "DAY_FIRST" ? "en-GB" : "en-US", { weekday, ...parts, timeZone: zone }).format(date);
}

/** A day such as 2026-03-26, as "Thu, 26 Mar 2026". */
export function onDay(iso: string): string {
  return written(dayOf(iso), "short", { day: "numeric", month: "short", year: "numeric" });
}

/** What is nothing but a day as a day, and any other text as it is. */
export function orDay(text: string): string {
  return /^\d{4}-\d\d-\d\d$/.test(text) ? onDay(text) : text;
}

/** A day as it stands in a field to type in, and in a working: 2026-03-26 as "26 Mar 2026". */
export function plainDay(iso: string): string {
  return written(dayOf(iso), undefined, { day: "numeric", month: "short", year: "numeric" });
}

/** What is nothing but a day as a plain day, and any other text as it is. */
export function orPlainDay(text: string): string {
  return /^\d{4}-\d\d-\d\d$/.test(text) ? plainDay(text) : text;
}

const months = ["jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec"];

/**
 * The day that somebody typed, such as "26 Mar 2026", "Mar 26, 2026", "2026-03-26", and "26.3.2026" in the order in which the
 * site writes its days. Null where it is no day with a year of four figures.
 */
export function readDay(text: string): string | null {
  const parts =
    text
      .trim()
      .toLowerCase()
      .match(/\d+|[a-z]+/g) ?? [];
  const month = (part: string) => (/^[a-z]/.test(part) ? months.indexOf(part.slice(0, 3)) + 1 : Number(part));
  const [a = "", b = "", c = ""] = parts;
  if (parts.length !== 3) {
    return null;
  }
  const [year, inYear, day] =
    a.length === 4 ? [a, b, c] : /^[a-z]/.test(a) || (form === "MONTH_FIRST" && !/^[a-z]/.test(b)) ? [c, a, b] : [c, b, a];
  if (!/^\d{4}$/.test(year) || !/^\d{1,2}$/.test(day)) {
    return null;
  }
  const iso = `${year}-${String(month(inYear)).padStart(2, "0")}-${day.padStart(2, "0")}`;
  const read = dayOf(iso);
  return !Number.isNaN(read.getTime()) && read.toISOString().startsWith(iso) ? iso : null;
}

/** A day without its year, as "Thu 26 Mar": for what lies within months. */
export function onShortDay(iso: string): string {
  return written(dayOf(iso), "short", { day: "numeric", month: "short" });
}

export function onLongDay(iso: string): string {
  return written(dayOf(iso), "long", { day: "numeric", month: "long" });
}

/** A day at the edge of a drawing, as "26 Mar". */
export function tickDay(date: Date): string {
  return written(date, undefined, { day: "numeric", month: "short" });
}

const month = new Intl.DateTimeFormat("en-GB", { month: "short", timeZone: "UTC" });

/** The month at the edge of a drawing, as "Mar": the same in every form of days. */
export function monthName(date: Date): string {
  return month.format(date);
}

/** A moment in the site's zone, 24 h: "26 Mar 2026, 09:45". */
export function atTime(instant: string, zone: string): string {
  const at = new Date(instant);
  return `${written(at, undefined, { day: "numeric", month: "short", year: "numeric" }, zone)}, ${timeIn(zone, instant)}`;
}

/** Today in the site's zone, or so many days after, as a form field wants it. */
export function todayIn(zone: string, daysLater = 0): string {
  return dayIn(zone, new Date(Date.now() + daysLater * 86_400_000).toISOString());
}

/** The day of a moment in the site's zone, such as 2026-03-26. */
export function dayIn(zone: string, instant: string): string {
  return new Intl.DateTimeFormat("sv-SE", { timeZone: zone }).format(new Date(instant));
}

/** The time of day of a moment in the site's zone, such as 09:45. */
export function timeIn(zone: string, instant: string): string {
  return new Intl.DateTimeFormat("en-GB", { hour: "2-digit", minute: "2-digit", timeZone: zone }).format(new Date(instant));
}
