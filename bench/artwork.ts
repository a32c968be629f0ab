import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { chromium, type Page } from '@playwright/test';
import pg from 'pg';
import sharp from 'sharp';
import { freePort, ROOT, startStack, type Stack } from '../bin/stack';
import { BROWSER } from '../bin/browser';
import { ensureBuilt } from '../bin/built';
import { collection } from '../demo/art/collection';
import { draw } from '../demo/draw';
import { compare } from '../src/core/artwork/likeness/likeness';
import { closeDatabase } from '../src/data/database';
import { linkOnDisk } from '../src/files/disk';
import { adoptToken, demoWorkspace } from '../src/services/people/access';
import { miniName, thumbName } from '../src/services/artwork/raster-names';
import { ALTERATIONS, alteredPrint, clipArt, printsOf } from './copies';
import { figure } from './figure';
import { watchMemory } from './process-memory';
import { drawLettered, letteredDesigns, score } from './words-set';

/** Fewer for a trial of the bench itself. */
const FILES = Number(process.env.BENCH_FILES ?? 120);
const MANY = 10_000;

/** Bringing in, understanding, finding and scrolling artwork, on a stack and a browser of its own. */
export async function artwork(): Promise<void> {
  ensureBuilt(ROOT, console.error);
  const folder = fs.mkdtempSync(path.join(os.tmpdir(), 'press-bench-'));
  fs.chmodSync(folder, 0o755);
  const files = await drawn(path.join(folder, 'designs'));
  const stack = await startStack({
    folder: path.join(folder, 'data'),
    port: await freePort(),
    demo: true,
    durable: true,
    log: () => undefined,
  });
  const browser = await chromium.launch(BROWSER);
  try {
    Object.assign(process.env, stack.env, { PRESS_TOKEN: stack.token });
    const workspace = await demoWorkspace('Bench');
    await adoptToken(workspace, stack.token, 'bench');
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(`${stack.base}/artwork`);
    await page.getByRole('button', { name: 'Choose files' }).waitFor();
    await intake(stack, page, files);
    await many(stack, page, workspace);
  } finally {
    await browser.close();
    await closeDatabase();
    await stack.stop();
    fs.rmSync(folder, { recursive: true, force: true });
  }
  if (FILES === 120) await nearCopies();
}

/** 120 designs of 4500 x 5400 px: 88 of known words, and 32 of the demo's. Drawing them is not counted. */
async function drawn(folder: string): Promise<string[]> {
  fs.mkdirSync(folder);
  const jobs = [
    ...letteredDesigns().map((d) => ({ file: d.file, make: () => drawLettered(d, 4500) })),
    ...collection()
      .filter((p) => p.file.endsWith('.png'))
      .map((p) => ({ file: p.file, make: () => draw({ ...p, width: 4500, height: 5400 }) })),
  ].slice(0, FILES);
  const files = jobs.map(({ file }) => path.join(folder, file));
  const waiting = jobs.map(({ make }, i) => ({ make, to: files[i]! }));
  const hand = async () => {
    for (let job = waiting.shift(); job; job = waiting.shift()) fs.writeFileSync(job.to, await job.make());
  };
  await Promise.all(os.cpus().map(hand));
  return files;
}

interface Row {
  fileName: string;
  state: string;
  said: object[] | null;
  words: string;
}

