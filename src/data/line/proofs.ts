import type { Download } from '../../core/downloads/sold';
import type { Shot } from '../../core/docket/docket';
import type { Said } from '../../core/said';
import type { OfferedColour, ProofFields, ProofPicture, ProofVariant } from '../../core/listing/proof';
import type { ListingField } from '../../core/listing/compare';
import type { PriceLine } from '../../core/pricing/lines';
import type { Problem } from '../../core/listing/problems';
import type { AskedWriting } from '../../core/writing/brief';
import { row, rows, type Tx } from '../database';
import type { ListingState } from '../outlets/listings';
import { putVariants, withVariants } from './variants';

export const PROOF_STATES = ['drafting', 'held', 'ready', 'passed', 'sending', 'listed', 'refused'] as const;
export type ProofState = (typeof PROOF_STATES)[number];

/** Why a proof is out of date: what it was made from has changed since. */
export type StaleBecause =
  'artwork' | 'placement' | 'goods' | 'pictures' | 'words' | 'phrasebook' | 'prices' | 'plan' | 'blank' | 'rules' | 'scene';

export interface ProofRow {
  id: string;
  seq: number;
  runId: string;
  artworkId: string;
  docketId: string;
  outletId: string;
  state: ProofState;
  /** Counts every change: whoever changes it says which state they have seen. */
  version: number;
  /** Which beginning of its drafting this is. */
  draft: number;
  fields: ProofFields;
  colours: OfferedColour[];
  pictures: ProofPicture[];
  variants: ProofVariant[];
  /** Its own list of pictures, in the place of the docket's; null where no hand changed it. */
  shots: Shot[] | null;
  /** What a hand asked the writer for; null where nobody did. */
  writing: AskedWriting | null;
  /** What buyers get at once; null where it sells goods only. */
  downloads: Download[] | null;
  problems: Problem[];
  /** Null until it is drafted. */
  currency: string | null;
  docketRevision: number | null;
  artwork: string;
  docket: string;
  /** Name of the price plan that it follows. */
  plan: string;
  outlet: string;
  /** What the outlet takes of a price, what its goods lines are called, and the language that it must be written in. */
  fees: PriceLine[];
  names: Record<string, string>;
  language: string;
  /** Why its last order was refused. */
  refusal: Said | null;
  because: StaleBecause[];
  /** In what it differs from what its listing was sent. */
  changed: ListingField[];
  listing: { id: string; state: ListingState; url: string | null; drift: ListingField[] } | null;
}

/**
 * Why a proof `p` is out of date, as codes. `a` is its artwork, `d` its docket's row for its outlet, `k` the plan that it follows
 * there, `o` the outlet.
 */
export const BECAUSE = `CASE WHEN p.state = 'drafting' OR p.docket_revision IS NULL THEN '{}' ELSE array_remove(ARRAY[
    CASE WHEN EXISTS (SELECT FROM unnest(p.made_from) sha WHERE sha <> a.file_sha256
      AND NOT EXISTS (SELECT FROM artwork t WHERE t.motif_id = a.motif_id AND t.file_sha256 = sha)) THEN 'artwork' END,
    CASE WHEN p.own_placements IS DISTINCT FROM own_placements(p.artwork_id, p.docket_id) THEN 'placement' END,
    CASE WHEN d.goods > p.docket_revision THEN 'goods' END,
    CASE WHEN p.shots IS DISTINCT FROM p.shots_made OR p.shots IS NULL AND d.pictures > p.docket_revision THEN 'pictures' END,
    CASE WHEN d.words > p.docket_revision OR p.writing IS DISTINCT FROM p.writing_made THEN 'words' END,
    CASE WHEN p.phrases IS NOT NULL AND EXISTS (SELECT FROM jsonb_array_elements(p.phrases) u LEFT JOIN phrase f ON f.workspace_id = p.workspace_id AND f.key = u->>'key'
      WHERE f.revision IS DISTINCT FROM (u->>'revision')::int) THEN 'phrasebook' END, CASE WHEN d.prices > p.docket_revision THEN 'prices' END,
    CASE WHEN k.id = p.plan_id AND k.revision > p.plan_revision THEN 'plan' END,
    CASE WHEN EXISTS (SELECT FROM proof_goods g JOIN blank b ON b.workspace_id = g.workspace_id AND b.id = g.blank_id
      WHERE g.proof_id = p.id AND (b.version <> g.blank_version OR b.gone_at IS NOT NULL)) THEN 'blank' END,
    CASE WHEN p.rules_version IS DISTINCT FROM o.rules_version THEN 'rules' END,
    CASE WHEN EXISTS (SELECT FROM unnest(p.scenes) s LEFT JOIN scene n ON n.id = split_part(s, '@', 1) WHERE n.state IS DISTINCT FROM split_part(s, '@', 2))
      AND EXISTS (SELECT FROM scene) THEN 'scene' END], NULL) END`;
