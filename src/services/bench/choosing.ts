import { byRule } from '../../core/planning/cells';
import { artworksByIds } from '../../data/artwork/artworks';
import { findArtworks } from '../../data/artwork/search';
import { inWorkspace } from '../../data/database';
import { allowedOf } from '../../data/line/allowed';
import { blanksByIds } from '../../data/stockroom/blanks';
import { listDockets } from '../../data/stockroom/dockets';
import { filterOf, type Search } from '../artwork/artworks';

/** A print area that a docket prints on. */
export interface AreaThere {
  docket: string;
  /** Of the docket. */
  name: string;
  line: string;
  /** What buyers call the product of the line. */
  noun: string;
  area: string;
}
/** So many artworks tell which docket suits. */
const LOOKED_AT = 200;

/** The print areas of all dockets whose blanks are there, and the docket that takes most of the artworks of a search. */
export const areasThere = (workspace: string, search: Search): Promise<{ areas: AreaThere[]; suits: string | null }> =>
  inWorkspace(workspace, async (tx) => {
    const dockets = await listDockets(tx);
    const blanks = new Set((await blanksByIds(tx, [...new Set(dockets.flatMap((d) => d.document.lines.map((l) => l.blank)))])).map((b) => b.id)); // prettier-ignore
    const areas = dockets.flatMap((d) =>
      d.document.lines
        .filter((l) => blanks.has(l.blank))
        .flatMap((l) => l.placements.map((p) => ({ docket: d.id, name: d.name, line: l.key, noun: l.noun.one, area: p.area }))),
    );
    const { filter, sort } = filterOf(search);
    const some = (await findArtworks(tx, filter, sort)).slice(0, LOOKED_AT).map((a) => a.id);
    const artworks = (await artworksByIds(tx, some)).filter((a) => a.measured && a.state === 'ready');
    const allowed = await allowedOf(tx, some);
    const takes = (docket: string) => {
      const { accepts } = dockets.find((d) => d.id === docket)!.document;
      return artworks.filter((a) => !byRule(a, { docket, accepts }, allowed)).length;
    };
    const ids = [...new Set(areas.map((a) => a.docket))];
    const suits = ids.reduce<string | null>((best, id) => (best === null || takes(id) > takes(best) ? id : best), null);
    return { areas, suits };
  });
