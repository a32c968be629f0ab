import type { Said } from '../../core/said';
import type { ListingField } from '../../core/listing/compare';
import type { ListingPayload, ThereListing } from '../../core/listing/payload';
import { row, rows, type Tx } from '../database';
import { doubtParts } from './parts';

export const LISTING_STATES = ['not made', 'draft there', 'live', 'ended', 'lapsed', 'gone'] as const;
export type ListingState = (typeof LISTING_STATES)[number];
/** States in which something stands at the outlet. */
export const STANDS: readonly ListingState[] = ['draft there', 'live', 'ended', 'lapsed'];

/** One that stands at an outlet, or stood there. */
export interface ListingRow {
  id: string;
  seq: number;
  /** Null when its proof has been deleted here, or it was never ours: the listing stands all the same. */
  proofId: string | null;
  outletId: string;
  outlet: string;
  remoteId: string;
  url: string;
  state: Exclude<ListingState, 'not made'>;
  title: string;
  priceMinor: number;
  currency: string;
  sentAt: string | null;
  /** When the outlet last said what it has. */
  lookedAt: string | null;
  /** Why its last answer could not be read. */
  notRead: Said | null;
  artwork: string;
  docket: string;
  small: string | null;
  /** The fields in which what is there differs from what was sent. */
  drift: ListingField[];
  /** The fields in which our proof differs from what was sent. */
  changed: ListingField[];
}

/** A listing as the press knows it, also before it is made. */
export interface StandingRow {
  id: string;
  proofId: string | null;
  outletId: string;
  remoteId: string | null;
  url: string | null;
  title: string;
  state: ListingState;
  key: string | null;
  sent: ListingPayload | null;
  sentPictures: string[];
  /** The fields in which what is there differs from what was sent, when it was last looked at. */
  drift: ListingField[];
}
const STANDING = `id, proof_id AS "proofId", outlet_id AS "outletId", remote_id AS "remoteId", url, title, state, key, sent, drift, sent_pictures AS "sentPictures"`;
export const standingById = (tx: Tx, id: string): Promise<StandingRow | null> =>
  row(tx, `SELECT ${STANDING} FROM listing WHERE id = $1`, [id]);
export const standingOf = (tx: Tx, proofIds: string[]): Promise<StandingRow[]> =>
  rows(tx, `SELECT ${STANDING} FROM listing WHERE proof_id = ANY($1)`, [proofIds]);

/** The listings that proofs are or will be, by proof, with the names by which a person knows them. */
export async function listingsFor(
  tx: Tx,
  wanted: readonly { proofId: string; key: string; title: string }[],
): Promise<Map<string, StandingRow>> {
  await tx.query(
    `INSERT INTO listing (proof_id, outlet_id, state, key, title, artwork_id, artwork_name, docket_id, docket_name, small)
     SELECT p.id, p.outlet_id, 'not made', w.key, w.title, a.id, a.name, d.id, d.name, p.small
     FROM ROWS FROM (jsonb_to_recordset($1) AS ("proofId" uuid, key text, title text)) WITH ORDINALITY AS w("proofId", key, title, n)
       JOIN proof p ON p.id = w."proofId" JOIN artwork a ON a.id = p.artwork_id JOIN docket d ON d.id = p.docket_id ORDER BY w.n
     ON CONFLICT (proof_id) DO UPDATE SET artwork_name = excluded.artwork_name, docket_name = excluded.docket_name, small = excluded.small,
       key = coalesce(listing.key, excluded.key)`,
    [JSON.stringify(wanted)],
  );
  return new Map((await standingOf(tx, wanted.map((w) => w.proofId))).map((l) => [l.proofId!, l])); // prettier-ignore
}

/** Writes down what stands there now: what was sent, and what the outlet says it has. */
export async function putStanding(
  tx: Tx,
  id: string,
  l: {
    remoteId: string;
    url: string;
    state: ListingState;
    sent: ListingPayload | null;
    sentPictures: string[];
    there: ThereListing;
    drift: ListingField[];
  },
): Promise<void> {
  await tx.query(
    `UPDATE listing SET remote_id = $2, url = $3, state = $4, sent = $5, sent_pictures = $6, there = $7, drift = $8, title = coalesce($9, title),
       price_minor = coalesce($10, price_minor), currency = coalesce($11, currency), sent_at = now(), looked_at = now(), not_read = NULL WHERE id = $1`,
    [
      id,
      l.remoteId,
      l.url,
      l.state,
      l.sent,
      l.sentPictures,
      l.there,
      l.drift,
      l.sent?.title ?? null,
      l.sent && Math.min(...l.sent.variants.map((v) => v.priceMinor)),
      l.sent?.currency ?? null,
    ],
  );
}

/** A listing `l` as it is told, with its proof `p`: what comes before WHERE. */
export const LISTING = `SELECT l.id, l.seq, l.proof_id AS "proofId", l.outlet_id AS "outletId", o.name AS outlet, l.remote_id AS "remoteId", l.url, l.state, l.title,
   l.price_minor AS "priceMinor", l.currency, l.sent_at AS "sentAt", l.looked_at AS "lookedAt", l.not_read AS "notRead", l.artwork_name AS artwork, l.docket_name AS docket, l.small,
   l.drift, coalesce(p.changed, '{}') AS changed
 FROM listing l JOIN outlet o ON o.id = l.outlet_id AND o.workspace_id = l.workspace_id LEFT JOIN proof p ON p.id = l.proof_id`;

