/** A change that can be taken back and made again. Both say what they did, or throw. */
export interface Step {
  says: string;
  back: () => Promise<string | undefined | void>;
  again: () => Promise<string | undefined | void>;
}

const MOST_STEPS = 100;

/**
 * What was done in this window, to be taken back step by step and made again. A new change ends what could be made again, as
 * everywhere. A step that cannot be taken back is let go: it would stand in the way of those before it.
 */
export class History {
  private done: Step[] = [];
  private undone: Step[] = [];

  did(step: Step): void {
    this.done.push(step);
    if (this.done.length > MOST_STEPS) this.done.shift();
    this.undone = [];
  }
  get last(): Step | undefined {
    return this.done.at(-1);
  }
  get next(): Step | undefined {
    return this.undone.at(-1);
  }
  async undo(step: Step | undefined = this.last): Promise<string | undefined> {
    if (!step || !this.done.includes(step)) return undefined;
    this.done = this.done.filter((s) => s !== step);
    const said = await step.back();
    this.undone.push(step);
    return said || `Taken back: ${step.says}`;
  }
  async redo(): Promise<string | undefined> {
    const step = this.undone.pop();
    if (!step) return undefined;
    const said = await step.again();
    this.done.push(step);
    return said || step.says;
  }
}