async function intake(stack: Stack, page: Page, files: string[]): Promise<void> {
  const rows = async (): Promise<Row[]> => {
    const answer = await fetch(`${stack.base}/api/v1/artworks?limit=1000`, {
      headers: { authorization: `Bearer ${stack.token}` },
    });
    return ((await answer.json()) as { items: Row[] }).items;
  };
  const until = async (good: (all: Row[]) => boolean): Promise<Row[]> => {
    for (;;) {
      const all = await rows();
      if (all.length >= files.length && good(all)) return all;
      await sleep(500);
    }
  };
  const watch = watchMemory(() => stack.pid('worker'));
  const began = performance.now();
  await page.getByTestId('files').setInputFiles(files);
  await until((all) => all.every((a) => a.state === 'ready'));
  const pictures = (performance.now() - began) / 1000;
  const all = await until((now) => now.every((a) => a.said !== null));
  const understood = (performance.now() - began) / 1000;
  const peak = watch.stop();

  sharp.concurrency(1);
  sharp.cache(false);
  const floorBegan = performance.now();
  const waiting = [...files];
  const hand = async () => {
    for (let file = waiting.shift(); file; file = waiting.shift())
      await sharp(file).toColourspace('srgb').ensureAlpha().raw().toBuffer();
  };
  await Promise.all(os.cpus().map(hand));
  const floor = (performance.now() - floorBegan) / 1000;

  figure(
    'artwork.intake_120_seconds',
    understood,
    's',
    `${files.length} files of 4500 x 5400 px from the file chooser of a browser to words read`,
  );
  figure('artwork.first_pictures_seconds', pictures, 's', 'the same run, until every one is measured and has its picture');
  figure(
    'artwork.share_of_decode_floor',
    floor / pictures,
    'ratio',
    `decoding alone on all cores, ${floor.toFixed(1)} s, over bringing in without words; aim 0.5`,
  );
  figure(
    'artwork.worker_rss_mb',
    peak,
    'MB',
    'peak of the worker and its processes for pictures and words, shared pages counted once',
  );
  const known = new Map(letteredDesigns().map((d) => [d.file, d.text]));
  const sums = { hits: 0, known: 0, read: 0 };
  for (const a of all) {
    const text = known.get(a.fileName);
    if (!text) continue;
    const one = score(text, a.words);
    for (const k of Object.keys(sums) as (keyof typeof sums)[]) sums[k] += one[k];
  }
  figure(
    'artwork.words_recall',
    sums.hits / sums.known,
    'share',
    `${known.size} designs of 44 phrases in 11 faces of ten families, light and dark; aim 0.85`,
  );
  figure('artwork.words_precision', sums.hits / sums.read, 'share', 'the same designs; aim 0.90');
}

const WORDS = [
  'lighthouse',
  'octopus',
  'tide',
  'marsh',
  'anchor',
  'gull',
  'kelp',
  'harbour',
  'storm',
  'summer',
  'coffee',
  'train',
  'moon',
  'swim',
];

