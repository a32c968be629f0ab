import { EventEmitter } from 'node:events';
import { makeWorkerUtils, type WorkerEvents, type WorkerUtils } from 'graphile-worker';
import pg from 'pg';

/** A living worker shows itself this often. */
const BEAT_MS = 2_000;
/** A worker that has let go of its lock is dead when it did not take it again for so long: the database may have restarted. */
const LET_GO_SECONDS = 6;
/** One that holds its lock and does not show itself hangs, or its machine is cut off: dead after so long all the same. */
const HANGING_SECONDS = 25;
const LOCK_SPACE = 7002;

/** A job may be lost with its worker so often before that counts as a failure of the job: what ends its worker each time must end itself. */
const MAX_DEATHS = 20;
/** Gives the jobs of dead workers the try back that the queue counted when they were begun: a worker that was killed is no job that fails. */
const NO_FAILURE = `WITH lost AS (INSERT INTO job_death (job_id) SELECT id FROM graphile_worker._private_jobs WHERE locked_by = ANY($1)
    ON CONFLICT (job_id) DO UPDATE SET deaths = job_death.deaths + 1 RETURNING job_id, deaths)
  UPDATE graphile_worker._private_jobs j SET attempts = greatest(0, j.attempts - 1) FROM lost WHERE j.id = lost.job_id AND lost.deaths <= $2`;

/**
 * Shows in the database that this process lives, and frees the jobs of those that no longer do. The queue itself would wait
 * four hours before it gives a dead worker's job to another. A process holds an advisory lock on a connection of its own,
 * which the database lets go of the moment the process is gone, and writes a beat. One that finds itself late may have been
 * taken for dead: it ends, and whoever started it starts it again.
 */
export class Presence {
  readonly events: WorkerEvents = new EventEmitter();
  private id = '';
  private lock: pg.Client | undefined;
  private timer: NodeJS.Timeout | undefined;
  private utils: WorkerUtils | undefined;
  private beatAt = Date.now();
  private beating = false;
  /** Since when each of the others has been without its lock. */
  private readonly without = new Map<string, number>();

  constructor(
    private readonly connectionString: string,
    private readonly pool: pg.Pool,
    private readonly late: () => void,
  ) {
    // the queue locks jobs in the name of a process's pool of workers
    this.events.on('pool:create', ({ workerPool }) => void (this.id = workerPool.id));
  }

  /** Begins to show itself; to be called once the queue is running. */
  async begin(): Promise<void> {
    this.utils = await makeWorkerUtils({ pgPool: this.pool });
    await this.beat();
    this.timer = setInterval(() => {
      if (Date.now() - this.beatAt > HANGING_SECONDS * 1000) return this.late();
      // a database that is away for a moment is no reason to end: the next beat may reach it in time
      if (!this.beating) this.beat().catch(() => undefined);
    }, BEAT_MS);
  }

  private async beat(): Promise<void> {
    this.beating = true;
    try {
      await this.holdLock();
      await this.pool.query(
        'INSERT INTO worker_beat (worker_id) VALUES ($1) ON CONFLICT (worker_id) DO UPDATE SET seen_at = now()',
        [this.id],
      );
      this.beatAt = Date.now();
      await this.freeTheDead();
    } finally {
      this.beating = false;
    }
  }

  /** Takes the lock that says that this process lives, again where its connection was lost. */
  private async holdLock(): Promise<void> {
    if (this.lock) return;
    const client = new pg.Client({ connectionString: this.connectionString });
    client.on('error', () => undefined);
    client.on('end', () => {
      if (this.lock === client) this.lock = undefined;
    });
    await client.connect();
    await client.query('SELECT pg_advisory_lock($1, hashtext($2))', [LOCK_SPACE, this.id]);
    this.lock = client;
  }

  private async freeTheDead(): Promise<void> {
    const held = await this.pool.query<{ id: string; locked: boolean; silent: number }>(
      `SELECT held.id, bool_or(l.objid IS NOT NULL) AS locked, extract(epoch FROM now() - coalesce(max(b.seen_at), max(held.at)))::float AS silent
       FROM (SELECT locked_by AS id, locked_at AS at FROM graphile_worker.jobs WHERE locked_by IS NOT NULL
         UNION SELECT locked_by, locked_at FROM graphile_worker._private_job_queues WHERE locked_by IS NOT NULL) held
       LEFT JOIN worker_beat b ON b.worker_id = held.id
       LEFT JOIN pg_locks l ON l.locktype = 'advisory' AND l.granted AND l.classid::bigint = $1 AND l.objid = hashtext(held.id)::bit(32)::bigint::oid
       WHERE held.id <> $2 GROUP BY held.id`,
      [LOCK_SPACE, this.id],
    );
    const dead: string[] = [];
    for (const { id, locked, silent } of held.rows) {
      if (locked) this.without.delete(id);
      const since = this.without.get(id) ?? Date.now();
      if (!locked) this.without.set(id, since);
      if (silent > HANGING_SECONDS || (!locked && silent > LET_GO_SECONDS && Date.now() - since >= BEAT_MS)) dead.push(id);
    }
    for (const id of this.without.keys()) if (!held.rows.some((r) => r.id === id)) this.without.delete(id);
    if (dead.length) {
      await this.pool.query(NO_FAILURE, [dead, MAX_DEATHS]);
      await this.utils!.forceUnlockWorkers(dead);
    }
    await this.pool.query("DELETE FROM worker_beat WHERE seen_at < now() - interval '1 day'");
    await this.pool.query(
      'DELETE FROM job_death d WHERE NOT EXISTS (SELECT FROM graphile_worker._private_jobs j WHERE j.id = d.job_id)',
    );
  }

  /** Leaves in good order: jobs are done or given back by then. */
  async leave(): Promise<void> {
    clearInterval(this.timer);
    await this.pool.query('DELETE FROM worker_beat WHERE worker_id = $1', [this.id]).catch(() => undefined);
    const { lock } = this;
    this.lock = undefined;
    await lock?.end();
    await this.utils?.release();
  }
}
