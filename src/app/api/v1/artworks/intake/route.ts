import { route } from '@/app/_http/route';
import { listRefused } from '@/services/artworks';
import { listParcels } from '@/services/intake';

/** Files that could not be taken, and archives that are being unpacked. */
export const GET = route(async (caller) => ({
  refused: await listRefused(caller.workspace),
  parcels: (await listParcels(caller.workspace)).map(({ sha256: _, ...parcel }) => parcel),
}));
