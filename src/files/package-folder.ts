import { join } from 'node:path';

/** Folder of an installed package, for the weights and data that it ships beside its code. */
export const packageFolder = (name: string): string => join(process.env.PRESS_ROOT ?? process.cwd(), 'node_modules', name);
