import { artworkById } from '../../data/artwork/artworks';
import { inWorkspace, type Tx } from '../../data/database';
import { addJob } from '../../data/jobs';
import * as proofs from '../../data/line/proofs';
import type { ProofChanged, ProofRow, ProofState } from '../../data/line/proofs';
import { askRecheck, recheckedTo, recheckOf } from '../../data/outlets/rechecks';
import { contentsOf, stateAfter, type Content } from '../line/content';
import { makingsOf, type Making } from '../line/prepare/making';
import { prepareAll } from '../line/prepare/prepare-all';
import { recheck } from '../line/prepare/problems';

/** Proofs are rechecked so many at a time: a transaction of about a second. */
const WINDOW = 50;
/** Yield to other jobs after this long, so that 300,000 proofs starve none of them. */
const SPELL_MS = 20_000;
/** Attempts for proofs that are edited while they are rechecked. After that they are left: an edit runs the same checks. */
const READINGS = 3;

/** Has the worker hold an outlet's proofs against its rules and settings. In the transaction that changes these. */
export async function beginRecheck(tx: Tx, workspace: string, outletId: string): Promise<void> {
  await askRecheck(tx, outletId);
  await addJob(tx, 'outlet.recheck', { workspace, outletId });
}

/**
 * Goes on with a recheck, a window of proofs at a time. Words of a pattern that do not fit any more are made anew (a passed proof is to
 * be looked at again then), a hand's stay. What is listed is only compared with what was sent: where it breaks the new rules it is out
 * of date. May be ended and taken up again at any time.
 */
export async function runRecheck(workspace: string, outletId: string): Promise<void> {
  for (const until = Date.now() + SPELL_MS; Date.now() < until;) {
    const window = await inWorkspace(workspace, async (tx) => {
      const at = await recheckOf(tx, outletId);
      return at && { ...at, found: await proofs.proofsAfter(tx, outletId, RECHECKED, at.after, WINDOW) };
    });
    if (!window) return;
    const { round, found } = window;
    await recheckProofs(workspace, found.map((p) => p.id)); // prettier-ignore
    await inWorkspace(workspace, (tx) => recheckedTo(tx, outletId, round, found.at(-1)?.seq ?? null));
  }
  await inWorkspace(workspace, (tx) => addJob(tx, 'outlet.recheck', { workspace, outletId }));
}

/** States in which a proof is held against rules; one that is being drafted gets the rules of its drafting. */
const RECHECKED: readonly ProofState[] = ['held', 'ready', 'passed', 'refused', 'listed', 'sending'];

/** Holds proofs against their outlets' rules, and against what was sent of them. */
export async function recheckProofs(workspace: string, ids: readonly string[]): Promise<void> {
  let left = ids;
  for (let reading = 0; left.length && reading < READINGS; reading++) left = await recheckSome(workspace, left);
}

/** Rechecks proofs; returns those that somebody changed meanwhile. */
async function recheckSome(workspace: string, ids: readonly string[]): Promise<string[]> {
  const read = await inWorkspace(workspace, async (tx) => {
    const found = await proofs.listProofs(tx, { ids: [...ids], limit: ids.length });
    const contents = [...(await contentsOf(tx, found)).values()].filter((c) => RECHECKED.includes(c.proof.state));
    return { contents, makings: await makingsAnew(tx, contents) };
  });
  // not within a transaction: the writer may be a service far away
  const made = await makeAnew(read.makings);
  const moved: string[] = [];
  await inWorkspace(workspace, async (tx) => {
    const held = await proofs.lockVersions(tx, read.contents.map((c) => c.proof.id)); // prettier-ignore
    const changes: ProofChanged[] = [];
    for (const content of read.contents) {
      const { id, version, state } = content.proof;
      const now = held.get(id);
      if (!now) continue;
      if (now.version !== version || now.state !== state) moved.push(id);
      else changes.push(await rechecked(tx, content, made.get(id) ?? null));
    }
    await proofs.changeProofs(tx, changes);
  });
  return moved;
}

const isStop = (p: { stops: boolean }) => p.stops;
/** The fields that the rules as they are now stop a proof by. */
const brokenOf = ({ proof, outlet, docket }: Content): Set<string> =>
  new Set(recheck(proof, outlet.rules, docket).filter(isStop).map((p) => p.field)); // prettier-ignore

/** What is needed to make the words anew that do not fit any more. What stands or is on its way is not touched. */
async function makingsAnew(tx: Tx, contents: readonly Content[]): Promise<Making[]> {
  const makings: Making[] = [];
  for (const content of contents) {
    const { proof, outlet } = content;
    if (proof.state === 'listed' || proof.state === 'sending') continue;
    if (![...brokenOf(content)].some((f) => f === 'tags' || f in outlet.rules.texts)) continue;
    const artwork = await artworkById(tx, proof.artworkId);
    if (artwork?.measured) makings.push(...(await makingsOf(tx, artwork, [proof])).filter((m) => m !== null));
  }
  return makings;
}

/** Words as their rules make them now, by proof. One that cannot be made stops no other. */
async function makeAnew(makings: readonly Making[]): Promise<Map<string, ProofRow['fields']>> {
  const made = new Map<string, ProofRow['fields']>();
  for (const making of makings)
    try {
      made.set(making.proofId, (await prepareAll([making]))[0]!.fields);
    } catch (error) {
      console.error(`recheck of proof ${making.proofId}: ${(error as Error).message}`);
    }
  return made;
}

/** What a recheck makes of a proof. */
async function rechecked(tx: Tx, content: Content, made: ProofRow['fields'] | null): Promise<ProofChanged> {
  const { proof, outlet, docket, changed } = content;
  const rulesVersion = outlet.rulesVersion!;
  let { fields } = proof;
  let problems = recheck(proof, outlet.rules, docket);
  const as = { id: proof.id, fields, problems, state: proof.state, changed };
  if (proof.state === 'sending') return { ...as, problems: proof.problems };
  if (proof.state === 'listed') {
    // what stands is not touched: where it would break the rules it stays out of date, and that is said
    if (problems.some(isStop)) return { ...as, problems: proof.problems };
    return { ...as, state: changed.length ? stateAfter(problems, content, 'ready') : 'listed', rulesVersion };
  }
  const broken = brokenOf(content);
  const anew = made && {
    words: { ...fields.words, ...Object.fromEntries(Object.entries(made.words).filter(([name]) => broken.has(name))) },
    tags: broken.has('tags') ? made.tags : fields.tags,
  };
  const differs = anew !== null && JSON.stringify(anew) !== JSON.stringify(fields);
  if (differs) {
    fields = anew;
    problems = recheck({ ...proof, fields }, outlet.rules, docket);
  }
  const now = differs ? (await contentsOf(tx, [{ ...proof, fields }])).get(proof.id)! : content;
  const after = stateAfter(problems, now, differs ? 'ready' : proof.state);
  const state = after === 'ready' && proof.state === 'refused' ? 'refused' : after;
  return { id: proof.id, fields, problems, state, changed: now.changed, rulesVersion };
}
