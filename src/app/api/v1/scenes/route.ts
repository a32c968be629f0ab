import { route } from '@/app/_http/route';
import { scenes } from '@/services/scenes';

export const GET = route(() => Promise.resolve({ items: scenes() }));
