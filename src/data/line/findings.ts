import type { Check, Finding } from '../../core/checking/checks';
import type { HouseWords } from '../../core/checking/house-words';
import type { SaidLine } from '../../core/artwork/words/words';
import type { ProofFields } from '../../core/listing/proof';
import { row, rows, type Tx } from '../database';

/** The lists that a seller keeps for the checks; null where none was ever kept. `basis` goes up when listings need a new look. */
export interface HouseWordsRow {
  document: HouseWords;
  revision: number;
  basis: number;
}
export const houseWordsRow = (tx: Tx): Promise<HouseWordsRow | null> =>
  row(tx, 'SELECT document, revision, basis FROM house_words');

/** Keeps lists where they are still at the revision that was seen (0: none yet); false where somebody was faster. */
export async function keepHouseWords(tx: Tx, document: HouseWords, seen: number, look: boolean): Promise<boolean> {
  const kept = seen
    ? await tx.query('UPDATE house_words SET document = $1, revision = revision + 1, basis = basis + $3 WHERE revision = $2', [
        document,
        seen,
        look ? 1 : 0,
      ])
    : await tx.query('INSERT INTO house_words (document) VALUES ($1) ON CONFLICT DO NOTHING', [document]);
  return kept.rowCount === 1;
}

/** What all proofs are held against, as one word: it changes with the lists, dockets, blanks, rules, and the checks themselves. */
export const basisNow = async (tx: Tx, checks: number): Promise<string> =>
  (await row<{ basis: string }>(
    tx,
    `SELECT md5(concat_ws(' ', $1::text, (SELECT basis FROM house_words), (SELECT string_agg(id || ':' || revision, ',' ORDER BY id) FROM docket),
       (SELECT string_agg(id || ':' || rules_version, ',' ORDER BY id) FROM outlet),
       (SELECT string_agg(b.id || ':' || b.version, ',' ORDER BY b.id) FROM blank b WHERE b.id IN (SELECT blank_id FROM docket_line)))) AS basis`,
    [checks],
  ))!.basis;

/** A proof whose words are to be looked over. */
export interface ToLookAt {
  id: string;
  seq: number;
  version: number;
  outletId: string;
  docketId: string;
  fields: ProofFields;
  artwork: { name: string; subject: string; keywords: string[]; said: SaidLine[] | null; saidByHand: string | null };
}
const TO_LOOK = `FROM proof p LEFT JOIN looked_over w ON w.proof_id = p.id
  WHERE p.docket_revision IS NOT NULL AND (w.version IS DISTINCT FROM p.version OR w.basis <> $1)`;

/** The next proofs, in their order behind one, that were not looked over as they are now. */
export const toLookAt = (tx: Tx, basis: string, after: number, most: number): Promise<ToLookAt[]> =>
  rows(
    tx,
    `SELECT p.id, p.seq::float8 AS seq, p.version, p.outlet_id AS "outletId", p.docket_id AS "docketId", p.fields,
       jsonb_build_object('name', a.name, 'subject', a.subject, 'keywords', a.keywords, 'said', a.said, 'saidByHand', a.by_hand->>'said') AS artwork
     FROM (SELECT p.id ${TO_LOOK} AND p.seq > $2 ORDER BY p.seq LIMIT $3) n JOIN proof p ON p.id = n.id JOIN artwork a ON a.id = p.artwork_id ORDER BY p.seq`,
    [basis, after, most],
  );
export const countToLookAt = async (tx: Tx, basis: string): Promise<number> =>
  (await row<{ n: number }>(tx, `SELECT count(*)::int AS n ${TO_LOOK}`, [basis]))!.n;

export interface LookedOver {
  id: string;
  version: number;
  title: string | null;
  /** Hexadecimal. */
  sketch: string | null;
  findings: Finding[];
}
/** Keeps what was found in proofs, in the place of what was found before. What needs other proofs stays for `keepAlike`. */
export async function keepFindings(tx: Tx, basis: string, looked: readonly LookedOver[]): Promise<void> {
  await tx.query("DELETE FROM finding WHERE proof_id = ANY($1) AND \"check\" <> ALL('{same-title,alike}')", [looked.map((l) => l.id)]); // prettier-ignore
  await tx.query(
    `INSERT INTO looked_over (proof_id, version, basis, title, sketch)
     SELECT l.id, l.version, $2, l.title, decode(l.sketch, 'hex') FROM jsonb_to_recordset($1) AS l(id uuid, version integer, title text, sketch text)
     ON CONFLICT (proof_id) DO UPDATE SET version = excluded.version, basis = excluded.basis, title = excluded.title, sketch = excluded.sketch`,
    [JSON.stringify(looked.map(({ id, version, title, sketch }) => ({ id, version, title, sketch }))), basis],
  );
  await addFindings(tx, looked.flatMap(({ id, findings }) => findings.map((f) => ({ proof: id, ...f })))); // prettier-ignore
}
/** So many go with one statement. */
const AT_ONCE = 5000;
async function addFindings(tx: Tx, findings: readonly (Finding & { proof: string })[]): Promise<void> {
  for (let from = 0; from < findings.length; from += AT_ONCE)
    await tx.query(
      `INSERT INTO finding (proof_id, "check", field, language, what, told)
       SELECT f.proof, f."check", f.field, f.language, f.what, f."values" FROM jsonb_to_recordset($1) AS f(proof uuid, "check" text, field text, language text, what text, "values" jsonb)`,
      [JSON.stringify(findings.slice(from, from + AT_ONCE))],
    );
}

