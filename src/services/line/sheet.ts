import { whyNot, whyPhrase } from '../../core/docket/accepts';
import { offersAt } from '../../core/docket/docket';
import { sentenceOf } from '../../core/listing/problems';
import {
  allowedKey,
  byRule,
  columnKey,
  mayBeAllowed,
  noCoverage,
  standingOf,
  whyClosed,
  type Column,
  type Coverage,
  type Place,
} from '../../core/planning/cells';
import { inWorkspace, type Tx } from '../../data/database';
import { artworksByIds, type ArtworkRow } from '../../data/artwork/artworks';
import { allowedOf } from '../../data/line/allowed';
import { motifProofs, type ProofState } from '../../data/line/proofs';
import * as data from '../../data/line/sheet';
import { listOutlets } from '../../data/outlets/outlets';
import { listDockets } from '../../data/stockroom/dockets';
import { filterOf, type Search } from '../artwork/artworks';
import { miniIn, nameIn } from '../artwork/pictures';
import { miniName } from '../artwork/raster-names';
import { Trouble } from '../trouble';

export interface SheetColumn extends Column {
  outletName: string;
  docketName: string;
}
/** A proof, an open cell (null, or allowed by hand), or the reason why there cannot be one. */
export type SheetCell =
  | {
      id: string;
      state: ProofState;
      small: string | null;
      priceMinor: number | null;
      problem: string | null;
      outOfDate: boolean;
      /** What stands of it at the outlet, and whether it differs from that. */
      stands: string | null;
      changed: boolean;
    }
  | {
      why: string;
      /** A hand may set that aside. */
      could: boolean;
    }
  /** Open, because a hand allowed it. */
  | { allowed: true }
  | null;
/** An artwork as the head of its row. */
export interface SheetHead {
  id: string;
  name: string;
  about: string;
  lightness: number;
  clearShare: number;
  thumb: string;
  /** The part of the picture that has ink, as shares of it, and how wide the picture is to its height. */
  trim: { x: number; y: number; width: number; height: number };
  aspect: number;
}
export interface SheetRow extends SheetHead {
  /** Over all its columns. */
  coverage: Coverage;
  /** Over the columns of each outlet, or of each docket. */
  groups: Record<string, Coverage>;
  /** By column, of those that were asked for. */
  cells: Record<string, SheetCell>;
}
export interface SheetWindow {
  total: number;
  rows: SheetRow[];
}

/** The columns that there are, each with what decides on its cells. */
async function placesIn(tx: Tx): Promise<(SheetColumn & Place)[]> {
  const [outlets, dockets] = [await listOutlets(tx), await listDockets(tx)];
  return outlets
    .filter((o) => o.rules)
    .flatMap((o) =>
      dockets
        .filter((d) => offersAt(d.document, o.id))
        .map((d) => ({
          outlet: o.id,
          outletName: o.name,
          docket: d.id,
          docketName: d.name,
          accepts: d.document.accepts,
          told: true,
          offered: true,
        })),
    );
}

/** All columns, in the order of outlets and dockets, with how many of their cells stand, wait and are held. */
export const sheetColumns = (workspace: string): Promise<(SheetColumn & { counts: Omit<Coverage, 'open'> })[]> =>
  inWorkspace(workspace, async (tx) => {
    const counts = new Map<string, Coverage>();
    for (const c of await data.countColumns(tx)) {
      const key = columnKey({ docket: c.docketId, outlet: c.outletId });
      const mine = counts.get(key) ?? noCoverage();
      mine[standingOf(c.state)] += c.count;
      counts.set(key, mine);
    }
    return (await placesIn(tx)).map(({ outlet, outletName, docket, docketName }) => {
      const { stands, waits, held } = counts.get(columnKey({ docket, outlet })) ?? noCoverage();
      return { outlet, outletName, docket, docketName, counts: { stands, waits, held } };
    });
  });

/** Which artwork of a motif has a place, by motif and column. */
type Leads = Map<string, { id: string; name: string }>;
const leadKey = (motif: string, column: Column) => `${motif}/${columnKey(column)}`;
export async function leadsOf(tx: Tx, works: readonly Pick<data.SheetWork, 'motifId'>[]): Promise<Leads> {
  const motifs = [...new Set(works.flatMap((w) => w.motifId ?? []))];
  if (!motifs.length) return new Map();
  return new Map(
    (await motifProofs(tx, motifs)).map((p) => [
      leadKey(p.motifId, { docket: p.docketId, outlet: p.outletId }),
      { id: p.artworkId, name: p.name },
    ]),
  );
}
export const leadAt = (leads: Leads, work: Pick<data.SheetWork, 'id' | 'name' | 'motifId'>, column: Column) =>
  work.motifId ? leads.get(leadKey(work.motifId, column)) : undefined;
