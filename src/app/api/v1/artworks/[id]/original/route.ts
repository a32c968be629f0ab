import { route, uuid } from '@/app/_http/route';
import { originalOf } from '@/services/pictures';

export const GET = route(async (caller, _, { id }) => {
  const { stream, fileName, bytes } = await originalOf(caller.workspace, uuid(id, 'artwork'));
  // never shown in our own origin: an SVG could hold a script
  return new Response(stream, {
    headers: {
      'content-type': 'application/octet-stream',
      'content-length': String(bytes),
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(fileName)}`,
      'x-content-type-options': 'nosniff',
    },
  });
});
