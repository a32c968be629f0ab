import { visitor } from '@/app/_http/page';
import { listArtworks } from '@/services/artworks';
import { artworkView } from '@/services/views';
import { ArtworkStation } from '@/ui/artwork/station';

export const metadata = { title: 'Artwork' };

export default async function Page() {
  const caller = await visitor();
  const artworks = await listArtworks(caller.workspace, { limit: 20_000 });
  return <ArtworkStation artworks={artworks.map(artworkView)} />;
}
