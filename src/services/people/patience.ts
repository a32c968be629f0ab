import { LIMITS } from '../../core/limits';

interface Failures {
  count: number;
  /** Nothing is tried before then, ms of the clock. */
  until: number;
}

/**
 * Slows down who guesses: after a few failures in a row each further try for the same name has to wait, twice as long every time, up
 * to a minute: long for guessing, short for an owner who comes back (OWASP ASVS 5.0, 6.3.1). Kept in memory, for so many names at most.
 */
export class Patience {
  private readonly failures = new Map<string, Failures>();
  constructor(private readonly now: () => number = Date.now) {}

  /** Seconds until the next try for a name may be made; 0 for at once. */
  waits(name: string): number {
    const known = this.failures.get(name);
    return known ? Math.max(0, Math.ceil((known.until - this.now()) / 1000)) : 0;
  }
  failed(name: string): void {
    const count = (this.failures.get(name)?.count ?? 0) + 1;
    const beyond = count - LIMITS.triesAtOnce;
    const seconds = beyond < 0 ? 0 : Math.min(LIMITS.longestWaitSeconds, 2 ** beyond);
    this.failures.delete(name);
    this.failures.set(name, { count, until: this.now() + seconds * 1000 });
    // the one that has been quiet longest is forgotten first
    if (this.failures.size > LIMITS.namesWatched) this.failures.delete(this.failures.keys().next().value!);
  }
  succeeded(name: string): void {
    this.failures.delete(name);
  }
}
