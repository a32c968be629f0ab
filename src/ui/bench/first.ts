import type { BenchView, PlacedView } from '@/api/shapes/bench';
import type { GoodsLine } from '@/core/docket/docket';
import type { SceneSheet } from '@/core/scene/sheet';
import type { BlankDocument } from '@/core/stock/blank';
import type { AreaThere } from '@/services/bench/choosing';

/** What the server found for the first paint. */
export interface FirstBench {
  bench: BenchView;
  line: GoodsLine;
  blank: BlankDocument;
  minPpi: number;
  scenes: SceneSheet[];
  /** Scenes of the docket's shot list, in its order. */
  shots: string[];
  placed: PlacedView[];
  /** Every print area of every docket, to go to. */
  areas: AreaThere[];
}
