import { same } from '../../core/docket/docket';
import { type BlankDocument } from '../../core/stock/blank';
import { inWorkspace } from '../../data/database';
import { record } from '../../data/desk/activity';
import * as data from '../../data/stockroom/blanks';
import type { BlankRow } from '../../data/stockroom/blanks';
import { checkDocument } from '../documents';
import { betweenVersions, toldDifferences } from '../versions';
import { Trouble } from '../trouble';
import { catalogueOf, HOUSES } from './houses';

export type { BlankRow };

export const blanks = (workspace: string): Promise<BlankRow[]> => inWorkspace(workspace, data.listBlanks);

/** What differs between two versions of a blank; without numbers between the last two. */
export const blankDiff = (workspace: string, id: string, from?: number, to?: number) =>
  inWorkspace(workspace, async (tx) => {
    const it = await data.blankById(tx, id);
    if (!it) throw new Trouble('not-found', 'There is no such blank.');
    return betweenVersions(it.version, { from, to }, (version) => data.blankVersion(tx, id, version));
  });

/** A size whose print area differs from the blank's states its own. Costs in cents, postage for one piece to the home region. */
interface Catalogue {
  house: string;
  blanks: {
    id: string;
    name: string;
    kind: string;
    currency: string;
    colours: { name: string; hex: string }[];
    sizes: { name: string; cost_cents: number; areas?: { name: string; width_mm: number; height_mm: number }[] }[];
    postage_cents: number;
    further_cents?: number;
    production_days: number;
    areas: { name: string; side?: string; width_mm: number; height_mm: number; ppi: number }[];
    size_table_cm?: { columns: string[]; rows: Record<string, number[]> };
    text_for_buyers: string;
    text_for_sellers?: string;
    care: string;
  }[];
}

/** A house's blank as one of our documents. */
const documentOf = (house: string, b: Catalogue['blanks'][number]): BlankDocument => ({
  id: b.id,
  name: b.name,
  kind: b.kind,
  source: 'print house',
  house,
  currency: b.currency,
  colours: b.colours,
  sizes: b.sizes.map((s) => ({ name: s.name })),
  variants: b.sizes.map((s) => ({ sizes: [s.name], costMinor: s.cost_cents })),
  areas: b.areas.map((a) => {
    const own = b.sizes.flatMap((s) => {
      const found = s.areas?.find((x) => x.name === a.name);
      return found ? [[s.name, { widthMm: found.width_mm, heightMm: found.height_mm }] as const] : [];
    });
    return {
      name: a.name,
      side: a.side ?? a.name,
      widthMm: a.width_mm,
      heightMm: a.height_mm,
      ppi: a.ppi,
      ...(own.length && { bySize: Object.fromEntries(own) }),
    };
  }),
  postage: [{ region: 'home', firstMinor: b.postage_cents, furtherMinor: b.further_cents ?? b.postage_cents }],
  productionDays: b.production_days,
  ...(b.size_table_cm && {
    sizeTable: {
      columns: b.size_table_cm.columns,
      rows: Object.entries(b.size_table_cm.rows).map(([size, cm]) => ({ size, cm })),
    },
  }),
  care: b.care,
  sentences: [
    { text: b.text_for_buyers, for: 'buyers' },
    ...(b.text_for_sellers ? [{ text: b.text_for_sellers, for: 'sellers' as const }] : []),
  ],
});

/**
 * Fetches a print house's catalogue over HTTP. A blank that differs from what is here becomes its next version; one that the house
 * does not list any more is marked as gone. Proofs made from earlier versions are out of date from then on.
 */
export async function fetchCatalogue(workspace: string, url: string): Promise<void> {
  let catalogue: Catalogue;
  try {
    const answer = await fetch(url, { signal: AbortSignal.timeout(15_000) });
    if (!answer.ok) throw new Error(String(answer.status));
    catalogue = (await answer.json()) as Catalogue;
  } catch {
    throw new Trouble('outlet-trouble', 'The print house did not send its catalogue. What is in the stockroom stays as it is.');
  }
  const documents = catalogue.blanks.map((b) => checkDocument('blank', documentOf(catalogue.house, b), catalogue.house));
  await inWorkspace(workspace, async (tx) => {
    const here = new Map((await data.listBlanks(tx)).map((b) => [b.id, b]));
    for (const document of documents) {
      const before = here.get(document.id);
      if (before && same(before.document, document)) continue;
      await data.putBlank(tx, document);
      if (before)
        await record(tx, {
          did: 'blank.changed',
          about: 'blank',
          ids: [document.id],
          values: { name: document.name, changes: toldDifferences(before.document, document) },
        });
    }
    await data.blanksSeen(
      tx,
      catalogue.house,
      documents.map((d) => d.id),
    );
  });
}

/** Fetches every print house's catalogue anew. */
export async function refreshHouses(workspace: string): Promise<BlankRow[]> {
  for (const house of HOUSES) await fetchCatalogue(workspace, catalogueOf(house));
  return blanks(workspace);
}
