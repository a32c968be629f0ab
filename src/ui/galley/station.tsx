'use client';
import { useQuery } from '@tanstack/react-query';
import dynamic from 'next/dynamic';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { toast } from 'sonner';
import type { CheckView } from '@/api/shapes/checks';
import type { CorrectionDoneView, GalleyRowView, GalleyWindowView } from '@/api/shapes/galley';
import type { OutletView } from '@/api/views';
import { mayBeLeft } from '@/core/checking/checks';
import type { Step } from '@/core/correcting/steps';
import { thousands } from '@/core/thousands';
import { act, api, Refusal, sentenceOf } from '../api';
import { useCommands, type Bindings } from '../commands/commands';
import { sayStep } from '../commands/steps';
import { count } from '../parts/format';
import { between, type Range, type Spot } from '../parts/lists/range';
import { useAddress } from '../parts/use-address';
import { useSettled } from '../parts/use-settled';
import { writableAt } from '../proofs/writable';
import { blockText, cellText, cellValue, settledValue, laidBlock, MOST_CELLS, readBlock } from './block';
import { foundKey, inOrder, stepFrom, useChecks, type At } from './checks';
import { ChecksSlip } from './checks-slip';
import { CorrectionSlip, useSeen, type CorrectionAsk, type Whom } from './correction-slip';
import { HouseWordsDialog } from './house-words-dialog';
import { GalleyGrid } from './grid';
import { Head } from './head';
import { useGalley, windowOf } from './list';
import { BLOCK, columnsOf, columnsShown, galleySearch, languageOf, languagesOf } from './search';
import { begunStep, doable } from './steps';

const WritingDialog = dynamic(() => import('../proofs/writing-dialog').then((m) => m.WritingDialog));
const NO_STEPS: Step[] = [];
/** What one request takes, with room for signs that are several bytes. */
const MOST_LETTERS = 600_000;
const SLIP = 352;

/** What the server found for the first paint. */
export interface FirstGalley {
  window: GalleyWindowView;
  runs: { id: string; name: string }[];
  outlets: OutletView[];
}

interface Written {
  row: GalleyRowView;
  field: string;
  value: string | string[];
}

/** Says what came of a correction, with the way back. */
const tell = (says: string, { undo, stayed }: CorrectionDoneView): void =>
  undo ? sayStep(says, undo) : void toast(Object.keys(stayed).length ? says : 'Nothing had to be changed.');

