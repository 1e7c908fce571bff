import { useEffect, useRef } from "react";
import uPlot from "uplot";
import "uplot/dist/uPlot.min.css";
import type { TraceBuffer } from "./TraceBuffer";
import type { Run } from "./useRun";

type Sensor = Run["sensors"][number];

const SHOWN_SECONDS = 180;

function colour(name: string): string {
  return getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim();
}

/** A sensor's readings against where they should come to rest, the window that must hold, what was taken and when, and what is left out. */
export function SensorChart({
  sensor,
  buffer,
  progress,
  typed,
}: {
  sensor: Sensor;
  buffer: TraceBuffer;
  progress: Sensor["progress"];
  typed: boolean;
}) {
  const host = useRef<HTMLDivElement>(null);
  const shown = useRef({ sensor, progress });
  const plotted = useRef<uPlot>(null);

  useEffect(() => {
    shown.current = { sensor, progress };
    plotted.current?.redraw();
  }, [sensor, progress]);

  useEffect(() => {
    const element = host.current;
    if (!element) {
      return;
    }
    const slot = shown.current.sensor.slot;
    const size = () => ({ width: element.clientWidth, height: element.clientHeight });
    const plot = new uPlot(
      {
        ...size(),
        cursor: { show: false },
        legend: { show: false },
        padding: [6, 4, 0, 0],
        scales: {
          x: {
            time: false,
            range: () => [Math.max(0, (buffer.seconds.at(-1) ?? 0) - SHOWN_SECONDS), Math.max(60, buffer.seconds.at(-1) ?? 60)],
          },
          y: {
            range: (_, low: number | null, high: number | null) => {
              const seen = low === null || high === null ? [] : [low, high];
              const { air, expected, band, resolution } = shown.current.sensor;
              const values = [air, band.low, band.high, expected ?? air, ...seen];
              const room = Math.max((Math.max(...values) - Math.min(...values)) * 0.08, resolution * 2);
              return [Math.min(...values) - room, Math.max(...values) + room];
            },
          },
        },
        axes: [
          {
            stroke: () => colour("soft"),
            grid: { show: false },
            ticks: { show: false },
            size: 20,
            font: "12px Hyperlegible",
            values: (_, splits) => splits.map((s) => `${Math.floor(s / 60)}:${String(Math.round(s % 60)).padStart(2, "0")}`),
          },
          {
            stroke: () => colour("soft"),
            grid: { stroke: () => colour("line"), width: 1 },
            ticks: { show: false },
            size: 42,
            font: "12px Hyperlegible",
          },
        ],
        series: [{}, { stroke: () => colour("ink"), width: 2, spanGaps: true, points: { show: typed, size: 7 } }],
        hooks: {
          drawClear: [
            (u) => {
              const { sensor: s, progress } = shown.current;
              const { ctx, bbox } = u;
              ctx.save();
              const top = u.valToPos(s.band.high, "y", true);
              const bottom = u.valToPos(s.band.low, "y", true);
              ctx.fillStyle = colour("band");
              ctx.fillRect(bbox.left, top, bbox.width, bottom - top);
              if (s.expected !== null) {
                ctx.strokeStyle = colour("act");
                ctx.setLineDash([6, 5]);
                ctx.beginPath();
                const y = u.valToPos(s.expected, "y", true);
                ctx.moveTo(bbox.left, y);
                ctx.lineTo(bbox.left + bbox.width, y);
                ctx.stroke();
              }
              if (progress === "SETTLED" || progress === "SETTLING") {
                const end = buffer.seconds.at(-1) ?? 0;
                const left = u.valToPos(Math.max(0, end - s.windowSeconds), "x", true);
                const right = u.valToPos(end, "x", true);
                ctx.setLineDash(progress === "SETTLED" ? [] : [3, 4]);
                ctx.lineWidth = progress === "SETTLED" ? 3 : 1.5;
                ctx.strokeStyle = colour("act");
                ctx.strokeRect(left, bbox.top + 2, right - left, bbox.height - 4);
              }
              ctx.restore();
            },
          ],
          draw: [
            (u) => {
              const { ctx, bbox } = u;
              const left = u.scales.x?.min ?? 0;
              ctx.save();
              for (const one of shown.current.sensor.taken) {
                if (one.at / 1000 < left) {
                  continue;
                }
                const at = u.valToPos(one.at / 1000, "x", true);
                const from = u.valToPos(Math.max(left, one.from / 1000), "x", true);
                ctx.fillStyle = colour("act");
                ctx.globalAlpha = 0.15;
                ctx.fillRect(from, bbox.top, at - from, bbox.height);
                ctx.globalAlpha = 1;
                ctx.fillRect(at - 1, bbox.top, 2, bbox.height);
                if (one.reading !== null) {
                  const y = u.valToPos(one.reading, "y", true);
                  ctx.beginPath();
                  ctx.moveTo(at, y - 6);
                  ctx.lineTo(at + 6, y);
                  ctx.lineTo(at, y + 6);
                  ctx.lineTo(at - 6, y);
                  ctx.fill();
                }
              }
              ctx.strokeStyle = colour("soft");
              ctx.lineWidth = 2;
              for (const [seconds, value] of buffer.leftOut(slot).filter(([at]) => at >= left)) {
                const x = u.valToPos(seconds, "x", true);
                const y = u.valToPos(value, "y", true);
                ctx.beginPath();
                ctx.moveTo(x - 5, y - 5);
                ctx.lineTo(x + 5, y + 5);
                ctx.moveTo(x + 5, y - 5);
                ctx.lineTo(x - 5, y + 5);
                ctx.stroke();
              }
              ctx.restore();
            },
          ],
        },
      },
      [buffer.seconds, buffer.column(slot)],
      element,
    );
    plotted.current = plot;
    const stop = buffer.listen(() => plot.setData([buffer.seconds, buffer.column(slot)]));
    const resize = new ResizeObserver(() => plot.setSize(size()));
    resize.observe(element);
    const repaint = () => plot.redraw();
    addEventListener("themechange", repaint);
    void document.fonts.ready.then(repaint);
    return () => {
      stop();
      resize.disconnect();
      removeEventListener("themechange", repaint);
      plot.destroy();
      plotted.current = null;
    };
  }, [buffer, typed]);

  return (
    <div
      ref={host}
      role="img"
      aria-label={`${sensor.gas} over time; should come to rest between ${sensor.band.low.toFixed(1)} and ${sensor.band.high.toFixed(1)} ${sensor.unit}`}
      className="h-28 w-full"
    />
  );
}
