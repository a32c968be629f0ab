import { motifName } from '../../core/artwork/likeness/motif-name';
import { changedFields, type ListingField } from '../../core/listing/compare';
import type { Problem } from '../../core/listing/problems';
import type { ListingPayload } from '../../core/listing/payload';
import type { DocketDocument } from '../../core/docket/docket';
import type { RulesDocument } from '../../core/outlet/rules';
import { motifNames } from '../../data/artwork/artworks';
import type { Tx } from '../../data/database';
import type { ProofRow, ProofState } from '../../data/line/proofs';
import { STANDS, standingOf, type StandingRow } from '../../data/outlets/listings';
import { listOutlets, type OutletRow } from '../../data/outlets/outlets';
import { workspaceName } from '../../data/people/workspaces';
import { blanksByIds } from '../../data/stockroom/blanks';
import { docketsByIds } from '../../data/stockroom/dockets';
import { payloadOf } from './payload';

/** A proof as it would be sent now, beside what stands of it. */
export interface Content {
  proof: ProofRow;
  docket: DocketDocument;
  outlet: OutletRow & { rules: RulesDocument };
  payload: ListingPayload;
  /** Its listing, also before that is made; null when it was never sent. */
  listing: StandingRow | null;
  stands: boolean;
  /** In what it differs from what was sent; nothing where nothing stands. */
  changed: ListingField[];
}

/** The state of a proof whose words or prices are new: held by what stops it, listed where they are as they were sent. */
export function stateAfter(
  problems: readonly Problem[],
  content: { stands: boolean; listing: Pick<StandingRow, 'sent'> | null; changed: readonly ListingField[] } | undefined,
  was: ProofState,
): ProofState {
  if (problems.some((p) => p.stops)) return 'held';
  if (content?.stands && content.listing?.sent && !content.changed.length) return 'listed';
  return was === 'passed' ? 'passed' : 'ready';
}

/** What proofs would be sent as, with one question a kind for all of them. Proofs of outlets without rules are left aside. */
export async function contentsOf(tx: Tx, proofs: readonly ProofRow[]): Promise<Map<string, Content>> {
  const drafted = proofs.filter((p) => p.docketRevision !== null);
  if (!drafted.length) return new Map();
  const dockets = new Map((await docketsByIds(tx, [...new Set(drafted.map((p) => p.docketId))])).map((d) => [d.id, d.document]));
  const first = [...new Set([...dockets.values()].flatMap((d) => d.lines[0]?.blank ?? []))];
  const blanks = new Map((await blanksByIds(tx, first)).map((b) => [b.id, b.document]));
  const outlets = new Map((await listOutlets(tx)).map((o) => [o.id, o]));
  const brand = await workspaceName(tx);
  const names = await motifNames(tx, [...new Set(drafted.map((p) => p.artworkId))]);
  const listings = new Map((await standingOf(tx, drafted.map((p) => p.id))).map((l) => [l.proofId!, l])); // prettier-ignore
  const out = new Map<string, Content>();
  for (const proof of drafted) {
    const outlet = outlets.get(proof.outletId)!;
    if (!outlet.rules) continue;
    const docket = dockets.get(proof.docketId)!;
    const withRules = { ...outlet, rules: outlet.rules };
    const motif = motifName(names.get(proof.artworkId) ?? [proof.artwork]);
    const payload = payloadOf(proof, {
      docket,
      blank: blanks.get(docket.lines[0]?.blank ?? ''),
      outlet: withRules,
      brand,
      motif,
    });
    const listing = listings.get(proof.id) ?? null;
    const stands = listing !== null && STANDS.includes(listing.state);
    const changed = stands && listing.sent ? changedFields(listing.sent, payload) : [];
    out.set(proof.id, { proof, docket, outlet: withRules, payload, listing, stands, changed });
  }
  return out;
}
