'use client';
import { useRouter } from 'next/navigation';
import type { ArtworkView } from '@/api/views';
import { act, api } from '../../api';
import { Button, buttonClass } from '../../parts/button';
import { Slip } from '../../parts/slip';
import { useLive } from '../store';
import { groundStyle } from '../types';
import { BetterFile } from './better-file';
import { list, SlipField, SlipPick } from './fields';
import { History } from './history';
import { Measured } from './measured';
import { Said } from './said';

/** One artwork in full: what was measured and read, and what a hand may say of it. */
export function ArtworkSlip({
  id,
  ground,
  close,
  changed,
}: {
  id: string;
  ground: string;
  close: () => void;
  changed: (undo: string | null, said: string) => void;
}) {
  const a = useLive<ArtworkView | null>(`/artworks/${id}`, null);
  const router = useRouter();
  if (!a) return <Slip label="Artwork" kicker="" title="…" close={close} children={null} />;
  const m = a.measured;
  const save = (change: object) =>
    void act(async () => {
      const { undo, changed: n } = await api<{ undo: string | null; changed: number }>('POST', '/artworks/change', {
        ids: [a.id],
        change,
      });
      if (n) changed(undo, n > 1 ? `Saved, and carried over to ${n - 1} near ${n > 2 ? 'copies' : 'copy'}.` : 'Saved.');
    });
  const under = groundStyle(ground, a);
  return (
    <Slip
      label="Artwork"
      kicker={[a.drawer, a.fileName].filter(Boolean).join(' · ')}
      title={a.name}
      close={close}
      foot={
        <>
          <Button tone="go" disabled={a.state !== 'ready'} onClick={() => router.push(`/sheet?rows=${a.id.slice(0, 8)}`)}>
            To the sheet
          </Button>
          <a className={buttonClass()} href={a.original}>
            Original
          </a>
          <BetterFile artwork={a} />
        </>
      }
    >
      <div className={`grid h-[176px] place-items-center p-2.5 ${under.className}`} style={under.style}>
        {a.thumb ? (
          <img src={a.thumb} alt={a.name} className="max-h-[158px] max-w-full object-contain" />
        ) : (
          <span className="text-soft">being measured…</span>
        )}
      </div>
      {m?.inks && (
        <div className="mb-3 flex h-[14px]" title="inks, by their share">
          {m.inks.map((i) => (
            <i
              key={i.hex}
              title={`${i.hex}, ${Math.round(i.share * 100)}%`}
              style={{ background: i.hex, flexGrow: Math.max(0.02, i.share) }}
            />
          ))}
        </div>
      )}
      <SlipField key={`n${a.name}`} label="Name" value={a.name} source={a.sources.name} save={(name) => name && save({ name })} />
      <SlipField
        key={`s${a.subject}`}
        label="Subject"
        value={a.subject}
        source={a.sources.subject}
        hint="what it shows, as buyers say it"
        save={(subject) => save({ subject })}
      />
      <Said key={`w${a.words}`} artwork={a} save={save} />
      <div className="mt-3 grid grid-cols-2 gap-3">
        <SlipPick
          label="For"
          value={a.audience}
          source={a.sources.audience}
          values={['adult', 'youth', 'child']}
          empty="anybody"
          save={(audience) => save({ audience })}
        />
        <SlipField
          key={`o${a.occasion}`}
          label="Occasion"
          value={a.occasion}
          source={a.sources.occasion}
          save={(occasion) => save({ occasion })}
          flat
        />
      </div>
      <SlipField
        key={`m${a.marks.join()}`}
        label="Marks"
        value={a.marks.join(', ')}
        source={a.sources.marks}
        hint="your own, with commas between"
        save={(v) => save({ marks: list(v) })}
      />
      <SlipField
        key={`k${a.keywords.join()}`}
        label="Keywords"
        note="become tags first"
        value={a.keywords.join(', ')}
        source={a.sources.keywords}
        save={(v) => save({ keywords: list(v) })}
      />
      {m && <Measured artwork={a} save={save} />}
      <History artwork={a} />
    </Slip>
  );
}
