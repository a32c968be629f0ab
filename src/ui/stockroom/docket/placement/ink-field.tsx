import type { Ink } from '@/core/placement/form';
import { ColourField } from '../../../parts/fields/colour';
import { ChoiceField } from '../../../parts/fields/field';

const OWN = { group: 'picked from each artwork', options: [['ink 0', 'its main colour'], ['ink 1', 'its second colour'], ['ink 2', 'its third colour']] } as const; // prettier-ignore

/** An ink: none where that has a word, of a colour, or one of each artwork's own. */
export function InkField({
  label,
  none,
  ink,
  put,
}: {
  label: string;
  none?: string;
  ink: Ink | undefined;
  put: (ink: Ink | undefined) => void;
}) {
  const kind = ink === undefined ? 'none' : typeof ink === 'string' ? 'colour' : `ink ${ink.ink}`;
  return (
    <>
      <ChoiceField
        label={label}
        className="w-[166px]"
        value={kind}
        options={[...(none ? ([['none', none]] as const) : []), ['colour', 'ink of a colour'], OWN]}
        onChange={(e) => {
          const [word, n] = e.target.value.split(' ');
          put(word === 'none' ? undefined : word === 'colour' ? '#ffffff' : { ink: Number(n) });
        }}
      />
      {typeof ink === 'string' && (
        <ColourField
          label="Its colour"
          none={none ?? 'Its main colour'}
          value={ink.slice(1)}
          change={(hex) => put(hex === null ? (none ? undefined : { ink: 0 }) : `#${hex}`)}
        />
      )}
    </>
  );
}
