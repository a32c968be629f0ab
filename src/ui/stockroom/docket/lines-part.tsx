'use client';
import { useRef, useState } from 'react';
import type { BlankView } from '@/api/views';
import type { ChosenColours, GoodsLine, WhenEnded } from '@/core/docket/docket';
import { DOWNLOADS_KEY } from '@/core/downloads/form';
import { downloadLineOf } from '@/core/downloads/starter';
import { begunAnew, starterParts } from '@/core/docket/starter';
import { canBeCut } from '@/core/stock/cut';
import { faceOn, fitted, onArea } from '@/core/placement/form';
import { act } from '../../api';
import { Button } from '../../parts/button';
import { NumberField } from '../../parts/fields/amount';
import { CheckField, Toggles } from '../../parts/fields/choices';
import { ChoiceField, TextField } from '../../parts/fields/field';
import { Tabs } from '../../parts/tabs';
import { DownloadsPart } from './downloads-part';
import { Part, toggled, useDocket, useGoods, Wrong } from './form';
import { Placements } from './placement/placements';
import { swatchOf } from '../../parts/swatch';

/** A new line for a blank: everything of it, in its first print area. */
export function lineFor(blank: BlankView, like: GoodsLine | undefined, keys: readonly string[]): GoodsLine {
  let key = 'goods';
  for (let n = 2; keys.includes(key); n++) key = `goods-${n}`;
  const area = blank.areas.find((a) => like?.placements.some((p) => p.area === a.name)) ?? blank.areas[0]!;
  const how = like?.placements.find((p) => p.area === area.name) ?? like?.placements[0] ?? onArea(area.name, fitted(0.8, 0));
  return {
    key,
    blank: blank.id,
    noun: like?.noun ?? { one: blank.name, many: blank.name },
    colours: blank.colours.map((c) => c.name),
    sizes: blank.sizes.map((s) => s.name),
    // its sizes have other names
    placements: [{ form: 1, area: area.name, ...faceOn({ ...how, bySize: {} }, '') }],
  };
}

/** What becomes of a colour that ends. */
const ENDED: [WhenEnded | '', string][] = [
  ['', 'ask me'],
  ['drop colour', 'leave the colour out'],
  ['drop sizes', 'keep it in the sizes that are left'],
  ['nearest colour', 'take the nearest colour in its place'],
];

/** What a docket sells: a goods line for each blank, with what is offered of it and where the artwork sits on it; or files. */
export function LinesPart() {
  const { document, now, change, problem } = useDocket();
  const { names, blankOf } = useGoods();
  const { lines, downloads } = document;
  const [at, setAt] = useState(lines[0]?.key ?? DOWNLOADS_KEY);
  const shown = Math.max(
    0,
    lines.findIndex((l) => l.key === at),
  );
  const files = downloads && (at === DOWNLOADS_KEY || !lines.length) ? downloads : null;
  const line = lines[shown];
  const add = (id: string) =>
    void act(async () => {
      if (id === DOWNLOADS_KEY) {
        change({ downloads: downloadLineOf('printable') });
        return setAt(DOWNLOADS_KEY);
      }
      const blank = await blankOf(id);
      const { lines: all } = now();
      const next = lineFor(blank, line && all.find((l) => l.key === line.key), all.map((l) => l.key)); // prettier-ignore
      change({ lines: [...all, next] });
      setAt(next.key);
    });
  const takeOut = () => {
    change({ lines: lines.filter((_, i) => i !== shown) });
    setAt(lines[shown === 0 ? 1 : 0]?.key ?? DOWNLOADS_KEY);
  };
  const withoutFiles = () => {
    const { downloads: _, ...rest } = now();
    // every part is told anew, so that what is not there any more goes
    change({ ...rest, downloads: undefined });
    setAt(lines[0]!.key);
  };
  return (
    <Part
      word="Goods"
      about={
        files
          ? 'files that buyers download at once'
          : 'a mug in two sizes, or a shirt for big and small, is one docket with two lines'
      }
    >
      <div className="flex items-end justify-between gap-4">
        <Tabs
          label="Goods lines"
          value={files ? DOWNLOADS_KEY : line!.key}
          change={setAt}
          tabs={[
            ...lines.map((l) => ({ value: l.key, word: l.noun.one || 'goods' })),
            ...(downloads ? [{ value: DOWNLOADS_KEY, word: downloads.noun.one || 'files' }] : []),
          ]}
        />
        <ChoiceField
          hideLabel
          quiet
          label="Add a goods line"
          className="w-[190px]"
          value=""
          options={[
            ['', 'add a goods line…'],
            ...(downloads ? [] : [[DOWNLOADS_KEY, 'files to download'] as const]),
            ...names.map((b) => [b.id, b.name] as const),
          ]}
          onChange={(e) => e.target.value && add(e.target.value)}
        />
      </div>
      {files ? (
        <DownloadsPart line={files} remove={lines.length ? withoutFiles : null} />
      ) : (
        <Line key={line!.key} at={shown} remove={lines.length > 1 || downloads ? takeOut : null} />
      )}
      <Wrong says={problem('document.lines') ?? problem('document.downloads')} />
      {!files && (
        <ChoiceField
          label="When the print house ends a colour"
          className="w-[330px]"
          value={document.whenEnded ?? ''}
          options={ENDED}
          onChange={(e) => change({ whenEnded: (e.target.value || undefined) as WhenEnded | undefined })}
        />
      )}
    </Part>
  );
}

