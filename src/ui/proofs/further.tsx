'use client';
import type { OutletView, ProofView } from '@/api/views';
import { Line, Source } from '../parts/slip';
import type { ProofEdit } from './inverse';
import { Text } from './proof-fields';

const KEPT = ['hand', 'correction', 'table'];

/** Texts that an outlet has beside title and description. */
export function Further({
  proof,
  outlet,
  locked,
  change,
}: {
  proof: ProofView;
  outlet: OutletView;
  locked: boolean;
  change: (edit: ProofEdit) => void;
}) {
  const rules = Object.entries(outlet.rulesDocument?.texts ?? {}).filter(([name]) => name !== 'title' && name !== 'description');
  return rules.map(([name, rule]) => {
    const field = proof.content.words[name]?.[proof.language];
    const value = field?.value ?? '';
    if (locked && !value) return null;
    const byHand = field && KEPT.includes(field.from);
    return (
      <Line
        key={name}
        label={rule.label}
        note={`${[...value].length} / ${rule.limit}`}
        bad={[...value].length > rule.limit}
        from={
          field && (
            <>
              <Source from={field.from} />
              {byHand && !locked && (
                <button className="underline hover:text-ink" onClick={() => change({ pattern: [name] })}>
                  back to the pattern
                </button>
              )}
            </>
          )
        }
      >
        <Text
          key={value}
          label={rule.label}
          value={value}
          rows={1}
          locked={locked}
          save={(text) => change({ texts: { [name]: text } })}
        />
      </Line>
    );
  });
}
