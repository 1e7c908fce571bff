import type { Schemas } from "../../api/client";

type Reading = Schemas["Reading"];

/** Readings of one run as columns, for drawing; told to its listeners at most once a frame. */
export class TraceBuffer {
  readonly seconds: number[] = [];
  private readonly columns = new Map<number, (number | null)[]>();
  private outliers: Record<string, number[]> = {};
  private readonly listeners = new Set<() => void>();
  private queued = false;

  add(readings: Reading[]): void {
    for (const reading of readings) {
      const at = reading.at / 1000;
      const last = this.seconds.at(-1);
      if (last !== undefined && at <= last) {
        continue;
      }
      this.seconds.push(at);
      for (const [slot, value] of Object.entries(reading.values)) {
        this.column(Number(slot))[this.seconds.length - 1] = value;
      }
    }
    this.tell();
  }

  /** @param outliers run times in ms, by slot, of the readings of late that are left out */
  leaveOut(outliers: Record<string, number[]>): void {
    this.outliers = outliers;
    this.tell();
  }

  /** The readings of a sensor that are left out, as far as they are here: seconds and value. */
  leftOut(slot: number): [number, number][] {
    const column = this.column(slot);
    return (this.outliers[slot] ?? []).flatMap((at): [number, number][] => {
      const value = column[this.seconds.lastIndexOf(at / 1000)];
      return value == null ? [] : [[at / 1000, value]];
    });
  }

  /** The latest reading of a sensor, or null before there is one. */
  latest(slot: number): number | null {
    return this.column(slot).findLast((value) => value !== null) ?? null;
  }

  column(slot: number): (number | null)[] {
    let column = this.columns.get(slot);
    if (!column) {
      column = [];
      this.columns.set(slot, column);
    }
    while (column.length < this.seconds.length) {
      column.push(null);
    }
    return column;
  }

  listen(listener: () => void): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }

  private tell(): void {
    if (!this.queued) {
      this.queued = true;
      requestAnimationFrame(() => {
        this.queued = false;
        this.listeners.forEach((listener) => listener());
      });
    }
  }
}