/** What `BECAUSE` looks at beside the proof itself. */
export const WITH_CAUSES = `JOIN artwork a ON a.id = p.artwork_id JOIN docket_outlet d ON d.docket_id = p.docket_id AND d.outlet_id = p.outlet_id
  JOIN price_plan k ON k.id = d.price_plan_id JOIN outlet o ON o.id = p.outlet_id AND o.workspace_id = p.workspace_id`;

const PROOF = `SELECT p.id, p.seq, p.run_id AS "runId", p.artwork_id AS "artworkId", p.docket_id AS "docketId", p.outlet_id AS "outletId", p.state,
  p.version, p.draft, p.fields, p.colours, p.pictures, p.shots, p.writing, p.downloads, p.problems, p.currency, p.docket_revision AS "docketRevision", p.changed,
  a.name AS artwork, t.name AS docket, k.name AS plan, o.name AS outlet, ${BECAUSE} AS because,
  coalesce(u.document->'fees', '[]') AS fees, coalesce(u.document->'languages'->>0, 'en') AS language,
  coalesce((SELECT jsonb_object_agg(g->>'key', g->'noun'->>'one') FROM jsonb_array_elements(t.document->'lines') g), '{}')
    || CASE WHEN t.document ? 'downloads' THEN jsonb_build_object('downloads', t.document->'downloads'->'noun'->>'one') ELSE '{}' END AS names,
  CASE WHEN p.state = 'refused' THEN (SELECT r.problem FROM outlet_order r WHERE r.listing_id = l.id ORDER BY r.seq DESC LIMIT 1) END AS refusal,
  CASE WHEN l.state <> 'not made' THEN jsonb_build_object('id', l.id, 'state', l.state, 'url', l.url, 'drift', l.drift) END AS listing
  FROM proof p ${WITH_CAUSES} JOIN docket t ON t.id = p.docket_id LEFT JOIN listing l ON l.proof_id = p.id
  LEFT JOIN outlet_rules u ON u.workspace_id = o.workspace_id AND u.outlet_id = o.id AND u.version = o.rules_version`;

type Bare = Omit<ProofRow, 'variants'>;

const one = async (tx: Tx, found: Bare | null): Promise<ProofRow | null> =>
  found ? (await withVariants(tx, [found]))[0]! : null;

export const proofById = async (tx: Tx, id: string): Promise<ProofRow | null> =>
  one(tx, await row(tx, `${PROOF} WHERE p.id = $1`, [id]));
export const proofForUpdate = async (tx: Tx, id: string): Promise<ProofRow | null> =>
  one(tx, await row(tx, `${PROOF} WHERE p.id = $1 FOR UPDATE OF p`, [id]));

export const draftingProofs = async (tx: Tx, runId: string, artworkId: string): Promise<ProofRow[]> =>
  withVariants(
    tx,
    await rows(tx, `${PROOF} WHERE p.run_id = $1 AND p.artwork_id = $2 AND p.state = 'drafting' ORDER BY p.seq`, [
      runId,
      artworkId,
    ]),
  );

/** The drafted proofs of an artwork. */
export const proofsOfArtwork = async (tx: Tx, artworkId: string): Promise<ProofRow[]> =>
  withVariants(
    tx,
    await rows(tx, `${PROOF} WHERE p.artwork_id = $1 AND p.docket_revision IS NOT NULL ORDER BY p.seq`, [artworkId]),
  );

