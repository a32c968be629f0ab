'use client';
import { ChoiceField } from '../../parts/fields/field';
import { Line } from '../../parts/slip';

/** Where a field comes from, as a small word beside it. */
export function From({ source }: { source: string | undefined }) {
  if (!source) return null;
  const [word, why] = source.startsWith('proposed')
    ? ['proposed', source.replace(/^proposed: /, 'from ')]
    : [source === 'hand' ? 'by hand' : source, ''];
  return (
    <span className={`source ${source === 'hand' ? 'hand' : ''}`} title={why}>
      {word === 'copy' ? 'from its copy' : word}
    </span>
  );
}

/** What stands between commas. */
export const list = (text: string): string[] =>
  text
    .split(',')
    .map((v) => v.trim())
    .filter(Boolean);

/** A line of text that is saved when it is left, with where it comes from. */
export function SlipField({
  label,
  value,
  source,
  hint = '',
  note,
  save,
  flat = false,
}: {
  label: string;
  value: string;
  source: string | undefined;
  hint?: string;
  note?: string;
  save: (value: string) => void;
  flat?: boolean;
}) {
  return (
    <div className={flat ? '[&>div]:mt-0' : 'mt-3'}>
      <Line label={label} from={<From source={source} />} note={note}>
        <input
          className="input"
          aria-label={label.toLowerCase()}
          defaultValue={value}
          placeholder={hint}
          onBlur={(e) => e.target.value.trim() !== value && save(e.target.value.trim())}
          onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
        />
      </Line>
    </div>
  );
}

/** One of a few values. */
export function SlipPick({
  label,
  value,
  source,
  values,
  empty,
  save,
}: {
  label: string;
  value: string;
  source: string | undefined;
  values: string[];
  empty: string;
  save: (value: string) => void;
}) {
  return (
    <div className="[&>div]:mt-0">
      <Line label={label} from={<From source={source} />}>
        <ChoiceField
          hideLabel
          label={label.toLowerCase()}
          value={value}
          onChange={(e) => save(e.target.value)}
          options={[['', empty], ...values]}
        />
      </Line>
    </div>
  );
}

/** Something measured that a hand may put right; choosing what was measured takes the hand's word back. */
export function Measure({
  label,
  value,
  measured,
  values,
  save,
  note,
}: {
  label: string;
  value: string;
  measured: string;
  values: string[];
  save: (value: string | null) => void;
  note: string;
}) {
  const byHand = value !== measured;
  return (
    <div className="[&>div]:mt-0" title={note}>
      <Line label={label} from={byHand ? <From source="hand" /> : null}>
        <ChoiceField
          hideLabel
          label={label.toLowerCase()}
          value={value}
          onChange={(e) => save(e.target.value === measured ? null : e.target.value)}
          options={values.map((v) => [v, byHand && v === measured ? `${v} (measured)` : v] as const)}
        />
      </Line>
    </div>
  );
}
