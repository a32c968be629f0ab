import { addressOf } from '@/app/address';
import { visitor } from '@/app/visitor';
import { artworkView } from '@/api/views';
import { changesView } from '@/api/views/blank-changes';
import { listArtworks } from '@/services/artwork/artworks';
import { changesWindow } from '@/services/stockroom/changes';
import { samplesOf } from '@/ui/stockroom/blanks/samples';
import { Changes } from '@/ui/stockroom/changes/changes';
import { Follow } from '@/ui/shell/live';

export const metadata = { title: 'Changes' };

/** What this page shows something of. */
const TABLES = ['blank_change', 'blank', 'docket', 'activity'];
const AT_A_TIME = 40;
const MOST = 400;
/** So many of one's own artworks are looked at for one that suits each product. */
const SAMPLES = 24;

export default async function Page({ searchParams }: { searchParams: Promise<Record<string, string | string[] | undefined>> }) {
  const { workspace } = await visitor();
  const asked = Number((await addressOf(searchParams)).get('show'));
  const count = asked > 0 ? Math.min(MOST, asked) : AT_A_TIME;
  const [changes, artworks] = await Promise.all([
    changesWindow(workspace, { from: 0, count }),
    listArtworks(workspace, { state: 'ready' }, 0, SAMPLES),
  ]);
  return (
    <>
      <Follow tables={TABLES} />
      <Changes
        changes={changesView(0, changes)}
        more={changes.open > count && count < MOST ? count + AT_A_TIME : null}
        samples={samplesOf(artworks.map(artworkView(workspace)), 'thumb')}
      />
    </>
  );
}
