import type { SceneSheet } from '../../core/scene/sheet';
import type { Wrong } from '../../core/listing/mends';
import { inWorkspace } from '../../data/database';
import * as data from '../../data/line/contact';
import type { PicturesOf, Shown } from '../../data/line/contact';
import type { ProofPicture } from '../../core/listing/proof';
import * as proofs from '../../data/line/proof-windows';
import { proofFilterOf, type ProofSearch } from './proof-windows';
import { sceneById } from '../stockroom/scenes';

/** One picture on the contact sheet. */
export interface Frame {
  at: number;
  kind: ProofPicture['kind'];
  /** What it shows, in words. */
  shows: string;
  scene: string;
  colour: string;
  /** Its colour, where buyers cannot order it here. */
  notOffered: string | null;
  file: string | null;
  small: string | null;
  wrong: Wrong | null;
}
/** The pictures of one proof, in their order. */
export interface Strip extends Omit<PicturesOf, 'wrongs'> {
  frames: Frame[];
}
export interface StripWindow {
  total: number;
  /** The most pictures that one of them has. */
  longest: number;
  rows: Strip[];
}
/** A picture with its proof, among those that show the same. */
export interface LooseFrame extends Omit<PicturesOf, 'wrongs' | 'id'>, Frame {
  /** The proof and the place. */
  id: string;
  proof: string;
}

const CARDS: Record<string, string> = { sizes: 'card of sizes', colours: 'card of colours', files: 'card of files' };
/** What a picture shows, in words. */
export const shownWord = ({ kind, scene }: Shown, sheet: SceneSheet | undefined = sceneById(scene)): string =>
  kind === 'card' ? (CARDS[scene] ?? scene) : kind === 'scene' ? (sheet?.title ?? scene) : kind === 'kept' ? 'kept picture' : 'free place'; // prettier-ignore

const frameOf = (p: ProofPicture, at: number, wrongs: Record<string, Wrong>): Frame => ({
  at,
  kind: p.kind,
  shows: shownWord(p),
  scene: p.scene,
  colour: p.colour,
  notOffered: p.notOffered ?? null,
  file: p.file,
  small: p.small,
  wrong: p.small ? (wrongs[p.small] ?? null) : null,
});

/** A window of proofs with all their pictures. */
export function stripWindow(workspace: string, search: ProofSearch, from: number, count: number): Promise<StripWindow> {
  const { filter, sort } = proofFilterOf(search);
  return inWorkspace(workspace, async (tx) => {
    const ids = await proofs.proofsFrom(tx, filter, sort, from, count);
    const states = await proofs.countMeant(tx, filter);
    return {
      total: Object.values(states).reduce((n, c) => n + c, 0),
      longest: await data.longest(tx, filter),
      rows: (await data.stripsOf(tx, ids)).map(({ pictures, wrongs, ...p }) => ({
        ...p,
        frames: pictures.map((x, i) => frameOf(x, i, wrongs)),
      })),
    };
  });
}

/** What the pictures of a search show, how often, and how often something is wrong with them. */
export function shownBySearch(
  workspace: string,
  search: ProofSearch,
): Promise<(Shown & { word: string; count: number; wrong: number })[]> {
  const { filter } = proofFilterOf(search);
  return inWorkspace(workspace, async (tx) => (await data.countShown(tx, filter)).map((s) => ({ ...s, word: shownWord(s) })));
}

/** A window of the pictures that show one thing; how many there are is told by `shownBySearch`. */
export function frameWindow(
  workspace: string,
  search: ProofSearch,
  shown: Shown,
  from: number,
  count: number,
): Promise<LooseFrame[]> {
  const { filter, sort } = proofFilterOf(search);
  return inWorkspace(workspace, async (tx) =>
    (await data.framesFrom(tx, filter, sort, shown, from, count)).map(({ id, at, picture, wrongs, ...p }) => ({
      ...p,
      ...frameOf(picture, at, wrongs),
      id: `${id}/${at}`,
      proof: id,
    })),
  );
}
