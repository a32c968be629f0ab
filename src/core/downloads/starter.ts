import type { Accepts, DocketDocument, Shot } from '../docket/docket';
import type { PricePlan } from '../pricing/plan';
import { showsKind, type SceneSheet } from '../scene/sheet';
import type { DownloadLine, Rendition } from './form';
import type { SheetName } from './sheets';

/** What files for download are sold as to begin with: prints for the wall, and pictures for buyers' own work. */
export const DOWNLOAD_KINDS = ['printable', 'clip art'] as const;
export type DownloadKind = (typeof DOWNLOAD_KINDS)[number];

/** What is sold to be downloaded has no cost that a margin could be reckoned from. What such files are about: common practice, no single source. */
export const DOWNLOAD_PLAN: { name: string; document: PricePlan } = {
  name: 'downloads 6.90',
  document: { aim: { kind: 'fixed', minor: 690 }, postageIncluded: false, largeSizeExtraMinor: 0, ending: null },
};

/** The five shapes that frames are sold in most: common practice, no single source. */
const FRAMES: readonly SheetName[] = ['2:3', '3:4', '4:5', '11:14', 'ISO A'];

interface Begun {
  one: string;
  many: string;
  title: string;
  about: string;
  tags: string[];
  ground: Accepts['ground'];
  renditions: Rendition[];
}
const KINDS: Record<DownloadKind, Begun> = {
  printable: {
    one: 'Printable',
    many: 'Printables',
    title: 'Printable Wall Art, {{ artwork.subject | title }} Digital Download',
    about: 'to print at home or at a print shop',
    tags: ['printable art', 'digital download', 'wall art'],
    ground: 'full',
    renditions: FRAMES.map((sheet) => ({ sheet, formats: ['jpg'], ppi: 300, how: 'cover' })),
  },
  'clip art': {
    one: 'Clip Art',
    many: 'Clip Art',
    title: 'Clip Art, {{ artwork.subject | title }} PNG and SVG, Digital Download',
    about: 'for your own cards, cloth and paper',
    tags: ['clip art', 'digital download', 'transparent png'],
    ground: 'see-through',
    renditions: [{ sheet: 'whole', formats: ['png', 'svg'], ppi: 300, how: 'inside' }],
  },
};

export const downloadWord = (kind: DownloadKind): Pick<Begun, 'one' | 'many'> => KINDS[kind];
/** What is in it, as it is told before it is made. */
export const downloadAbout = (kind: DownloadKind): string =>
  KINDS[kind].renditions.length > 1 ? 'JPG in five shapes, A to 11:14' : 'PNG and SVG, see-through';

export const downloadLineOf = (kind: DownloadKind): DownloadLine => {
  const { one, many, renditions } = KINDS[kind];
  return {
    noun: { one, many },
    renditions,
    pack: 'loose where they fit',
    note: {
      en: 'Thank you for buying {{ artwork.name }}. Nothing is posted: these files are yours to download.\n\nPrint them as they are, without fitting to the page. They are for your own use; please do not sell or share the files.',
    },
  };
};

/** What a docket that only sells files says to begin with. */
export function downloadParts(
  kind: DownloadKind,
  scenes: readonly SceneSheet[],
): Omit<DocketDocument, 'pricePlan' | 'outlets' | 'whenEnded'> {
  const { title, about, tags, ground } = KINDS[kind];
  const paper = scenes.filter((s) => showsKind(s, 'poster'));
  const shots: Shot[] = paper.slice(0, 2).map((s) => ({ kind: 'scene', scene: s.id, colour: 'featured' }));
  return {
    lines: [],
    downloads: downloadLineOf(kind),
    accepts: { ground, minPpi: 150, ...(kind === 'printable' && { maxCrop: 0.2 }) },
    shots: [...shots, { kind: 'card', card: 'files' }],
    words: {
      title: { en: `{{ artwork.name | title }} ${title}` },
      description: {
        en: `{{ artwork.name }}: {{ artwork.subject }}, ${about}.\n\nNothing is posted: you download these files at once.\n\n{{ product.files }}`,
      },
    },
    tags: { en: [`{{ artwork.subject }} ${tags[0]}`, ...tags] },
  };
}
