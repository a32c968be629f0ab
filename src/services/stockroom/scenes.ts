import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { SceneSheet } from '../../core/scene/scene';

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
