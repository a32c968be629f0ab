'use client';
import { useRouter } from 'next/navigation';
import { NumberField } from '../../parts/fields/amount';
import { Toggles } from '../../parts/fields/choices';
import { ChoiceField, TextField } from '../../parts/fields/field';
import { Part, toggled, useDocketForm, useGoods } from './form';

/** Its name, the blank, and which colours and sizes are offered. */
export function NamePart() {
  const { register, watch, setValue, problem } = useDocketForm();
  const { blank, blanks, isNew } = useGoods();
  const router = useRouter();
  const [colours, sizes] = watch(['spec.colours', 'spec.sizes']);
  const toggle = (name: 'spec.colours' | 'spec.sizes', all: string[], on: string[], one: string) =>
    setValue(name, toggled(on, all, one), { shouldDirty: true, shouldValidate: true });
  return (
    <Part word="Name and blank">
      <TextField
        label="Name"
        inputClass="font-slab text-[16px]"
        placeholder="Name of the docket"
        problem={problem('name')}
        {...register('name')}
      />
      <div className="grid grid-cols-[1fr_160px] gap-4">
        {isNew ? (
          <ChoiceField
            label="Blank"
            value={blank.id}
            options={blanks.map((b) => [b.id, b.name] as const)}
            onChange={(e) => router.replace(`/stockroom/dockets/new?blank=${e.target.value}`)}
          />
        ) : (
          <p className="pt-5 text-soft">
            {blank.name}, {blank.printHouse}
          </p>
        )}
        <TextField label="Noun" placeholder="as buyers say it" problem={problem('spec.noun')} {...register('spec.noun')} />
      </div>
      <Toggles
        label="Colours"
        on={colours}
        options={blank.colours.map((c) => ({
          value: c.name,
          sign: <i className="inline-block h-3.5 w-3.5 border border-rule" style={{ background: c.hex }} />,
        }))}
        toggle={(c) =>
          toggle(
            'spec.colours',
            blank.colours.map((x) => x.name),
            colours,
            c,
          )
        }
      />
      <Toggles
        label="Sizes"
        on={sizes}
        options={blank.sizes.map((s) => ({ value: s.name }))}
        toggle={(s) =>
          toggle(
            'spec.sizes',
            blank.sizes.map((x) => x.name),
            sizes,
            s,
          )
        }
      />
      {(problem('spec.colours') || problem('spec.sizes')) && (
        <p role="alert" className="text-spot">
          {problem('spec.colours') ?? problem('spec.sizes')}
        </p>
      )}
    </Part>
  );
}

/** Where the artwork sits, and which artwork is taken. */
export function PlacementPart() {
  const { register, watch, setValue, problem } = useDocketForm();
  const { blank } = useGoods();
  const [placement, accepts] = watch(['spec.placement', 'spec.accepts']);
  const dirty = { shouldDirty: true, shouldValidate: true };
  return (
    <Part word="Placement">
      <div className="grid grid-cols-[184px_150px_1fr_1fr] items-end gap-4">
        <ChoiceField
          label="Print area"
          options={blank.areas.map(
            (a) => [a.name, `${a.name}, ${Math.round(a.widthMm)} × ${Math.round(a.heightMm)} mm`] as const,
          )}
          {...register('spec.area')}
        />
        <ChoiceField
          label="How it sits"
          options={[
            ['fit', 'fit inside'],
            ['cover', 'cover all of it'],
          ]}
          {...register('spec.placement.mode')}
        />
        {placement.mode === 'fit' && (
          <>
            <Slide
              label={`Size: ${Math.round(placement.scale * 100)}% of the area`}
              min={10}
              max={100}
              value={placement.scale * 100}
              change={(n) => setValue('spec.placement.scale', n / 100, dirty)}
            />
            <Slide
              label={`From the top: ${placement.topMm} mm`}
              min={0}
              max={160}
              value={placement.topMm}
              change={(n) => setValue('spec.placement.topMm', n, dirty)}
            />
          </>
        )}
      </div>
      <div className="grid grid-cols-2 gap-4">
        <ChoiceField
          label="Takes artwork"
          options={[
            ['see-through', 'with a see-through ground'],
            ['full', 'that fills its sheet'],
            ['any', 'of any kind'],
          ]}
          {...register('spec.accepts.ground')}
        />
        <NumberField
          label="At least, as printed"
          unit="px/in"
          problem={problem('spec.accepts.minPpi')}
          value={accepts.minPpi}
          change={(n) => setValue('spec.accepts.minPpi', n === null ? NaN : Math.round(n), dirty)}
        />
      </div>
    </Part>
  );
}

const Slide = ({
  label,
  change,
  ...range
}: {
  label: string;
  min: number;
  max: number;
  value: number;
  change: (value: number) => void;
}) => (
  <label className="block">
    <span className="mb-0.5 block text-[11.5px] text-soft">{label}</span>
    <input
      type="range"
      className="range w-full range-xs range-secondary"
      onChange={(e) => change(Number(e.target.value))}
      {...range}
    />
  </label>
);
