'use client';
import { useState } from 'react';
import type { OutletView } from '@/api/views';
import type { DocketDocument } from '@/core/docket/docket';
import { CheckField } from '../../parts/fields/choices';
import { ChoiceField, LongTextField } from '../../parts/fields/field';
import { useListText } from '../../parts/fields/list-text';
import { Part, useDocket, useGoods, Wrong } from './form';
import { ShotList } from './shot-list';
import { WritingNoteFields } from './writing-part';

type AtOutlet = DocketDocument['outlets'][number];
type Own = NonNullable<AtOutlet['own']>;

/** Where a docket is offered, and which of its parts are an outlet's own, or left out there. */
export function OutletsPart() {
  const { document, change, problem } = useDocket();
  const { outlets } = useGoods();
  const [open, setOpen] = useState<string | null>(null);
  const at = (id: string) => document.outlets.find((o) => o.outlet === id);
  const order = outlets.map((o) => o.id);
  const toggle = (id: string) =>
    change({
      outlets: order.flatMap((o) => (o === id ? (at(id) ? [] : [{ outlet: id }]) : (at(o) ?? []))),
    });
  const put = (id: string, own: Own) =>
    change({
      outlets: document.outlets.map((o) =>
        o.outlet !== id ? o : Object.keys(own).length ? { outlet: id, own } : { outlet: id },
      ),
    });
  return (
    <Part word="Outlets" about="each part is shared, an outlet’s own, or left out there">
      <ul className="grid gap-2">
        {outlets.map((o) => {
          const own = at(o.id)?.own ?? {};
          const differs = [...Object.keys(own.words ?? {}), ...Object.keys(own).filter((k) => k !== 'words')];
          return (
            <li key={o.id} className="grid gap-2">
              <div className="flex items-center gap-4">
                <CheckField label={o.name} className="w-[190px]" checked={at(o.id) !== undefined} onChange={() => toggle(o.id)} />
                {at(o.id) && (
                  <button
                    type="button"
                    className="text-teal underline"
                    aria-expanded={open === o.id}
                    onClick={() => setOpen(open === o.id ? null : o.id)}
                  >
                    {differs.length ? `its own: ${differs.map((d) => WORDS[d] ?? d).join(', ')}` : 'everything shared'}
                  </button>
                )}
              </div>
              {open === o.id && at(o.id) && <Parts outlet={o} own={own} put={(next) => put(o.id, next)} />}
            </li>
          );
        })}
      </ul>
      <Wrong says={problem('document.outlets')} />
    </Part>
  );
}

const WORDS: Record<string, string> = { shots: 'shot list', pricePlan: 'price plan', writing: 'what the writer is told' };

/** One part: shared, own, or left out. */
function Choice({
  label,
  value,
  mayLeaveOut,
  choose,
  children,
}: {
  label: string;
  value: 'shared' | 'own' | 'left out';
  mayLeaveOut: boolean;
  choose: (value: string) => void;
  children: React.ReactNode;
}) {
  return (
    <div className="grid grid-cols-[170px_110px_1fr] items-start gap-3">
      <span className="pt-1">{label}</span>
      <ChoiceField
        hideLabel
        quiet
        label={label}
        value={value}
        options={['shared', 'own', ...(mayLeaveOut ? ['left out'] : [])]}
        onChange={(e) => choose(e.target.value)}
      />
      <div>{value === 'own' && children}</div>
    </div>
  );
}

function Parts({ outlet, own, put }: { outlet: OutletView; own: Own; put: (own: Own) => void }) {
  const { document } = useDocket();
  const { plans } = useGoods();
  const texts = Object.entries(outlet.rulesDocument?.texts ?? {});
  const language = outlet.rulesDocument?.languages[0] ?? 'en';
  const drop = <K extends keyof Own>(key: K): Own => {
    const { [key]: _, ...rest } = own;
    return rest;
  };
  const putWords = (words: NonNullable<Own['words']>) => put(Object.keys(words).length ? { ...own, words } : drop('words'));
  const mine = own.tags && own.tags !== 'left out' ? own.tags : {};
  const tags = useListText(mine[language] ?? [], 'lines', (list) => put({ ...own, tags: { ...mine, [language]: list } }));
  const said = (v: unknown): 'shared' | 'own' | 'left out' =>
    v === undefined ? 'shared' : v === 'left out' ? 'left out' : 'own';
  return (
    <div className="grid gap-2 border-l-2 border-rule py-1 pl-4">
      {texts.map(([name, rule]) => {
        const mine = own.words?.[name];
        const shared = document.words[name] ?? {};
        const { [name]: _, ...rest } = own.words ?? {};
        return (
          <Choice
            key={name}
            label={rule.label}
            value={said(mine)}
            mayLeaveOut={!rule.required}
            choose={(v) =>
              putWords(
                v === 'shared'
                  ? rest
                  : {
                      ...rest,
                      [name]: v === 'own' ? { ...shared, [language]: shared[language] ?? '{{ artwork.name }}' } : 'left out',
                    },
              )
            }
          >
            <LongTextField
              hideLabel
              label={`${rule.label} at ${outlet.name}`}
              rows={name === 'description' ? 5 : 2}
              value={mine && mine !== 'left out' ? (mine[language] ?? '') : ''}
              onChange={(e) =>
                mine && mine !== 'left out' && putWords({ ...own.words, [name]: { ...mine, [language]: e.target.value } })
              }
            />
          </Choice>
        );
      })}
      <Choice
        label="Tags"
        value={said(own.tags)}
        mayLeaveOut
        choose={(v) => put(v === 'shared' ? drop('tags') : { ...own, tags: v === 'own' ? document.tags : 'left out' })}
      >
        <LongTextField hideLabel label={`Tags at ${outlet.name}`} rows={4} {...tags} />
      </Choice>
      <Choice
        label="What the writer is told"
        value={said(own.writing)}
        mayLeaveOut={false}
        choose={(v) => put(v === 'shared' ? drop('writing') : { ...own, writing: document.writing ?? {} })}
      >
        <WritingNoteFields note={own.writing ?? {}} change={(writing) => put({ ...own, writing })} />
      </Choice>
      <Choice
        label="Shot list"
        value={said(own.shots)}
        mayLeaveOut={false}
        choose={(v) => put(v === 'shared' ? drop('shots') : { ...own, shots: document.shots })}
      >
        <ShotList id={`shots-${outlet.id}`} shots={own.shots ?? []} put={(shots) => put({ ...own, shots })} />
      </Choice>
      <Choice
        label="Price plan"
        value={said(own.pricePlan)}
        mayLeaveOut={false}
        choose={(v) => put(v === 'shared' || !plans[0] ? drop('pricePlan') : { ...own, pricePlan: plans[0].id })}
      >
        <ChoiceField
          hideLabel
          label={`Price plan at ${outlet.name}`}
          value={own.pricePlan ?? ''}
          options={plans.map((p) => [p.id, p.name] as const)}
          onChange={(e) => put({ ...own, pricePlan: e.target.value })}
        />
      </Choice>
    </div>
  );
}