// Plan, measured with 314,000 proofs on two cores: an index in the order asked for is read and left at the limit, and only what is
// found there is joined; joined first, all were, and sorted, 1.4 s for a hundred rows.
export const listProofs = async (
  tx: Tx,
  f: { run?: string; state?: string; outlet?: string; docket?: string; ids?: string[]; after?: number; limit: number },
): Promise<ProofRow[]> =>
  withVariants(
    tx,
    await rows(
      tx,
      `${PROOF} WHERE p.id = ANY(ARRAY(SELECT id FROM proof q WHERE ($1::uuid IS NULL OR q.run_id = $1) AND ($2::text[] IS NULL OR q.state = ANY($2))
         AND ($3::text IS NULL OR q.outlet_id = $3) AND ($4::uuid[] IS NULL OR q.id = ANY($4)) AND ($7::uuid IS NULL OR q.docket_id = $7) AND q.seq > $5
         ORDER BY q.seq LIMIT $6)) ORDER BY p.seq`,
      [f.run ?? null, f.state?.split(',') ?? null, f.outlet ?? null, f.ids ?? null, f.after ?? 0, f.limit, f.docket ?? null],
    ),
  );

/** The next proofs of an outlet in some states. */
export const proofsAfter = (
  tx: Tx,
  outletId: string,
  states: readonly ProofState[],
  after: number,
  limit: number,
): Promise<{ id: string; seq: number }[]> =>
  rows(tx, 'SELECT id, seq FROM proof WHERE outlet_id = $1 AND state = ANY($2) AND seq > $3 ORDER BY seq LIMIT $4', [
    outletId,
    states,
    after,
    limit,
  ]);

/** Locks proofs, in a fixed order; tells which state of them that is. */
export const lockVersions = async (
  tx: Tx,
  ids: readonly string[],
): Promise<Map<string, { version: number; state: ProofState }>> =>
  new Map(
    (
      await rows<{ id: string; version: number; state: ProofState }>(
        tx,
        'SELECT id, version, state FROM proof WHERE id = ANY($1) ORDER BY id FOR UPDATE',
        [ids],
      )
    ).map((p) => [p.id, p]),
  );

/** What a drafting made, and what it was made from. */
export interface Drafted {
  fields: ProofFields;
  colours: OfferedColour[];
  pictures: ProofPicture[];
  variants: ProofVariant[];
  downloads: Download[] | null;
  problems: Problem[];
  currency: string;
  madeFrom: string[];
  scenes: string[];
  goods: { line: string; blank: string; version: number }[];
  docketRevision: number;
  /** A name of what was of the artwork's own. */
  ownPlacements: string | null;
  /** Its own list of pictures, as it was made by it. */
  shotsMade: Shot[] | null;
  writingMade: AskedWriting | null;
  /** Entries of the phrasebook that its words were made of. */
  phrases: { key: string; revision: number }[];
  plan: { id: string; revision: number };
  rulesVersion: number;
  /** Name of what it prints. */
  printPlan: string;
  changed: ListingField[];
}

/** Writes what a drafting made. Only a proof that is still being drafted by that very drafting is touched. */
export async function finishDraft(tx: Tx, id: string, draft: number, state: ProofState, p: Drafted): Promise<void> {
  const mine = await row(
    tx,
    `UPDATE proof SET state = $3, fields = $4, colours = $5, pictures = $6, problems = $7, currency = $8, made_from = $9, scenes = $10,
       docket_revision = $11, plan_id = $12, plan_revision = $13, rules_version = $14, changed = $15, print_plan = $16, own_placements = $17, downloads = $18, shots_made = $19, writing_made = $20, phrases = $21, before = NULL,
       wrongs = (SELECT coalesce(jsonb_object_agg(k, v), '{}') FROM jsonb_each(wrongs) w(k, v) WHERE jsonb_path_exists($6::jsonb, '$[*] ? (@.small == $n)', jsonb_build_object('n', k))), version = version + 1, updated_at = now()
     WHERE id = $1 AND state = 'drafting' AND draft = $2 RETURNING id`,
    [
      id,
      draft,
      state,
      p.fields,
      JSON.stringify(p.colours),
      JSON.stringify(p.pictures),
      JSON.stringify(p.problems),
      p.currency,
      p.madeFrom,
      p.scenes,
      p.docketRevision,
      p.plan.id,
      p.plan.revision,
      p.rulesVersion,
      p.changed,
      p.printPlan,
      p.ownPlacements,
      p.downloads && JSON.stringify(p.downloads),
      p.shotsMade && JSON.stringify(p.shotsMade),
      p.writingMade && JSON.stringify(p.writingMade),
      p.phrases.length ? JSON.stringify(p.phrases) : null,
    ],
  );
  if (!mine) return;
  await tx.query('DELETE FROM proof_goods WHERE proof_id = $1', [id]);
  await tx.query(
    'INSERT INTO proof_goods (proof_id, line, blank_id, blank_version) SELECT $1, g.line, g.blank, g.version FROM jsonb_to_recordset($2) AS g(line text, blank text, version integer)',
    [id, JSON.stringify(p.goods)],
  );
  await putVariants(tx, id, p.variants);
}

