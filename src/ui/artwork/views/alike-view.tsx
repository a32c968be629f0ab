'use client';
import { useEffect, useState } from 'react';
import { act, api } from '../../api';
import { count } from '../../parts/format';
import { useCardsChange, useLive, type Cards } from '../store';
import { groundStyle } from '../types';
import { Button } from '../../parts/button';

interface Group {
  kind: 'copy' | 'twin' | 'family';
  ids: string[];
}
const NONE: { items: Group[] } = { items: [] };

const WORDS: Record<Group['kind'], { title: string; what: string }> = {
  copy: { title: 'Near copies', what: 'The same picture again: scaled, saved anew, or recoloured a little.' },
  twin: { title: 'Twins', what: 'One motif in light and in dark ink. Linked, a docket takes the right one for each cloth.' },
  family: { title: 'Families', what: 'The same composition with a part exchanged: another word, another colour.' },
};

/** Artworks that belong together, in groups, to be linked, merged or told apart. Nothing is done by itself. */
export function AlikeView({
  cards,
  ground,
  compare,
  undone,
}: {
  cards: Cards;
  ground: string;
  compare: (a: string, b: string) => void;
  undone: (undo: string, said: string) => void;
}) {
  const changed = useCardsChange(cards);
  const { items } = useLive('/artworks/alike', NONE);
  const [kept, setKept] = useState<Record<string, string>>({});
  const every = items.flatMap((g) => g.ids);
  const key = every.join();
  useEffect(() => {
    cards.want(every.slice(0, 200));
    // the joined ids say when there are others
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [cards, changed, key]);
  const decide = (group: Group, decision: 'link' | 'merge' | 'ignore') =>
    void act(async () => {
      const keep = kept[group.ids[0]!] ?? best(group);
      const { undo } = await api<{ undo: string }>('POST', '/artworks/alike', {
        ids: group.ids,
        decision,
        ...(decision === 'merge' && { keep }),
      });
      undone(undo, { link: 'Linked.', merge: 'Merged: one stays, the others are put aside.', ignore: 'Told apart.' }[decision]);
    });
  const best = (group: Group) =>
    group.ids.reduce((a, b) =>
      (cards.get(b)?.widthPx ?? 0) * (cards.get(b)?.heightPx ?? 0) > (cards.get(a)?.widthPx ?? 0) * (cards.get(a)?.heightPx ?? 0)
        ? b
        : a,
    );
  if (!items.length)
    return (
      <p className="p-12 text-center text-soft">
        Nothing waits here: no two artworks look alike that you have not decided on. Copies, twins and families are found as files
        come in.
      </p>
    );
  return (
    <div className="h-full overflow-auto px-3.5 pb-8">
      {(['copy', 'twin', 'family'] as const).map((kind) => {
        const groups = items.filter((g) => g.kind === kind).slice(0, 100);
        if (!groups.length) return null;
        return (
          <section key={kind} className="pt-4">
            <h2 className="text-[17px]">
              {WORDS[kind].title}{' '}
              <span className="font-sans text-[12.5px] font-normal text-soft">
                {count(items.filter((g) => g.kind === kind).length, 'group')}
              </span>
            </h2>
            <p className="mb-2 text-[12.5px] text-soft">
              {WORDS[kind].what}{' '}
              {kind === 'twin' && groups.length > 1 && (
                <button className="font-semibold text-ink underline" onClick={() => groups.forEach((g) => decide(g, 'link'))}>
                  Link all {groups.length}
                </button>
              )}
            </p>
            <ul className={`grid gap-2.5 ${groups.every((g) => g.ids.length <= 2) ? 'lg:grid-cols-2' : ''}`}>
              {groups.map((g) => (
                <li key={g.ids.join()} className="flex items-start gap-3 border border-rule bg-paper2 p-2.5">
                  <div className="flex grow flex-wrap gap-2.5">
                    {g.ids.slice(0, 8).map((id) => {
                      const a = cards.get(id);
                      const under = a ? groundStyle(ground, a) : { className: '' };
                      const stays = (kept[g.ids[0]!] ?? best(g)) === id;
                      return (
                        <figure key={id} className="w-[128px]">
                          <div className={`grid h-[118px] place-items-center ${under.className}`} style={under.style}>
                            {a?.thumb && (
                              <img src={a.thumb} alt={a.name} className="max-h-[108px] max-w-[116px] object-contain" />
                            )}
                          </div>
                          <figcaption className="pt-0.5 text-[11.5px]">
                            <b className="block truncate">{a?.name}</b>
                            <span className="block truncate text-soft">
                              {a?.widthPx} × {a?.heightPx} · {a?.tone}
                            </span>
                            {kind === 'copy' && (
                              <label className="flex items-center gap-1">
                                <input
                                  type="radio"
                                  name={g.ids[0]}
                                  checked={stays}
                                  onChange={() => setKept({ ...kept, [g.ids[0]!]: id })}
                                />
                                keep this one
                              </label>
                            )}
                          </figcaption>
                        </figure>
                      );
                    })}
                    {g.ids.length > 8 && <span className="self-center text-soft">and {g.ids.length - 8} more</span>}
                  </div>
                  <div className="grid shrink-0 gap-1.5">
                    {kind === 'copy' && <Button onClick={() => decide(g, 'merge')}>Merge</Button>}
                    <Button tone={kind === 'twin' ? 'go' : 'plain'} onClick={() => decide(g, 'link')}>
                      Link
                    </Button>
                    <Button tone="quiet" onClick={() => decide(g, 'ignore')}>
                      They differ
                    </Button>
                    <Button tone="quiet" onClick={() => compare(g.ids[0]!, g.ids[1]!)}>
                      Side by side
                    </Button>
                  </div>
                </li>
              ))}
            </ul>
          </section>
        );
      })}
    </div>
  );
}
