import { ADAPTERS } from '../../outlets';

/** Where the shipped stand-ins are, from STANDINS_URL. */
const standins = (): string => process.env.STANDINS_URL ?? 'http://127.0.0.1:4600';

/** The print houses whose catalogues are fetched, from PRINT_HOUSES: their names in the stand-ins' addresses. */
export const HOUSES = (process.env.PRINT_HOUSES ?? 'brightsea,aldergate').split(',').filter(Boolean);

/** Address of a print house's catalogue. */
export const catalogueOf = (house: string): string => `${standins()}/houses/${house}/catalogue`;

/** Where what is searched is told. */
export const DEMAND_HOUSE = (): string => `${standins()}/demand/phrases.csv`;

export interface OutletKind {
  style: string;
  name: string;
  /** Where accounts of this kind are, unless another place is named. */
  baseUrl: string;
}
/** The kinds of outlet that can be connected: one for each style that we speak. */
export const outletKinds = (): OutletKind[] =>
  ADAPTERS.map(({ style, name }) => ({ style, name, baseUrl: `${standins()}/${style}` }));

/** May an account be at this address? All outlets are stand-ins that ship: an address elsewhere is nobody's. */
export const isOutletAddress = (address: string): boolean => {
  try {
    const url = new URL(address);
    return url.origin === new URL(standins()).origin && !url.search && !url.hash && !url.username;
  } catch {
    return false;
  }
};

/** An account's address where the stand-ins are now. */
export const movedTo = (baseUrl: string): string => new URL(new URL(baseUrl).pathname, standins()).toString().replace(/\/$/, '');
