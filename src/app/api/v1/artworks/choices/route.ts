import { route } from '@/app/_http/route';
import { choices } from '@/services/artworks';

export const GET = route((caller) => choices(caller.workspace));
