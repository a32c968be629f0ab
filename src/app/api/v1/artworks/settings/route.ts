import { body, route } from '@/app/_http/route';
import { artworkSettings, setArtworkSettings, type ArtworkSettings } from '@/services/searches';

export const GET = route((caller) => artworkSettings(caller.workspace));
export const PATCH = route(async (caller, request) => setArtworkSettings(caller.workspace, await body<ArtworkSettings>(request)));
