'use client';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import type { EnclosureView } from '@/api/shapes/stockroom';
import { FORMATS, PACKINGS, type DownloadLine, type Format, type Packing, type Rendition } from '@/core/downloads/form';
import { across, SHEET_NAMES, sheetOf, type SheetName } from '@/core/downloads/sheets';
import { act, api } from '../../api';
import { Button } from '../../parts/button';
import { NumberField } from '../../parts/fields/amount';
import { Toggles } from '../../parts/fields/choices';
import { ColourField } from '../../parts/fields/colour';
import { ChoiceField, LongTextField, TextField } from '../../parts/fields/field';
import { bytes } from '../../parts/format';
import { useDocket, Wrong } from './form';

const NEW: Pick<Rendition, 'ppi' | 'how'> = { ppi: 300, how: 'cover' };
const PACKED: Record<Packing, string> = {
  'loose where they fit': 'each by itself, where the outlet takes so many',
  archives: 'always in archives',
};

/** The files that a docket sells: which shapes, in which formats, and what goes along. */
export function DownloadsPart({ line, remove }: { line: DownloadLine; remove: (() => void) | null }) {
  const { now, change, problem } = useDocket();
  const put = (part: Partial<DownloadLine>) => change({ downloads: { ...now().downloads!, ...part } });
  /** In the order of all shapes, so that the list of files does not depend on the order of clicks. */
  const putRendition = (sheet: SheetName, next: Rendition | null) => {
    const others = now().downloads!.renditions.filter((r) => r.sheet !== sheet);
    const all = next ? [...others, next] : others;
    put({ renditions: SHEET_NAMES.flatMap((name) => all.find((r) => r.sheet === name) ?? []) });
  };
  return (
    <div className="grid gap-3">
      <div className="grid grid-cols-[160px_160px_1fr_auto] items-end gap-3">
        <TextField
          label="Noun"
          placeholder="as buyers say it"
          value={line.noun.one}
          onChange={(e) => put({ noun: { ...line.noun, one: e.target.value } })}
        />
        <TextField
          label="Several"
          value={line.noun.many}
          onChange={(e) => put({ noun: { ...line.noun, many: e.target.value } })}
        />
        <ChoiceField
          label="Handed over"
          value={line.pack}
          options={PACKINGS.map((p) => [p, PACKED[p]] as const)}
          onChange={(e) => put({ pack: e.target.value as Packing })}
        />
        {remove && (
          <Button type="button" tone="quiet" onClick={remove}>
            Take out
          </Button>
        )}
      </div>
      <table className="table-xs table">
        <thead>
          <tr>
            <th className="w-[86px]">Shape</th>
            <th className="w-[286px]">Formats</th>
            <th>Up to</th>
            <th>Picture</th>
            <th className="w-[76px]">px/in</th>
          </tr>
        </thead>
        <tbody>
          {SHEET_NAMES.map((sheet) => (
            <Shape
              key={sheet}
              sheet={sheet}
              rendition={line.renditions.find((r) => r.sheet === sheet) ?? null}
              put={(next) => putRendition(sheet, next)}
            />
          ))}
        </tbody>
      </table>
      <Wrong says={problem('document.downloads.renditions')} />
      <Along chosen={line.along ?? []} put={(along) => put({ along })} />
      <Note note={line.note} put={(note) => put({ note })} />
    </div>
  );
}

/** A shape of files: none of it until a format is chosen. */
function Shape({
  sheet,
  rendition,
  put,
}: {
  sheet: SheetName;
  rendition: Rendition | null;
  put: (next: Rendition | null) => void;
}) {
  const { word, sizes, held } = sheetOf(sheet);
  const screen = sizes.some((s) => s.widthPx !== undefined);
  const formats = FORMATS.filter((f) => f !== 'svg' || sheet === 'whole');
  const toggle = (one: Format) => {
    const has = rendition?.formats ?? [];
    const next = formats.filter((f) => (f === one ? !has.includes(f) : has.includes(f)));
    put(next.length ? { ...(rendition ?? { sheet, ...NEW, how: sheet === 'whole' ? 'inside' : NEW.how }), formats: next } : null);
  };
  const change = (part: Partial<Rendition>) => rendition && put({ ...rendition, ...part });
  const largest = sizes.at(-1)?.name;
  return (
    <tr className={rendition ? '' : 'text-soft'}>
      <td>
        <span className="flex items-center gap-2">
          <Outline sheet={sheet} on={rendition !== null} />
          <span className={rendition ? 'font-semibold' : ''}>{word}</span>
        </span>
      </td>
      <td>
        <Toggles
          label={`Formats of ${word}`}
          on={(rendition?.formats ?? []).map((f) => f.toUpperCase())}
          options={formats.map((f) => ({ value: f.toUpperCase() }))}
          toggle={(one) => toggle(one.toLowerCase() as Format)}
        />
      </td>
      <td>
        {rendition && sizes.length > 1 && (
          <ChoiceField
            hideLabel
            quiet
            label={`Largest size of ${word}`}
            value={rendition.upTo ?? largest}
            options={sizes.map((s) => [s.name, held === 'across' ? across(s).name : s.name] as const)}
            onChange={(e) => change({ upTo: e.target.value === largest ? undefined : e.target.value })}
          />
        )}
        {rendition && sheet === 'whole' && 'its own pixels'}
      </td>
      <td>
        {rendition && sheet !== 'whole' && (
          <span className="flex items-center gap-1.5">
            <ChoiceField
              hideLabel
              quiet
              label={`How the picture lies in ${word}`}
              value={rendition.how}
              options={[
                ['cover', 'fills it'],
                ['inside', 'lies inside'],
              ]}
              onChange={(e) => {
                const { border: _b, ground: _g, ...rest } = rendition;
                put({ ...rest, how: e.target.value as Rendition['how'] });
              }}
            />
            {rendition.how === 'inside' && (
              <>
                <NumberField
                  hideLabel
                  label={`Border of ${word}`}
                  className="w-[52px]"
                  title="Left free all round, percent of the shorter side"
                  min={0}
                  max={40}
                  value={Math.round((rendition.border ?? 0) * 100)}
                  change={(n) => change({ border: n ? Math.min(40, Math.max(0, n)) / 100 : undefined })}
                />
                <ColourField
                  hideLabel
                  label={`Border colour of ${word}`}
                  none="White, or see-through where the format can"
                  value={(rendition.ground ?? '#ffffff').slice(1)}
                  change={(hex) => change({ ground: hex ? `#${hex}` : undefined })}
                />
              </>
            )}
          </span>
        )}
      </td>
      <td>
        {rendition && !screen && (
          <NumberField
            hideLabel
            label={`Resolution of ${word}`}
            title="At most: never finer than the artwork, for nothing is enlarged"
            min={72}
            max={600}
            value={Number.isNaN(rendition.ppi) ? null : rendition.ppi}
            change={(n) => change({ ppi: n === null ? NaN : Math.round(n) })}
          />
        )}
      </td>
    </tr>
  );
}

