import { stream } from '../../files/store';
import { proof } from './proofs';
import { Trouble } from '../trouble';
import type { OnItsWay } from '../prints/archive';

/** A file that buyers of a proof's listing get, by its place among them. */
export async function downloadOf(workspace: string, id: string, place: number): Promise<OnItsWay> {
  const file = (await proof(workspace, id)).downloads?.[place - 1];
  const found = file && (await stream('derived', file.file));
  if (!found) throw new Trouble('not-found', 'There is no such file, or it was swept away: draft the proof again.');
  return { stream: found.stream, fileName: file.name };
}
