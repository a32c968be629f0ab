/** A print area of which a template is drawn, mm; its origin is the upper left corner of the area, around it lies the bleed. */
export interface TemplateArea {
  widthMm: number;
  heightMm: number;
  bleedMm?: number;
  safeMm?: number;
  shape?: 'rectangle' | 'ellipse';
  cutOuts?: readonly string[];
  seams?: readonly string[];
}

/** What a guide of a template means. */
export type GuideKind = 'bleed' | 'trim' | 'safe' | 'seam' | 'cut-out';
/** A guide: a path in mm. */
export interface Guide {
  kind: GuideKind;
  path: string;
}

/** How guides are drawn: what is inside them, their line, and its dashes in mm. */
export const GUIDE_LOOKS: Record<GuideKind, { fill: string | null; stroke: string; dashes: number[] }> = {
  bleed: { fill: '#f6d9d2', stroke: '#c63d22', dashes: [] },
  trim: { fill: '#ffffff', stroke: '#17171a', dashes: [] },
  safe: { fill: null, stroke: '#0f6b66', dashes: [3, 2] },
  seam: { fill: null, stroke: '#a8731a', dashes: [6, 2, 1, 2] },
  'cut-out': { fill: '#f6d9d2', stroke: '#c63d22', dashes: [] },
};
/** Lines are so wide, mm. */
export const GUIDE_MM = 0.35;

const rectangle = (inset: number, width: number, height: number): string =>
  `M${inset} ${inset}H${width - inset}V${height - inset}H${inset}Z`;

function ellipse(inset: number, width: number, height: number): string {
  const [rx, ry] = [width / 2 - inset, height / 2 - inset];
  return `M${inset} ${height / 2}A${rx} ${ry} 0 1 1 ${width - inset} ${height / 2}A${rx} ${ry} 0 1 1 ${inset} ${height / 2}Z`;
}

/** The guides of an area, those that lie below others first. */
export function guidesOf({ widthMm, heightMm, bleedMm = 0, safeMm = 0, shape, cutOuts = [], seams = [] }: TemplateArea): Guide[] {
  const edge = shape === 'ellipse' ? ellipse : rectangle;
  const room = Math.min(widthMm, heightMm) > 2 * safeMm;
  return [
    ...(bleedMm ? [{ kind: 'bleed' as const, path: edge(-bleedMm, widthMm, heightMm) }] : []),
    { kind: 'trim', path: edge(0, widthMm, heightMm) },
    ...(safeMm && room ? [{ kind: 'safe' as const, path: edge(safeMm, widthMm, heightMm) }] : []),
    ...seams.map((path): Guide => ({ kind: 'seam', path })),
    ...cutOuts.map((path): Guide => ({ kind: 'cut-out', path })),
  ];
}

/** Words of a template as outlines, and the mm that a unit of them is; they are laid around the middle of the area. */
export interface TemplateWords {
  path: string;
  mmPerUnit: number;
  xMm: number;
  yMm: number;
}

/** A template as SVG: exactly as large as the area with its bleed, its units mm; stated in pixels where it is to be drawn in so many. */
export function templateSvg(area: TemplateArea, words: TemplateWords | null, px?: { widthPx: number; heightPx: number }): string {
  const { bleedMm: b = 0 } = area;
  const [width, height] = [area.widthMm + 2 * b, area.heightMm + 2 * b];
  const lines = guidesOf(area).map(({ kind, path }) => {
    const { fill, stroke, dashes } = GUIDE_LOOKS[kind];
    const dashed = dashes.length ? ` stroke-dasharray="${dashes.join(' ')}"` : '';
    return `<path id="${kind}" d="${path}" fill="${fill ?? 'none'}" stroke="${stroke}"${dashed}/>`;
  });
  const told = words
    ? `<path id="words" d="${words.path}" transform="translate(${words.xMm} ${words.yMm}) scale(${words.mmPerUnit})" fill="#6d655a"/>`
    : '';
  // every guide has an id of its own, so that a drawing program shows them by name
  const seen = new Map<string, number>();
  const named = lines.map((line) =>
    line.replace(/id="([\w-]+)"/, (_, id: string) => {
      const n = (seen.get(id) ?? 0) + 1;
      seen.set(id, n);
      return `id="${id}${n > 1 ? `-${n}` : ''}"`;
    }),
  );
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${px ? px.widthPx : `${width}mm`}" height="${px ? px.heightPx : `${height}mm`}" preserveAspectRatio="none" viewBox="${-b} ${-b} ${width} ${height}"><g id="guides" stroke-width="${GUIDE_MM}">${named.join('')}</g>${told}</svg>`;
}
