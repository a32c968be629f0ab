import { setFlagsFromString } from 'node:v8';
import { runInNewContext } from 'node:vm';

let collect: (() => void) | undefined;

/**
 * Gives memory back that nothing refers to any more. Memory that threads share is not reckoned to any of them, so that none of their
 * engines sees a reason to collect what was let go: dozens of scenes of 25 MB would gather.
 */
export function giveBack(): void {
  setFlagsFromString('--expose-gc');
  collect ??= runInNewContext('gc') as () => void;
  collect();
}
