import type { OutletAdapter } from '../contract';
import { connect } from './connect';
import { read } from './read';
import { rules, settings } from './rules';
import { write } from './write';

/** A craft fair: JSON over HTTP, OAuth 2.0 with PKCE, problems as RFC 9457. */
export const kestrel: OutletAdapter = { style: 'kestrel', name: 'Kestrel Fair', connect, rules, settings, write, read };