/** A shape drawn in its proportions. */
function Outline({ sheet, on }: { sheet: SheetName; on: boolean }) {
  const { sizes, held } = sheetOf(sheet);
  const { widthMm, heightMm } = sizes.at(-1) ?? { widthMm: 3, heightMm: 4 };
  const [w, h] = held === 'across' ? [heightMm, widthMm] : [widthMm, heightMm];
  const by = 20 / Math.max(w, h);
  return (
    <span className="grid h-[22px] w-[22px] shrink-0 place-items-center">
      <i
        className={`block border ${on ? 'border-ink bg-paper' : 'border-rule'} ${sheet === 'whole' ? 'border-dashed' : ''}`}
        style={{ width: w * by, height: h * by }}
      />
    </span>
  );
}

/** Files that always go along: chosen among those that are here, or brought in. */
function Along({ chosen, put }: { chosen: readonly string[]; put: (ids: string[] | undefined) => void }) {
  const queries = useQueryClient();
  const input = useRef<HTMLInputElement>(null);
  const [busy, setBusy] = useState(false);
  const { data } = useQuery({
    queryKey: ['enclosures'],
    queryFn: () => api<{ items: EnclosureView[] }>('GET', '/enclosures'),
    meta: { tables: ['enclosure'] },
  });
  const all = data?.items ?? [];
  const choose = (ids: readonly string[]) => put(ids.length ? [...ids] : undefined);
  const bring = (file: File) =>
    act(async () => {
      setBusy(true);
      try {
        const made = await api<EnclosureView>('POST', `/enclosures?fileName=${encodeURIComponent(file.name)}`, file);
        await queries.invalidateQueries({ queryKey: ['enclosures'] });
        choose([...chosen, made.id]);
        return `${made.name} goes along.`;
      } finally {
        setBusy(false);
      }
    });
  return (
    <div className="grid gap-1.5" role="group" aria-label="Always goes along">
      <span className="text-[11.5px] text-soft">Always goes along: instructions, terms of use</span>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1.5">
        {all.map((e) => (
          <label key={e.id} className="flex cursor-pointer items-center gap-1.5">
            <input
              type="checkbox"
              className="checkbox checkbox-xs"
              checked={chosen.includes(e.id)}
              onChange={() => choose(chosen.includes(e.id) ? chosen.filter((id) => id !== e.id) : [...chosen, e.id])}
            />
            {e.name} <span className="text-soft">{bytes(e.bytes)}</span>
          </label>
        ))}
        <input
          ref={input}
          type="file"
          hidden
          aria-label="File that goes along"
          accept=".pdf,.png,.jpg,.jpeg,.txt"
          onChange={(e) => {
            const file = e.target.files?.[0];
            if (file) void bring(file);
            e.target.value = '';
          }}
        />
        <Button type="button" tone="quiet" busy={busy} onClick={() => input.current?.click()}>
          Bring in a file
        </Button>
      </div>
    </div>
  );
}

/** What the page of contents says above its list, in each language that it is written in. */
function Note({ note, put }: { note: DownloadLine['note']; put: (note: DownloadLine['note']) => void }) {
  const { document } = useDocket();
  const spoken = [...new Set([...Object.keys(document.words.title ?? { en: '' }), ...Object.keys(note ?? {})])];
  return (
    <>
      {spoken.map((language) => (
        <LongTextField
          key={language}
          label={`Page of contents${spoken.length > 1 ? `, ${language}` : ''}: above the list of files`}
          rows={4}
          value={note?.[language] ?? ''}
          onChange={(e) => {
            const { [language]: _, ...others } = note ?? {};
            const next = e.target.value ? { ...others, [language]: e.target.value } : others;
            put(Object.keys(next).length ? next : undefined);
          }}
        />
      ))}
    </>
  );
}