/** Ten thousand artworks: written to the database as if they had come in, with the pictures of those that have. */
async function many(stack: Stack, page: Page, workspace: string): Promise<void> {
  const db = new pg.Client({ connectionString: stack.ownerUrl });
  // ended with the stack when something goes wrong in between
  db.on('error', () => undefined);
  await db.connect();
  const have = (
    await db.query<{ id: string; sha: string }>("SELECT id, file_sha256 AS sha FROM artwork WHERE state = 'ready' ORDER BY seq")
  ).rows;
  await db.query("SELECT set_config('press.workspace', $1, false)", [workspace]);
  await db.query('ALTER TABLE artwork DISABLE TRIGGER tell');
  await db.query(
    `INSERT INTO artwork (workspace_id, file_name, file_sha256, file_bytes, state, name, subject, format, width_px, height_px, measured, said)
     SELECT $1, 'bench-' || n || '.png', encode(sha256(('bench ' || n)::bytea), 'hex'), 1, 'ready', initcap(($2::text[])[1 + n % 14] || ' ' || n), ($2::text[])[1 + (n * 7) % 14],
       'png', a.width_px, a.height_px, a.measured, jsonb_build_array(jsonb_build_object('text', upper(($2::text[])[1 + (n * 3) % 14] || ' ' || ($2::text[])[1 + (n * 5) % 14]), 'confidence', 0.9))
     FROM generate_series(1, $3) n JOIN artwork a ON a.id = ($4::uuid[])[1 + n % $5]`,
    [workspace, WORDS, MANY - have.length, have.map((h) => h.id), have.length],
  );
  await db.query(
    `INSERT INTO artwork_ink (artwork_id, workspace_id, l, a, b, share) SELECT w.id, w.workspace_id, i.l, i.a, i.b, i.share
     FROM artwork w JOIN artwork s ON s.measured = w.measured AND s.id = ANY($1) JOIN artwork_ink i ON i.artwork_id = s.id WHERE w.file_name LIKE 'bench-%'`,
    [have.map((h) => h.id)],
  );
  await db.query('ALTER TABLE artwork ENABLE TRIGGER tell');
  await db.query('ANALYZE');
  const made = (
    await db.query<{ sha: string }>("SELECT file_sha256 AS sha FROM artwork WHERE file_name LIKE 'bench-%' ORDER BY seq")
  ).rows;
  await db.end();
  for (const [i, { sha }] of made.entries())
    for (const name of [thumbName, miniName])
      await linkOnDisk(process.env.FILES_DIR!, 'derived', name(have[i % have.length]!.sha), name(sha));

  const times: number[] = [];
  const queries = WORDS.flatMap((w, i) => [
    `find=${w}`,
    `find=${w}%20${WORDS[(i + 3) % 14]}`,
    `tone=light&find=${w}`,
    `colour=f2a93b&find=${w}`,
  ]);
  for (const query of queries) {
    const began = performance.now();
    const answer = await fetch(`${stack.base}/api/v1/artworks/found?${query}`, {
      headers: { authorization: `Bearer ${stack.token}` },
    });
    await answer.json();
    times.push(performance.now() - began);
  }
  times.sort((a, b) => a - b);
  figure(
    'artwork.search_10k_ms',
    times[times.length >> 1]!,
    'ms',
    `median of ${queries.length} searches by words, tone and colour over HTTP, 95% under ${times[Math.floor(times.length * 0.95)]!.toFixed(0)}; aim 50`,
  );

  await page.goto(`${stack.base}/artwork`);
  await page.getByRole('listbox').getByRole('option').first().waitFor();
  await sleep(2500);
  const frames = await page.evaluate(async () => {
    const list = document.querySelector('[role=listbox]')!.parentElement!;
    const gaps: number[] = [];
    let last = performance.now();
    const end = last + 6000;
    await new Promise<void>((done) => {
      const step = (now: number) => {
        gaps.push(now - last);
        last = now;
        list.scrollTop += 40;
        if (now < end) requestAnimationFrame(step);
        else done();
      };
      requestAnimationFrame(step);
    });
    return gaps.slice(5).sort((a, b) => a - b);
  });
  figure(
    'artwork.scroll_10k_frame_ms',
    frames[Math.floor(frames.length * 0.95)]!,
    'ms',
    `95th percentile of ${frames.length} frames while ${MANY} artworks scroll by, 40 px a frame; median ${frames[frames.length >> 1]!.toFixed(1)}; aim 20`,
  );
}

async function nearCopies(): Promise<void> {
  const prints = await printsOf(clipArt(2));
  let found = 0;
  let pairs = 0;
  let stars = 0;
  for (let i = 0; i < prints.length; i++)
    for (let j = i + 1; j < prints.length; j++) {
      pairs++;
      if (compare(prints[i]!.print, prints[j]!.print) !== 'copy') continue;
      found++;
      if (prints[i]!.file.includes('/stars/') && prints[j]!.file.includes('/stars/')) stars++;
    }
  let [hits, tries] = [0, 0];
  for (const { file, print } of prints.filter((_, i) => i % 12 === 0))
    for (const how of Object.keys(ALTERATIONS)) {
      const altered = await alteredPrint(file, how);
      if (!altered) continue;
      tries++;
      if (compare(print, altered) === 'copy') hits++;
    }
  figure(
    'artwork.near_copy_recall',
    hits / tries,
    'share',
    `${tries} altered copies of open clip art (${Object.keys(ALTERATIONS).join('; ')}); aim 0.98`,
  );
  figure(
    'artwork.near_copy_false_rate',
    found / pairs,
    'share',
    `${found} of ${pairs} pairs of ${prints.length} pictures shown as copies, true ones that the set holds included; ${stars} of them among its drawn-by-rule stars; aim under 0.001`,
  );
}
