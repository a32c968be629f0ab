import { setImmediate as others } from 'node:timers/promises';
import type { Brief, Writer } from '../../../core/writing/brief';
import { builtInWriter } from '../../../core/writing/write';
import type { Making } from './making';
import { outlined, prepare, type Prepared } from './prepare';

/** The writer of the house: the built-in one, until another takes its place. */
const HOUSE: Writer = builtInWriter;

/**
 * Works proofs out with what the writer says of them. It is asked once for all of them, and each brief once: the outlets of a docket mostly share
 * theirs. Throws where the writer cannot be reached, or does not answer every brief.
 */
export async function prepareAll(makings: readonly Making[], writer = HOUSE): Promise<Prepared[]> {
  const outlines = await oneByOne(makings, outlined);
  const briefs = new Map<string, Brief>();
  const named = outlines.map((o) =>
    [...o.briefs].map(([language, brief]) => {
      const key = JSON.stringify(brief);
      briefs.set(key, brief);
      return [language, key] as const;
    }),
  );
  const answers = briefs.size ? await writer.write([...briefs.values()]) : [];
  if (answers.length !== briefs.size) throw new Error(`the writer answered ${answers.length} of ${briefs.size} briefs`);
  const said = new Map([...briefs.keys()].map((key, i) => [key, answers[i]!]));
  return oneByOne(outlines, (outline, i) =>
    prepare(outline, new Map(named[i]!.map(([language, key]) => [language, said.get(key)!]))),
  );
}

/** Works things out with others having their turn between them: a hundred proofs take seconds, and the web server has more to do. */
async function oneByOne<A, B>(all: readonly A[], work: (it: A, i: number) => B): Promise<B[]> {
  const made: B[] = [];
  for (const [i, it] of all.entries()) {
    if (i) await others();
    made.push(work(it, i));
  }
  return made;
}
