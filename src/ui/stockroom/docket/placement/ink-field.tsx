import type { Ground, Ink } from '@/core/placement/form';
import { ColourField } from '../../../parts/fields/colour';
import { ChoiceField } from '../../../parts/fields/field';

const INKS = [['ink 0', 'its main colour'], ['ink 1', 'its second colour'], ['ink 2', 'its third colour']] as const; // prettier-ignore
const EDGE = ['edge', 'the colour of its edge'] as const;

type Told<I> = { label: string; none?: string; ink: I | undefined; put: (ink: I | undefined) => void };
/** What lies below the layers: as an ink, or of the colour of each artwork's edge. */
export const GroundField = (told: Told<Ground>) => <Field {...told} edge />;
/** An ink: none where that has a word, of a colour, or one of each artwork's own. */
export const InkField = ({ put, ...told }: Told<Ink>) => (
  <Field {...told} put={(ink) => put(typeof ink === 'object' && 'edge' in ink ? undefined : ink)} edge={false} />
);

function Field({ label, none, ink, put, edge }: Told<Ground> & { edge: boolean }) {
  const kind = ink === undefined ? 'none' : typeof ink === 'string' ? 'colour' : 'edge' in ink ? 'edge' : `ink ${ink.ink}`;
  const own = { group: 'picked from each artwork', options: [...(edge ? [EDGE] : []), ...INKS] };
  return (
    <>
      <ChoiceField
        label={label}
        className="w-[166px]"
        value={kind}
        options={[...(none ? ([['none', none]] as const) : []), ['colour', 'ink of a colour'], own]}
        onChange={(e) => {
          const [word, n] = e.target.value.split(' ');
          put(
            word === 'none' ? undefined : word === 'colour' ? '#ffffff' : word === 'edge' ? { edge: true } : { ink: Number(n) },
          );
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