/** What a change makes of a proof: its words, and what is wrong with it by which state of its outlet's rules. */
export type ProofChanged = Pick<ProofRow, 'id' | 'fields' | 'problems' | 'state' | 'changed'> & { rulesVersion?: number };

/** Writes changes to proofs; their versions go up. */
export async function changeProofs(tx: Tx, proofs: readonly ProofChanged[]): Promise<void> {
  if (!proofs.length) return;
  await tx.query(
    `UPDATE proof p SET fields = c.fields, problems = c.problems, state = c.state, changed = ARRAY(SELECT jsonb_array_elements_text(c.changed)),
       rules_version = coalesce(c."rulesVersion", p.rules_version), version = version + 1, updated_at = now()
     FROM jsonb_to_recordset($1) AS c(id uuid, fields jsonb, problems jsonb, state text, changed jsonb, "rulesVersion" integer) WHERE p.id = c.id`,
    [
      JSON.stringify(
        proofs.map(({ id, fields, problems, state, changed, rulesVersion }) => ({
          id,
          fields,
          problems,
          state,
          changed,
          rulesVersion,
        })),
      ),
    ],
  );
}

/** Moves proofs from one of the states to another; returns which. */
export async function moveProofs(
  tx: Tx,
  where: { run?: string; ids?: string[] },
  from: ProofState[],
  to: ProofState,
): Promise<string[]> {
  const moved = await rows<{ id: string }>(
    tx,
    `UPDATE proof SET state = $4, updated_at = now() WHERE ($1::uuid IS NULL OR run_id = $1) AND ($2::uuid[] IS NULL OR id = ANY($2)) AND state = ANY($3)
     RETURNING id`,
    [where.run ?? null, where.ids ?? null, from, to],
  );
  return moved.map((p) => p.id);
}

export const countHeld = async (tx: Tx, where: { run?: string; ids?: string[] }): Promise<number> =>
  (await row<{ count: number }>(
    tx,
    `SELECT count(*)::int AS count FROM proof WHERE state = 'held' AND ($1::uuid IS NULL OR run_id = $1) AND ($2::uuid[] IS NULL OR id = ANY($2))`,
    [where.run ?? null, where.ids ?? null],
  ))!.count;

/** Holds a proof with one more problem, whatever else is in it. */
export async function holdProof(tx: Tx, id: string, problem: Problem): Promise<void> {
  await tx.query(
    "UPDATE proof SET state = 'held', updated_at = now(), version = version + 1, problems = problems || $2::jsonb WHERE id = $1",
    [id, JSON.stringify([problem])],
  );
}

/** A drafting that failed for good leaves proofs held, with the reason. */
export async function failDrafts(tx: Tx, ids: readonly string[], problem: Problem): Promise<void> {
  await tx.query(
    `UPDATE proof SET state = 'held', before = NULL, updated_at = now(), version = version + 1, problems = problems || $2::jsonb
     WHERE id = ANY($1) AND state = 'drafting'`,
    [ids, JSON.stringify([problem])],
  );
}

/** Proofs that artworks of motifs have already: a motif goes into each docket and outlet once. */
export const motifProofs = (
  tx: Tx,
  motifIds: string[],
): Promise<{ motifId: string; artworkId: string; name: string; docketId: string; outletId: string }[]> =>
  rows(
    tx,
    `SELECT a.motif_id AS "motifId", a.id AS "artworkId", a.name, p.docket_id AS "docketId", p.outlet_id AS "outletId"
     FROM proof p JOIN artwork a ON a.id = p.artwork_id WHERE a.motif_id = ANY($1) AND p.state <> 'refused'`,
    [motifIds],
  );

/** Listed proofs of artworks that are out of date: these may be drafted again although they stand. */
export const listedOutOfDate = async (tx: Tx, artworkIds: string[]): Promise<string[]> =>
  (
    await rows<{ id: string }>(
      tx,
      `SELECT p.id FROM proof p ${WITH_CAUSES} WHERE p.state = 'listed' AND p.artwork_id = ANY($1) AND cardinality(${BECAUSE}) > 0`,
      [artworkIds],
    )
  ).map((r) => r.id);
