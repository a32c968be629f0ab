import { breakDown } from '../../core/pricing/prices';
import { inWorkspace } from '../../data/database';
import * as artworks from '../../data/artwork/artworks';
import * as data from '../../data/line/runs';
import type { ProofFields, ProofRow } from '../../data/line/runs';
import { outletById, type OutletRow } from '../../data/outlets/outlets';
import * as stock from '../../data/stockroom/stockroom';
import { recheck } from './prepare/outlet-rules';
import { prepare } from './prepare/prepare';
import { Trouble } from '../trouble';

export type { ProofFields, ProofRow };

export const listProofs = (workspace: string, filter: Parameters<typeof data.listProofs>[1]): Promise<ProofRow[]> =>
  inWorkspace(workspace, (tx) => data.listProofs(tx, filter));

export async function proof(workspace: string, id: string): Promise<ProofRow> {
  const found = await inWorkspace(workspace, (tx) => data.proofById(tx, id));
  if (!found) throw new Trouble('not-found', 'There is no such proof.');
  return found;
}

/** A change by hand. `pattern` names fields that go back to what the docket makes of them. */
export interface ProofChange {
  title?: string;
  description?: string;
  tags?: string[];
  /** New prices by size, minor units. */
  prices?: Record<string, number>;
  pattern?: ('title' | 'description' | 'tags' | 'prices')[];
}

/** Changes a proof that has not been sent. What a hand wrote is marked and kept when the proof is drafted again. */
export async function changeProof(workspace: string, id: string, change: ProofChange): Promise<ProofRow> {
  return inWorkspace(workspace, async (tx) => {
    const it = await data.proofForUpdate(tx, id);
    if (!it) throw new Trouble('not-found', 'There is no such proof.');
    if (it.state === 'drafting') throw new Trouble('conflict', 'This proof is still being drafted.');
    if (!it.fields.prices) throw new Trouble('conflict', 'This proof was never drafted to its end. Draft it again first.');
    if (it.state === 'sending' || it.state === 'listed')
      throw new Trouble('conflict', `This proof is ${it.state}; it can no longer be changed here.`);
    const docket = (await stock.docketById(tx, it.docketId))!;
    const blank = (await stock.listBlanks(tx)).find((b) => b.id === docket.blankId)!;
    const outlet = (await outletById(tx, it.outletId))!;
    const fields = { ...it.fields } as ProofFields;
    for (const name of ['title', 'description'] as const) {
      const value = change[name];
      if (value !== undefined) fields[name] = { value: value.trim(), from: 'hand' };
    }
    if (change.tags) fields.tags = { value: change.tags.map((t) => t.trim()).filter(Boolean), from: 'hand' };
    if (change.prices)
      fields.prices = { value: fields.prices.value.map((p) => repriced(p, change.prices![p.size], outlet.rules!)), from: 'hand' };
    let stay = it;
    if (change.pattern?.length) {
      const artwork = (await artworks.artworkById(tx, it.artworkId))!;
      const kept = Object.fromEntries(Object.entries(fields).filter(([name]) => !change.pattern!.includes(name as never)));
      const twins = artwork.motifId ? await artworks.artworksOfMotif(tx, artwork.motifId) : [];
      const made = prepare(
        artwork,
        docket,
        blank,
        outlet,
        kept,
        twins.filter((t) => t.id !== artwork.id),
      );
      Object.assign(fields, made.fields);
      stay = { ...it, problems: made.problems };
    }
    const problems = recheck(stay, fields, outlet.rules!);
    await data.changeProof(tx, id, {
      fields,
      problems,
      state: problems.some((p) => p.stops) ? 'held' : it.state === 'passed' ? 'passed' : 'ready',
    });
    return (await data.proofById(tx, id))!;
  });
}

function repriced(
  price: ProofFields['prices']['value'][number],
  minor: number | undefined,
  rules: NonNullable<OutletRow['rules']>,
) {
  if (minor === undefined) return price;
  if (!Number.isInteger(minor) || minor <= 0 || minor > 10_000_000)
    throw new Trouble('not-valid', `The price for ${price.size} must be a positive amount.`, 'prices');
  return breakDown(price.size, minor, price.costMinor, price.postageMinor, rules.fees);
}

/** What a docket as it stands in the editor would make of an artwork, without saving anything. */
export async function tryDocket(
  workspace: string,
  spec: stock.DocketRow['spec'],
  blankId: string,
  artworkId: string,
  outletId: string,
) {
  return inWorkspace(workspace, async (tx) => {
    const artwork = await artworks.artworkById(tx, artworkId);
    const blank = (await stock.listBlanks(tx)).find((b) => b.id === blankId);
    const outlet = await outletById(tx, outletId);
    if (!artwork?.measured || !blank || !outlet?.rules)
      throw new Trouble('not-found', 'Choose an artwork that is measured, a blank and a connected outlet.');
    const made = prepare(artwork, { id: '', name: '', blankId, spec }, blank, outlet, {});
    return {
      fields: made.fields,
      problems: made.problems,
      colours: made.colours,
      pictures: made.pictures.map(({ scene, area, colour, colourName, placed }) => ({ scene, area, colour, colourName, placed })),
    };
  });
}
