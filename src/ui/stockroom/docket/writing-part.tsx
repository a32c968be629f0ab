'use client';
import { useState } from 'react';
import { TONES, type Tone, type WritingNote } from '@/core/writing/brief';
import { CheckField } from '../../parts/fields/choices';
import { NumberField } from '../../parts/fields/amount';
import { ChoiceField } from '../../parts/fields/field';
import { TagsField } from '../../parts/fields/tags';
import { useDocket } from './form';

const SAYS: Record<Tone, string> = { plain: 'plain', warm: 'warm', playful: 'playful' };

/** What the writer is told for this kind of goods: its tone, what it says and never says, and how long things take. */
export function WritingPart() {
  const { document, change, problem } = useDocket();
  const [open, setOpen] = useState(document.writing !== undefined);
  return (
    <details className="border-t border-rule2 pt-2" open={open} onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary className="cursor-pointer text-soft">What the writer is told</summary>
      <div className="mt-2.5">
        <WritingNoteFields
          note={document.writing ?? {}}
          change={(writing) => change({ writing })}
          problem={(part) => problem(`document.writing.${part}`)}
        />
      </div>
    </details>
  );
}

/** A note to the writer: a docket's, or an outlet's own. */
export function WritingNoteFields({
  note,
  change,
  problem,
}: {
  note: WritingNote;
  change: (note: WritingNote) => void;
  problem?: (part: 'use' | 'avoid') => string | undefined;
}) {
  const put = (part: { [K in keyof WritingNote]?: WritingNote[K] | undefined }) =>
    change(
      Object.fromEntries(
        Object.entries({ ...note, ...part }).filter(
          ([, v]) => v !== undefined && v !== false && !(Array.isArray(v) && !v.length),
        ),
      ),
    );
  return (
    <div className="grid gap-3">
      <div className="grid grid-cols-[150px_150px_1fr] items-end gap-3">
        <ChoiceField
          label="Tone"
          value={note.tone ?? 'warm'}
          options={TONES.map((t) => [t, SAYS[t]] as const)}
          onChange={(e) => put({ tone: e.target.value as Tone })}
        />
        <NumberField
          label="On its way within"
          unit="working days"
          value={note.days ?? null}
          change={(days) => put({ days: days ?? undefined })}
        />
        <CheckField label="With emoji" checked={note.emoji === true} onChange={(e) => put({ emoji: e.target.checked })} />
      </div>
      <div className="grid grid-cols-2 gap-3">
        <TagsField
          label="Words that every text says"
          values={note.use ?? []}
          problem={problem?.('use')}
          change={(use) => put({ use: use.slice(0, 12) })}
        />
        <TagsField
          label="Words that no text says"
          values={note.avoid ?? []}
          problem={problem?.('avoid')}
          change={(avoid) => put({ avoid })}
        />
      </div>
      <div className="grid grid-cols-[1fr_190px] items-end gap-3">
        <TagsField
          label="Made for one buyer: what they tell with their order"
          placeholder="a name, a year…"
          values={note.personal?.tells ?? []}
          change={(tells) => put({ personal: tells.length ? { ...note.personal, tells: tells.slice(0, 8) } : undefined })}
        />
        {note.personal && (
          <NumberField
            label="Takes longer by"
            unit="working days"
            value={note.personal.days ?? null}
            change={(days) => put({ personal: { tells: note.personal!.tells, ...(days && { days }) } })}
          />
        )}
      </div>
    </div>
  );
}