/** Finds anew which listings of one outlet have the same title. */
export async function findSameTitles(tx: Tx): Promise<void> {
  await tx.query('DELETE FROM finding WHERE "check" = \'same-title\'');
  await tx.query(
    `INSERT INTO finding (proof_id, "check", field, language, what, told)
     SELECT id, 'same-title', 'title', split_part(title, ' ', 1), substr(first, strpos(first, ' ') + 1, 500), jsonb_build_object('of', n)
     FROM (SELECT p.id, w.title, count(*) OVER (PARTITION BY p.outlet_id, lower(w.title)) AS n, min(w.title) OVER (PARTITION BY p.outlet_id, lower(w.title)) AS first
       FROM looked_over w JOIN proof p ON p.id = w.proof_id WHERE w.title IS NOT NULL) t WHERE n > 1`,
  );
}
/** Sketches of one outlet's descriptions, the newest first. */
export const sketchesAt = async (tx: Tx, outlet: string, most: number): Promise<{ id: string; sketch: Buffer }[]> =>
  rows(
    tx,
    `SELECT p.id, w.sketch FROM looked_over w JOIN proof p ON p.id = w.proof_id WHERE p.outlet_id = $1 AND w.sketch IS NOT NULL ORDER BY p.seq DESC LIMIT $2`,
    [outlet, most],
  );
export async function keepAlike(tx: Tx, findings: readonly (Finding & { proof: string })[]): Promise<void> {
  await tx.query('DELETE FROM finding WHERE "check" = \'alike\'');
  await addFindings(tx, findings);
}
/** Titles of proofs, as they are looked over: language, a space, and the title in small letters. */
export const titlesOf = async (tx: Tx, ids: readonly string[]): Promise<Map<string, string | null>> =>
  new Map(
    (
      await rows<{ id: string; title: string | null }>(
        tx,
        'SELECT proof_id AS id, title FROM looked_over WHERE proof_id = ANY($1)',
        [ids],
      )
    ).map((t) => [t.id, t.title]),
  );

/** Takes away what is left as it is from now on, in every listing; capital and small letters are one. */
export async function dropFindings(tx: Tx, dropped: readonly { check: Check; what: string }[]): Promise<void> {
  await tx.query(
    `DELETE FROM finding f USING jsonb_to_recordset($1) AS d("check" text, what text) WHERE f."check" = d."check" AND lower(f.what) = lower(d.what)`,
    [JSON.stringify(dropped)],
  );
}

/** Findings of proofs that did not change since. */
const NOW =
  '(SELECT f.* FROM finding f JOIN looked_over w ON w.proof_id = f.proof_id JOIN proof p ON p.id = f.proof_id AND p.version = w.version) f';

/** The same finding in many listings. */
export interface FindingGroup {
  check: Check;
  what: string;
  listings: number;
  fields: string[];
  languages: string[];
  told: Record<string, unknown>;
}
/** What was found, the same as one, those in most listings first; of each check so many at most, and how many there are in all. */
export const findingGroups = (tx: Tx, most: number): Promise<(FindingGroup & { groups: number })[]> =>
  rows(
    tx,
    `SELECT "check", what, listings, fields, languages, told, groups FROM (
       SELECT "check", what, count(DISTINCT proof_id)::int AS listings, array_agg(DISTINCT field) AS fields, array_agg(DISTINCT language) AS languages, min(told::text)::jsonb AS told,
         count(*) OVER (PARTITION BY "check")::int AS groups, row_number() OVER (PARTITION BY "check" ORDER BY count(DISTINCT proof_id) DESC, what) AS n
       FROM ${NOW} GROUP BY "check", what) g WHERE n <= $1 ORDER BY "check", n`,
    [most],
  );
/** How many listings have something of each check. */
export const findingCounts = async (tx: Tx): Promise<Partial<Record<Check, number>>> =>
  Object.fromEntries(
    (
      await rows<{ check: Check; n: number }>(tx, `SELECT "check", count(DISTINCT proof_id)::int AS n FROM ${NOW} GROUP BY 1`)
    ).map((c) => [c.check, c.n]),
  );
/** What was found in some proofs, as they are now, in one language each or all. */
export const findingsIn = (tx: Tx, ids: readonly string[]): Promise<(Finding & { proof: string })[]> =>
  rows(
    tx,
    `SELECT f.proof_id AS proof, f."check", f.field, f.language, f.what, f.told AS "values" FROM finding f JOIN looked_over w ON w.proof_id = f.proof_id
       JOIN proof p ON p.id = f.proof_id AND p.version = w.version WHERE f.proof_id = ANY($1) ORDER BY f.id`,
    [ids],
  );

export interface LookRow {
  state: 'going' | 'stopped' | 'done';
  total: number;
  looked: number;
}
export const lookRow = (tx: Tx): Promise<LookRow | null> => row(tx, 'SELECT state, total, looked FROM look');
/** Holds the look in this transaction. */
export const lookForUpdate = (tx: Tx): Promise<LookRow | null> => row(tx, 'SELECT state, total, looked FROM look FOR UPDATE');
export async function setLook(tx: Tx, { state, total, looked }: LookRow): Promise<void> {
  await tx.query(
    'INSERT INTO look (state, total, looked) VALUES ($1, $2, $3) ON CONFLICT (workspace_id) DO UPDATE SET state = $1, total = $2, looked = $3',
    [state, total, looked],
  );
}
/** How much of a look that goes on is still to come; at least one while it goes on at all. */
export async function lookLeft(tx: Tx): Promise<{ left: number; total: number }> {
  const it = await lookRow(tx);
  return it?.state === 'going'
    ? { left: Math.max(1, it.total - it.looked), total: Math.max(1, it.total) }
    : { left: 0, total: 0 };
}
