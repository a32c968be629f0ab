import { onArea } from '../../core/placement/form';
import { fittingFault, fittingLayer } from '../../core/placement/fitting';
import { sizeDrawn } from '../../core/planning/placed';
import { areaWhole } from '../../core/stock/blank';
import { cutTo } from '../../core/stock/cut';
import { artworkById } from '../../data/artwork/artworks';
import { inWorkspace } from '../../data/database';
import { Trouble } from '../trouble';
import { benchArea, type AreaAsked } from './area';
import { placeOne, type Given } from './giving';

/**
 * Uses a file that was made for a print area there instead of an artwork, after its size was checked. The file has been brought in and
 * measured. Throws a Trouble where it does not fit.
 */
export const fitFile = (workspace: string, asked: AreaAsked, artwork: string, file: string): Promise<Given> =>
  inWorkspace(workspace, async (tx) => {
    const at = await benchArea(tx, asked);
    const it = await artworkById(tx, file);
    if (!it) throw new Trouble('not-found', 'That file is not here.');
    if (it.state === 'arriving') throw new Trouble('conflict', `${it.fileName} is still being measured.`, 'file');
    if (it.state === 'refused' || !it.measured)
      throw new Trouble('not-valid', `${it.fileName} could not be read as a picture.`, 'file');
    const size = sizeDrawn(at.blank, at.placement, at.line.sizes) ?? at.line.sizes[0]!;
    const lead = await artworkById(tx, artwork);
    const area = areaWhole(cutTo(at.blank, at.line, lead ?? {}), at.placement.area, size)!;
    const fault = fittingFault({ name: it.fileName, widthPx: it.widthPx!, heightPx: it.heightPx! }, area, at.minPpi);
    if (fault) throw new Trouble('not-valid', fault, 'file');
    const { ground } = at.placement;
    const placement = onArea(at.placement.area, fittingLayer(file));
    return placeOne(tx, at, artwork, ground === undefined ? placement : { ...placement, ground });
  });
