/** Keeps what was made, up to a number of bytes; what was used longest ago goes first. One thing larger than that is not kept. */
export class Budget<T> {
  private readonly kept = new Map<string, { value: T; bytes: number }>();
  private total = 0;

  constructor(
    private readonly most: number,
    private readonly sizeOf: (value: T) => number,
  ) {}

  get bytes(): number {
    return this.total;
  }

  get(key: string): T | undefined {
    const found = this.kept.get(key);
    if (!found) return undefined;
    this.kept.delete(key);
    this.kept.set(key, found);
    return found.value;
  }

  put(key: string, value: T): T {
    const bytes = this.sizeOf(value);
    this.drop(key);
    this.kept.set(key, { value, bytes });
    this.total += bytes;
    for (const oldest of this.kept.keys()) {
      if (this.total <= this.most) break;
      this.drop(oldest);
    }
    return value;
  }

  private drop(key: string): void {
    this.total -= this.kept.get(key)?.bytes ?? 0;
    this.kept.delete(key);
  }
}
