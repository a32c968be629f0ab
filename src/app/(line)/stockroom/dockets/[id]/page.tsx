import { isId } from '@/core/id';
import { showsKind } from '@/core/scene/sheet';
import { notFound } from 'next/navigation';
import { visitor } from '@/app/visitor';
import { artworksOf, listArtworks } from '@/services/artwork/artworks';
import { scenes } from '@/services/stockroom/scenes';
import { plans } from '@/services/stockroom/plans';
import type { DocketDocument } from '@/core/docket/docket';
import { begunAnew, NO_PLAN, STARTER_PLAN, starterParts } from '@/core/docket/starter';
import { DOWNLOAD_KINDS, DOWNLOAD_PLAN, downloadParts, type DownloadKind } from '@/core/downloads/starter';
import { outlets, type OutletRow } from '@/services/outlets/outlets';
import { blankNames } from '@/services/stockroom/blank-windows';
import { blanksOf, type BlankRow } from '@/services/stockroom/blanks';
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

/** A docket that sells files, to begin with, for the outlets that take some. */
const startedFiles = (kind: DownloadKind, houses: OutletRow[]) => ({
  id: '',
  name: '',
  revision: 0,
  document: {
    ...downloadParts(kind, scenes()),
    pricePlan: NO_PLAN,
    outlets: houses.filter((o) => !o.rules || o.rules.downloads).map((o) => ({ outlet: o.id })),
  },
  plan: { id: null, revision: 0, ...DOWNLOAD_PLAN },
});

/** A docket's document for another blank: what a hand has changed stays. */
function forBlank(document: DocketDocument, goods: BlankRow[], is: BlankRow): DocketDocument {
  const was = goods.find((b) => b.id === document.lines[0]?.blank);
  if (!was || was === is || document.lines.length > 1 || document.downloads) return document;
  const parts = (b: BlankRow) => starterParts(b.id, b.document, scenes());
  return begunAnew(document, parts(was), parts(is));
}

export default async function Page({
  params,
  searchParams,
}: {
  params: Promise<{ id: string }>;
  searchParams: Promise<Record<string, string | undefined>>;
}) {
  const caller = await visitor();
  const { id } = await params;
  const { blank, on, copy, downloads } = await searchParams;
  const files = DOWNLOAD_KINDS.find((k) => k === downloads);
  const [names, houses, priced] = [
    await blankNames(caller.workspace),
    await outlets(caller.workspace),
    await plans(caller.workspace),
  ];
  // what there are pictures of comes first
  const starting = names.find((b) => b.id === blank) ?? names.find((b) => scenes().some((s) => showsKind(s, b.kind))) ?? names[0];
  if ((!starting && !files && id === 'new') || (id !== 'new' && !isId(id))) notFound();
  const like = id === 'new' ? copy : id;
  const kept = isId(like)
    ? await docket(caller.workspace, like).catch((e: unknown) => {
        if (e instanceof Trouble) notFound();
        throw e;
      })
    : null;
  const goods = await blanksOf(caller.workspace, [
    ...(starting ? [starting.id] : []),
    ...(kept?.document.lines.map((l) => l.blank) ?? []),
  ]);
  const begun = goods.find((b) => b.id === starting?.id);
  const it = !kept
    ? files
      ? startedFiles(files, houses)
      : started(begun!, houses.map((o) => o.id)) // prettier-ignore
    : id !== 'new'
      ? kept
      : {
          ...kept,
          id: '',
          name: `${kept.name}, copy`,
          revision: 0,
          document: blank && begun ? forBlank(kept.document, goods, begun) : kept.document,
        };
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
        key={`${it.id} ${copy ?? ''} ${starting?.id} ${files ?? ''}`}
        docket={it}
        plan={plan}
        uses={uses}
        plans={priced}
        blanks={goods.map(blankView)}
        names={names}
        scenes={scenes()}
        samples={[...named, ...samples.filter((a) => a.id !== on)].map(artworkView(caller.workspace))}
        outlets={houses.map(outletView)}
      />
    </>
  );
}