function Line({ at, remove }: { at: number; remove: (() => void) | null }) {
  const { document, now, change, changeLine } = useDocket();
  const { blanks, names, blankOf, scenes } = useGoods();
  const latest = useRef(0);
  const line = document.lines[at]!;
  const blank = blanks.find((b) => b.id === line.blank);
  const put = (part: Partial<GoodsLine>) => changeLine(at, part);
  if (!blank)
    return (
      <p className="text-spot">Its blank, {line.blank}, is not in the stockroom any more. Add another line and take this out.</p>
    );
  const become = (id: string) => {
    const turn = ++latest.current;
    void act(async () => {
      const other = await blankOf(id);
      // a list is typed through: the last one counts, and begins from what stands by then
      const stands = await blankOf(now().lines[at]!.blank);
      if (turn !== latest.current) return;
      const parts = (b: BlankView) => starterParts(b.id, b.document, scenes);
      if (document.lines.length === 1 && !document.downloads) change(begunAnew(now(), parts(stands), parts(other)));
      else put({ ...lineFor(other, now().lines[at], []), key: line.key });
    });
  };
  const finishes = blank.document.finishes?.choices;
  return (
    <div className="grid gap-3">
      <div className="grid grid-cols-[1fr_130px_130px_auto] items-end gap-3">
        <ChoiceField
          label="Blank"
          value={blank.id}
          options={names.map((b) => [b.id, `${b.name}, ${b.house}`] as const)}
          onChange={(e) => become(e.target.value)}
        />
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
        {remove && (
          <Button type="button" tone="quiet" onClick={remove}>
            Take out
          </Button>
        )}
      </div>
      <Choosing
        word="Colours"
        chosen={line.colours}
        all={blank.colours.map((c) => ({
          value: c.name,
          sign: <i className="inline-block h-3.5 w-3.5 border border-rule" style={{ background: swatchOf(c) }} />,
        }))}
        put={(colours) => put({ colours })}
        alike
      />
      <Toggles
        label="Sizes"
        on={line.sizes}
        options={blank.sizes.map((s) => ({ value: s.name }))}
        toggle={(one) =>
          put({
            sizes: toggled(
              line.sizes,
              blank.sizes.map((s) => s.name),
              one,
            ),
          })
        }
      />
      {finishes && (
        <Choosing
          word={blank.document.finishes!.axis}
          chosen={line.finishes ?? finishes.map((f) => f.name)}
          all={finishes.map((f) => ({ value: f.name }))}
          put={(chosen) => put({ finishes: chosen })}
        />
      )}
      {canBeCut(blank.document) && (
        <CheckField
          label="cut to the picture"
          note={`${blank.document.house} cuts these sheets to its shape: the size says how large they are at most`}
          checked={line.cut !== undefined}
          onChange={(e) => put({ cut: e.target.checked ? 'to the picture' : undefined })}
        />
      )}
      <Placements line={line} blank={blank} put={(placements) => put({ placements })} />
    </div>
  );
}

/** Named one by one, or so many of those that suit the artwork best. */
function Choosing({
  word,
  chosen,
  all,
  put,
  alike = false,
}: {
  word: string;
  chosen: ChosenColours;
  all: { value: string; sign?: React.ReactNode }[];
  put: (chosen: ChosenColours) => void;
  /** Whether some of them may look alike. */
  alike?: boolean;
}) {
  const byRule = !Array.isArray(chosen);
  const names = all.map((a) => a.value);
  return (
    <div className="grid gap-1.5">
      {!byRule && <Toggles label={word} on={chosen} options={all} toggle={(one) => put(toggled(chosen, names, one))} />}
      <div className="flex items-end gap-3">
        {all.length > 2 && (
          <CheckField
            label="by rule: those it reads best on"
            checked={byRule}
            onChange={() => put(byRule ? names : { best: Math.min(6, names.length), ...(alike && { apart: 10 }) })}
          />
        )}
        {byRule && (
          <NumberField
            hideLabel
            label={`How many ${word.toLowerCase()}`}
            className="w-[120px]"
            unit="at most"
            min={1}
            max={names.length}
            value={chosen.best}
            change={(n) => n && put({ ...chosen, best: Math.min(names.length, Math.max(1, Math.round(n))) })}
          />
        )}
        {byRule && alike && (
          <NumberField
            hideLabel
            label="Every two at least so far apart, CIEDE2000"
            title="As the eye sees it, by CIEDE2000: from 10 on a buyer sees two colours, not two dark blues"
            className="w-[120px]"
            unit="apart"
            min={0}
            max={100}
            value={chosen.apart ?? 0}
            change={(n) => n !== null && put({ best: chosen.best, ...(n > 0 && { apart: Math.min(100, n) }) })}
          />
        )}
      </div>
    </div>
  );
}
