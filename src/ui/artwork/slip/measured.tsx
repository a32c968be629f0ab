import type { ArtworkView } from '@/api/views';
import { bytes } from '../../parts/format';
import { Measure } from './fields';

/** What was measured of it; a hand may put three things right. */
export function Measured({ artwork: a, save }: { artwork: ArtworkView; save: (change: object) => void }) {
  const m = a.measured!;
  return (
    <>
      <div className="cut mt-4 grid grid-cols-3 gap-3 pt-3">
        <Measure
          label="Tone"
          value={a.tone!}
          measured={m.tone}
          values={['light', 'dark', 'colourful']}
          save={(tone) => save({ tone })}
          note={`lightness ${m.lightness.toFixed(2)}, chroma ${m.chroma.toFixed(2)}`}
        />
        <Measure
          label="Kind"
          value={a.picture!}
          measured={m.picture.kind}
          values={['drawing', 'photograph', 'plain']}
          save={(picture) => save({ picture })}
          note={`${Math.round(m.picture.equalShare * 100)}% of neighbours equal, ${Math.round(m.picture.grainShare * 100)}% nearly`}
        />
        <Measure
          label="Repeats"
          value={a.repeat!}
          measured={m.repeat.kind}
          values={['none', 'straight', 'half-drop', 'brick', 'across', 'down']}
          save={(repeat) => save({ repeat })}
          note={`seam ${m.repeat.seam.toFixed(2)} against neighbours inside`}
        />
      </div>
      <Facts artwork={a} />
      {m.notes.map((n) => (
        <p key={n} className="mt-2 bg-ochre-t px-2.5 py-1.5">
          {n}
        </p>
      ))}
    </>
  );
}

const RATIOS: [string, number][] = [
  ['2:3', 2 / 3],
  ['3:4', 3 / 4],
  ['4:5', 4 / 5],
  ['5:6', 5 / 6],
  ['11:14', 11 / 14],
  ['A-series', 1 / Math.SQRT2],
  ['1:1', 1],
];

function Facts({ artwork: a }: { artwork: ArtworkView }) {
  const m = a.measured!;
  const [w, h] = [a.widthPx! * m.trim.width, a.heightPx! * m.trim.height];
  const inches = (ppi: number) => `${(w / ppi).toFixed(1)} × ${(h / ppi).toFixed(1)} in`;
  const ratio = Math.min(a.widthPx!, a.heightPx!) / Math.max(a.widthPx!, a.heightPx!);
  const near = RATIOS.find(([, r]) => Math.abs(r - ratio) < 0.006)?.[0] ?? `1:${(1 / ratio).toFixed(2)}`;
  const facts: [string, string][] = [
    ['Size', `${a.widthPx} × ${a.heightPx} px, ${a.format?.toUpperCase()}, ${bytes(a.bytes)}`],
    ['States', m.statedPpi ? `${Math.round(m.statedPpi)} px/in` : 'no resolution'],
    ['Prints', `${inches(300)} at 300 px/in, ${inches(150)} at 150`],
    ['Shape', `${a.widthPx === a.heightPx ? 'square' : a.widthPx! > a.heightPx! ? 'landscape' : 'portrait'}, ${near}`],
    ['Trim box', `${Math.round(w)} × ${Math.round(h)} px`],
    [
      'See-through',
      `${Math.round(m.clearShare * 100)}%${m.softShare > 0.0005 ? `, ${(m.softShare * 100).toFixed(1)}% half` : ''}`,
    ],
    ['Edges', m.edges.kind === 'none' ? 'none: fills its sheet' : `${m.edges.kind}, rim ${m.edges.widthPx} px`],
    ...(m.rim?.border ? [['Border', `${(m.rim.border * 100).toFixed(1)}% of the shorter side`] as [string, string]] : []),
    ['Specks', m.specks.count ? `${m.specks.count} stray` : 'none'],
  ];
  return (
    <dl className="mt-3 grid grid-cols-[84px_1fr] gap-y-0.5 text-[12.5px]">
      {facts.map(([word, text]) => (
        <div key={word} className="contents">
          <dt className="text-soft">{word}</dt>
          <dd>{text}</dd>
        </div>
      ))}
    </dl>
  );
}
