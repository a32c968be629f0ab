'use client';
import { X } from 'lucide-react';
import { plural } from '@/core/copy/plural';
import { CASES, DEEDS, isOnTags, type Step } from '@/core/correcting/steps';
import { WAYS_OF_FINDING } from '@/core/correcting/finding';
import { correctionValues } from '@/core/correcting/values';
import { CheckField, Toggles } from '../parts/fields/choices';
import { ChoiceField, TextField } from '../parts/fields/field';
import { PatternField } from '../parts/fields/pattern-field';
import { TagsField } from '../parts/fields/tags';
import type { Column } from './search';
import { begunStep, DEED_WORDS, saidFault } from './steps';

const VALUES = correctionValues();
const FINDING: Record<(typeof WAYS_OF_FINDING)[number], string> = {
  plain: 'anywhere',
  word: 'as whole words',
  whole: 'all of a text or tag',
  pattern: 'by a pattern',
};
const CASE_WORDS: Record<(typeof CASES)[number], string> = {
  title: 'Each Word',
  sentence: 'As in a sentence',
  lower: 'all small',
  upper: 'ALL CAPITALS',
};

/** One step of a correction: what is done, in which fields, with what. */
export function StepPart({
  n,
  step,
  columns,
  put,
  drop,
}: {
  n: number;
  step: Step;
  columns: readonly Column[];
  put: (step: Step) => void;
  drop: (() => void) | null;
}) {
  const { does } = step;
  const label = (name: string) => columns.find((c) => c.name === name)?.label ?? name;
  return (
    <fieldset aria-label={`Step ${n}`} className="grid gap-2 border-b border-dashed border-rule pb-3">
      <div className="flex items-end gap-1.5">
        <ChoiceField
          hideLabel
          label={`What step ${n} does`}
          className="grow"
          value={does}
          options={DEEDS.map((d) => [d, DEED_WORDS[d]] as const)}
          onChange={(e) => {
            const next = begunStep(e.target.value as Step['does'], isOnTags(does) ? [] : step.fields);
            put({ ...next, ...(next.does !== 'replace' && step.text && { text: step.text }), ...(isOnTags(next.does) && step.tags && { tags: step.tags }) }); // prettier-ignore
          }}
        />
        {drop && (
          <button type="button" aria-label={`Take step ${n} out`} className="p-1.5 text-soft hover:text-spot" onClick={drop}>
            <X size={14} />
          </button>
        )}
      </div>
      {!isOnTags(does) && (
        <Toggles
          label={`Fields of step ${n}`}
          options={columns.map((c) => ({ value: c.label }))}
          on={step.fields.map(label)}
          toggle={(word) => {
            const { name } = columns.find((c) => c.label === word)!;
            const fields = step.fields.includes(name) ? step.fields.filter((f) => f !== name) : [...step.fields, name];
            if (fields.length) put({ ...step, fields });
          }}
        />
      )}
      {does === 'replace' && (
        <>
          <TextField
            label="Replace"
            value={step.what ?? ''}
            problem={saidFault(step) ?? undefined}
            onChange={(e) => put({ ...step, what: e.target.value })}
            spellCheck={false}
          />
          <PatternField
            label="with"
            rows={1}
            completions={VALUES}
            value={step.text ?? ''}
            put={(text) => put({ ...step, text })}
          />
          <ChoiceField
            hideLabel
            label="How it is found"
            value={step.how ?? 'plain'}
            options={WAYS_OF_FINDING.map((w) => [w, FINDING[w]] as const)}
            onChange={(e) => put({ ...step, how: e.target.value as Step['how'] })}
          />
          <div className="flex flex-wrap gap-x-4 gap-y-1">
            <CheckField
              label="Keep capitals"
              checked={step.keepCase ?? false}
              onChange={(e) => put({ ...step, keepCase: e.target.checked })}
            />
            <CheckField
              label="Only these capitals"
              checked={step.exact ?? false}
              onChange={(e) => put({ ...step, exact: e.target.checked })}
            />
          </div>
        </>
      )}
      {(does === 'put-before' || does === 'put-after' || does === 'set') && (
        <PatternField
          label={
            does === 'set' ? 'What it says' : does === 'put-before' ? 'Before what stands there' : 'Behind what stands there'
          }
          rows={does === 'set' ? 3 : 1}
          completions={VALUES}
          value={step.text ?? ''}
          put={(text) => put({ ...step, text })}
        />
      )}
      {does === 'case' && (
        <ChoiceField
          hideLabel
          label="Which capitals"
          value={step.style ?? 'title'}
          options={CASES.map((c) => [c, CASE_WORDS[c]] as const)}
          onChange={(e) => put({ ...step, style: e.target.value as Step['style'] })}
        />
      )}
      {does === 'noun' && <Nouns step={step} put={put} />}
      {isOnTags(does) && (
        <TagsField
          label="Tags"
          values={step.tags ?? []}
          placeholder="red fox, gift for him…"
          change={(tags) => put({ ...step, tags })}
        />
      )}
    </fieldset>
  );
}

/** One noun in the place of another: the plural is filled in, and may be another. */
function Nouns({ step, put }: { step: Step; put: (step: Step) => void }) {
  const side = (which: 'from' | 'to', word: string) => {
    const noun = step[which] ?? { one: '', many: '' };
    const set = (next: typeof noun) => put({ ...step, [which]: next });
    return (
      <>
        <TextField
          label={word}
          value={noun.one}
          onChange={(e) => set({ one: e.target.value, many: !noun.many || noun.many === plural(noun.one) ? (e.target.value ? plural(e.target.value) : '') : noun.many })} // prettier-ignore
        />
        <TextField label="several" value={noun.many} onChange={(e) => set({ ...noun, many: e.target.value })} />
      </>
    );
  };
  return (
    <div className="grid grid-cols-2 gap-2">
      {side('from', 'One')}
      {side('to', 'becomes')}
    </div>
  );
}
