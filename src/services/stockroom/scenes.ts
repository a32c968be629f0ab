import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { SceneSheet } from '../../core/scene/sheet';
import { inWorkspace } from '../../data/database';
import { tellScenes } from '../../data/stockroom/scenes';

/** Folder of the shipped scenes. */
export const scenesFolder = (): string => join(process.env.PRESS_ROOT ?? process.cwd(), 'assets', 'scenes');

let sheets: SceneSheet[] | undefined;

/** All scenes that ship, read once. */
export function scenes(): SceneSheet[] {
  sheets ??= readdirSync(scenesFolder(), { withFileTypes: true })
    .filter((e) => e.isDirectory())
    .map((e) => JSON.parse(readFileSync(join(scenesFolder(), e.name, 'scene.json'), 'utf8')) as SceneSheet);
  return sheets;
}

export const sceneById = (id: string): SceneSheet | undefined => scenes().find((s) => s.id === id);

const states = new Map<string, string>();

/** A short hash of everything that a scene's pictures are made from: another one after the scene was replaced. */
export function sceneState(id: string): string {
  let state = states.get(id);
  if (!state) {
    const hash = createHash('sha256');
    const folder = join(scenesFolder(), id);
    for (const file of readdirSync(folder).filter((f) => !f.includes('-800')).sort()) hash.update(file).update(readFileSync(join(folder, file))); // prettier-ignore
    states.set(id, (state = hash.digest('hex').slice(0, 12)));
  }
  return state;
}

/** Tells the database which scenes ship in which state, so that proofs made from others are out of date. */
export const announceScenes = (): Promise<void> =>
  inWorkspace(null, (tx) =>
    tellScenes(
      tx,
      scenes().map((s) => ({ id: s.id, state: sceneState(s.id) })),
    ),
  );
