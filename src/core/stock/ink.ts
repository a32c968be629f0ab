import { kindOf } from '../docket/kinds';
import type { InkKind } from '../scene/ink';
import type { BlankDocument } from './blank';

/** How a print area is printed: as its blank says, else opaque on cloth and paper, and dye where goods are coated for it. */
export const inkOn = (blank: BlankDocument, area: string): InkKind =>
  blank.areas.find((a) => a.name === area)?.ink ?? kindOf(blank.kind).ink ?? 'opaque';
