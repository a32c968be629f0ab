import sharp from 'sharp';
import type { SaidLine } from '../core/artwork/words/words';
import { borrow } from '../files/store';
import { readWords } from './words/read-words';

sharp.concurrency(1);
sharp.cache(false);
// whoever started us is gone: nobody waits for what we do
process.once('disconnect', () => process.exit());

/** Reads the words of a working copy, by its name in the store. Several may be under way: the engines take turns. */
export default (task: { working: string }): Promise<SaidLine[]> => borrow('derived', task.working, readWords);
