import type { BlankChangedView, BlankChangesView } from '@/api/shapes/stockroom';
import { mendedPhrase, NEAR, notMendedSentence, type EndedOnLine } from '@/core/docket/ended';
import { changePhrase } from '@/core/stock/changes';
import type { BlankChanged, changesWindow, mendDockets, TouchedDocket } from '@/services/stockroom/changes';

type TouchedView = BlankChangedView['dockets'][number];

const endedView = (e: EndedOnLine): TouchedView['ended'] => {
  const plain = (what: 'size' | 'finish' | 'area', names: readonly string[]) =>
    names.map((name) => ({ what, name, hex: null, says: what === 'area' ? `print area ${name}` : name, nearest: null }));
  return [
    ...e.colours.map(({ name, hex, sizes, nearest }) => ({
      what: 'colour' as const,
      name,
      hex,
      says: sizes ? `${name} in ${sizes.join(', ')}` : name,
      nearest: nearest && { ...nearest, near: nearest.apart <= NEAR },
    })),
    ...plain('size', e.sizes),
    ...plain('finish', e.finishes),
    ...plain('area', e.areas),
  ];
};

const touchedView = (d: TouchedDocket): TouchedView => ({
  id: d.id,
  name: d.name,
  rule: d.rule,
  ended: d.ended.flatMap(endedView),
  answers: d.answers.map((a) => ({ rule: a.rule, says: a.did.map(mendedPhrase), left: a.left.map(notMendedSentence) })),
  proofs: d.proofs,
  live: d.live,
  offering: d.offering,
});

/** So many colours are enough to find one that an artwork stands out on. */
const SHOWN = 24;
const changedView = (c: BlankChanged): BlankChangedView => {
  const { document: d } = c;
  const largest = d.areas.reduce((a, b) => (b.widthMm * b.heightMm > a.widthMm * a.heightMm ? b : a));
  return {
    id: c.id,
    at: c.at,
    blank: {
      id: c.blank,
      name: d.name,
      kind: d.kind,
      house: d.house,
      area: largest,
      colours: d.colours.slice(0, SHOWN).map(({ hex, ground }) => ({ hex, ...(ground && { ground }) })),
    },
    changes: c.changes.map(({ code, weight, values }) => ({ code, weight, says: changePhrase({ code, values }) })),
    dockets: c.dockets.map(touchedView),
    mended: c.mended.map(({ docket, name, rule, did, left, step, undone }) => ({
      docket,
      name,
      rule,
      did: did.map(mendedPhrase),
      left: left.map(notMendedSentence),
      step,
      undone,
    })),
  };
};

export const changesView = (
  from: number,
  { open, ended, items }: Awaited<ReturnType<typeof changesWindow>>,
): BlankChangesView => ({
  open,
  ended,
  from,
  items: items.map(changedView),
});

export const mendedView = ({ changed, did, left, undo }: Awaited<ReturnType<typeof mendDockets>>) => ({
  changed,
  did: did.map(mendedPhrase),
  left: left.map((l) => `${l.docket}: ${notMendedSentence(l)}`),
  undo,
});
