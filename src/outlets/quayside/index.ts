import type { OutletAdapter } from '../contract';
import { connect } from './connect';
import { read } from './read';
import { rules, settings } from './rules';
import { write } from './write';

/** A web shop of the seller's own: a thing is put under our own key by conditional requests, so that nothing can be made twice. */
export const quayside: OutletAdapter = { style: 'quayside', name: 'Quayside', connect, rules, settings, write, read };
