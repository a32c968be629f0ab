'use client';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useMemo, useRef, useState } from 'react';
import { faceOn, type AreaPlacement, type Face, type Layer } from '@/core/placement/form';
import { lay } from '@/core/placement/lay';
import { differenceWords, poseOf } from '@/core/placement/seat';
import type { TroubleCode } from '@/core/placement/trouble';
import { differsBySize, sizeDrawn } from '@/core/planning/placed';
import type { PlacedView } from '@/api/shapes/bench';
import type { GoodsLine } from '@/core/docket/docket';
import { areaWhole, type AreaWhole, type BlankDocument } from '@/core/stock/blank';
import { cutTo } from '@/core/stock/cut';
import { thousands } from '@/core/thousands';
import { CommandButton, registry } from '../commands/commands';
import { commandOf } from '../commands/table';
import { count } from '../parts/format';
import { ChoiceField } from '../parts/fields/field';
import { Menu } from '../parts/menu';
import { useAddress } from '../parts/use-address';
import { useBenchCommands } from './commands';
import { colourChoice, inkOf, laidOn, looksOf } from './looks';
import { choosing } from './choosing';
import { Cloths, Finishes } from './cloths';
import { FileDrop } from './file-drop';
import { useFitting } from './fitting';
import { LookAt } from './look-at';
import { Mockup } from './mockup';
import { Numbers } from './numbers';
import { Rail } from './rail';
import { useDraft } from './saving';
import type { FirstBench } from './first';
import { openTroubles, usePlaced, usePlacedChange } from './store';

// a canvas is for browsers only
const BenchStage = dynamic(() => import('./stage'), { ssr: false, loading: () => <div className="bg-ground" /> });

/** What is rarely wanted is in a menu. */
const FURTHER = ['bench.trouble', 'bench.fitting', 'bench.copies', 'bench.standard'] as const;

