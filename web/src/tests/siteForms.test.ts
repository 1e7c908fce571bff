import { expect, test } from "vitest";

const sources = import.meta.glob<string>("../**/*.{ts,tsx}", { query: "?raw", import: "default", eager: true });

/** What only the formatters may hold: a form of days, a unit of pressure or temperature, the browser's own field for days. */
const kept: { what: RegExp; only: RegExp }[] = [
  { what: /toLocale(Date|Time)String|new Intl\.DateTimeFormat\(/, only: /app\/dates\.ts$/ },
  { what: /type="date"/, only: /ui\/DateField\.tsx$/ },
  { what: /[\d}] ?(psi|kPa|bar|°F)\b/, only: /app\/units\.ts$/ },
];

test.each(kept)("$what stands in its formatter alone", ({ what, only }) => {
  const offenders = Object.entries(sources)
    .filter(([path]) => !path.endsWith(".test.ts") && !path.endsWith(".d.ts") && !only.test(path))
    .filter(([, text]) => what.test(text.replace(/\/\*[\s\S]*?\*\/|\/\/.*/g, "")))
    .map(([path]) => path);
  expect(Object.keys(sources).length).toBeGreaterThan(100);
  expect(offenders).toEqual([]);
});
