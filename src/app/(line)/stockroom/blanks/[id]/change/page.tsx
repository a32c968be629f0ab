import { notFound } from 'next/navigation';
import { visitor } from '@/app/visitor';
import { artworkView } from '@/api/views';
import { listArtworks } from '@/services/artwork/artworks';
import { blankKinds } from '@/services/stockroom/blank-windows';
import { blank } from '@/services/stockroom/blanks';
import { Trouble } from '@/services/trouble';
import { BlankEditor } from '@/ui/stockroom/blanks/editor/editor';
import { samplesOf } from '@/ui/stockroom/blanks/samples';

export const metadata = { title: 'Change a blank' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const { workspace } = await visitor();
  const it = await blank(workspace, (await params).id).catch((error: unknown) => {
    if (error instanceof Trouble) notFound();
    throw error;
  });
  // a print house's is copied, and not changed
  if (it.document.source !== 'own') notFound();
  const kinds = (await blankKinds(workspace)).departments.flatMap((d) => d.kinds.map((k) => k.name));
  const artworks = await listArtworks(workspace, { state: 'ready' }, 0, 1);
  return (
    <BlankEditor
      begin={it.document}
      version={it.version}
      kinds={kinds}
      sample={samplesOf(artworks.map(artworkView(workspace)), 'thumb')[0] ?? null}
    />
  );
}
