import { rows, type Tx } from './database';

/** Work that a worker does, with what it needs to know beside the workspace. */
export interface Jobs {
  /** Reads a file, makes its small pictures, measures it; `slow` when it is known to take long. */
  'artwork.measure': { artworkId: string; slow?: boolean };
  'artwork.words': { artworkId: string };
  'parcel.unpack': { parcelId: string };
  /** Lays a run out: adds its proofs, a window of cells at a time. */
  'run.plan': { runId: string };
  /** Drafts what waits of one artwork in a run, so that each file is decoded once; `looked` when somebody waits for it. */
  'run.draft': { runId: string; artworkId: string; looked?: boolean };
  /** Makes the pictures of a proof again, that are to be sent and are gone. */
  'proof.pictures': { proofId: string };
  /** Passes proofs, or takes them back, that are too many to be moved at once. */
  'proofs.pass': object;
  /** Goes on with a correction of many proofs' words. */
  'words.correct': { correctionId: string };
  /** Goes on with looking the words of all proofs over. */
  'words.look': object;
  /** Makes the orders of proofs that were sent off, some hundreds at a time. */
  'proofs.order': object;
  /** Makes again what of an artwork's small pictures, and of its proofs' pictures, is gone. */
  'artwork.pictures': { artworkId: string };
  /** Lays out print files that were asked for, and makes them, some at a time; `few` when somebody waits for one or two. */
  'prints.make': { setId: string; few: boolean };
  /** Sends what waits for an outlet, in order. */
  'outlet.lane': { outletId: string };
  /** Asks an outlet what it has of our listings, from one on. */
  'outlet.look': { outletId: string; after: number };
  /** Enters what an outlet has and we do not know, from a place in its list on. */
  'outlet.gather': { outletId: string; after: string | null };
  'outlet.rules': { outletId: string };
  /** Goes on with holding an outlet's proofs against its rules and settings. */
  'outlet.recheck': { outletId: string };
  /** Fetches the print houses' catalogues anew. */
  'houses.fetch': object;
}
export type JobName = keyof Jobs;
export type Job<N extends JobName> = Jobs[N] & { workspace: string };

interface Way<J> {
  /** Two jobs of one key are one: the later takes the earlier's place. `left_over()` in the migrations knows these keys. */
  key: (job: J) => string;
  /** Jobs of one queue run one after another. */
  queue?: (job: J) => string | undefined;
  /** Less is sooner; 0 where nothing is said. */
  urgency?: (job: J) => number;
}
const lane = ({ workspace, outletId }: Job<'outlet.lane'>) => `outlet:${workspace}:${outletId}`;

const WAYS: { [N in JobName]: Way<Job<N>> } = {
  'artwork.measure': {
    key: (j) => `measure:${j.artworkId}`,
    // one slow file at a time: the others go on beside it
    queue: (j) => (j.slow ? 'slow-files' : undefined),
    urgency: (j) => (j.slow ? 5 : 0),
  },
  'artwork.words': {
    key: (j) => `words:${j.artworkId}`,
    // two at a time: more would only take the worker's places from pictures and sending
    queue: (j) => `words:${parseInt(j.artworkId.slice(0, 2), 16) % 2}`,
    urgency: () => 10,
  },
  'parcel.unpack': { key: (j) => `unpack:${j.parcelId}` },
  'run.plan': { key: (j) => `plan:${j.runId}` },
  'run.draft': { key: (j) => `draft:${j.runId}:${j.artworkId}`, urgency: (j) => (j.looked ? -5 : 0) },
  'proof.pictures': { key: (j) => `pictures:${j.proofId}` },
  'artwork.pictures': { key: (j) => `again:${j.artworkId}`, urgency: () => 12 },
  'prints.make': {
    key: (j) => `prints:${j.setId}`,
    // many take turns, behind pictures that somebody waits for
    queue: (j) => (j.few ? undefined : 'prints'),
    urgency: (j) => (j.few ? 0 : 4),
  },
  'proofs.pass': { key: (j) => `pass:${j.workspace}` },
  'words.correct': { key: (j) => `correct:${j.correctionId}` },
  // one at a time over the whole house: it works in the worker's own thread
  'words.look': { key: (j) => `look-over:${j.workspace}`, queue: () => 'look-over', urgency: () => 3 },
  'proofs.order': { key: (j) => `order:${j.workspace}` },
  'outlet.lane': { key: (j) => `lane:${j.workspace}:${j.outletId}`, queue: lane },
  // in the outlet's lane, behind what is to be sent
  'outlet.look': { key: (j) => `look:${j.workspace}:${j.outletId}`, queue: lane, urgency: () => 5 },
  'outlet.gather': { key: (j) => `gather:${j.workspace}:${j.outletId}`, queue: lane, urgency: () => 8 },
  'outlet.rules': { key: (j) => `rules:${j.workspace}:${j.outletId}` },
  'outlet.recheck': { key: (j) => `recheck:${j.workspace}:${j.outletId}` },
  'houses.fetch': { key: (j) => `houses:${j.workspace}` },
};

/** Has a worker do something, now or after some seconds, once this transaction stands. Asking twice is asking once. */
export async function addJob<N extends JobName>(tx: Tx, name: N, job: Job<N>, delaySeconds = 0): Promise<void> {
  const way: Way<Job<N>> = WAYS[name];
  await tx.query('SELECT add_job($1, $2, $3, $4, $5, $6)', [
    name,
    job,
    way.queue?.(job) ?? null,
    way.key(job),
    Math.ceil(delaySeconds),
    way.urgency?.(job) ?? 0,
  ]);
}

/** The same for many jobs of one kind that are to be done now, in one statement. */
export async function addJobs<N extends JobName>(tx: Tx, name: N, jobs: readonly Job<N>[]): Promise<void> {
  const way: Way<Job<N>> = WAYS[name];
  await tx.query(
    `SELECT add_job($1, j.job::json, j.queue, j.key, 0, j.urgency)
     FROM unnest($2::text[], $3::text[], $4::text[], $5::integer[]) AS j(job, queue, key, urgency)`,
    [
      name,
      jobs.map((j) => JSON.stringify(j)),
      jobs.map((j) => way.queue?.(j) ?? null),
      jobs.map((j) => way.key(j)),
      jobs.map((j) => way.urgency?.(j) ?? 0),
    ],
  );
}

/** Something in a passing state that no living job takes on. `other` is the run of drafts, the outlet of sendings. */
export interface LeftOver {
  workspace: string;
  kind:
    | 'arriving'
    | 'unread'
    | 'planning'
    | 'drafting'
    | 'ordering'
    | 'passing'
    | 'correcting'
    | 'looking'
    | 'rechecking'
    | 'unpacking'
    | 'printing'
    | 'sending';
  id: string;
  other: string;
  /** Its job ran out of tries; else it was lost. */
  failed: boolean;
}

/** Asked over all workspaces, before any is known. */
export const leftOver = (tx: Tx): Promise<LeftOver[]> => rows(tx, 'SELECT * FROM left_over() LIMIT 1000');

/** Takes away a job that ran out of tries, so that another may have its key. */
export async function dropJob<N extends JobName>(tx: Tx, name: N, job: Job<N>): Promise<void> {
  await tx.query('SELECT drop_job($1)', [WAYS[name].key(job)]);
}
