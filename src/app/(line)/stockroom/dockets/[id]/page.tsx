import { isId } from '@/core/id';
import { notFound } from 'next/navigation';
import { visitor } from '@/app/visitor';
import { artworksOf, listArtworks } from '@/services/artwork/artworks';
import { scenes } from '@/services/stockroom/scenes';
import { starterDocket } from '@/services/stockroom/setup';
import { outlets } from '@/services/outlets/outlets';
import { blanks } from '@/services/stockroom/blanks';
import { docket } from '@/services/stockroom/dockets';
import { Trouble } from '@/services/trouble';
import { artworkView, blankView, outletView } from '@/api/views';
import { DocketEditor } from '@/ui/stockroom/docket/editor';

export const metadata = { title: 'Docket' };

export default async function Page({
  params,
  searchParams,
}: {
  params: Promise<{ id: string }>;
  searchParams: Promise<Record<string, string | undefined>>;
}) {
  const caller = await visitor();
  const { id } = await params;
  const { blank, on } = await searchParams;
  const [goods, houses] = [await blanks(caller.workspace), await outlets(caller.workspace)];
  const starting = goods.find((b) => b.id === blank) ?? goods[0];
  if (!starting || (id !== 'new' && !isId(id))) notFound();
  const it =
    id === 'new'
      ? { id: '', name: '', blankId: starting.id, revision: 0, spec: starterDocket(starting.document, houses.map((o) => o.id)) }
      : await docket(caller.workspace, id).catch((e: unknown) => {
          if (e instanceof Trouble) notFound();
          throw e;
        });
  const samples = await listArtworks(caller.workspace, { state: 'ready' }, 0, 60);
  // an artwork that the address names is tried first, however many others there are
  const named = isId(on) ? await artworksOf(caller.workspace, [on]) : [];
  return (
    <DocketEditor
      key={it.id + it.blankId}
      docket={it}
      blanks={goods.map(blankView)}
      scenes={scenes()}
      samples={[...named, ...samples.filter((a) => a.id !== on)].map(artworkView(caller.workspace))}
      outlets={houses.map(outletView)}
    />
  );
}
