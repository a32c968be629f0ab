import type { CardView } from '@/api/views';
import { bytes } from '../../parts/format';

/** Everything that a column can show; which are on, in which order and how wide, stands in the address. */
export const COLUMNS: Record<
  string,
  { word: string; width: number; right?: boolean; sort?: string; text: (a: CardView) => string }
> = {
  subject: { word: 'Subject', width: 120, sort: 'subject', text: (a) => a.subject },
  words: { word: 'Says', width: 190, text: (a) => (a.read ? a.words.toLowerCase() : 'not read yet') },
  drawer: { word: 'Drawer', width: 120, text: (a) => a.drawer ?? '' },
  audience: { word: 'For', width: 64, text: (a) => a.audience },
  occasion: { word: 'Occasion', width: 100, text: (a) => a.occasion },
  marks: { word: 'Marks', width: 110, text: (a) => a.marks.join(', ') },
  keywords: { word: 'Keywords', width: 160, text: (a) => a.keywords.join(', ') },
  tone: { word: 'Tone', width: 78, sort: 'lightness', text: (a) => a.tone ?? '' },
  picture: { word: 'Kind', width: 88, text: (a) => a.picture ?? '' },
  repeat: { word: 'Repeats', width: 80, text: (a) => (a.repeat === 'none' ? '' : (a.repeat ?? '')) },
  size: {
    word: 'Size, px',
    width: 104,
    right: true,
    sort: 'largest',
    text: (a) => (a.widthPx ? `${a.widthPx} × ${a.heightPx}` : ''),
  },
  print: { word: 'Prints, in', width: 78, right: true, text: (a) => a.inches?.toFixed(1) ?? '' },
  edges: { word: 'Edges', width: 62, text: (a) => (a.edges === 'none' ? '' : (a.edges ?? '')) },
  format: { word: 'Format', width: 66, text: (a) => a.format?.toUpperCase() ?? '' },
  bytes: { word: 'Bytes', width: 74, right: true, text: (a) => bytes(a.bytes) },
  file: { word: 'File', width: 190, text: (a) => a.fileName },
};
export const FIRST_COLUMNS = ['subject', 'words', 'drawer', 'tone', 'size', 'print'];
export const COLUMN_CHOICES = Object.entries(COLUMNS).map(([id, { word }]) => ({ id, word }));
