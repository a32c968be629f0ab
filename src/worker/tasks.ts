import { addJob, type Job, type JobName } from '../data/jobs';
import { inWorkspace } from '../data/database';
import type { FileOutcome } from '../data/prints/sets';
import { pdfOf } from '../core/print-file/print-file';
import { bytesOf, has } from '../files/store';
import { artwork } from '../services/artwork/artworks';
import { unpackParcel } from '../services/artwork/intake';
import { rasterNames } from '../services/artwork/raster-names';
import { putOffWords, recordMeasured, recordRefused, recordSaid, recordSlow } from '../services/artwork/understanding';
import {
  finishDrafts,
  picturesBack,
  planDrafts,
  planGone,
  planPictures,
  type DownloadsMade,
  type PicturesMade,
} from '../services/line/drafting';
import { moveOn } from '../services/line/passing';
import { layOut } from '../services/line/planning';
import { runLane } from '../services/outlets/lane';
import { gather, look } from '../services/outlets/looking';
import { runRecheck } from '../services/outlets/recheck';
import { makeOrders } from '../services/outlets/ordering';
import { keepRulesFresh } from '../services/outlets/outlets';
import { keepHousesFresh } from '../services/stockroom/setup';
import { correctOn } from '../services/words/carrying';
import { lookOn } from '../services/words/looking';
import { nextPrints, printsEnded, type NextPrint } from '../services/prints/sets';
import { makeDownloads } from './downloads/order';
import { englishSpelling } from './words/spelling';
import { makePictures, makePrint, processes, readFile, readWords } from './pools';

/** Sets of print files take turns: after so long it is the next one's. */
const PRINT_TURN_MS = 10_000;

async function printed({ n, file, pdf }: NextPrint): Promise<FileOutcome> {
  const began = performance.now();
  const made = await makePrint(file, pdf);
  const seconds = (performance.now() - began) / 1000;
  if (!made.ok) return { n, bytes: null, problem: made.why, seconds };
  return { n, bytes: await bytesOf('derived', pdf ? pdfOf(file.file) : file.file), problem: null, seconds };
}

/** What is done for each kind of job. A job that throws is tried again, later and later; done twice does no harm. */
export const TASKS: { [N in JobName]: (job: Job<N>) => Promise<void> } = {
  'artwork.measure': async ({ workspace, artworkId, slow = false }) => {
    const it = await artwork(workspace, artworkId).catch(() => null);
    if (it?.state !== 'arriving') return;
    const { sha256, fileName } = it;
    const result = await readFile({ kind: 'read', sha256, fileName, names: rasterNames(sha256) }, slow);
    if (result === 'slow') await recordSlow(workspace, it.id);
    else if (result.ok) await recordMeasured(workspace, it.id, it.sha256, result.read!);
    else await recordRefused(workspace, it.id, result.why);
  },
  'artwork.words': async ({ workspace, artworkId }) => {
    const it = await artwork(workspace, artworkId).catch(() => null);
    if (it?.state !== 'ready' || it.said) return;
    // pictures and proofs are what somebody waits for
    if (await putOffWords(workspace, it.id)) return;
    const names = rasterNames(it.sha256);
    if (!(await has('derived', names.working))) {
      const again = await readFile({ kind: 'read', sha256: it.sha256, fileName: it.fileName, names }, true);
      if (again === 'slow' || !again.ok) throw new Error(`the working copy of ${it.fileName} cannot be made again`);
    }
    await recordSaid(workspace, it.id, it.sha256, await readWords({ working: names.working }));
  },
  'words.correct': ({ workspace, correctionId }) => correctOn(workspace, correctionId),
  'words.look': ({ workspace }) => lookOn(workspace, englishSpelling),
  'parcel.unpack': async ({ workspace, parcelId }) => {
    await unpackParcel(workspace, parcelId);
  },
  'run.plan': async ({ workspace, runId }) => {
    await layOut(workspace, runId);
  },
  'run.draft': async ({ workspace, runId, artworkId }) => {
    const plan = await planDrafts(workspace, runId, artworkId);
    if (!plan) return;
    const made = await makePictures(plan.pictures).catch((error: Error): PicturesMade => {
      console.error(`pictures of ${artworkId}: ${error.message}`);
      return { pictures: [], full: false, printed: 0, ms: 0 };
    });
    const sold = new Map<string, DownloadsMade>();
    for (const { order, outlet } of plan.downloads) sold.set(order.manifest, await makeDownloads(order, outlet));
    await finishDrafts(workspace, plan, made, sold);
  },
  'proof.pictures': async ({ workspace, proofId }) => {
    const again = await planPictures(workspace, proofId);
    const made = again && (await makePictures(again.pictures));
    const all = made?.pictures.filter((p) => !p.heavy).length === again?.pictures.length;
    const files = again?.downloads ? await makeDownloads(again.downloads.order, again.downloads.outlet) : null;
    await picturesBack(workspace, proofId, made !== null && all && files?.downloads.length !== 0);
  },
  'artwork.pictures': async ({ workspace, artworkId }) => {
    const it = await artwork(workspace, artworkId).catch(() => null);
    if (it?.state !== 'ready') return;
    const names = rasterNames(it.sha256);
    const here = await Promise.all(Object.values(names).map((name) => has('derived', name)));
    if (here.includes(false)) await readFile({ kind: 'read', sha256: it.sha256, fileName: it.fileName, names }, true);
    const orders = await planGone(workspace, artworkId);
    if (orders.length) await makePictures(orders);
  },
  'prints.make': async (job) => {
    const { workspace, setId } = job;
    // one process stays for pictures that somebody waits for
    const together = Math.max(1, processes - 1);
    for (const end = Date.now() + PRINT_TURN_MS; Date.now() < end;) {
      const next = await nextPrints(workspace, setId, together);
      if (!next) return;
      await printsEnded(workspace, setId, await Promise.all(next.map(printed)));
    }
    await inWorkspace(workspace, (tx) => addJob(tx, 'prints.make', { ...job, few: false }));
  },
  'proofs.pass': async ({ workspace }) => {
    await moveOn(workspace);
  },
  'proofs.order': async ({ workspace }) => {
    await makeOrders(workspace);
  },
  'outlet.lane': async ({ workspace, outletId }) => {
    await runLane(workspace, outletId);
  },
  'outlet.look': async ({ workspace, outletId, after }) => {
    await look(workspace, outletId, after);
  },
  'outlet.gather': async ({ workspace, outletId, after }) => {
    await gather(workspace, outletId, after);
  },
  'outlet.rules': async ({ workspace, outletId }) => {
    await keepRulesFresh(workspace, outletId);
  },
  'outlet.recheck': ({ workspace, outletId }) => runRecheck(workspace, outletId),
  'houses.fetch': async ({ workspace }) => {
    await keepHousesFresh(workspace);
  },
};
