'use client';
import { MoneyField, NumberField } from '../../parts/fields/amount';
import { CheckField } from '../../parts/fields/choices';
import { ChoiceField, LongTextField, TextField } from '../../parts/fields/field';
import { Part, toggled, useDocketForm, useGoods } from './form';

const MAY_SAY =
  '{{ artwork.name }}, .subject, .keywords · {{ product.noun }}, .name, .text, .care, .sizes, .colours · {{ outlet.name }}';
const dirty = { shouldDirty: true, shouldValidate: true };

/** The patterns of title, description and tags. */
export function WordingPart() {
  const { register, watch, setValue, problem } = useDocketForm();
  const tags = watch('spec.wording.tags');
  return (
    <Part word="Wording" about={MAY_SAY}>
      <LongTextField label="Title" rows={2} problem={problem('spec.wording.title')} {...register('spec.wording.title')} />
      <LongTextField
        label="Description"
        rows={6}
        problem={problem('spec.wording.description')}
        {...register('spec.wording.description')}
      />
      <LongTextField
        label="Tags, one a line; the artwork’s keywords come first"
        rows={5}
        problem={problem('spec.wording.tags')}
        defaultValue={tags.join('\n')}
        onChange={(e) =>
          setValue(
            'spec.wording.tags',
            e.target.value.split('\n').filter((t) => t.trim()),
            dirty,
          )
        }
      />
    </Part>
  );
}

const FIRST_AIM = {
  margin: { kind: 'margin', share: 350_000 },
  profit: { kind: 'profit', minor: 800 },
  fixed: { kind: 'fixed', minor: 2499 },
} as const;

/** How prices are made. */
export function PricePart() {
  const { register, watch, setValue, problem } = useDocketForm();
  const { blank } = useGoods();
  const aim = watch('spec.pricePlan.aim');
  return (
    <Part word="Price plan">
      <div className="grid grid-cols-4 items-end gap-4">
        <TextField label="Plan" problem={problem('spec.pricePlan.name')} {...register('spec.pricePlan.name')} />
        <ChoiceField
          label="Aim"
          options={[
            ['margin', 'margin'],
            ['profit', 'profit'],
            ['fixed', 'fixed price'],
          ]}
          value={aim.kind}
          onChange={(e) => setValue('spec.pricePlan.aim', FIRST_AIM[e.target.value as typeof aim.kind], dirty)}
        />
        {aim.kind === 'margin' ? (
          <NumberField
            label="How much"
            unit="%"
            min={0}
            max={95}
            step="any"
            value={aim.share / 10_000}
            change={(n) => n !== null && setValue('spec.pricePlan.aim', { kind: 'margin', share: Math.round(n * 10_000) }, dirty)}
            problem={problem('spec.pricePlan.aim')}
          />
        ) : (
          <MoneyField
            key={aim.kind}
            label="How much"
            currency={blank.currency}
            minor={aim.minor}
            change={(minor) => setValue('spec.pricePlan.aim', { kind: aim.kind, minor }, dirty)}
          />
        )}
        <ChoiceField
          label="Prices end in"
          options={[
            ['99', '.99'],
            ['95', '.95'],
            ['', 'as they come'],
          ]}
          {...register('spec.pricePlan.ending', {
            setValueAs: (v: string | number | null) => (v === '' || v === null ? null : Number(v)),
          })}
        />
      </div>
      <CheckField label="postage is in the price" {...register('spec.pricePlan.postageIncluded')} />
    </Part>
  );
}

export function OutletsPart() {
  const { watch, setValue } = useDocketForm();
  const { outlets } = useGoods();
  const on = watch('spec.outlets');
  return (
    <Part word="Outlets">
      <p className="flex gap-5">
        {outlets.map((o) => (
          <CheckField
            key={o.id}
            label={o.name}
            checked={on.includes(o.id)}
            onChange={() =>
              setValue(
                'spec.outlets',
                toggled(
                  on,
                  outlets.map((x) => x.id),
                  o.id,
                ),
                dirty,
              )
            }
          />
        ))}
      </p>
    </Part>
  );
}
