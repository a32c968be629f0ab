import { effective, same, type Shot } from '../../core/docket/docket';
import { mended, type PictureMend, type Wrong } from '../../core/listing/mends';
import { artworksThere } from '../../data/artwork/artworks';
import { inWorkspace, type Tx } from '../../data/database';
import { record } from '../../data/desk/activity';
import * as data from '../../data/line/contact';
import type { MendRow } from '../../data/line/contact';
import { addRun } from '../../data/line/runs';
import { listingsIn } from '../../data/outlets/listing-windows';
import { differing, grouped, turnedBack, type Groups, type Wanted } from '../bench/steps';
import { listingsAsked, type ListingsAsked } from '../outlets/listing-windows';
import { sceneById } from '../stockroom/scenes';
import { Trouble } from '../trouble';
import { secondsFor } from './pace';
import { proofsMeant, type ProofSearch } from './proof-windows';

/** A picture of a proof by its place, from 0. */
export interface PictureAt {
  proof: string;
  at: number;
}
/** Which pictures: these; or, of the proofs that a search means, all that are made as this one is. */
export type PicturesMeant = { pictures: readonly PictureAt[] } | { alike: PictureAt; search: ProofSearch };

/** Why a proof's pictures stay as they are. */
export const LEFT = ['being made', 'being sent', 'never drafted', 'out of date', 'no such picture', 'makes no sense'] as const;
export type Left = (typeof LEFT)[number];

/** What a mend does, or would do. */
export interface Mended {
  /** Pictures that are made otherwise. */
  pictures: number;
  proofs: number;
  /** How long they take to be made on this machine, as far as it is known. */
  seconds: number | null;
  /** Of the proofs: those that were passed and are to be passed anew, and those that stand at an outlet and then differ from it. */
  passed: number;
  listed: number;
  left: Partial<Record<Left, number>>;
  /** The step that takes it back. */
  undo: string | null;
}

/** What taking a mend back needs. */
export interface ShotsUndo {
  kind: 'shots';
  was: Groups<Shot[]>;
  is: Groups<Shot[]>;
}

/** Why a proof's pictures cannot be changed just now; null where they can. */
export const wayOf = (p: MendRow): Left | null =>
  p.state === 'drafting'
    ? 'being made'
    : p.state === 'sending'
      ? 'being sent'
      : p.because.includes('pictures')
        ? 'out of date'
        : p.pictures.some((x) => x.shot === undefined)
          ? 'never drafted'
          : null;
/** The list by which a proof's pictures were made. */
export const listOf = (p: MendRow): Shot[] => p.shots ?? effective(p.document, p.outletId).shots;

/** Mends pictures, all in the same way, and has just those made again. With `preview` it only tells what would be done. */
export const mendPictures = (
  workspace: string,
  asked: PicturesMeant,
  mend: Exclude<PictureMend, { kind: 'put' }> | { kind: 'docket' },
  preview = false,
): Promise<Mended> =>
  inWorkspace(workspace, async (tx) => {
    await checkMend(tx, mend);
    const [proofs, places] = await placesOf(tx, asked);
    return change(tx, workspace, proofs, mend.kind, preview, (p) => {
      if (mend.kind === 'docket') return { shots: null, made: p.shots ? p.pictures.length : 0 };
      // from the last on: those before them keep their places
      const ats = [...new Set(places(p))].sort((a, b) => b - a);
      if (!ats.length) return 'no such picture';
      let shots = listOf(p);
      let done = 0;
      for (const at of ats) {
        const next = mended(shots, at, mend);
        if (!next) continue;
        done++;
        shots = next;
      }
      if (!done) return 'makes no sense';
      return { shots, made: mend.kind === 'move' || mend.kind === 'take out' ? 0 : done };
    });
  });

/** A picture on other proofs, or on those of listings, in some place: with their own artwork on it, or with its own. */
export interface PutAsked {
  from: PictureAt;
  onto: { ids: readonly string[] } | { search: ProofSearch } | { listings: ListingsAsked };
  at: number;
  showing: 'their artwork' | 'this artwork';
}
export const putPicture = (workspace: string, { from, onto, at, showing }: PutAsked, preview = false): Promise<Mended> =>
  inWorkspace(workspace, async (tx) => {
    const [source] = await data.forMending(tx, [from.proof]);
    const picture = source?.pictures[from.at];
    const shot = source && picture?.shot !== undefined ? listOf(source)[picture.shot] : undefined;
    if (!source || !shot) throw new Trouble('not-found', 'There is no such picture.', 'from');
    const taken: Shot =
      shot.kind === 'scene' && showing === 'this artwork'
        ? { ...shot, artwork: shot.artwork ?? source.artworkId, colour: colourOf(picture!, shot.colour) }
        : shot;
    const ids =
      'ids' in onto
        ? onto.ids
        : 'search' in onto
          ? await proofsMeant(tx, onto.search)
          : (await listingsIn(tx, listingsAsked(onto.listings), null)).flatMap((l) => l.proofId ?? []);
    const mend = { kind: 'put' as const, shot: taken, at };
    return change(tx, workspace, await data.forMending(tx, ids), 'put', preview, (p) => {
      const shots = mended(listOf(p), 0, mend);
      return shots ? { shots, made: 1 } : 'makes no sense';
    });
  });
/** The colour that a picture shows, by its name or as it is. */
const colourOf = (picture: MendRow['pictures'][number], rule: Extract<Shot, { kind: 'scene' }>['colour']) =>
  typeof rule === 'string' && rule.startsWith('#') ? rule : { named: picture.colour };

