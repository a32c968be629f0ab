import { useRef } from 'react';
import { toast } from 'sonner';
import type { CorrectionDoneView, GalleyRowView } from '@/api/shapes/galley';
import { thousands } from '@/core/thousands';
import { act, api, Refusal, sentenceOf } from '../api';
import { count } from '../parts/format';
import type { Range, Spot } from '../parts/lists/range';
import {
  blockText,
  cellText,
  cellValue,
  isChange,
  laidBlock,
  MOST_CELLS,
  readBlock,
  settledValue,
  type Said,
  type Written,
} from './block';
import { windowOf, type GalleyList, type Looked } from './list';
import type { Column } from './search';
import { tell } from './tell';

/** What one request takes, with room for signs that are several bytes. */
const MOST_LETTERS = 600_000;

/** What a hand does with the cells it has marked. */
export interface Cells {
  /** Rows that are marked, with those that are not on the screen. Throws where they are too many. */
  rows: () => Promise<GalleyRowView[]>;
  /** The same as far as they are here; null where one is not. */
  here: () => GalleyRowView[] | null;
  /** Names of the fields that are marked. */
  fields: string[];
  /** What is marked as a spreadsheet takes it from the clipboard; null where a row of it is not here. */
  copied: () => string | null;
  /** Puts that on the clipboard once all of it is here. */
  copy: () => Promise<void>;
  write: (spot: Spot, value: Said) => void;
  /** Writes into every marked cell. */
  fill: (value: (row: GalleyRowView, field: string, rows: readonly GalleyRowView[]) => Said) => Promise<void>;
  paste: (text: string) => Promise<void>;
}

/** Writing into cells of the galley as into a spreadsheet's: one by one, over a range, and from the clipboard. */
export function useCells(o: { list: GalleyList; looked: Omit<Looked, 'steps'>; shown: readonly Column[]; range: Range }): Cells {
  const { list, looked, shown, range } = o;
  const last = Math.min(range.r1, list.total - 1);
  const fields = shown.slice(range.c0, range.c1 + 1).map((c) => c.name);

  const rowsOf = async (r0: number, r1: number, wide: number): Promise<GalleyRowView[]> => {
    if ((r1 - r0 + 1) * wide > MOST_CELLS)
      throw new Refusal(422, `At most ${thousands(MOST_CELLS)} cells at once: mark fewer, or correct them by steps.`);
    const out: GalleyRowView[] = [];
    for (let r = r0; r <= r1; r++) {
      const here = list.row(r);
      if (here) out.push(here);
      else {
        const window = await windowOf({ ...looked, steps: [] }, r, Math.min(100, r1 - r + 1));
        if (!window.rows.length) break;
        out.push(...window.rows);
        r += window.rows.length - 1;
      }
    }
    return out;
  };
  const rows = () => rowsOf(range.r0, last, fields.length);
  const here = (): GalleyRowView[] | null => {
    const found = Array.from({ length: Math.max(0, last - range.r0 + 1) }, (_, i) => list.row(range.r0 + i));
    return found.every((row) => row !== undefined) ? found : null;
  };

  const textOf = (all: readonly GalleyRowView[]) =>
    blockText(all.map((row) => fields.map((f) => cellText(row.fields[f]?.value ?? ''))));

  /** One after another: each says what it saw there. */
  const writes = useRef<Promise<unknown>>(Promise.resolve());
  /** Writes cells that a hand changed, as one step. */
  const writeAll = async (cells: readonly Written[]) => {
    const changed = cells.filter(isChange);
    if (!changed.length) return;
    const body = {
      language: looked.language,
      cells: changed.map(({ row, field, value }) => ({ proof: row.id, field, was: row.fields[field]!.value, value })),
    };
    if (JSON.stringify(body).length > MOST_LETTERS)
      throw new Refusal(422, 'That is too much text at once: mark fewer, or correct them by steps.');
    // what comes next is made of what stands there now, also before the house has answered
    const answered = list.put(changed.map(({ row, field, value }) => ({ id: row.id, field, value: settledValue(value) })));
    const mine = writes.current.then(() =>
      act(async () => {
        const done = await api<CorrectionDoneView>('POST', '/proofs/words/cells', body);
        const stayed = done.stayed['changed meanwhile'] ?? 0;
        const beside = stayed ? `; ${count(stayed, 'was', 'were')} changed meanwhile and ${stayed === 1 ? 'stays' : 'stay'}` : '';
        tell(`${count(done.left ? done.total : done.changed, 'listing')} changed${beside}`, done);
      }),
    );
    writes.current = mine;
    await mine;
    answered();
  };
  const told = (work: Promise<void>): Promise<void> => work.catch((e: unknown) => void toast.error(sentenceOf(e)));

  return {
    rows,
    here,
    fields,
    copied: () => {
      const all = here();
      return all && textOf(all);
    },
    copy: () => told(rows().then((all) => navigator.clipboard.writeText(textOf(all)))),
    write: (spot, value) => {
      const row = list.row(spot.r);
      if (row) void told(writeAll([{ row, field: shown[spot.c]!.name, value }]));
    },
    fill: (value) =>
      told(
        rows().then((all) =>
          writeAll(all.flatMap((row) => fields.map((field) => ({ row, field, value: value(row, field, all) })))),
        ),
      ),
    paste: (text) =>
      told(
        (async () => {
          const laid = laidBlock(await readBlock(text), range, { rows: list.total, columns: shown.length });
          const wide = 1 + Math.max(...laid.map((l) => l.c)) - range.c0;
          const all = await rowsOf(range.r0, Math.max(...laid.map((l) => l.r)), wide);
          await writeAll(
            laid.flatMap(({ r, c, text: said }) => {
              const row = all[r - range.r0];
              const field = shown[c]!.name;
              return row ? [{ row, field, value: cellValue(said, field) }] : [];
            }),
          );
        })(),
      ),
  };
}
