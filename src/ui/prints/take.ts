import type { Static } from '@sinclair/typebox';
import type { PrintFile, PrintSet } from '@/api/shapes/prints';
import type { PrintsMeant } from '@/services/prints/sets';
import { api, Refusal } from '../api';

export type PrintFileView = Static<typeof PrintFile>;
export type PrintSetView = Static<typeof PrintSet>;
export type { PrintsMeant };

/** Whose print files: what a proof prints, or what a listing was sent to print. */
export type PrintsOf = { kind: 'proofs' | 'listings'; id: string };

/** Has the browser take a file away. */
export function download(address: string): void {
  const link = document.createElement('a');
  link.href = address;
  link.download = '';
  link.click();
}

const LOOK_MS = 300;
/** Has one print file made, where it is not, and takes it away. */
export async function takePrint({ kind, id }: PrintsOf, { file, made, pdf }: PrintFileView, asPdf: boolean): Promise<void> {
  if (!(asPdf ? pdf?.made : made)) {
    const of: PrintsMeant = kind === 'proofs' ? { proofs: { ids: [id] } } : { listings: { ids: [id] } };
    let set = await api<PrintSetView>('POST', '/print-sets', { of, pdf: asPdf, files: [file] });
    while (set.state === 'laying out' || set.state === 'making') {
      await new Promise((later) => setTimeout(later, LOOK_MS));
      set = await api<PrintSetView>('GET', `/print-sets/${set.id}`);
    }
    await api('DELETE', `/print-sets/${set.id}`);
    const says = set.problem ?? set.failures[0]?.says;
    if (says) throw new Refusal(0, says);
  }
  download(`/api/v1/${kind}/${id}/prints/${file}${asPdf ? '?pdf=true' : ''}`);
}
