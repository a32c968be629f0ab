import { visitor } from '@/app/visitor';
import { artworksOf, choices, findArtworks, listRefused, SEARCH_PARTS, type Search } from '@/services/artwork/artworks';
import { drawers } from '@/services/artwork/drawers';
import { listParcels } from '@/services/artwork/intake';
import { artworkSettings } from '@/services/artwork/settings';
import { keptViews } from '@/services/desk/kept-views';
import { blanks } from '@/services/stockroom/blanks';
import { cardView } from '@/api/views';
import { ArtworkStation } from '@/ui/artwork/station';

export const metadata = { title: 'Artwork' };

/** The first paint holds this many cards and ids; the rest is fetched as it is looked at. */
const FIRST_CARDS = 60;
const FIRST_IDS = 600;

export default async function Page({ searchParams }: { searchParams: Promise<Record<string, string | string[] | undefined>> }) {
  const { workspace } = await visitor();
  const asked = await searchParams;
  const parts = SEARCH_PARTS.flatMap((p) => (typeof asked[p] === 'string' && asked[p] ? [[p, asked[p]] as const] : []));
  const search: Search = Object.fromEntries(parts);
  const [ids, filed, saved, counts, settings, refused, parcels, goods] = await Promise.all([
    findArtworks(workspace, search).catch(() => []),
    drawers(workspace),
    keptViews(workspace, 'artwork'),
    choices(workspace),
    artworkSettings(workspace),
    listRefused(workspace),
    listParcels(workspace),
    blanks(workspace),
  ]);
  const cloths = new Map(
    goods
      .map((b) => b.document)
      .filter((b) => b.colours.length > 1)
      .flatMap((b) => b.colours.map((c) => [c.name, c.hex])),
  );
  return (
    <ArtworkStation
      first={{
        query: new URLSearchParams(parts.map(([k, v]) => [k, v])).toString(),
        ids: ids.slice(0, FIRST_IDS),
        whole: ids.length <= FIRST_IDS,
        total: ids.length,
        cards: (await artworksOf(workspace, ids.slice(0, FIRST_CARDS))).map(cardView(workspace)),
        drawers: filed,
        views: saved,
        choices: counts,
        settings,
        intake: { refused, parcels: parcels.map(({ sha256: _, ...p }) => p) },
      }}
      cloths={[...cloths].map(([name, hex]) => ({ name, hex }))}
    />
  );
}
