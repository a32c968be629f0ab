import { notFound } from 'next/navigation';
import { addressOf } from '@/app/address';
import { visitor } from '@/app/visitor';
import { benchView, placedView } from '@/api/views/bench';
import { isId } from '@/core/id';
import { areasThere } from '@/services/bench/choosing';
import { layOut, onBench } from '@/services/bench/bench';
import { showsArea } from '@/core/planning/placed';
import { scenes } from '@/services/stockroom/scenes';
import { Trouble } from '@/services/trouble';
import { searchText } from '@/ui/artwork/search-text';
import { BenchStation } from '@/ui/bench/station';
import { ButtonLink } from '@/ui/parts/button';
import { EmptyState } from '@/ui/parts/empty';
import { Follow } from '@/ui/shell/live';

export const metadata = { title: 'Bench' };

/** What decides on how artworks sit here, beside themselves. */
const TABLES = ['docket', 'blank'];
/** So many of the row are drawn with the page. */
const FIRST = 16;

export default async function Page({ searchParams }: { searchParams: Promise<Record<string, string | string[] | undefined>> }) {
  const { workspace } = await visitor();
  const asked = await addressOf(searchParams);
  const search = Object.fromEntries(new URLSearchParams(searchText(asked)));
  const { areas, suits } = await areasThere(workspace, search);
  const on = asked.get('on') ?? suits;
  if (!on)
    return (
      <EmptyState title="Nothing to place on" action={<ButtonLink href="/stockroom">To the stockroom</ButtonLink>}>
        A docket says what artworks are printed on. Make one, and they can be placed here.
      </EmptyState>
    );
  if (!isId(on)) notFound();
  const where = { docket: on, line: asked.get('line') ?? undefined, area: asked.get('area') ?? undefined };
  const bench = await layOut(workspace, where, search).catch((e: unknown) => {
    if (e instanceof Trouble) notFound();
    throw e;
  });
  const { rail } = bench;
  const at = Math.max(0, rail.findIndex((r) => r.id === asked.get('show'))); // prettier-ignore
  const near = rail.slice(Math.max(0, at - FIRST / 2), Math.max(0, at - FIRST / 2) + FIRST).map((r) => r.id);
  const placed = await onBench(workspace, { docket: on, line: bench.line.key, area: bench.placement.area }, near);
  const its = scenes().filter((s) => showsArea(s, bench.blank, bench.placement.area));
  return (
    <>
      <Follow tables={TABLES} />
      <BenchStation
        key={`${on} ${bench.line.key} ${bench.placement.area} ${JSON.stringify(search)}`}
        first={{
          bench: benchView(bench),
          line: bench.line,
          blank: bench.blank,
          minPpi: bench.minPpi,
          scenes: its,
          shots: bench.docket.document.shots.flatMap((s) => (s.kind === 'scene' ? [s.scene] : [])),
          placed: placed.map(placedView(workspace)),
          areas,
        }}
      />
    </>
  );
}