/** Where artworks are placed: one in hand, drawn to scale and on its product, and all others in a row below. */
export function BenchStation({ first }: { first: FirstBench }) {
  const { bench, line, blank } = first;
  const { search, put } = useAddress('/bench');
  const at = { docket: bench.docket.id, line: bench.line, area: bench.area };
  const store = usePlaced(at, first.placed);
  usePlacedChange(store);
  const { rail, placement } = bench;
  // the address follows the hand: a key that comes at once acts on what the last one took in hand
  const [taken, setTaken] = useState(search.get('show') ?? rail[0]?.id);
  const here = rail.find((r) => r.id === taken)?.id ?? rail[0]?.id ?? '';
  const [marked, setMarked] = useState<ReadonlySet<string>>(new Set());
  const [shown, setShown] = useState(0);
  const [clothPicked, pickCloth] = useState('');
  const [sizeShown, showSize] = useState('');
  const [only, setOnly] = useState<TroubleCode | null>(null);
  const { draft, put: move, keep, saving, gesture } = useDraft(at, store);
  const { bringing, fit } = useFitting(at, store, keep);
  const chooser = useRef<HTMLInputElement>(null);

  const it = store.get(here);
  const own = it?.own[bench.area];
  const mine = draft?.id === here ? draft.placement : (own ?? placement);
  const size = sizeShown || (sizeDrawn(blank, placement, line.sizes) ?? line.sizes[0]!);
  const bySize = differsBySize(blank, bench.area, line.sizes) || mine.bySize !== undefined;
  const areaFor = useMemo(() => areasOf(blank, line, bench.area, size), [blank, line, bench.area, size]);
  const area = areaFor(it);
  const face = faceOn(mine, size);
  const layerAt = Math.min(shown, face.layers.length - 1);
  const layer = face.layers[layerAt]!;
  const cloth = useMemo(() => {
    const offered = blank.colours.filter((c) => !Array.isArray(line.colours) || line.colours.includes(c.name));
    return offered.length ? offered : blank.colours;
  }, [blank, line]);

  const open = (id: string) => {
    void keep();
    setShown(0);
    setTaken(id);
    put({ show: id });
  };
  const mark = (id: string, through: boolean) =>
    setMarked((was) => {
      const next = new Set(was);
      const [a, b] = [rail.findIndex((r) => r.id === here), rail.findIndex((r) => r.id === id)];
      if (through) for (let i = Math.min(a, b); i <= Math.max(a, b); i++) next.add(rail[i]!.id);
      else if (!next.delete(id)) next.add(id);
      return next;
    });
  const change = (next: Layer) => {
    if (!it) return;
    const changed: Face = { ...face, layers: face.layers.map((l, i) => (i === layerAt ? next : l)) };
    move({ id: here, name: it.name, placement: withFace(mine, size, changed) });
  };
  // what lies on ink is read on that, and a product of one colour leaves no choice
  const choice = it && cloth.length > 1 && face.ground === undefined ? colourChoice(it, line.colours, cloth, blank.colours) : null; // prettier-ignore
  const aside = choice !== null || blank.finishes !== undefined;
  const worn = blank.colours.find((c) => c.name === clothPicked) ?? blank.colours.find((c) => c.name === choice?.featured) ?? cloth[0]!; // prettier-ignore
  const chosenFor = [...new Set([here, ...marked])];
  const choose = choosing(at, store, chosenFor);
  const { bindings, clearing } = useBenchCommands({
    at,
    store,
    rail,
    here,
    it,
    changed: own !== undefined || draft?.id === here,
    marked,
    keep,
    open,
    chooseFile: () => chooser.current?.click(),
  });
  const further = FURTHER.flatMap((id) => {
    const bound = bindings[id];
    return bound ? [{ word: bound.says, does: () => registry.run(id), keys: commandOf(id).keys }] : [];
  });
  const counts = new Map<string, number>();
  for (const place of rail) for (const code of openTroubles(store, place)) counts.set(code, (counts.get(code) ?? 0) + 1);
  const inRow = only ? rail.filter((r) => r.id === here || openTroubles(store, r).includes(only)) : rail;
  const look = it && looksOf(it, mine);
  const laid = look && laidOn(face, area, look).find((l) => l.layer === layer);
  const differs = it && laid && differenceOf(layer, faceOn(placement, size).layers[layerAt], laid.picture, area);
  return (
    <section className="grid h-full min-h-0 grid-rows-[auto_minmax(0,1fr)_auto_auto_150px]" aria-label="Bench">
      <div className="flex h-[52px] items-center gap-x-3 px-[18px]">
        <h1 className="text-[22px]">Bench</h1>
        <AreaChoice at={at} areas={first.areas} leave={keep} />
        {bySize && (
          <ChoiceField
            hideLabel
            label="Size"
            className="w-[104px]"
            value={size}
            options={line.sizes.map((s) => [s, mine.bySize?.[s] ? `${s}, otherwise` : s] as const)}
            onChange={(e) => showSize(e.target.value)}
          />
        )}
        <span className="text-[12px] leading-tight text-soft">
          {Math.round(area.widthMm)} × {Math.round(area.heightMm)} mm
          {saving && <span role="status">{saving === 'kept' ? ' · kept' : ' · keeping…'}</span>}
          <br />
          {count(rail.length, 'artwork')}
          {bench.notTaken > 0 && (
            <span title="What the docket takes stands in the docket.">, {thousands(bench.notTaken)} not taken</span>
          )}
          {bench.left > 0 && `, ${thousands(bench.left)} too many`}
        </span>
        <div
          className={`ml-auto flex min-w-0 items-center gap-1.5 py-1 pr-1.5 pl-3 ${bindings['bench.back'] || marked.size ? 'bg-teal-t' : ''}`}
        >
          {it && bindings['bench.back'] && marked.size === 0 && (
            <span className="mr-1 line-clamp-2 min-w-0 text-[12.5px] leading-tight">
              <b className="text-teal">{it.name}</b> {differs ? `sits ${differs}` : 'has a placement of its own'}
            </span>
          )}
          {marked.size > 0 && (
            <span className="whitespace-nowrap">
              <b className="text-teal">{thousands(marked.size)} marked</b>
              <button className="btn btn-ghost btn-sm text-soft hover:text-ink" onClick={() => setMarked(new Set())}>
                None
              </button>
            </span>
          )}
          <CommandButton id="bench.back" of={bindings}>
            Back to the docket
          </CommandButton>
          <CommandButton id="bench.give-marked" of={bindings}>
            Give to marked
          </CommandButton>
          <CommandButton id="bench.give-all" of={bindings} tone="go">
            Give to all {thousands(rail.length)}
          </CommandButton>
          {further.length > 0 && <Menu label="More" tone="quiet" items={further} />}
        </div>
      </div>
      <div className="grid min-h-0 grid-cols-[minmax(0,1fr)_auto]">
        {look ? (
          <div className={`grid min-h-0 min-w-0 ${aside ? 'grid-cols-[auto_minmax(0,1fr)]' : ''}`}>
            {aside && (
              <div className="grid content-start gap-2 overflow-y-auto border-r border-rule bg-paper2 p-2">
                {choice && (
                  <Cloths
                    key={here}
                    it={it}
                    cloths={cloth}
                    every={blank.colours}
                    choice={choice}
                    picked={worn.name}
                    pick={pickCloth}
                    whom={chosenFor.length}
                    choose={choose}
                  />
                )}
                {blank.finishes && (
                  <Finishes
                    it={it}
                    axis={blank.finishes.axis}
                    finishes={blank.finishes.choices}
                    wanted={line.finishes ?? blank.finishes.choices.map((f) => f.name)}
                    whom={chosenFor.length}
                    choose={choose}
                  />
                )}
              </div>
            )}
            <FileDrop name={it.name} area={bench.area} bringing={bringing} take={(file) => fit(it, file)}>
              <BenchStage
                key={here}
                area={area}
                face={face}
                ground={inkOf(face.ground, it) ?? worn.ground ?? worn.hex}
                look={look}
                at={layerAt}
                choose={setShown}
                change={change}
                gesture={gesture}
              />
            </FileDrop>
          </div>
        ) : (
          <div className="grid place-items-center bg-ground text-soft">Nothing lies on the bench.</div>
        )}
        {it && (
          <Mockup first={first} it={it} placement={mine} colour={worn.hex} layers={face.layers} at={layerAt} choose={setShown} />
        )}
      </div>
      <input
        ref={chooser}
        type="file"
        hidden
        aria-label="Fitting file"
        onChange={(e) => {
          const file = e.target.files?.[0];
          e.target.value = '';
          if (file && it) fit(it, file);
        }}
      />
      {laid ? (
        <Numbers layer={layer} picture={laid.picture} area={area} laid={laid.laid} minPpi={first.minPpi} change={change} />
      ) : (
        <div className="border-t border-rule bg-paper2" />
      )}
      <LookAt counts={counts} only={only} show={setOnly} it={it} marked={marked.size} clearing={clearing} />
      <Rail
        rail={inRow}
        store={store}
        placement={placement}
        areaFor={areaFor}
        size={size}
        cloth={cloth}
        here={here}
        draft={draft?.id === here ? draft.placement : null}
        marked={marked}
        open={open}
        mark={mark}
      />
    </section>
  );
}

