import { refusal, refusalSentence } from '../../core/artwork/refusals';
import type { Problem } from '../../core/listing/problems';
import type { DownloadOrder, Sold } from '../../core/downloads/sold';
import { hasRoom } from '../../files/store';
import type { DownloadsMade } from '../../services/line/drafting';
import { makeDownload } from '../pools';
import type { ToPack } from './pack';

/** Below this quality a loss may be seen: fitted by eye. */
const FINE = 86;

/**
 * Makes all files of an order, as many at a time as there are processes, and packs them. What cannot be made is said and left out; it
 * stops the proof, for buyers would get less than is promised.
 */
export async function makeDownloads(order: DownloadOrder, outlet: string): Promise<DownloadsMade> {
  const { bytesEach } = order.limits;
  const problems: Problem[] = [];
  const tell = (code: string, stops: boolean, values: Problem['values']) =>
    problems.push({ code, field: 'downloads', stops, values });
  if (!(await hasRoom(bytesEach * Math.min(order.limits.files, order.sold.length)))) {
    tell('download-failed', true, { name: order.name, why: refusalSentence(refusal('no-room-to-print', { file: order.name })) });
    return { downloads: [], problems };
  }
  // a file alone in an archive must fit as well
  const most = bytesEach - 4096;
  const results = await Promise.all(order.sold.map((sold) => makeDownload({ kind: 'sold', sold, most })));
  const files: ToPack[] = [];
  for (const [i, result] of results.entries()) {
    const sold = order.sold[i]!;
    const made = result.ok ? result.sold! : result;
    if (!made.ok && made.why.code === 'not-traced') tell('not-traced', true, {});
    else if (!made.ok && made.why.code === 'download-too-large')
      tell('download-too-large', true, { name: sold.name, max: bytesEach, outlet });
    else if (!made.ok) tell('download-failed', true, { name: sold.name, why: refusalSentence(made.why) });
    else {
      files.push({ made: made.made, file: made.file });
      tellState(sold, made.state, { max: bytesEach, outlet }, tell);
    }
  }
  if (!files.length || problems.some((p) => p.stops)) return { downloads: [], problems };
  const result = await makeDownload({ kind: 'pack', order, files });
  const packed = result.ok ? result.packed! : result;
  if (packed.ok) return { downloads: packed.downloads, problems };
  const { code, values = {} } = packed.why;
  const ours = code.startsWith('download-too') || code.startsWith('downloads-too');
  if (ours) tell(code, true, { max: bytesEach, ...values, outlet });
  else tell('download-failed', true, { name: order.name, why: refusalSentence(packed.why) });
  return { downloads: [], problems };
}

/** Says what a file lost to stay within what its outlet takes. */
function tellState(
  sold: Sold,
  state: number,
  values: Problem['values'],
  tell: (code: string, stops: boolean, values: Problem['values']) => void,
): void {
  if (sold.kind === 'vectors' || state === 0) return;
  const [first, it] = [sold.states[0]!, sold.states[state]!];
  if (it.size !== first.size) tell('download-smaller', false, { name: sold.name, size: it.size, wanted: first.size, ...values });
  else if (it.quality !== null && it.quality < FINE)
    tell('download-tight', false, { name: sold.name, quality: it.quality, ...values });
}
