'use client';
import { PICTURE_KINDS, type Accepts } from '@/core/docket/docket';
import { NumberField } from '../../parts/fields/amount';
import { Toggles } from '../../parts/fields/choices';
import { ChoiceField, TextField } from '../../parts/fields/field';
import { useListText } from '../../parts/fields/list-text';
import { Part, toggled, useDocket, Wrong } from './form';

const GROUNDS = [
  ['see-through', 'with a see-through ground'],
  ['full', 'that fills its sheet'],
  ['any', 'of any kind'],
] as const;
const TONES = ['light', 'dark', 'colourful'];
const AUDIENCES = ['adult', 'youth', 'child'];
const ORIENTATIONS = ['upright', 'across', 'square'];

/** Which artwork a docket takes. What is not said is not asked. */
export function AcceptsPart() {
  const { document, change, problem } = useDocket();
  const { accepts } = document;
  const put = (part: Partial<Accepts>) => change({ accepts: { ...accepts, ...part } });
  const list = (name: 'tones' | 'audiences' | 'orientations' | 'kinds', all: readonly string[], one: string) => {
    const next = toggled(accepts[name] ?? [], all, one);
    const { [name]: _, ...rest } = accepts;
    change({ accepts: next.length ? { ...rest, [name]: next as never } : rest });
  };
  const words = (name: 'marks' | 'drawers' | 'subjects') => (next: string[]) => {
    const { [name]: _, ...rest } = accepts;
    change({ accepts: next.length ? { ...rest, [name]: next } : rest });
  };
  const marks = useListText(accepts.marks ?? [], 'commas', words('marks'));
  const subjects = useListText(accepts.subjects ?? [], 'commas', words('subjects'));
  const drawers = useListText(accepts.drawers ?? [], 'commas', words('drawers'));
  return (
    <Part word="Takes artwork" about="what is not chosen is not asked">
      <div className="grid grid-cols-3 gap-4">
        <ChoiceField
          label="Ground"
          options={GROUNDS}
          value={accepts.ground}
          onChange={(e) => put({ ground: e.target.value as Accepts['ground'] })}
        />
        <NumberField
          label="At least, as printed"
          unit="px/in"
          problem={problem('document.accepts.minPpi')}
          value={Number.isNaN(accepts.minPpi) ? null : accepts.minPpi}
          change={(n) => put({ minPpi: n === null ? NaN : Math.round(n) })}
        />
        <NumberField
          label="Cropped at most, where it covers"
          unit="%"
          min={0}
          max={95}
          placeholder="any"
          problem={problem('document.accepts.maxCrop')}
          value={accepts.maxCrop === undefined ? null : Math.round(accepts.maxCrop * 1000) / 10}
          change={(n) => {
            const { maxCrop: _, ...rest } = accepts;
            change({ accepts: n === null ? rest : { ...rest, maxCrop: Math.round(n * 10) / 1000 } });
          }}
        />
      </div>
      <div className="flex flex-wrap gap-x-6 gap-y-2">
        <Toggles label="Tone" on={accepts.tones ?? []} options={options(TONES)} toggle={(one) => list('tones', TONES, one)} />
        <Toggles
          label="Audience"
          on={accepts.audiences ?? []}
          options={options(AUDIENCES)}
          toggle={(one) => list('audiences', AUDIENCES, one)}
        />
        <Toggles
          label="Way round"
          on={accepts.orientations ?? []}
          options={options(ORIENTATIONS)}
          toggle={(one) => list('orientations', ORIENTATIONS, one)}
        />
        <Toggles
          label="Kind"
          on={accepts.kinds ?? []}
          options={options(PICTURE_KINDS)}
          toggle={(one) => list('kinds', PICTURE_KINDS, one)}
        />
      </div>
      <div className="grid grid-cols-3 gap-4">
        <TextField label="Its subject is one of" placeholder="any subject" {...subjects} />
        <TextField label="Marked one of" placeholder="any mark" {...marks} />
        <TextField label="Lies in one of the drawers" placeholder="any drawer" {...drawers} />
      </div>
      <Wrong says={problem('document.accepts')} />
    </Part>
  );
}

const options = (values: readonly string[]) => values.map((value) => ({ value }));
