const day = new Intl.DateTimeFormat("en-GB", { weekday: "short", day: "numeric", month: "short", year: "numeric", timeZone: "UTC" });
const shortDay = new Intl.DateTimeFormat("en-GB", { weekday: "short", day: "numeric", month: "short", timeZone: "UTC" });
const longDay = new Intl.DateTimeFormat("en-GB", { weekday: "long", day: "numeric", month: "long", timeZone: "UTC" });

/** A day such as 2026-03-26, as "Thu, 26 Mar 2026". */
export function onDay(iso: string): string {
  return day.format(new Date(`${iso}T00:00:00Z`));
}

/** A day without its year, as "Thu, 26 Mar": for what lies within months. */
export function onShortDay(iso: string): string {
  return shortDay.format(new Date(`${iso}T00:00:00Z`));
}

export function onLongDay(iso: string): string {
  return longDay.format(new Date(`${iso}T00:00:00Z`));
}

/** A moment in the site's zone, 24 h. */
export function atTime(instant: string, zone: string): string {
  return new Intl.DateTimeFormat("en-GB", {
    day: "numeric",
    month: "short",
    year: "numeric",
    hour: "2-digit",
    minute: "2-digit",
    timeZone: zone,
  }).format(new Date(instant));
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
