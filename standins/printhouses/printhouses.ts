import type { FastifyInstance } from 'fastify';
import { ALDERGATE } from './aldergate';
import { BRIGHTSEA } from './brightsea';

/** Brightsea Works (clothes, drinkware, bags) and Aldergate Press (paper, homeware, stationery): what they offer, told to whoever asks. */
export function printHouses(app: FastifyInstance): void {
  app.get('/brightsea/catalogue', () => BRIGHTSEA);
  app.get('/aldergate/catalogue', () => ALDERGATE);
}