// Plan, measured with 20,000 listings on two cores: listing_in_order is read in order and left at the limit, 0.6 ms for 1,000
// rows; without it 45 ms. Words are looked up in an index: with 96,000 listings 28 ms, through all of them 450 ms.
export const listListings = (
  tx: Tx,
  f: { outlet?: string; state?: string; find?: string; step?: string; ids?: string[]; after?: number; limit: number },
): Promise<ListingRow[]> =>
  rows(
    tx,
    `${LISTING}
     WHERE l.state <> 'not made' AND ($1::text IS NULL OR l.outlet_id = $1) AND ($2::text IS NULL OR l.state = $2) AND ($3::text IS NULL OR l.id = ANY(ARRAY(SELECT listings_by_words($3))))
       AND ($4::uuid[] IS NULL OR l.id = ANY($4)) AND l.seq > $5
       AND ($7::text IS NULL OR CASE $7 WHEN 'drifted' THEN l.drift <> '{}' WHEN 'stale' THEN p.changed <> '{}' ELSE l.drift = '{}' AND coalesce(p.changed, '{}') = '{}' END)
     ORDER BY l.seq LIMIT $6`,
    [
      f.outlet ?? null,
      f.state ?? null,
      f.find ? `%${f.find.toLowerCase().replace(/[\\%_]/g, '\\$&')}%` : null,
      f.ids ?? null,
      f.after ?? 0,
      f.limit,
      f.step ?? null,
    ],
  );

export interface ToLookAt extends StandingRow {
  seq: number;
}
/** Listings of an outlet that are worth asking after, in order: those not known to be gone. */
export const listingsToLookAt = (tx: Tx, outletId: string, after: number, limit: number): Promise<ToLookAt[]> =>
  rows(
    tx,
    `SELECT seq, ${STANDING} FROM listing WHERE outlet_id = $1 AND state NOT IN ('gone', 'not made') AND seq > $2 ORDER BY seq LIMIT $3`,
    [outletId, after, limit],
  );

/** Writes down what the outlet said of a listing, and in what that differs from what was sent. */
export async function lookedAt(tx: Tx, id: string, there: ThereListing, drift: ListingField[]): Promise<void> {
  await tx.query('UPDATE listing SET state = $2, there = $3, drift = $4, looked_at = now(), not_read = NULL WHERE id = $1', [
    id,
    there.state,
    there,
    drift,
  ]);
}

/**
 * The outlet does not know a listing any more. What was done at the outlet is forgotten, whatever state its proof is in: sent again, it
 * is made from the beginning. A listed proof stands nowhere then and goes back to be passed.
 */
export async function listingGone(tx: Tx, id: string, proofId: string | null): Promise<void> {
  await tx.query("UPDATE listing SET state = 'gone', drift = '{}', looked_at = now(), not_read = NULL WHERE id = $1", [id]);
  await doubtParts(tx, id, true);
  if (!proofId) return;
  await tx.query(
    `UPDATE proof SET changed = '{}', state = CASE state WHEN 'listed' THEN 'ready' ELSE state END,
       updated_at = CASE state WHEN 'listed' THEN now() ELSE updated_at END WHERE id = $1`,
    [proofId],
  );
}

/** The outlet was asked for a listing, and its answer could not be read. What was known of it stays. */
export async function notRead(tx: Tx, id: string, why: Said): Promise<void> {
  await tx.query('UPDATE listing SET not_read = $2 WHERE id = $1', [id, why]);
}

/** What was sent of a listing, and what the outlet last said that it has. */
export interface Sides {
  sent: ListingPayload | null;
  there: ThereListing | null;
}
export const sidesOf = (tx: Tx, id: string): Promise<Sides | null> =>
  row(tx, 'SELECT sent, there FROM listing WHERE id = $1', [id]);

/** Ids at an outlet of everything that we know of there. */
export const knownRemoteIds = async (tx: Tx, outletId: string, among: string[]): Promise<Set<string>> =>
  new Set(
    (
      await rows<{ id: string }>(tx, 'SELECT remote_id AS id FROM listing WHERE outlet_id = $1 AND remote_id = ANY($2)', [
        outletId,
        among,
      ])
    ).map((r) => r.id),
  );

/** Is a listing with this key of ours being made, so that what the outlet has under it is that one? */
export const beingMade = async (tx: Tx, outletId: string, key: string): Promise<boolean> =>
  (await row(tx, "SELECT FROM listing WHERE outlet_id = $1 AND key = $2 AND state IN ('not made', 'gone')", [outletId, key])) !==
  null;

/** Enters a listing that stands at an outlet and did not come from here; null when it is known. */
export async function bringOver(
  tx: Tx,
  l: { outletId: string; remoteId: string; url: string; there: ThereListing; currency: string },
): Promise<string | null> {
  const prices = l.there.variants.map((v) => v.priceMinor);
  const entered = await row<{ id: string }>(
    tx,
    `INSERT INTO listing (outlet_id, remote_id, url, state, title, price_minor, currency, there, looked_at) VALUES ($1, $2, $3, $4, $5, $6, $7, $8, now())
     ON CONFLICT (workspace_id, outlet_id, remote_id) DO NOTHING RETURNING id`,
    [l.outletId, l.remoteId, l.url, l.there.state, l.there.title, prices.length ? Math.min(...prices) : 0, l.currency, l.there],
  );
  return entered?.id ?? null;
}
