import type { Said } from '../../core/said';
import { rgbToOklab } from '../../core/colour/colour';
import type { Patch } from '../../core/artwork/filing/change';
import { compare, HASH_REACH, wordsAlike } from '../../core/artwork/likeness/likeness';
import type { Fingerprint } from '../../core/artwork/likeness/fingerprint';
import type { Measured } from '../../core/artwork/measure/measure';
import { propose, type Proposals, type Telling } from '../../core/artwork/filing/propose';
import type { SaidLine } from '../../core/artwork/words/words';
import * as data from '../../data/artwork/artworks';
import { inWorkspace, type Tx } from '../../data/database';
import * as keeping from '../../data/artwork/keeping';
import * as likeness from '../../data/artwork/likeness';
import { addJob } from '../../data/jobs';
import { applyProposed } from './changing';

/** What was measured in a file. */
export interface Measurement {
  format: string;
  widthPx: number;
  heightPx: number;
  measured: Measured & { notes: Said[] };
  fingerprint: Fingerprint;
  titles: string[];
}

/** Reading words waits behind pictures: sellers look first. */
const WORDS_WAIT_SECONDS = 2;

/** Writes what was measured, proposes what the file's name and titles tell, finds its like, and has the words read. */
export const recordMeasured = (workspace: string, id: string, sha256: string, m: Measurement): Promise<void> =>
  inWorkspace(workspace, async (tx) => {
    await likeness.comparingAlone(tx);
    const inks = m.measured.inks.map((i) => ({ lab: rgbToOklab(i.rgb), share: i.share }));
    if (!(await data.setMeasured(tx, id, sha256, m, inks))) return;
    await likeness.keepFingerprint(tx, id, m.fingerprint);
    // a fitting file stands for another artwork: nothing is said of it, and nothing is like it
    if ((await data.artworkById(tx, id))!.standing === 'fitting') return void (await data.setSaid(tx, id, sha256, []));
    await proposeFor(tx, id);
    await findLike(tx, id);
    await addJob(tx, 'artwork.words', { workspace, artworkId: id });
  });

/** A file takes longer than it may while others wait: it is read when nothing else is, for as long as a file may take. */
export const recordSlow = (workspace: string, id: string): Promise<void> =>
  inWorkspace(workspace, (tx) => addJob(tx, 'artwork.measure', { workspace, artworkId: id, slow: true }));

/** While files are to be measured or proofs to be drafted, words wait. Says whether they do. */
export const putOffWords = (workspace: string, id: string): Promise<boolean> =>
  inWorkspace(workspace, async (tx) => {
    const waits = await data.isBusy(tx);
    if (waits) await addJob(tx, 'artwork.words', { workspace, artworkId: id }, WORDS_WAIT_SECONDS);
    return waits;
  });

/** Writes the words that were read, and what follows from them. */
export const recordSaid = (workspace: string, id: string, sha256: string, said: SaidLine[]): Promise<void> =>
  inWorkspace(workspace, async (tx) => {
    await likeness.comparingAlone(tx);
    if (!(await data.setSaid(tx, id, sha256, said))) return;
    await proposeFor(tx, id);
    await findLike(tx, id);
  });

/** A file could not be taken. When it was meant as a better version, the one before it is put back. */
export const recordRefused = (workspace: string, id: string, why: Said): Promise<void> =>
  inWorkspace(workspace, async (tx) => {
    const it = await data.artworkById(tx, id);
    if (!it) return;
    const versions = await keeping.versionsOf(tx, id);
    const before = versions.find((v) => v.version < it.version);
    if (!before) return data.setRefused(tx, id, why);
    await keeping.dropVersion(tx, id, it.version);
    await keeping.goBackTo(tx, id, before.version);
    await addJob(tx, 'artwork.measure', { workspace, artworkId: id });
    await data.addRefused(tx, it.fileName, { ...why, values: { ...why.values, keeps: it.name } });
  });

/** A file name that tells nothing: a camera's or a drawing program's own. */
const SAYS_NOTHING =
  /^(img|dsc|dscf|pxl|image|picture|photo|untitled|design|artboard|export|final|print|scan|copy|layer)?[\s\d]*$/i;

/** Proposes subject, audience, occasion, and a name where the file has none, from all that speaks of the artwork. */
async function proposeFor(tx: Tx, id: string): Promise<void> {
  const it = (await data.artworkById(tx, id))!;
  const said = saidText(it);
  const texts: Telling[] = [
    { where: 'its words', text: said },
    { where: 'its file name', text: it.fileName.replace(/\.[a-z0-9]{2,5}$/i, '') },
    { where: 'a title in the file', text: it.titles.join('\n') },
    { where: 'its drawer', text: it.drawer ?? '' },
  ];
  const proposals: Proposals & { name?: { value: string; why: string } } = propose(texts.filter((t) => t.text));
  if (said && it.sources.name === 'file name' && SAYS_NOTHING.test(it.name)) {
    const lower = said.toLowerCase();
    proposals.name = { value: lower[0]!.toUpperCase() + lower.slice(1), why: 'its words' };
  }
  const patch: Patch = Object.fromEntries(
    Object.entries<{ value: string }>({ ...proposals }).map(([field, p]) => [field, p.value]),
  );
  // what the seller's pattern or a near copy said stands above what the machine makes of the words
  for (const field of ['subject', 'audience', 'occasion'] as const)
    if (['file name', 'copy'].includes(it.sources[field] ?? '')) delete patch[field];
  await applyProposed(tx, id, patch, (field) => `proposed: ${proposals[field as keyof Proposals]?.why ?? ''}`);
}

/** The words of an artwork as one text: a hand's, else those that were read. */
export const saidText = (a: { byHand: { said?: string }; said: SaidLine[] | null }): string =>
  a.byHand.said ?? (a.said ?? []).map((l) => l.text).join(' ');

/** Compares an artwork with all that its hashes come near, and takes over what near copies are known to be. */
async function findLike(tx: Tx, id: string): Promise<void> {
  const [it, print] = [(await data.artworkById(tx, id))!, await likeness.fingerprintOf(tx, id)];
  if (!print) return;
  const words = (it.said ?? []).filter((l) => l.confidence >= 0.8).flatMap((l) => l.text.split(' '));
  const pairs: Omit<likeness.Pair, 'decision'>[] = [];
  for (const other of await likeness.candidates(tx, id, HASH_REACH)) {
    const kind = compare(print, other.print, wordsAlike(words, other.words));
    if (!kind) continue;
    const older = other.seq < it.seq;
    pairs.push({ olderId: older ? other.id : id, newerId: older ? id : other.id, kind });
  }
  await likeness.setLikeness(tx, id, pairs);
  const from = pairs.find((p) => p.kind !== 'family' && p.newerId === id)?.olderId;
  if (!from) return;
  const known = (await data.artworkById(tx, from))!;
  const patch: Patch = {};
  for (const field of ['subject', 'audience', 'occasion', 'marks'] as const) {
    const mine = it.sources[field] ?? '';
    if (['hand', 'copy'].includes(known.sources[field] ?? '') && !['hand', 'file name', 'copy'].includes(mine))
      Object.assign(patch, { [field]: known[field] });
  }
  await applyProposed(tx, id, patch, () => 'copy');
}
