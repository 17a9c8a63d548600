/**
 * Waits its turn by practice: of those that have something waiting each gets one in turn, so that one coach's thirty
 * hand-overs keep nobody else waiting for more than the one that is at work.
 */
export class FairQueue {
  private readonly waiting = new Map<string, (() => void)[]>();
  private running = 0;

  /** @param most at work at once */
  constructor(private readonly most: number) {}

  async run<T>(whose: string, work: () => Promise<T>): Promise<T> {
    if (this.running >= this.most || this.waiting.size > 0)
      await new Promise<void>((turn) => {
        const mine = this.waiting.get(whose);
        if (mine) mine.push(turn);
        else this.waiting.set(whose, [turn]);
        this.next();
      });
    else this.running += 1;
    try {
      return await work();
    } finally {
      this.running -= 1;
      this.next();
    }
  }

  private next(): void {
    const [first] = this.waiting;
    if (!first || this.running >= this.most) return;
    const [whose, turns] = first;
    // to the end of the line, behind everybody else
    this.waiting.delete(whose);
    const turn = turns.shift()!;
    if (turns.length) this.waiting.set(whose, turns);
    this.running += 1;
    turn();
  }
}
