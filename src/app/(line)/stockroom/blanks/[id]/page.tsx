import { notFound } from 'next/navigation';
import { visitor } from '@/app/visitor';
import { isId } from '@/core/id';
import { addressOf } from '@/app/address';
import { artworkView, blankView } from '@/api/views';
import { artworksOf, listArtworks } from '@/services/artwork/artworks';
import { blank } from '@/services/stockroom/blanks';
import { Trouble } from '@/services/trouble';
import { samplesOf } from '@/ui/stockroom/blanks/samples';
import { BlankPage } from '@/ui/stockroom/blanks/blank-page';
import { Follow } from '@/ui/shell/live';

export const metadata = { title: 'Blank' };

export default async function Page({
  params,
  searchParams,
}: {
  params: Promise<{ id: string }>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const { workspace } = await visitor();
  const { id } = await params;
  const it = await blank(workspace, id).catch((error: unknown) => {
    if (error instanceof Trouble) notFound();
    throw error;
  });
  const named = (await addressOf(searchParams)).get('with');
  const artworks = isId(named) ? await artworksOf(workspace, [named]) : await listArtworks(workspace, { state: 'ready' }, 0, 1);
  return (
    <>
      <Follow tables={['blank']} />
      <BlankPage blank={blankView(it)} sample={samplesOf(artworks.map(artworkView(workspace)), 'thumb')[0] ?? null} />
    </>
  );
}