/** Says of pictures what is wrong with them; null takes that back. Returns of how many. */
export const flagPictures = (workspace: string, pictures: readonly PictureAt[], wrong: Wrong | null): Promise<number> =>
  inWorkspace(workspace, async (tx) => {
    const by = new Map((await data.stripsOf(tx, [...new Set(pictures.map((p) => p.proof))])).map((p) => [p.id, p.pictures]));
    const there = pictures.flatMap(({ proof, at }) => {
      const small = by.get(proof)?.[at]?.small;
      return small ? [{ proof, small }] : [];
    });
    if (there.length) await data.putWrongs(tx, there, wrong);
    return there.length;
  });

/** Has what somebody looks at made before other things. */
export const lookAt = (workspace: string, proofs: readonly string[]): Promise<void> =>
  inWorkspace(workspace, (tx) => data.lookedAt(tx, proofs));

/** Refuses what no picture can become. */
async function checkMend(tx: Tx, mend: PictureMend | { kind: 'docket' }): Promise<void> {
  if (mend.kind === 'scene' && !sceneById(mend.scene)) throw new Trouble('not-valid', 'There is no such scene.', 'mend.scene');
  if (mend.kind === 'artwork' && mend.artwork !== null && !(await artworksThere(tx, [mend.artwork])).length)
    throw new Trouble('not-valid', 'There is no such artwork.', 'mend.artwork');
}

/** The proofs that are meant, and which places in the list of each. */
export async function placesOf(tx: Tx, asked: PicturesMeant): Promise<[MendRow[], (p: MendRow) => number[]]> {
  if ('pictures' in asked) {
    const by = new Map<string, number[]>();
    for (const { proof, at } of asked.pictures) by.set(proof, [...(by.get(proof) ?? []), at]);
    return [await data.forMending(tx, [...by.keys()]), (p) => by.get(p.id)!.flatMap((at) => p.pictures[at]?.shot ?? [])];
  }
  const { alike, search } = asked;
  const [one] = await data.forMending(tx, [alike.proof]);
  const at = one?.pictures[alike.at]?.shot;
  const shot = one && at !== undefined ? listOf(one)[at] : undefined;
  if (!one || !shot) throw new Trouble('not-found', 'There is no such picture.', 'alike');
  const all = await data.forMending(tx, await proofsMeant(tx, { ...search, docket: one.docketId }));
  const places = (p: MendRow) => listOf(p).flatMap((s, i) => (same(s, shot) ? [i] : []));
  return [all.filter((p) => places(p).length), places];
}

/** Gives proofs other lists of pictures, drafts them again where they are, and writes it down as one step. */
async function change(
  tx: Tx,
  workspace: string,
  proofs: readonly MendRow[],
  how: string,
  preview: boolean,
  next: (p: MendRow) => { shots: Shot[] | null; made: number } | Left,
): Promise<Mended> {
  const left: Mended['left'] = {};
  const wanted: Wanted<Shot[]> = new Map();
  const making = new Map<string, number>();
  for (const p of proofs) {
    const way = wayOf(p);
    // what goes back to its docket may be out of date
    const it = way && !(how === 'docket' && way === 'out of date') ? way : next(p);
    if (typeof it === 'string') {
      left[it] = (left[it] ?? 0) + 1;
      continue;
    }
    // what is as its docket says is the docket's
    wanted.set(p.id, it.shots && same(it.shots, effective(p.document, p.outletId).shots) ? null : it.shots);
    making.set(p.id, it.made);
  }
  const now = new Map(proofs.flatMap((p) => (p.shots ? [[p.id, p.shots] as const] : [])));
  const { was, is } = differing(now, wanted);
  const changed = proofs.filter((p) => is.has(p.id));
  const pictures = changed.reduce((n, p) => n + making.get(p.id)!, 0);
  const told = {
    ...{ pictures, proofs: changed.length, left, undo: null },
    seconds: await secondsFor(tx, pictures),
    passed: changed.filter((p) => p.state === 'passed').length,
    listed: changed.filter((p) => p.state === 'listed').length,
  };
  if (preview || !changed.length) return told;
  await put(tx, workspace, [...is]);
  const undo: ShotsUndo = { kind: 'shots', was: grouped(was), is: grouped(is) };
  const step = await record(tx, {
    did: 'pictures.mended',
    about: 'proof',
    ids: [...is.keys()],
    values: { how, proofs: changed.length, pictures },
    undo: { ...undo },
  });
  return { ...told, undo: step };
}

/** Writes lists of pictures, and has the proofs drafted again. */
async function put(tx: Tx, workspace: string, lists: readonly [string, Shot[] | null][]): Promise<void> {
  for (const { value, artworks: ids } of grouped(new Map(lists))) await data.putShots(tx, ids, value);
  await data.draftHere(tx, workspace, lists.map(([id]) => id), () => addRun(tx, 'Pictures put right')); // prettier-ignore
}

/** Puts lists of pictures back as a step found them, or forward again; what was changed since, or is under way, stays. */
export async function putShotsBack(
  tx: Tx,
  workspace: string,
  step: ShotsUndo,
  again: boolean,
): Promise<{ count: number; left: number }> {
  const back = await turnedBack(step, again, (ids) => data.ownShots(tx, ids));
  const there = new Map((await data.forMending(tx, back.put.map(([id]) => id))).map((p) => [p.id, p])); // prettier-ignore
  const free = back.put.filter(([id]) => data.MENDABLE.includes(there.get(id)?.state ?? 'drafting'));
  if (free.length) await put(tx, workspace, free);
  return { count: back.count, left: back.left + back.put.length - free.length };
}
