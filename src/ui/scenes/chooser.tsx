'use client';
import { Star } from 'lucide-react';
import { useState } from 'react';
import type { ScenePreviewView } from '@/api/shapes/stockroom';
import { chosenScenes, FAVOURITES, sceneFacets, type SceneWish } from '@/core/scene/choosing';
import type { SceneSheet } from '@/core/scene/sheet';
import { thousands } from '@/core/thousands';
import { Preview } from '../mockup/preview';
import { ChoiceField, TextField } from '../parts/fields/field';
import { Popover } from '../parts/popover';
import { useShelf } from './shelf';

/** Scenes to choose among, those used most first, each with the seller's own artwork on it as soon as it is composed. */
export function SceneChooser({
  sheets,
  previews,
  chosen,
  choose,
}: {
  /** Those that show the goods. */
  sheets: readonly SceneSheet[];
  /** What each of them is composed of; the plain scene where nothing is said of it. */
  previews: readonly ScenePreviewView[];
  chosen: string | null;
  choose: (id: string) => void;
}) {
  const { shelf, like, sort } = useShelf();
  const [wish, setWish] = useState<SceneWish>({});
  const [name, setName] = useState('');
  const found = chosenScenes(sheets, wish, shelf);
  const facets = sceneFacets(sheets);
  const narrowed = Object.values(wish).filter(Boolean).length;
  const among = [['', 'all scenes'], [FAVOURITES, 'favourites'], ...shelf.sets.map((s) => [s.name, s.name] as const)] as const;
  return (
    <div className="grid gap-2">
      <div className="flex items-center gap-2">
        <ChoiceField
          hideLabel
          label="Among"
          className="grow"
          value={wish.among ?? ''}
          options={among}
          onChange={(e) => setWish({ ...wish, among: e.target.value || undefined })}
        />
        {facets.length > 0 && (
          <Popover label={narrowed ? `Narrowed (${narrowed})` : 'Narrow'} name="Narrow the scenes" width={230}>
            <div className="grid gap-2">
              {facets.map(([facet, values]) => (
                <ChoiceField
                  key={facet}
                  label={facet === 'products' ? 'Products in it' : facet.charAt(0).toUpperCase() + facet.slice(1)}
                  value={wish[facet] ?? ''}
                  options={[['', 'any'], ...values.map((v) => [v, v] as const)]}
                  onChange={(e) => setWish({ ...wish, [facet]: e.target.value || undefined })}
                />
              ))}
            </div>
          </Popover>
        )}
      </div>
      {found.length === 0 && <p className="py-3 text-center text-soft">No scene is like that.</p>}
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(140px,1fr))] gap-2" aria-label="Scenes">
        {found.map((s) => {
          const its = previews.find((p) => p.scene === s.id);
          const [liked, on] = [shelf.favourites.includes(s.id), s.id === chosen];
          return (
            <li key={s.id} className="relative">
              <button
                type="button"
                aria-pressed={on}
                className={`block w-full text-left ${on ? 'outline-[2.5px] outline-offset-2 outline-teal' : ''}`}
                onClick={() => choose(s.id)}
              >
                {its ? (
                  <Preview
                    className="block aspect-square w-full bg-paper2"
                    alt=""
                    sheet={s}
                    products={its.products}
                    prints={its.prints}
                  />
                ) : (
                  <img
                    src={`/api/v1/scenes/${s.id}/plate-800.jpg`}
                    alt=""
                    className="block aspect-square w-full object-cover opacity-60"
                  />
                )}
                <span className="block truncate pt-0.5 text-[12px]">{s.title}</span>
                <span className="block truncate text-[11px] text-soft">
                  {shelf.uses[s.id] ? `${thousands(shelf.uses[s.id]!)} pictures` : 'not used yet'}
                </span>
              </button>
              <span className="absolute top-1 right-1 flex gap-1">
                <button
                  type="button"
                  aria-pressed={liked}
                  aria-label={`Favourite: ${s.title}`}
                  className={`btn btn-square size-6 border-rule bg-paper btn-xs ${liked ? 'text-spot' : 'text-soft'}`}
                  onClick={() => void like(s.id)}
                >
                  <Star size={12} fill={liked ? 'currentColor' : 'none'} />
                </button>
              </span>
            </li>
          );
        })}
      </ul>
      {chosen && sheets.some((s) => s.id === chosen) && (
        <div className="cut flex flex-wrap items-end gap-2 pt-2">
          {shelf.sets.map((s) => (
            <button
              key={s.name}
              type="button"
              aria-pressed={s.scenes.includes(chosen)}
              className={`btn btn-sm btn-outline px-2 font-normal ${s.scenes.includes(chosen) ? 'border-ink font-semibold' : 'border-rule text-soft'}`}
              onClick={() => void sort(s.name, chosen)}
            >
              {s.name}
            </button>
          ))}
          <TextField
            hideLabel
            label="New set with the chosen scene"
            placeholder="new set with the chosen one: Enter"
            className="grow"
            value={name}
            onChange={(e) => setName(e.target.value)}
            onKeyDown={(e) => {
              // the chooser may stand in a form of its own
              if (e.key !== 'Enter') return;
              e.preventDefault();
              if (name.trim()) void sort(name.trim(), chosen).then((ok) => ok && setName(''));
            }}
          />
        </div>
      )}
    </div>
  );
}
