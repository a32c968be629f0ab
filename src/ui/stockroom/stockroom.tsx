'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { STARTER_PLAN } from '@/core/docket/starter';
import type { BlankKinds, BlankName } from '@/services/stockroom/blank-windows';
import type { SceneSheet } from '@/core/scene/sheet';
import { useState } from 'react';
import type { DocketView, PlanView } from '@/api/shapes/stockroom';
import type { OutletView } from '@/api/views';
import { act, api, sentenceOf } from '../api';
import { useCommands } from '../commands/commands';
import { Access } from './access';
import { Heading } from './heading';
import { AddOutlet } from './add-outlet';
import { fetchCatalogues } from './blanks/browse';
import { Outlet } from './outlet';
import { ReadyDialog } from './ready-dialog';
import type { Sample } from './area-drawing';
import { PlanDialog, Plans, type PlanAsked } from './plans';
import { count } from '../parts/format';
import { Button, ButtonLink } from '../parts/button';

/** Behind the line: standing orders, what can be printed on, where it can be sold. */
export function Stockroom({
  dockets,
  blanks,
  kinds,
  plans,
  outlets,
  scenes,
  samples,
  changes,
  said,
}: {
  dockets: DocketView[];
  /** The blanks that dockets are made of. */
  blanks: BlankName[];
  kinds: BlankKinds;
  plans: PlanView[];
  outlets: OutletView[];
  scenes: SceneSheet[];
  /** Artworks that goods are shown with. */
  samples: Sample[];
  /** How many blanks are offered otherwise since somebody looked, and of how many something ended. */
  changes: { open: number; ended: number };
  said: string | null;
}) {
  const router = useRouter();
  const [plan, setPlan] = useState<PlanAsked | null>(null);
  const [adding, setAdding] = useState(false);
  const [ready, setReady] = useState(false);
  const newPlan = () => setPlan({ id: null, name: '', document: STARTER_PLAN.document, dockets: 0, revision: 0 });
  const catalogues = () => void act(fetchCatalogues);
  const all = kinds.departments.reduce((n, d) => n + d.count, 0);
  const connected = outlets.filter((o) => o.connected);
  useCommands({
    'stockroom.new-docket': all ? { says: 'Make a new docket', does: () => router.push('/stockroom/dockets/new') } : null,
    'stockroom.ready': all ? { says: 'Make ready dockets for common goods', does: () => setReady(true) } : null,
    'stockroom.catalogues': { says: 'Fetch the print houses’ catalogues', does: catalogues },
    'stockroom.changes': { says: 'Look at what print houses changed', does: () => router.push('/stockroom/changes') },
    'stockroom.new-blank': { says: 'Make a blank of your own', does: () => router.push('/stockroom/blanks/new') },
    'stockroom.demand': { says: 'Look at what is searched', does: () => router.push('/stockroom/demand') },
    'stockroom.phrasebook': { says: 'Open the phrasebook', does: () => router.push('/stockroom/phrasebook') },
    'stockroom.new-plan': { says: 'Make a new price plan', does: newPlan },
    'stockroom.add-outlet': { says: 'Add an outlet', does: () => setAdding(true) },
    'stockroom.rules': connected.length
      ? {
          says: `Fetch the rules of ${connected.map((o) => o.name).join(' and ')}`,
          does: () =>
            void act(async () => {
              // one outlet that does not answer stops no other
              const said = connected.map((o) =>
                api('POST', `/outlets/${o.id}/rules`, {}).then(
                  () => `${o.name}’s rules are up to date.`,
                  (e: unknown) => `${o.name}: ${sentenceOf(e)}`,
                ),
              );
              return (await Promise.all(said)).join(' ');
            }),
        }
      : null,
  });
  return (
    <div className="h-full overflow-auto px-[18px] pt-2.5 pb-10">
      <h1 className="text-[22px]">Stockroom</h1>
      {said && (
        <p role="status" className="mt-2 bg-teal-t px-3 py-2">
          {said}
        </p>
      )}
      <div className="mt-3 grid grid-cols-[1.15fr_1fr] gap-x-10">
        <section>
          <Heading word="Dockets" about="the standing order for one kind of goods">
            {all > 0 && (
              <span className="flex gap-2">
                <Button onClick={() => setReady(true)}>Ready dockets</Button>
                <ButtonLink href="/stockroom/dockets/new">New docket</ButtonLink>
              </span>
            )}
          </Heading>
          <ul className="bg-paper">
            {dockets.length === 0 && (
              <li className="p-4 text-soft">
                No docket yet. A docket says which blank, colours, pictures, wording and prices a kind of goods gets.
              </li>
            )}
            {dockets.map((d) => {
              const blank = blanks.find((b) => b.id === d.blankId);
              const first = d.document.shots.find((s) => s.kind === 'scene');
              const scene = first?.kind === 'scene' ? first.scene : undefined;
              const more = d.document.lines.length - 1;
              return (
                <li key={d.id} className="border-b border-rule2">
                  <Link
                    href={`/stockroom/dockets/${d.id}`}
                    className="grid grid-cols-[92px_1fr_auto] items-center gap-3 p-2.5 hover:bg-paper2"
                  >
                    {scene ? (
                      <img src={`/api/v1/scenes/${scene}/plate-800.jpg`} alt="" className="h-[78px] w-[92px] object-cover" />
                    ) : (
                      <span className="grid h-[78px] w-[92px] place-items-center border border-rule2 bg-paper2 p-1 text-center text-[11.5px] text-soft">
                        {blank?.kind ?? 'files'}, no scene yet
                      </span>
                    )}
                    <span>
                      <b className="block font-slab text-[15px] font-semibold">{d.name}</b>
                      <span className="block text-soft">
                        {blank?.name ?? 'Files to download'}
                        {more > 0 && ` and ${count(more, 'goods line')} more`} ·{' '}
                        {d.document.lines[0]
                          ? count(d.document.lines[0].sizes.length, 'size')
                          : count(d.document.downloads?.renditions.length ?? 0, 'shape')}{' '}
                        · {count(d.document.shots.length, 'picture')}
                      </span>
                      <span className="block text-soft">
                        {plans.find((p) => p.id === d.document.pricePlan)?.name} ·{' '}
                        {d.document.outlets.map((o) => outlets.find((k) => k.id === o.outlet)?.name ?? o.outlet).join(', ')}
                      </span>
                    </span>
                    <span className="text-teal underline">Open</span>
                  </Link>
                </li>
              );
            })}
          </ul>
          <Heading word="Price plans" about="from costs and fees to prices">
            <Button onClick={newPlan}>New plan</Button>
          </Heading>
          <Plans plans={plans} edit={setPlan} />
          <Heading word="Phrasebook" about="wording by subject, called up by an artwork">
            <ButtonLink href="/stockroom/phrasebook">Open</ButtonLink>
          </Heading>
          <Heading word="What is searched" about="which words are worth a tag, and when">
            <ButtonLink href="/stockroom/demand">Open</ButtonLink>
          </Heading>
          <Heading word="Blanks" about="what print houses offer">
            <span className="flex gap-2">
              {changes.open > 0 && (
                <ButtonLink tone={changes.ended ? 'go' : 'plain'} href="/stockroom/changes">
                  Look at {count(changes.open, 'change')}
                </ButtonLink>
              )}
              <Button onClick={catalogues}>Fetch catalogues</Button>
            </span>
          </Heading>
          {all === 0 ? (
            <p className="bg-paper p-4 text-soft">The catalogues have not been fetched yet.</p>
          ) : (
            <BlankSummary all={all} kinds={kinds} />
          )}
        </section>
        <section>
          <Heading word="Outlets" about="where listings stand">
            <Button onClick={() => setAdding(true)}>Add an outlet</Button>
          </Heading>
          <ul className="bg-paper">
            {outlets.map((o) => (
              <Outlet key={o.id} outlet={o} />
            ))}
          </ul>
          <Heading word="Scenes" about={`${scenes.length} that ship`} />
          <ul className="grid grid-cols-3 gap-2">
            {scenes.map((s) => (
              <li key={s.id}>
                <img src={`/api/v1/scenes/${s.id}/plate-800.jpg`} alt={s.title} className="aspect-square w-full object-cover" />
                <span className="text-[11.5px] text-soft">{s.title}</span>
              </li>
            ))}
          </ul>
          <Access />
        </section>
      </div>
      {plan && <PlanDialog key={plan.id} plan={plan} currency={kinds.currency ?? 'USD'} close={() => setPlan(null)} />}
      {ready && <ReadyDialog samples={samples} close={() => setReady(false)} />}
      {adding && <AddOutlet close={() => setAdding(false)} />}
    </div>
  );
}

/** Of what there are how many, each a way to them. */
function BlankSummary({ all, kinds }: { all: number; kinds: BlankKinds }) {
  return (
    <ul className="flex flex-wrap gap-2 bg-paper p-3">
      <li>
        <ButtonLink href="/stockroom/blanks">All {count(all, 'blank')}</ButtonLink>
      </li>
      {kinds.departments.map(({ name, count: n }) => (
        <li key={name}>
          <ButtonLink tone="quiet" href={`/stockroom/blanks?department=${encodeURIComponent(name)}`}>
            {name} {n}
          </ButtonLink>
        </li>
      ))}
    </ul>
  );
}
