'use client';
import { useQuery } from '@tanstack/react-query';
import { X } from 'lucide-react';
import { useState } from 'react';
import { PRINT_NAMES } from '@/core/print-file/default-names';
import { thousands } from '@/core/thousands';
import { act, api, sentenceOf } from '../api';
import { Button, IconButton } from '../parts/button';
import { Dialog } from '../parts/dialog';
import { CheckField, RadioGroup } from '../parts/fields/choices';
import { TextField } from '../parts/fields/field';
import { bytes, count } from '../parts/format';
import { Progress } from '../parts/progress';
import { download, type PrintSetView, type PrintsMeant } from './take';

/** Whose print files somebody may want, as a person says it. */
export interface PrintChoice {
  says: string;
  of: PrintsMeant;
}

/** Print files of many at once: what is asked for, how far it is, and taken away as one archive. */
export function PrintsDialog({ choices, close }: { choices: readonly PrintChoice[]; close: () => void }) {
  const [chosen, setChosen] = useState(0);
  const [names, setNames] = useState<string>(PRINT_NAMES);
  const [pdf, setPdf] = useState(true);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState('');
  const ask = async () => {
    setBusy(true);
    setProblem('');
    // said here: what is said below a dialog is not seen
    await api('POST', '/print-sets', { of: choices[chosen]!.of, names, pdf }).catch((error: unknown) =>
      setProblem(sentenceOf(error)),
    );
    setBusy(false);
  };
  return (
    <Dialog
      open
      onClose={close}
      label="Print files"
      width={680}
      foot={
        <>
          <Button onClick={close}>Close</Button>
          <Button tone="go" busy={busy} disabled={!choices[chosen]} onClick={() => void ask()}>
            Make print files
          </Button>
        </>
      }
    >
      <h2 className="text-[19px]">Print files</h2>
      <p className="mt-0.5 mb-3 text-soft">
        Exactly what a print house prints: every area of every size, in its own pixels, drawn from the original. What is there
        already is not made again.
      </p>
      <div className="grid gap-3">
        <RadioGroup
          label="Whose"
          value={String(chosen)}
          change={(at) => setChosen(Number(at))}
          options={choices.map((c, i) => [String(i), c.says] as const)}
        />
        <TextField
          label="Names"
          value={names}
          problem={problem || undefined}
          onChange={(e) => setNames(e.target.value)}
          note="A slash makes a folder. Also: docket.name, outlet.name, print.sizes, print.colours, print.width, print.height, print.ppi"
        />
        <CheckField
          label="Paper as PDF, with its trim and bleed"
          note="All else is PNG, see-through where the product needs it."
          checked={pdf}
          onChange={(e) => setPdf(e.target.checked)}
        />
      </div>
      <Sets />
    </Dialog>
  );
}

/** What was asked for lately. */
function Sets() {
  const { data } = useQuery({
    queryKey: ['/print-sets'],
    queryFn: () => api<{ items: PrintSetView[] }>('GET', '/print-sets'),
    meta: { tables: ['print_set'] },
  });
  if (!data?.items.length) return null;
  return (
    <div className="cut mt-4 pt-3">
      <b>Asked for lately</b>
      <ul className="mt-1 grid" aria-label="Print files that were asked for">
        {data.items.map((s) => (
          <OneSet key={s.id} set={s} />
        ))}
      </ul>
    </div>
  );
}

const going = (s: PrintSetView) => s.state === 'laying out' || s.state === 'making';

/** How far a set is, in words. */
function far(s: PrintSetView): string {
  const of = s.kind === 'proofs' ? 'proof' : 'listing';
  if (s.state === 'laying out') return `${thousands(s.done)} of ${count(s.count, of)} looked through`;
  const made = `${thousands(s.made)} of ${count(s.total, 'file')}`;
  const left = s.total - s.made - s.failed;
  if (s.state === 'making' && s.made) return `${made}, ${minutes((s.seconds / (s.made + s.failed)) * left)} to go`;
  if (s.state === 'done' && !s.total) return 'nothing is printed';
  if (s.state === 'done' && !s.failed) return `${count(s.made, 'file')}, ${bytes(s.bytes)}`;
  return `${made}${s.state === 'stopped' ? ', stopped' : ''}`;
}
const minutes = (seconds: number): string => (seconds < 90 ? `${Math.ceil(seconds)} s` : `${Math.round(seconds / 60)} min`);

function OneSet({ set: s }: { set: PrintSetView }) {
  const turn = (way: 'stop' | 'go-on') => void act(() => api('POST', `/print-sets/${s.id}/${way}`, {}).then(() => undefined));
  const again = s.state === 'stopped' || (s.state === 'done' && s.failed > 0);
  return (
    <li className="grid grid-cols-[1fr_auto] items-center gap-x-3 gap-y-1 border-b border-rule2 py-2 last:border-0">
      <span className="min-w-0">
        <b className="block truncate font-semibold">{s.name}</b>
        <span className="text-[12px] text-soft">{far(s)}</span>
      </span>
      <span className="flex items-center gap-1.5">
        {s.made > 0 && (
          <Button
            className="btn-sm"
            aria-label={`Take away ${s.name}`}
            onClick={() => download(`/api/v1/print-sets/${s.id}/archive`)}
          >
            ZIP
          </Button>
        )}
        {going(s) && (
          <Button className="btn-sm" aria-label={`Stop ${s.name}`} onClick={() => turn('stop')}>
            Stop
          </Button>
        )}
        {again && (
          <Button className="btn-sm" aria-label={`Go on with ${s.name}`} onClick={() => turn('go-on')}>
            {s.failed ? 'Try again' : 'Go on'}
          </Button>
        )}
        {!going(s) && (
          <IconButton
            label={`Take ${s.name} off the list`}
            onClick={() => void act(() => api('DELETE', `/print-sets/${s.id}`).then(() => undefined))}
          >
            <X size={14} />
          </IconButton>
        )}
      </span>
      {(going(s) || s.failed > 0) && (
        <span className="col-span-2">
          <Progress label={`${s.name}, files made`} done={s.made} bad={s.failed} total={s.total} />
        </span>
      )}
      {s.problem && <p className="col-span-2 text-[12px] text-spot">{s.problem}</p>}
      {s.failures.slice(0, 3).map((f) => (
        <p key={f.path} className="col-span-2 text-[12px] text-spot">
          {f.path}: {f.says}
        </p>
      ))}
    </li>
  );
}
