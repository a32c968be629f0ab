'use client';
import { DndContext, PointerSensor, useSensor, useSensors, type DragEndEvent } from '@dnd-kit/core';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { StripWindowView } from '@/api/shapes/pictures';
import { WRONGS, type Wrong } from '@/core/listing/mends';
import { thousands } from '@/core/thousands';
import { act, api } from '../api';
import { benchAddress } from '../bench/address';
import { CommandButton, useCommands, type Bindings } from '../commands/commands';
import { count } from '../parts/format';
import { typing } from '../parts/keyboard';
import { SelectionBar } from '../parts/lists/selection-bar';
import { useAddress } from '../parts/use-address';
import { Confirm } from './confirm';
import { Compare } from './compare';
import { framesBeside, Loose, Strips, useWidth } from './film';
import { Head } from './head';
import { useLoose, useShown, useStrips } from './lists';
import { askMend, flag, tellMended, type MendWord, type Whom } from './mends';
import { PutDialog } from './put-dialog';
import { Rail } from './rail';
import { contactSearch, laidBy, SIZES, shownText, type Size } from './search';
import { PictureSlip, type Scope } from './slip';
import { between, keyOfSpot, looseSpot, spotOf, stepped, type Place, type Spot, type Step } from './spots';

const PicturesDialog = dynamic(() => import('../proofs/pictures-dialog').then((m) => m.PicturesDialog));

const SLIP = 366;
const RAIL = 214;
const MOST_BESIDE = 4;
const STEPS: Record<string, Step> = { ArrowLeft: 'left', ArrowRight: 'right', ArrowUp: 'up', ArrowDown: 'down', Home: 'first', End: 'last' }; // prettier-ignore

/** What the server found for the first paint. */
export interface FirstContact {
  window: StripWindowView;
  runs: { id: string; name: string }[];
  outlets: { id: string; name: string }[];
}

type Asking =
  | { kind: 'mend'; title: string; whom: Whom; mend: MendWord }
  | { kind: 'put'; spot: Spot; place: number; onto?: { proof: string; name: string } };

