/** How artwork sits in a print area. */
export interface Placement {
  /** `fit`: all of the motif inside, keeping its shape. `cover`: the whole area filled, what overhangs is cut. */
  mode: 'fit' | 'cover';
  /** Share of the area's width and height the motif may take, 0.1..1 (fit only). */
  scale: number;
  /** From the top of the print area to the top of the motif, mm (fit only). */
  topMm: number;
}

export interface AreaSize {
  widthMm: number;
  heightMm: number;
}

export interface ArtworkSize {
  widthPx: number;
  heightPx: number;
  /** Box of what prints, in shares of the picture. */
  trim: { x: number; y: number; width: number; height: number };
}

/** The whole artwork's rectangle in the print area (origin top left, mm; may overhang) and what follows from it. */
export interface Placed {
  xMm: number;
  yMm: number;
  widthMm: number;
  heightMm: number;
  /** Effective resolution: pixels across the placed artwork / printed width in inches. */
  ppi: number;
  /** Share of the motif that lies outside the print area. */
  cutShare: number;
  /** Share of the print area that the motif's box covers. */
  filledShare: number;
}

/** 1 in = 25.4 mm exactly (international yard and pound agreement, 1959). */
export const MM_PER_INCH = 25.4;

/** Places artwork by its motif (`trim`), so that empty margins in a file neither shrink nor shift the print. */
export function place(artwork: ArtworkSize, area: AreaSize, placement: Placement): Placed {
  const { trim } = artwork;
  const aspect = artwork.widthPx / artwork.heightPx;
  if (placement.mode === 'cover') {
    const widthMm = Math.max(area.widthMm, area.heightMm * aspect);
    const heightMm = widthMm / aspect;
    return finish(artwork, area, (area.widthMm - widthMm) / 2, (area.heightMm - heightMm) / 2, widthMm, heightMm);
  }
  const room = {
    width: area.widthMm * placement.scale,
    height: Math.max(1, Math.min(area.heightMm * placement.scale, area.heightMm - placement.topMm)),
  };
  const motifAspect = (trim.width * artwork.widthPx) / (trim.height * artwork.heightPx);
  const motifWidth = Math.min(room.width, room.height * motifAspect);
  const widthMm = motifWidth / trim.width;
  const heightMm = widthMm / aspect;
  const xMm = area.widthMm / 2 - (trim.x + trim.width / 2) * widthMm;
  return finish(artwork, area, xMm, placement.topMm - trim.y * heightMm, widthMm, heightMm);
}

function finish(artwork: ArtworkSize, area: AreaSize, xMm: number, yMm: number, widthMm: number, heightMm: number): Placed {
  const { trim } = artwork;
  const left = xMm + trim.x * widthMm;
  const top = yMm + trim.y * heightMm;
  const [motifWidth, motifHeight] = [trim.width * widthMm, trim.height * heightMm];
  const inside =
    Math.max(0, Math.min(area.widthMm, left + motifWidth) - Math.max(0, left)) *
    Math.max(0, Math.min(area.heightMm, top + motifHeight) - Math.max(0, top));
  return {
    xMm,
    yMm,
    widthMm,
    heightMm,
    ppi: artwork.widthPx / (widthMm / MM_PER_INCH),
    cutShare: Math.max(0, 1 - inside / (motifWidth * motifHeight)),
    filledShare: inside / (area.widthMm * area.heightMm),
  };
}