export function takeLead(leads: Leads, work: Pick<data.SheetWork, 'id' | 'name' | 'motifId'>, column: Column): void {
  if (work.motifId) leads.set(leadKey(work.motifId, column), { id: work.id, name: work.name });
}

const headOf = (workspace: string, work: ArtworkRow): SheetHead => ({
  id: work.id,
  name: work.name,
  about: [work.subject, work.byHand.tone ?? work.measured!.tone].filter(Boolean).join(' · '),
  lightness: work.measured!.lightness,
  clearShare: work.measured!.clearShare,
  thumb: nameIn(workspace, miniName(work.sha256)),
  trim: work.measured!.trim,
  aspect: work.widthPx! / work.heightPx!,
});

/**
 * A window of the sheet: rows of a search from one on, with the cells of the columns that are asked for, and how all of a row's columns
 * stand, by outlet or by docket.
 */
export function sheetWindow(
  workspace: string,
  search: Search,
  o: { from: number; count: number; columns: readonly Column[]; by: 'outlet' | 'docket' },
): Promise<SheetWindow> {
  const { filter, sort } = filterOf(search);
  return inWorkspace(workspace, async (tx) => {
    const { ids, total } = await data.rowsFrom(tx, { ...filter, state: 'ready' }, sort, o.from, o.count);
    const places = await placesIn(tx);
    const found = new Map((await artworksByIds(tx, ids)).map((w) => [w.id, w]));
    const works = ids.flatMap((id) => found.get(id) ?? []);
    const leads = await leadsOf(tx, works);
    const at = (id: string, column: Column) => `${id}/${columnKey(column)}`;
    const placed = new Map(
      (await data.placedProofs(tx, ids)).map((p) => [at(p.artworkId, { docket: p.docketId, outlet: p.outletId }), p.state]),
    );
    const shown = new Map(
      (await data.cellProofs(tx, ids, o.columns)).map((p) => [at(p.artworkId, { docket: p.docketId, outlet: p.outletId }), p]),
    );
    const wanted = new Set(o.columns.map(columnKey));
    const allowed = await allowedOf(tx, ids);
    return {
      total,
      rows: works.map((work): SheetRow => {
        const row: SheetRow = { ...headOf(workspace, work), coverage: noCoverage(), groups: {}, cells: {} };
        for (const place of places) {
          const state = placed.get(at(work.id, place));
          const closed = state ? null : whyClosed(work, place, leadAt(leads, work, place), allowed);
          const how = state ? standingOf(state) : closed ? null : 'open';
          const group = (row.groups[place[o.by]] ??= noCoverage());
          if (how) {
            row.coverage[how]++;
            group[how]++;
          }
          const key = columnKey(place);
          if (!wanted.has(key)) continue;
          const p = shown.get(at(work.id, place));
          row.cells[key] = p
            ? {
                id: p.id,
                state: p.state,
                small: p.small && miniIn(workspace, p.small),
                priceMinor: p.priceMinor,
                problem: p.problem && sentenceOf(p.problem),
                outOfDate: p.because.length > 0,
                stands: p.stands,
                changed: p.changed.length > 0,
              }
            : closed
              ? { why: whyPhrase(closed), could: place.told && place.offered && mayBeAllowed(byRule(work, place, allowed)) }
              : allowed.has(allowedKey(work.id, place.docket))
                ? { allowed: true }
                : null;
        }
        return row;
      }),
    };
  });
}

/** So many rows are read at a time where the whole sheet is asked for. */
const AT_A_TIME = 500;