/** A placement with another face, on the sizes that the one that is drawn stands for. */
/** The print area that each artwork lies on: the same for all, but where sheets are cut to their pictures. Each is worked out once. */
function areasOf(blank: BlankDocument, line: GoodsLine, name: string, size: string): (it: PlacedView | undefined) => AreaWhole {
  const whole = areaWhole(blank, name, size)!;
  const known = new Map<string, AreaWhole>();
  return (it) => {
    if (!it || !line.cut) return whole;
    let area = known.get(it.id);
    if (!area) known.set(it.id, (area = areaWhole(cutTo(blank, line, it), name, size)!));
    return area;
  };
}

function withFace(p: AreaPlacement, size: string, { ground, layers }: Face): AreaPlacement {
  if (p.bySize?.[size]) return { ...p, bySize: { ...p.bySize, [size]: { layers, ...(ground !== undefined && { ground }) } } };
  return { ...p, layers };
}

/** In what a layer lies otherwise than the docket says; empty where nothing is seen of it. */
function differenceOf(
  layer: Layer,
  was: Layer | undefined,
  picture: Parameters<typeof lay>[0],
  area: Parameters<typeof lay>[1],
): string {
  if (!was || was.kind !== layer.kind) return '';
  return `${differenceWords(poseOf(layer, picture, area), poseOf(was, picture, area))}`;
}

/** Which print area lies on the bench. */
function AreaChoice({
  at,
  areas,
  leave,
}: {
  at: { docket: string; line: string; area: string };
  areas: FirstBench['areas'];
  leave: () => Promise<void>;
}) {
  const router = useRouter();
  const keyOf = (a: { docket: string; line: string; area: string }) => JSON.stringify([a.docket, a.line, a.area]);
  const dockets = [...new Map(areas.map((a) => [a.docket, a.name])).entries()];
  const word = (a: FirstBench['areas'][number]) => {
    const several = new Set(areas.filter((b) => b.docket === a.docket).map((b) => b.line)).size > 1;
    return several ? `${a.noun}, ${a.area}` : a.area;
  };
  return (
    <ChoiceField
      hideLabel
      label="Print area"
      className="w-[230px]"
      value={keyOf(at)}
      options={dockets.map(([docket, name]) => ({
        group: name,
        options: areas.filter((a) => a.docket === docket).map((a) => [keyOf(a), `${name}: ${word(a)}`] as const),
      }))}
      onChange={(e) => {
        const [on, line, area] = JSON.parse(e.target.value) as [string, string, string];
        const next = new URLSearchParams(window.location.search);
        next.set('on', on);
        next.set('line', line);
        next.set('area', area);
        void leave().then(() => router.push(`/bench?${next}`));
      }}
    />
  );
}
