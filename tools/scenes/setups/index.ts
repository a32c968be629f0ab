import type { Setups } from '../setup';
import { CLOTHES } from './clothes';
import { DESK } from './desk';
import { MUGS } from './mugs';
import { TEXTILES } from './textiles';
import { WALLS } from './walls';

/** All scenes that ship, by id. */
export const SETUPS: Setups = { ...CLOTHES, ...MUGS, ...WALLS, ...TEXTILES, ...DESK };