/** The whole grid, artworks x dockets within outlets, as programs have known it from the beginning; a screen takes windows. */
export async function sheet(workspace: string) {
  const columns = await inWorkspace(workspace, placesIn);
  type Plain = Exclude<SheetCell, { why: string } | { allowed: true }> | { why: string };
  const plain = (cell: SheetCell | undefined): Plain =>
    !cell || 'allowed' in cell ? null : 'why' in cell ? { why: cell.why } : cell;
  const rows: (Omit<SheetHead, 'trim' | 'aspect'> & { cells: Plain[] })[] = [];
  for (let from = 0, total = 1; from < total; from += AT_A_TIME) {
    const window = await sheetWindow(workspace, { sort: 'oldest' }, { from, count: AT_A_TIME, columns, by: 'outlet' });
    total = window.total;
    for (const { trim: _, aspect: __, coverage: ___, groups: ____, cells, ...head } of window.rows)
      rows.push({ ...head, cells: columns.map((c) => plain(cells[columnKey(c)])) });
  }
  return {
    columns: columns.map(({ outlet, outletName, docket, docketName }) => ({ outlet, outletName, docket, docketName })),
    rows,
  };
}

/** A part of the sheet, by what it means: rows of a search from one artwork to another, in some columns. */
export interface Selection {
  search: Search;
  /** The first and last row; all rows where none are named. */
  rows?: { first: string; last: string };
  columns: Column[];
}

/** What a selection means, found: ids of its artworks in order. Says so when a row that it was drawn from is not there any more. */
export async function selected(tx: Tx, s: Selection): Promise<string[]> {
  const { filter, sort } = filterOf(s.search);
  const ids = await data.rowsBetween(tx, { ...filter, state: 'ready' }, sort, s.rows ?? null);
  if (!ids) throw new Trouble('conflict', 'The rows have changed since they were selected. Select them again.', 'selection');
  return ids;
}

/** How many cells, proofs and open places a selection means, before anything is done with it. */
export interface SelectionCount {
  rows: number;
  cells: number;
  proofs: number;
  /** Cells that could be made and are not. */
  open: number;
  ready: number;
  /** Held and refused ones: these may be drafted again. */
  held: number;
  /** Artworks under dockets whose rules do not take them, and those that are allowed by hand. */
  closed: number;
  allowed: number;
  /** The first of its proofs, by id. */
  first: string | null;
}
export const countSelection = (workspace: string, s: Selection): Promise<SelectionCount> =>
  inWorkspace(workspace, async (tx) => {
    const ids = await selected(tx, s);
    const wanted = new Set(s.columns.map(columnKey));
    const places = (await placesIn(tx)).filter((p) => wanted.has(columnKey(p)));
    const out: SelectionCount = { rows: ids.length, cells: ids.length * places.length, proofs: 0, open: 0, ready: 0, held: 0, closed: 0, allowed: 0, first: null }; // prettier-ignore
    for (let from = 0; from < ids.length; from += COUNTED_AT_A_TIME) {
      const some = ids.slice(from, from + COUNTED_AT_A_TIME);
      const works = await data.sheetWorks(tx, some);
      const leads = await leadsOf(tx, works);
      const allowed = await allowedOf(tx, some);
      const taken = new Map<string, number>();
      for (const c of await data.countPlaced(tx, some, places)) {
        out.proofs += c.count;
        if (c.state === 'ready') out.ready += c.count;
        if (standingOf(c.state) === 'held') out.held += c.count;
        const key = `${c.artworkId}/${c.docketId}`;
        taken.set(key, (taken.get(key) ?? 0) + c.count);
      }
      for (const work of works) {
        const able = new Map<string, number>();
        for (const place of places)
          if (!whyClosed(work, place, leadAt(leads, work, place), allowed))
            able.set(place.docket, (able.get(place.docket) ?? 0) + 1);
        for (const place of new Map(places.map((p) => [p.docket, p])).values()) {
          if (allowed.has(allowedKey(work.id, place.docket))) out.allowed++;
          else if (mayBeAllowed(whyNot(place.accepts, work))) out.closed++;
        }
        for (const [docket, n] of able) out.open += Math.max(0, n - (taken.get(`${work.id}/${docket}`) ?? 0));
      }
    }
    out.first = (await data.proofsAt(tx, ids.slice(0, AT_A_TIME), places, null, 1))[0] ?? null;
    return out;
  });
const COUNTED_AT_A_TIME = 2000;

/** Ids of a selection's proofs, in the order of its rows. */
export const proofsIn = async (tx: Tx, s: Selection, limit: number | null): Promise<string[]> =>
  data.proofsAt(tx, await selected(tx, s), s.columns, null, limit);
export const proofsOf = (workspace: string, s: Selection, limit: number): Promise<string[]> =>
  inWorkspace(workspace, (tx) => proofsIn(tx, s, limit));
