import { addressOf } from '@/app/address';
import { visitor } from '@/app/visitor';
import { artworkView } from '@/api/views';
import { listArtworks } from '@/services/artwork/artworks';
import { blankKinds, blankWindow, type BlankWindow } from '@/services/stockroom/blank-windows';
import { Trouble } from '@/services/trouble';
import { Blanks } from '@/ui/stockroom/blanks/browse';
import { samplesOf } from '@/ui/stockroom/blanks/samples';
import { BLOCK, blankSearch } from '@/ui/stockroom/blanks/search-text';
import { Follow } from '@/ui/shell/live';

export const metadata = { title: 'Blanks' };

/** So many of one's own artworks can be chosen to look at blanks with. */
const SAMPLES = 40;
const NOTHING: BlankWindow = { from: 0, total: 0, rows: [] };

export default async function Page({ searchParams }: { searchParams: Promise<Record<string, string | string[] | undefined>> }) {
  const { workspace } = await visitor();
  const asked = await addressOf(searchParams);
  const [first, kinds, artworks] = await Promise.all([
    blankWindow(workspace, blankSearch(asked), { from: 0, count: BLOCK }).catch((error: unknown) => {
      // an address that makes no sense means nothing
      if (error instanceof Trouble) return NOTHING;
      throw error;
    }),
    blankKinds(workspace),
    listArtworks(workspace, { state: 'ready' }, 0, SAMPLES),
  ]);
  return (
    <>
      <Follow tables={['blank']} />
      <Blanks first={first} kinds={kinds} samples={samplesOf(artworks.map(artworkView(workspace)), 'mini')} />
    </>
  );
}
