import { useEffect, useRef } from "react";
import uPlot from "uplot";
import "uplot/dist/uPlot.min.css";
import type { Schemas } from "../../api/client";
import { tickDay } from "../../app/dates";

function colour(name: string): string {
  return getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim();
}

const DAY = 86_400;

/** What was in a cylinder: falling by each run, set right by each look at the gauge. */
export function ContentsChart({ course, volume }: { course: Schemas["Level"][]; volume: number }) {
  const host = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const element = host.current;
    if (!element) {
      return;
    }
    const at = course.map((point) => Date.parse(point.at) / 1000);
    const litres = course.map((point) => point.litres);
    const looked = course.map((point) => (point.byGauge ? point.litres : null));
    const size = () => ({ width: element.clientWidth, height: element.clientHeight });
    const axis = { stroke: () => colour("soft"), ticks: { show: false }, font: "13px Hyperlegible" };
    const plot = new uPlot(
      {
        ...size(),
        cursor: { show: false },
        legend: { show: false },
        padding: [10, 12, 0, 0],
        scales: { y: { range: [0, volume] } },
        axes: [
          {
            ...axis,
            grid: { show: false },
            // Whole days: two marks of one day would bear the same name.
            incrs: [1, 2, 7, 14, 28, 56, 112, 364].map((days) => days * DAY),
            values: (_, splits) => splits.map((s) => tickDay(new Date(s * 1000))),
          },
          { ...axis, grid: { stroke: () => colour("line"), width: 1 }, size: 56, values: (_, splits) => splits.map((l) => `${l} L`) },
        ],
        series: [
          {},
          { stroke: () => colour("act"), width: 2, paths: uPlot.paths.stepped?.({ align: 1 }), points: { show: false } },
          { stroke: () => colour("ink"), paths: () => null, points: { show: true, size: 9, fill: () => colour("paper") } },
        ],
      },
      [at, litres, looked],
      element,
    );
    const resize = new ResizeObserver(() => plot.setSize(size()));
    resize.observe(element);
    const repaint = () => plot.redraw();
    addEventListener("themechange", repaint);
    void document.fonts.ready.then(repaint);
    return () => {
      resize.disconnect();
      removeEventListener("themechange", repaint);
      plot.destroy();
    };
  }, [course, volume]);
  const first = course[0];
  const last = course.at(-1);
  return (
    <div
      ref={host}
      role="img"
      aria-label={`Contents over time, from ${first?.litres.toFixed(1)} to ${last?.litres.toFixed(1)} litres; rings are looks at the gauge`}
      className="h-56 w-full"
    />
  );
}
