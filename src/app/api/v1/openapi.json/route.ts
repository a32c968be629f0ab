import { DOCUMENT } from './document';

export const GET = (): Response => Response.json(DOCUMENT);
