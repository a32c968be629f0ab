import { isId } from '@/core/id';
import { notFound } from 'next/navigation';
import { visitor } from '@/app/visitor';
import { artworksOf, listArtworks } from '@/services/artwork/artworks';
import { scenes } from '@/services/stockroom/scenes';
import { plans } from '@/services/stockroom/plans';
import { NO_PLAN, STARTER_PLAN, starterParts } from '@/core/docket/starter';
import { outlets } from '@/services/outlets/outlets';
import { blanks, type BlankRow } from '@/services/stockroom/blanks';
import { docket, docketUses } from '@/services/stockroom/dockets';
import { Trouble } from '@/services/trouble';
import { artworkView, blankView, outletView } from '@/api/views';
import { DocketEditor } from '@/ui/stockroom/docket/editor';
import { Follow } from '@/ui/shell/live';

/** What this page shows something of. */
const TABLES = ['docket', 'blank', 'outlet', 'price_plan', 'artwork'];

export const metadata = { title: 'Docket' };

/** A docket to begin with, and the plan that is made with it where none of that name is kept. */
const started = (blank: BlankRow, outlets: string[]) => ({
  id: '',
  name: '',
  revision: 0,
  document: {
    ...starterParts(blank.id, blank.document, scenes()),
    pricePlan: NO_PLAN,
    outlets: outlets.map((outlet) => ({ outlet })),
  },
  plan: { id: null, revision: 0, ...STARTER_PLAN },
});

export default async function Page({
  params,
  searchParams,
}: {
  params: Promise<{ id: string }>;
  searchParams: Promise<Record<string, string | undefined>>;
}) {
  const caller = await visitor();
  const { id } = await params;
  const { blank, on } = await searchParams;
  const [goods, houses, priced] = [
    await blanks(caller.workspace),
    await outlets(caller.workspace),
    await plans(caller.workspace),
  ];
  const starting = goods.find((b) => b.id === blank) ?? goods[0];
  if (!starting || (id !== 'new' && !isId(id))) notFound();
  const it =
    id === 'new'
      ? started(starting, houses.map((o) => o.id)) // prettier-ignore
      : await docket(caller.workspace, id).catch((e: unknown) => {
          if (e instanceof Trouble) notFound();
          throw e;
        });
  const plan =
    'plan' in it ? (priced.find((p) => p.name === it.plan.name) ?? it.plan) : priced.find((p) => p.id === it.document.pricePlan)!;
  const uses = it.id ? await docketUses(caller.workspace, it.id) : [];
  const samples = await listArtworks(caller.workspace, { state: 'ready' }, 0, 60);
  // an artwork that the address names is tried first, however many others there are
  const named = isId(on) ? await artworksOf(caller.workspace, [on]) : [];
  return (
    <>
      <Follow tables={TABLES} />
      <DocketEditor
        key={`${it.id} ${starting.id}`}
        docket={it}
        plan={plan}
        uses={uses}
        plans={priced}
        blanks={goods.map(blankView)}
        scenes={scenes()}
        samples={[...named, ...samples.filter((a) => a.id !== on)].map(artworkView(caller.workspace))}
        outlets={houses.map(outletView)}
      />
    </>
  );
}
