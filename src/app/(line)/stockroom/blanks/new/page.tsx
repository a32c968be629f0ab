import { notFound } from 'next/navigation';
import { addressOf } from '@/app/address';
import { visitor } from '@/app/visitor';
import { artworkView } from '@/api/views';
import { copiedBlank, newBlank } from '@/core/stock/own';
import { listArtworks } from '@/services/artwork/artworks';
import { blankKinds } from '@/services/stockroom/blank-windows';
import { blank } from '@/services/stockroom/blanks';
import { Trouble } from '@/services/trouble';
import { BlankEditor } from '@/ui/stockroom/blanks/editor/editor';
import { samplesOf } from '@/ui/stockroom/blanks/samples';

export const metadata = { title: 'New blank' };

export default async function Page({ searchParams }: { searchParams: Promise<Record<string, string | string[] | undefined>> }) {
  const { workspace } = await visitor();
  const from = (await addressOf(searchParams)).get('from');
  const copied = from
    ? await blank(workspace, from).catch((error: unknown) => {
        if (error instanceof Trouble) notFound();
        throw error;
      })
    : null;
  const kinds = (await blankKinds(workspace)).departments.flatMap((d) => d.kinds.map((k) => k.name));
  const artworks = await listArtworks(workspace, { state: 'ready' }, 0, 1);
  return (
    <BlankEditor
      begin={copied ? copiedBlank(copied.document) : newBlank()}
      version={null}
      kinds={kinds}
      sample={samplesOf(artworks.map(artworkView(workspace)), 'thumb')[0] ?? null}
    />
  );
}
