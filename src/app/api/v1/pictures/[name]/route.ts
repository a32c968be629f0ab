import { route } from '@/app/_http/route';
import { pictureOf } from '@/services/pictures';

export const GET = route(async (_caller, _request, { name }) => {
  const { stream, type } = await pictureOf(name ?? '');
  return new Response(stream, { headers: { 'content-type': type, 'cache-control': 'private, max-age=31536000, immutable' } });
});
