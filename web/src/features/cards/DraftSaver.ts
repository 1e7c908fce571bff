export type Saved = { state: "saved" } | { state: "saving" } | { state: "failed"; error: unknown };

/** Sends what is typed, one after the other, always the newest; each save says which one it was made on. */
export class DraftSaver {
  private wanted: string;
  private busy = false;
  private running = Promise.resolve();
  private stopped = false;

  /** @param edit of the draft as it was loaded, 0 where there was none */
  constructor(
    private readonly send: (card: string, edit: number) => Promise<number>,
    private edit: number,
    private saved: string,
    private readonly tell: (saved: Saved) => void,
  ) {
    this.wanted = saved;
  }

  want(card: string): Promise<void> {
    this.wanted = card;
    if (!this.busy) {
      this.running = this.run();
    }
    return this.running;
  }

  /** Nothing is sent any more: the draft is dropped. */
  stop(): void {
    this.stopped = true;
  }

  isSaved(card: string): boolean {
    return card === this.saved;
  }

  private async run(): Promise<void> {
    this.busy = true;
    while (this.wanted !== this.saved && !this.stopped) {
      const card = this.wanted;
      this.tell({ state: "saving" });
      try {
        this.edit = await this.send(card, this.edit);
        this.saved = card;
      } catch (error) {
        this.busy = false;
        this.tell({ state: "failed", error });
        return;
      }
    }
    this.busy = false;
    this.tell({ state: "saved" });
  }
}
