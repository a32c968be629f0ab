import { readName, readPattern, type NameReading } from '../../core/artwork/filing/file-name';
import { artworksByIds } from '../../data/artwork/artworks';
import { inWorkspace } from '../../data/database';
import * as data from '../../data/artwork/keeping';
import { Trouble } from '../trouble';

export const PATTERN_SETTING = 'file-name-pattern';
const KEYS_SETTING = 'mark-keys';

/** What one digit key does to the selection on the artwork screen. */
export interface MarkKey {
  field: 'mark' | 'audience' | 'occasion' | 'subject';
  value: string;
}
export type MarkKeys = Partial<Record<string, MarkKey>>;

const FIRST_KEYS: MarkKeys = {
  '1': { field: 'audience', value: 'adult' },
  '2': { field: 'audience', value: 'youth' },
  '3': { field: 'audience', value: 'child' },
};

export interface ArtworkSettings {
  /** How file names are read when files come in; empty for not at all. */
  fileNamePattern: string;
  markKeys: MarkKeys;
}

export const artworkSettings = (workspace: string): Promise<ArtworkSettings> =>
  inWorkspace(workspace, async (tx) => ({
    fileNamePattern: (await data.setting<string>(tx, PATTERN_SETTING)) ?? '',
    markKeys: (await data.setting<MarkKeys>(tx, KEYS_SETTING)) ?? FIRST_KEYS,
  }));

export async function setArtworkSettings(workspace: string, change: Partial<ArtworkSettings>): Promise<ArtworkSettings> {
  const { fileNamePattern, markKeys } = change;
  if (fileNamePattern) {
    const pattern = readPattern(fileNamePattern);
    if (typeof pattern === 'string') throw new Trouble('not-valid', pattern, 'fileNamePattern');
  }
  await inWorkspace(workspace, async (tx) => {
    if (fileNamePattern !== undefined) await data.setSetting(tx, PATTERN_SETTING, fileNamePattern.trim());
    if (markKeys !== undefined) await data.setSetting(tx, KEYS_SETTING, markKeys);
  });
  return artworkSettings(workspace);
}

/** How a pattern reads the file names of artworks: every one, with what it says or why it does not fit. */
export async function previewPattern(
  workspace: string,
  text: string,
  ids: string[],
): Promise<{ fits: number; items: ({ id: string; fileName: string } & NameReading)[] }> {
  const pattern = readPattern(text);
  if (typeof pattern === 'string') throw new Trouble('not-valid', pattern, 'pattern');
  const all = await inWorkspace(workspace, (tx) => artworksByIds(tx, ids));
  const items = all.map((a) => ({ id: a.id, fileName: a.fileName, ...readName(pattern, a.fileName) }));
  return { fits: items.filter((i) => i.ok).length, items };
}
