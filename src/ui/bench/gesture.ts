/**
 * Says when what is being moved is kept: one gesture is one step, however long it takes and however busy the machine is. A drag is kept
 * when it is let go; what has no end of its own (a typed number, arrow keys one after another) is kept once it rests.
 */
export class Gesture {
  private held = false;
  private timer: ReturnType<typeof setTimeout> | undefined;

  private keep: () => unknown = () => undefined;

  constructor(private readonly restMs: number) {}

  /** Says what keeping is. */
  keepBy(keep: () => unknown): void {
    this.keep = keep;
  }

  /** A pointer takes hold, or a key goes down. A drag is a step of its own: what was moved before is kept first; taps of a key belong together. */
  begin(kind: 'drag' | 'key'): void {
    if (kind === 'drag' && !this.held) this.flush();
    clearTimeout(this.timer);
    this.held = true;
  }

  /** Something was moved. */
  moved(): void {
    clearTimeout(this.timer);
    if (!this.held) this.timer = setTimeout(() => this.flush(), this.restMs);
  }

  /** It is let go. */
  end(kind: 'drag' | 'key'): void {
    if (!this.held) return;
    this.held = false;
    if (kind === 'drag') this.flush();
    else this.moved();
  }

  /** Keeps at once what was moved, whatever is held: the screen is left, or another artwork is taken in hand. */
  flush(): void {
    clearTimeout(this.timer);
    this.keep();
  }
}
