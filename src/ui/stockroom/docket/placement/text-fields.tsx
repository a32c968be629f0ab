import { useState } from 'react';
import { FONT_NAMES, FONTS, type FontName } from '@/core/lettering/fonts';
import type { TextLayer } from '@/core/placement/form';
import { NumberField } from '../../../parts/fields/amount';
import { ColourField } from '../../../parts/fields/colour';
import { ChoiceField, LongTextField } from '../../../parts/fields/field';
import { InkField } from './ink-field';

const MOST_LINES = 3;
/** A line around letters to begin with, as a share of the font's size. */
const OUTLINE = 0.04;
const percent = (share: number) => Math.round(share * 1000) / 10;

const linesOf = (text: string): string[] => text.split('\n').slice(0, MOST_LINES);

/** What lettering says and how it is set; where it sits is told by the fields of every layer. */
export function TextFields({ layer, problem, put }: { layer: TextLayer; problem?: string; put: (layer: TextLayer) => void }) {
  // an empty line is no line, but it is one while somebody types
  const [typed, setTyped] = useState(layer.lines.join('\n'));
  const { outline } = layer;
  const without = (key: 'outline' | 'arc' | 'spacing') => {
    const { [key]: _, ...rest } = layer;
    put(rest);
  };
  return (
    <div className="grid gap-2">
      <LongTextField
        label="Text, up to three lines"
        rows={2}
        value={typed}
        problem={problem}
        note="{{ name }} is the artwork’s name, {{ subject }} what it shows"
        onChange={(e) => {
          const lines = linesOf(e.target.value);
          setTyped(lines.join('\n'));
          const said = lines.filter((l) => l.trim() !== '');
          if (said.length) put({ ...layer, lines: said });
        }}
        onBlur={() => setTyped(layer.lines.join('\n'))}
      />
      <div className="flex flex-wrap items-end gap-2.5">
        <ChoiceField
          label="Font"
          className="w-[112px]"
          value={layer.font}
          options={FONT_NAMES.map((name) => [name, FONTS[name].word] as const)}
          onChange={(e) => put({ ...layer, font: e.target.value as FontName })}
        />
        <InkField label="Letters" ink={layer.colour} put={(ink) => put({ ...layer, colour: ink ?? { ink: 0 } })} />
        <ColourField
          label="Line around"
          none="No line around the letters"
          value={outline ? outline.colour.slice(1) : null}
          change={(hex) =>
            hex ? put({ ...layer, outline: { colour: `#${hex}`, share: outline?.share ?? OUTLINE } }) : without('outline')
          }
        />
        {outline && (
          <NumberField
            label="Its width"
            className="w-[80px]"
            unit="%"
            min={0.5}
            max={30}
            step={0.5}
            value={percent(outline.share)}
            change={(n) => n !== null && put({ ...layer, outline: { ...outline, share: n / 100 } })}
          />
        )}
        <NumberField
          label="Bent"
          className="w-[80px]"
          unit="°"
          min={-350}
          max={350}
          value={layer.arc ?? 0}
          change={(n) => n !== null && (n === 0 ? without('arc') : put({ ...layer, arc: n }))}
        />
        <NumberField
          label="Apart"
          className="w-[80px]"
          unit="%"
          min={-10}
          max={100}
          value={percent(layer.spacing ?? 0)}
          change={(n) => n !== null && (n === 0 ? without('spacing') : put({ ...layer, spacing: n / 100 }))}
        />
      </div>
    </div>
  );
}
