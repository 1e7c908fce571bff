interface Timed {
  id: string;
  runTime: number;
  typed: boolean;
  timeScale: number;
}

/**
 * Run time now: what was last heard, carried on by this device's clock at the run's speed. What is heard is always a little
 * old when it arrives, so the furthest of it is the nearest to the truth; a typed run's clock never goes back, else what is
 * typed after a confirmation could be taken for what was there before it.
 */
export class RunClock {
  private of = "";
  private runTime = 0;
  private heardAt = 0;
  private scale = 1;

  constructor(private readonly device: () => number = () => performance.now()) {}

  /** The server has told how a run stands. */
  view(run: Timed): void {
    const before = run.id !== this.of ? 0 : run.typed ? this.now() : this.runTime;
    this.of = run.id;
    this.scale = run.timeScale;
    this.hear(Math.max(run.runTime, before));
  }

  /** A reading came over the link; its moment is the run's. */
  reading(runId: string, at: number): void {
    if (runId === this.of) {
      this.hear(at);
    }
  }

  now(): number {
    return this.runTime + (this.device() - this.heardAt) * this.scale;
  }

  private hear(runTime: number): void {
    this.runTime = runTime;
    this.heardAt = this.device();
  }
}