/** All pictures of a run side by side, to be compared, flagged, and put right in place. */
export function ContactStation({ first }: { first: FirstContact }) {
  const router = useRouter();
  const { search: address, put } = useAddress('/contact');
  const search = useMemo(() => contactSearch(address, first.runs[0]?.id), [address, first.runs]);
  const query = new URLSearchParams(search).toString();
  const { by, size, shown: asked } = laidBy(address);
  const side = SIZES[size];
  const strips = useStrips(query, first.window);
  const groups = useShown(query);
  const shown = by === 'scene' ? (asked ?? groups[0] ?? null) : null;
  const group = shown && groups.find((g) => g.kind === shown.kind && g.scene === shown.scene);
  const loose = useLoose(query, shown, group?.count ?? 0);
  const total = strips.total;

  const [ref, width] = useWidth(1280 - SLIP);
  const perLine = framesBeside(width, side, by === 'artwork');
  const [at, setAt] = useState<Place>({ row: 0, at: 0 });
  const [anchor, setAnchor] = useState<Place>({ row: 0, at: 0 });
  const [picked, setPicked] = useState<ReadonlyMap<string, Spot>>(new Map());
  const [scope, setScope] = useState<Scope>('this');
  const [slip, setSlip] = useState(true);
  const [part, setPart] = useState<'scene' | 'colour' | 'artwork' | 'place'>('scene');
  const [loupe, setLoupe] = useState(false);
  const [looking, setLooking] = useState<'one' | 'several' | null>(null);
  const [asking, setAsking] = useState<Asking | null>(null);
  const [taking, setTaking] = useState(false);
  // other pictures begin with the first of them
  const laid = `${query} ${by} ${shown ? shownText(shown) : ''}`;
  const [shownLaid, setShownLaid] = useState(laid);
  if (laid !== shownLaid) {
    setShownLaid(laid);
    setAt({ row: 0, at: 0 });
    setAnchor({ row: 0, at: 0 });
  }

  const spotAt = useCallback(
    (p: Place): Spot | null => {
      if (by === 'scene') {
        const one = loose.row(p.at);
        return one ? looseSpot(one) : null;
      }
      const strip = strips.row(p.row);
      return strip ? spotOf(strip, p.at) : null;
    },
    [by, loose, strips],
  );
  const spot = spotAt(at);
  const rows = by === 'scene' ? 1 : total;
  const lengthOf = (row: number) => (by === 'scene' ? (group?.count ?? 0) : (strips.row(row)?.frames.length ?? 0));

  const pick = (places: readonly Place[], on?: boolean) => {
    const next = new Map(picked);
    for (const p of places) {
      const s = spotAt(p);
      if (!s) continue;
      const key = keyOfSpot(s.proof, s.frame.at);
      if (on ?? !next.has(key)) next.set(key, s);
      else next.delete(key);
    }
    setPicked(next);
    if (next.size && scope === 'this') setScope('picked');
    if (!next.size && scope === 'picked') setScope('this');
  };
  const none = () => {
    setPicked(new Map());
    if (scope === 'picked') setScope('this');
  };
  const go = (to: Place, extend: boolean) => {
    setAt(to);
    if (extend) pick(between(anchor, to), true);
    else setAnchor(to);
  };
  const press = (e: React.MouseEvent, _: Spot, place: Place) => {
    if (e.shiftKey) return go(place, true);
    if (e.ctrlKey || e.metaKey) pick([place]);
    go(place, false);
    if (e.detail === 2) setLooking('one');
  };
  const pickedPlaces = () => [...picked.values()].map((s) => ({ proof: s.proof, at: s.frame.at }));
  const meant = (): { proof: string; at: number }[] =>
    picked.size ? pickedPlaces() : spot ? [{ proof: spot.proof, at: spot.frame.at }] : [];

  const whom = (): Whom | null =>
    !spot
      ? null
      : scope === 'alike'
        ? { alike: { proof: spot.proof, at: spot.frame.at }, search }
        : { pictures: scope === 'picked' && picked.size ? pickedPlaces() : [{ proof: spot.proof, at: spot.frame.at }] };
  const mend = (word: MendWord, title = 'Make pictures again') => {
    const its = whom();
    if (!its) return;
    // one is changed at once, and taken back as easily; many are told first
    if ('pictures' in its && its.pictures.length === 1) void act(async () => tellMended(await askMend(its, word, false)));
    else setAsking({ kind: 'mend', title, whom: its, mend: word });
  };
  const mark = (wrong: Wrong | null, which = meant()) => void flag(which, wrong);
  const stepTo = (step: Step, extend = false) => go(stepped(at, step, rows, perLine, lengthOf), extend);

  const nextWrong = () => {
    const count = by === 'scene' ? (group?.count ?? 0) : total;
    for (let row = by === 'scene' ? 0 : at.row; row < (by === 'scene' ? 1 : count); row++) {
      const length = lengthOf(row);
      for (let i = row === at.row ? at.at + 1 : 0; i < length; i++)
        if (spotAt({ row, at: i })?.frame.wrong) return go({ row, at: i }, false);
    }
    go({ row: 0, at: 0 }, false);
  };

  const several = picked.size > 1 && picked.size <= MOST_BESIDE;
  const wrongs = groups.reduce((n, g) => n + g.wrong, 0);
  const free = spot && !['drafting', 'sending'].includes(spot.of.state);
  const says = picked.size > 1 ? `${thousands(picked.size)} pictures` : spot ? `picture ${spot.frame.at + 1}` : '';
  const bindings: Bindings = {
    ...Object.fromEntries(
      WRONGS.map((w, i) => [
        `contact.wrong-${i + 1}`,
        spot?.frame.small ? { says: `${says}: ${w}`, does: () => mark(!picked.size && spot.frame.wrong === w ? null : w) } : null,
      ]),
    ),
    'contact.right': spot?.frame.wrong || picked.size ? { says: `Nothing wrong with ${says}`, does: () => mark(null) } : null,
    'contact.next-wrong': wrongs ? { says: `To the next of ${thousands(wrongs)} flagged`, does: nextWrong } : null,
    'contact.slip': { says: slip ? 'Close the slip' : 'Open the slip', does: () => setSlip(!slip) },
    'contact.closer': spot?.frame.picture ? { says: 'Look closer', does: () => setLooking('one') } : null,
    'contact.loupe': { says: loupe ? 'Put the loupe away' : 'Loupe', does: () => setLoupe(!loupe) },
    'contact.compare': several ? { says: `Compare ${picked.size}`, does: () => setLooking('several') } : null,
    'contact.scene': free ? { says: 'Another scene', does: () => (setSlip(true), setPart('scene')) } : null,
    'contact.colour': free ? { says: 'Another colour', does: () => (setSlip(true), setPart('colour')) } : null,
    'contact.artwork': free ? { says: 'Another artwork', does: () => (setSlip(true), setPart('artwork')) } : null,
    'contact.earlier':
      free && spot.frame.at > 0
        ? {
            says: 'One place earlier',
            does: () => (mend({ kind: 'move', to: spot.frame.at - 1 }), by === 'artwork' && stepTo('left')),
          }
        : null,
    'contact.later': free ? { says: 'One place later', does: () => (mend({ kind: 'move', to: spot.frame.at + 1 }), by === 'artwork' && stepTo('right')) } : null, // prettier-ignore
    'contact.out': free ? { says: `Take ${says} out`, does: () => mend({ kind: 'take out' }, 'Take pictures out') } : null,
    'contact.docket':
      free && spot.of.own
        ? { says: 'Back to the docket’s list', does: () => mend({ kind: 'docket' }, 'Back to the docket’s list') }
        : null,
    'contact.put': free ? { says: 'Put on others', does: () => setAsking({ kind: 'put', spot, place: spot.frame.at }) } : null,
    'contact.bench': spot
      ? {
          says: 'Place it otherwise',
          does: () => {
            const ids = new Set([spot, ...picked.values()].map((s) => s.of.artworkId));
            router.push(benchAddress({ ids: [...ids], whole: false, query: '', on: spot.of.docketId }));
          },
        }
      : null,
    'contact.pictures': total ? { says: 'Take pictures away', does: () => setTaking(true) } : null,
    'contact.size': {
      says: 'Another size',
      does: () => {
        const sizes = Object.keys(SIZES) as Size[];
        put({ size: sizes[(sizes.indexOf(size) + 1) % sizes.length]! });
      },
    },
  };
  useCommands(bindings);

  useEffect(() => {
    const key = (e: KeyboardEvent) => {
      if (typing(e) || e.ctrlKey || e.metaKey || e.altKey || looking || asking || taking) return;
      // tabs, choices and toolbars have arrows of their own
      if (e.target instanceof Element && e.target.closest('[role=tablist], fieldset, select, [role=toolbar], [role=dialog]'))
        return;
      const step = STEPS[e.key];
      const wrong = WRONGS[Number(e.key) - 1];
      if (step) {
        e.preventDefault();
        stepTo(step, e.shiftKey);
      } else if (wrong && spot?.frame.small) {
        // with a picture under the hand a digit flags it; without, it leads to a station
        e.preventDefault();
        mark(!picked.size && spot.frame.wrong === wrong ? null : wrong);
      } else if (e.key === ' ' && !(e.target instanceof HTMLButtonElement && !e.target.dataset.spot)) {
        e.preventDefault();
        pick([at]);
      } else if (e.key === 'Enter' && (!(e.target instanceof HTMLButtonElement) || e.target.dataset.spot)) {
        e.preventDefault();
        if (spot?.frame.picture) setLooking('one');
      } else if (e.key === 'Escape') {
        if (loupe) setLoupe(false);
        else none();
      }
    };
    // before digits lead elsewhere
    window.addEventListener('keydown', key, true);
    return () => window.removeEventListener('keydown', key, true);
  });

  // what is on the screen is asked for again when it has become out of date, and made before other things
  const [seen, setSeen] = useState<[number, number]>([0, 0]);
  const look = useCallback(
    (from: number, to: number) => setSeen((was) => (was[0] === from && was[1] === to ? was : [from, to])),
    [],
  );
  const list = by === 'scene' ? loose : strips;
  useEffect(() => list.want(...seen), [list, seen, list.version]);
  const urged = useRef('');
  useEffect(() => {
    const waiting = new Set<string>();
    for (let i = seen[0]; i < seen[1]; i++) {
      const row = list.row(i);
      if (row?.state === 'drafting') waiting.add('proof' in row ? row.proof : row.id);
    }
    const ids = [...waiting].sort();
    if (!ids.length || urged.current === ids.join()) return;
    urged.current = ids.join();
    void api('POST', '/pictures/first', { ids }).catch(() => undefined);
  }, [list, seen, list.version]);

  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const dropped = ({ active, over }: DragEndEvent) => {
    const [from, to] = [active.data.current?.spot, over?.data.current?.spot] as (Spot | undefined)[];
    if (!from || !to || active.id === over?.id) return;
    if (from.proof === to.proof)
      void act(async () =>
        tellMended(
          await askMend({ pictures: [{ proof: from.proof, at: from.frame.at }] }, { kind: 'move', to: to.frame.at }, false),
        ),
      );
    else setAsking({ kind: 'put', spot: from, place: to.frame.at, onto: { proof: to.proof, name: to.of.artwork } });
  };
  // as they are now, as far as they are here: what is looked at may just have been made anew
  const fresh = (key: string, s: Spot): Spot => {
    const row = list.row(list.indexOf(by === 'scene' ? key : s.proof));
    return (row && ('proof' in row ? looseSpot(row) : spotOf(row, s.frame.at))) ?? s;
  };
  const beside = looking === 'several' ? [...picked].map(([key, s]) => fresh(key, s)) : [];
  const hands = { side, perLine, at, picked, loupe, press, want: look };
  return (
    <div className="grid h-full min-h-0 grid-rows-[auto_auto_1fr]">
      <Head
        address={address}
        put={put}
        runs={first.runs}
        outlets={first.outlets}
        run={search.run ?? ''}
        by={by}
        size={size}
        total={total}
        wrongs={wrongs}
        bindings={bindings}
      />
      {picked.size > 0 ? (
        <SelectionBar says={`${count(picked.size, 'picture')} picked`} none={none}>
          <CommandButton id="contact.compare" of={bindings} tone="quiet" />
          <CommandButton id="contact.scene" of={bindings} tone="quiet" />
          <CommandButton id="contact.colour" of={bindings} tone="quiet" />
          <CommandButton id="contact.bench" of={bindings} tone="quiet">
            Place on goods
          </CommandButton>
          <CommandButton id="contact.right" of={bindings} tone="quiet">
            Nothing wrong
          </CommandButton>
          <CommandButton id="contact.out" of={bindings} tone="quiet" />
        </SelectionBar>
      ) : (
        <span />
      )}
      <div
        className="grid min-h-0"
        style={{ gridTemplateColumns: `${by === 'scene' ? `${RAIL}px ` : ''}minmax(0,1fr)${slip ? ` ${SLIP}px` : ''}` }}
      >
        {by === 'scene' && <Rail groups={groups} shown={shown} choose={(s) => put({ shown: shownText(s) })} />}
        <div ref={ref} className="min-h-0 min-w-0">
          {total === 0 ? (
            <p className="p-10 text-center text-soft">
              {first.runs.length
                ? 'No pictures answer to that.'
                : 'Pictures stand here as soon as proofs are drafted on the sheet.'}
            </p>
          ) : (
            <DndContext id="contact" sensors={sensors} onDragEnd={dropped} autoScroll>
              {by === 'scene' ? (
                <Loose list={loose} total={group?.count ?? 0} hands={hands} />
              ) : (
                <Strips list={strips} hands={hands} />
              )}
            </DndContext>
          )}
        </div>
        {slip &&
          (spot ? (
            <PictureSlip
              key={keyOfSpot(spot.proof, spot.frame.at)}
              {...{ spot, scope, setScope, part, setPart, bindings, loupe }}
              lookCloser={() => setLooking('one')}
              picked={picked.size}
              mend={(word) => mend(word)}
              mark={(wrong) => mark(wrong, [{ proof: spot.proof, at: spot.frame.at }])}
              close={() => setSlip(false)}
            />
          ) : (
            <div />
          ))}
      </div>
      {looking === 'one' && spot && (
        <Compare
          spots={[spot]}
          mark={(s, wrong) => mark(wrong, [{ proof: s.proof, at: s.frame.at }])}
          step={(way) => stepTo(way > 0 ? 'right' : 'left')}
          close={() => setLooking(null)}
        />
      )}
      {looking === 'several' && beside.length > 1 && (
        <Compare
          spots={beside}
          mark={(s, wrong) => mark(wrong, [{ proof: s.proof, at: s.frame.at }])}
          close={() => setLooking(null)}
        />
      )}
      {asking?.kind === 'mend' && (
        <Confirm
          title={asking.title}
          asked={[asking.whom, asking.mend]}
          ask={(preview) => askMend(asking.whom, asking.mend, preview)}
          go={(done) => {
            tellMended(done);
            none();
          }}
          close={() => setAsking(null)}
        />
      )}
      {asking?.kind === 'put' && (
        <PutDialog
          spot={asking.spot}
          picked={[...new Set(pickedPlaces().map((p) => p.proof))]}
          search={search}
          total={total}
          onto={asking.onto}
          place={asking.place}
          close={() => setAsking(null)}
        />
      )}
      {taking && (
        <PicturesDialog
          choices={[
            { says: `Those of all ${thousands(total)} proofs on this sheet`, search },
            ...(spot ? [{ says: `Those of “${spot.of.artwork}” at ${spot.of.outlet}`, search: { ids: spot.proof } }] : []),
          ]}
          close={() => setTaking(false)}
        />
      )}
    </div>
  );
}