/** Words of many listings side by side: corrected all at once, or written into cell by cell. */
export function GalleyStation({ first }: { first: FirstGalley }) {
  const { search: address, put } = useAddress('/galley');
  const outlets = useMemo(() => new Map(first.outlets.map((o) => [o.id, o])), [first.outlets]);
  const columns = useMemo(() => columnsOf(first.outlets), [first.outlets]);
  const shown = columnsShown(address, columns);
  const languages = useMemo(() => languagesOf(first.outlets), [first.outlets]);
  const language = languageOf(address, languages);
  const search = useMemo(() => galleySearch(address, language), [address, language]);

  const [slip, setSlip] = useState<'correction' | 'checks' | null>(address.get('found') ? 'checks' : null);
  const correcting = slip === 'correction';
  const [steps, setSteps] = useState<Step[]>(() => [begunStep('replace', ['title'])]);
  const [without, setWithout] = useState<ReadonlySet<string>>(new Set());
  const [whom, setWhom] = useState<Whom>('all');
  const [writing, setWriting] = useState(false);
  const [listing, setListing] = useState(false);
  const isAt = address.get('found');
  const checks = useChecks(slip === 'checks' || isAt !== null);
  const things = useMemo(() => inOrder(checks.data?.checks ?? []), [checks.data]);
  const thing = things.find((t) => foundKey(t.check.check, t.found.what) === isAt) ?? null;
  const settled = useSettled(JSON.stringify(correcting ? doable(steps) : NO_STEPS));
  const asked = useMemo(() => JSON.parse(settled) as Step[], [settled]);
  const list = useGalley({ search, language, fields: shown.map((c) => c.name), steps: asked }, first.window);
  const { total } = list;

  const [at, setAt] = useState<Spot>({ r: 0, c: 0 });
  const [anchor, setAnchor] = useState<Spot>({ r: 0, c: 0 });
  const range: Range = between(anchor, at);
  const query = JSON.stringify([search, language]);
  const [shownQuery, setShownQuery] = useState(query);
  // other listings begin with the first of them
  if (shownQuery !== query) {
    setShownQuery(query);
    setAt({ r: 0, c: 0 });
    setAnchor({ r: 0, c: 0 });
    setWithout(new Set());
  }
  const move = useCallback((to: Spot, extend: boolean) => {
    setAt(to);
    if (!extend) setAnchor(to);
  }, []);

  /** Shows the listings of a check, or of one thing that it found, with the fields in which that stands. */
  const goTo = (check: CheckView, what: string | null) => {
    const found = check.found.find((f) => f.what === what);
    const shows = new Set(shown.map((c) => c.name));
    const lacking = found?.fields.filter((f) => !shows.has(f)) ?? [];
    put({
      found: foundKey(check.check, what),
      ...(lacking.length && { fields: columns.filter((c) => shows.has(c.name) || lacking.includes(c.name)).map((c) => c.name).join(',') }),
      ...(found && language && !found.languages.includes(language) && { language: found.languages[0]! }),
    }); // prettier-ignore
  };
  const stepBy = (by: 1 | -1) => {
    const next = stepFrom(things, isAt, by);
    if (next) goTo(next.check, next.found.what);
  };
  const mend = ({ found }: At) => {
    if (!found.mend) return;
    if ('write' in found.mend.does) return setWriting(true);
    setSteps(found.mend.does.steps);
    setWhom('all');
    setSlip('correction');
  };
  const closeChecks = () => {
    setSlip(null);
    put({ found: null });
  };

  /** Rows of a range, also those that are not on the screen. Throws where there are too many. */
  const rowsOf = async (r0: number, r1: number, wide: number): Promise<GalleyRowView[]> => {
    if ((r1 - r0 + 1) * wide > MOST_CELLS)
      throw new Refusal(422, `At most ${thousands(MOST_CELLS)} cells at once: mark fewer, or correct them by steps.`);
    const out: GalleyRowView[] = [];
    for (let r = r0; r <= r1; r++) {
      const here = list.row(r);
      if (here) out.push(here);
      else {
        const window = await windowOf(
          { search, language, fields: shown.map((c) => c.name), steps: [] },
          r,
          Math.min(100, r1 - r + 1),
        );
        if (!window.rows.length) break;
        out.push(...window.rows);
        r += window.rows.length - 1;
      }
    }
    return out;
  };
  const rowsMarked = () => rowsOf(range.r0, Math.min(range.r1, total - 1), range.c1 - range.c0 + 1);
  const told = (e: unknown) => void toast.error(sentenceOf(e));

  /** One after another: each says what it saw there. */
  const writes = useRef<Promise<unknown>>(Promise.resolve());
  /** Writes cells that a hand changed, as one step. */
  const write = async (cells: readonly Written[]) => {
    const changed = cells.filter(({ row, field, value }) => {
      const cell = row.fields[field];
      if (!cell || row.stays !== null) return false;
      const is = cellText(cell.value);
      // what waits for a person to find it right is changed by being written as it is
      return is !== cellText(value) || cell.problems.some((p) => p.mend && cellText(p.mend.value) === is);
    });
    if (!changed.length) return;
    const body = {
      language,
      cells: changed.map(({ row, field, value }) => ({ proof: row.id, field, was: row.fields[field]!.value, value })),
    };
    if (JSON.stringify(body).length > MOST_LETTERS)
      throw new Refusal(422, 'That is too much text at once: mark fewer, or correct them by steps.');
    // what comes next is made of what stands there now, also before the house has answered
    const answered = list.put(changed.map(({ row, field, value }) => ({ id: row.id, field, value: settledValue(value) })));
    const mine = writes.current.then(() =>
      act(async () => {
        const done = await api<CorrectionDoneView>('POST', '/proofs/words/cells', body);
        const stayed = done.stayed['changed meanwhile'] ?? 0;
        tell(`${count(done.left ? done.total : done.changed, 'listing')} changed${stayed ? `; ${count(stayed, 'was', 'were')} changed meanwhile and ${stayed === 1 ? 'stays' : 'stay'}` : ''}`, done); // prettier-ignore
      }),
    );
    writes.current = mine;
    await mine;
    answered();
  };
  const put1 = (spot: Spot, value: string | string[]) => {
    const row = list.row(spot.r);
    if (row) void write([{ row, field: shown[spot.c]!.name, value }]).catch(told);
  };
  const overRange = async (
    valueFor: (row: GalleyRowView, field: string, rows: readonly GalleyRowView[]) => string | string[],
  ) => {
    try {
      const rows = await rowsMarked();
      const fields = shown.slice(range.c0, range.c1 + 1).map((c) => c.name);
      await write(rows.flatMap((row) => fields.map((field) => ({ row, field, value: valueFor(row, field, rows) }))));
    } catch (e) {
      told(e);
    }
  };
  const textOf = (rows: readonly GalleyRowView[]) =>
    blockText(rows.map((row) => shown.slice(range.c0, range.c1 + 1).map((c) => cellText(row.fields[c.name]?.value ?? ''))));
  const here = (): GalleyRowView[] | null => {
    const rows: GalleyRowView[] = [];
    for (let r = range.r0; r <= Math.min(range.r1, total - 1); r++) {
      const row = list.row(r);
      if (!row) return null;
      rows.push(row);
    }
    return rows;
  };
  const paste = async (text: string) => {
    try {
      const laid = laidBlock(await readBlock(text), range, { rows: total, columns: shown.length });
      const last = Math.max(...laid.map((l) => l.r));
      const rows = await rowsOf(range.r0, last, 1 + Math.max(...laid.map((l) => l.c)) - range.c0);
      await write(laid.flatMap(({ r, c, text: said }) => {
        const row = rows[r - range.r0];
        const field = shown[c]!.name;
        return row ? [{ row, field, value: cellValue(said, field) }] : [];
      })); // prettier-ignore
    } catch (e) {
      told(e);
    }
  };

  const marked = Math.min(range.r1, total - 1) - range.r0 + 1;
  const onlyMarked = correcting && whom === 'marked' && total > 0;
  const markedHere = onlyMarked ? (here()?.map((r) => r.id) ?? null) : null;
  // a long range reaches beyond the rows that are here: which they are is asked
  const far = useQuery({
    queryKey: ['galley marked', query, range.r0, range.r1],
    queryFn: async () => (await rowsOf(range.r0, Math.min(range.r1, total - 1), 1)).map((r) => r.id),
    enabled: onlyMarked && markedHere === null,
    retry: false,
    meta: { tables: ['proof'] },
  });
  const markedIds = markedHere ?? far.data ?? null;
  const ask: CorrectionAsk | null =
    !correcting || !asked.length || !total || (onlyMarked && !markedIds)
      ? null
      : { language, steps: asked, except: [...without], ...(onlyMarked ? { ids: markedIds! } : { search }) };
  const seen = useSeen(ask);
  // only what was counted for these very steps is taken
  const counted = ask !== null && !seen.isPlaceholderData && settled === JSON.stringify(doable(steps));
  const changes = counted ? (seen.data?.changed ?? 0) : 0;
  const take = () =>
    void act(async () => {
      const done = await api<CorrectionDoneView>('POST', '/corrections', ask!);
      const n = done.left ? done.total : done.changed;
      tell(`${count(n, 'listing')} ${done.left ? 'are being corrected' : 'corrected'}`, done);
      setSteps([begunStep('replace', ['title'])]);
      setWithout(new Set());
      // what was found and is mended makes room for the next
      if (!isAt) return;
      setSlip('checks');
      const next = stepFrom(things, isAt, 1);
      if (next && next !== thing) goTo(next.check, next.found.what);
    });
  const toggle = (id: string) =>
    setWithout((was) => {
      const next = new Set(was);
      if (!next.delete(id)) next.add(id);
      return next;
    });
  const several = range.r1 > range.r0;
  const bindings: Bindings = {
    'galley.correct': {
      says: correcting ? 'Put the correction away' : 'Correct many',
      does: () => setSlip(correcting ? null : 'correction'),
    },
    'galley.checks': {
      says: slip === 'checks' ? 'Put what was found away' : 'Look words over',
      does: () => (slip === 'checks' ? closeChecks() : setSlip('checks')),
    },
    'galley.next-found': slip === 'checks' && things.length ? { says: 'Next thing that was found', does: () => stepBy(1) } : null,
    'galley.previous-found':
      slip === 'checks' && things.length ? { says: 'Previous thing that was found', does: () => stepBy(-1) } : null,
    'galley.mend': slip === 'checks' && thing?.found.mend ? { says: thing.found.mend.label, does: () => mend(thing) } : null,
    'galley.leave':
      slip === 'checks' && thing && mayBeLeft(thing.check.check)
        ? {
            says: thing.check.check === 'spelling' ? 'It is spelt right' : 'Leave it as it is',
            does: () =>
              void act(async () => {
                const next = stepFrom(things, isAt, 1);
                await api('POST', '/words/checks/left', { check: thing.check.check, what: thing.found.what });
                if (next && next !== thing) goTo(next.check, next.found.what);
                else put({ found: null });
                return `“${thing.found.what.slice(0, 60)}” is left as it is. It stands in the words of the house.`;
              }),
          }
        : null,
    'galley.lists': slip === 'checks' ? { says: 'Words of the house', does: () => setListing(true) } : null,
    'galley.take': changes
      ? { says: `Take ${thousands(changes)} ${changes === 1 ? 'correction' : 'corrections'}`, does: take }
      : null,
    'galley.fill-down': several
      ? {
          says: `Fill ${thousands(marked)} rows with the first`,
          does: () => void overRange((_, field, rows) => rows[0]!.fields[field]?.value ?? ''),
        }
      : null,
    'galley.rule': {
      says: several ? `Back to the rule, ${count(marked, 'row')}` : 'Back to the docket’s rule',
      does: () =>
        void act(async () => {
          const rows = await rowsMarked();
          const fields = shown.slice(range.c0, range.c1 + 1).map((c) => c.name);
          const done = await api<CorrectionDoneView>('POST', '/corrections', {
            ids: rows.map((r) => r.id),
            language,
            steps: [{ does: 'back-to-rule', fields }],
          });
          tell(`${count(done.changed, 'listing')} back at the rule`, done);
        }),
    },
    'galley.write': total ? { says: 'Write from the artwork', does: () => setWriting(true) } : null,
  };
  useCommands(bindings);

  const [seenRows, setSeenRows] = useState<[number, number]>([0, BLOCK]);
  const look = useCallback((from: number, to: number) => setSeenRows([from, to]), []);
  const { want, version } = list;
  // what is on the screen is asked for again when it has become out of date
  useEffect(() => want(...seenRows), [want, seenRows, version]);

  return (
    <div className="grid h-full min-h-0 grid-rows-[auto_1fr]">
      <Head
        address={address}
        put={put}
        runs={first.runs}
        outlets={first.outlets}
        languages={languages}
        language={language}
        columns={columns}
        shown={shown}
        total={total}
        bindings={bindings}
      />
      <div className="grid min-h-0" style={{ gridTemplateColumns: slip ? `1fr ${SLIP}px` : '1fr' }}>
        {total === 0 ? (
          <p className="p-10 text-center text-soft">
            {isAt
              ? 'None of that is left.'
              : address.get('picked')
                ? 'What was picked is not kept any more, after three days, or none of it answers to the rest of what is asked. Pick it again.'
                : 'No listing answers to that. Draft proofs on the sheet, or look at every state.'}
          </p>
        ) : (
          <GalleyGrid
            total={total}
            row={list.row}
            columns={shown}
            outlets={outlets}
            language={language}
            onWindow={look}
            hands={{
              at,
              range,
              move,
              write: (spot, text) => put1(spot, cellValue(text, shown[spot.c]!.name)),
              mend: put1,
              clear: () => void overRange((_, field) => cellValue('', field)),
              copy: () => {
                const rows = here();
                return rows && textOf(rows);
              },
              copyLater: () => void rowsMarked().then((rows) => navigator.clipboard.writeText(textOf(rows)), told),
              paste: (text) => void paste(text),
              toggle: correcting ? toggle : null,
              isOut: (id) => correcting && without.has(id),
            }}
          />
        )}
        {correcting && (
          <CorrectionSlip
            steps={steps}
            put={setSteps}
            columns={columns}
            whom={whom}
            setWhom={setWhom}
            total={total}
            marked={marked}
            left={without.size}
            seen={ask && seen.data ? seen.data : null}
            error={ask ? seen.error : onlyMarked ? far.error : null}
            bindings={bindings}
            close={() => setSlip(isAt ? 'checks' : null)}
          />
        )}
        {slip === 'checks' && (
          <ChecksSlip seen={checks.data} at={thing} isAt={isAt} go={goTo} bindings={bindings} close={closeChecks} />
        )}
      </div>
      {listing && <HouseWordsDialog outlets={first.outlets} close={() => setListing(false)} />}
      {writing && (
        <WritingDialog
          choices={[
            { says: `All ${thousands(total)} of this list`, meant: { search } },
            ...(list.row(at.r) ? [{ says: `“${list.row(at.r)!.artwork}”`, meant: { ids: [list.row(at.r)!.id] } }] : []),
          ].sort((a, b) => (thing ? 0 : Number('search' in a.meant) - Number('search' in b.meant)))}
          fields={writableAt(first.outlets)}
          close={() => setWriting(false)}
        />
      )}
    </div>
  );
}
